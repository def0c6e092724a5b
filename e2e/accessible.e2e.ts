import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { WebDriver } from 'selenium-webdriver';
import { axeFinds } from './axe.ts';
import { startApp, type RunningApp } from './app.ts';
import { byRole, chord, Key, openBrowser, press, setView, WAIT_MS, waitForText, type Browser } from './browser.ts';

let app: RunningApp;
let browser: Browser;
let id: string;
let sewn: string;
beforeAll(async () => {
  app = await startApp({ demo: true });
  browser = await openBrowser();
  const { books } = (await (await fetch(`${app.url}/api/books`)).json()) as {
    books: { id: string; book: { title: string } }[];
  };
  id = books[3]!.id;
  sewn = books.find(({ book }) => book.title === 'Twenty Tides')!.id;
});
afterAll(async () => {
  await browser?.close();
  await app?.stop();
});

/** Pixels; 640 is 1280 at 200 %. */
const WINDOWS = [
  [1280, 800],
  [768, 1024],
  [640, 400],
] as const;

/** What runs out of the window sideways: the innermost elements that reach beyond it, if the page scrolls that way. */
const runsOut = (driver: WebDriver): Promise<readonly string[]> =>
  driver.executeScript(`
    const { scrollWidth, clientWidth } = document.documentElement;
    if (scrollWidth <= clientWidth) return [];
    return [...document.querySelectorAll('body *')]
      .filter((el) => el.childElementCount === 0 && el.getBoundingClientRect().right > clientWidth + 1)
      .slice(0, 5)
      .map((el) => el.outerHTML.slice(0, 160));`);

describe('axe finds nothing', () => {
  it.each([
    '/',
    '/new',
    '/drawer',
    '/pile',
    '/safekeeping',
    '/drawer?look=becomes',
    'form',
    'paper',
    'paper?ask=sheet',
    'paper?ask=compare',
    'mark',
    'mark?ask=slip',
    'mark?ask=strip',
    'bind',
    'sewn/bind?pass=3',
    'sewn/bind?ask=closed',
    'sewn/bind?ask=takes',
    'pages',
    'pages?page=3',
    'sheets',
    'sheets?face=B',
    'feed',
    'history',
    'history?n=2',
    'fold?step=3',
    '/nowhere',
  ])('on %s', async (screen) => {
    const { driver } = browser;
    const ofBook = screen.startsWith('sewn/') ? `/books/${sewn}/${screen.slice(5)}` : `/books/${id}/${screen}`;
    await driver.get(app.url + (screen.startsWith('/') ? screen : ofBook));
    await driver.wait(
      async () => (await driver.executeScript(`return document.querySelector('h1') !== null`)) === true,
      WAIT_MS,
    );
    await driver.sleep(700); // lazy parts: pictures, the three-dimensional view
    for (const [width, height] of WINDOWS) {
      await setView(driver, width, height);
      await driver.sleep(300);
      expect.soft(await axeFinds(driver), `at ${width}`).toEqual([]);
      expect.soft(await runsOut(driver), `at ${width}`).toEqual([]);
    }
  });

  it('with everything unfolded: numbers, spreads, an acceptance, and at a quarter of the room', async () => {
    const { driver } = browser;
    await driver.get(`${app.url}/books/${id}/pages?page=4`);
    for (const name of ['By numbers', 'Over several pages', 'Accept it …'])
      await (await byRole(driver, 'button', name)).click();
    for (const [width, height] of WINDOWS) {
      await setView(driver, width, height);
      await driver.sleep(400);
      expect(await axeFinds(driver)).toEqual([]);
      expect(await runsOut(driver)).toEqual([]);
    }
  });

  /** What opens over a screen: the screen, and the hands that open it. */
  const OPENED: Readonly<Record<string, readonly [screen: string, open: (driver: WebDriver) => Promise<unknown>]>> = {
    'the finder': ['pages', (driver) => chord(driver, Key.CONTROL, 'k')],
    'the sheet of keys': ['sheets', (driver) => press(driver, '?')],
    'the two passes': ['sheets?print=passes', (driver) => waitForText(driver, 'Print in two passes')],
    'what can be done with a book': [
      '/',
      async (driver) => (await byRole(driver, 'button', /^What to do with/)).click(),
    ],
    'the question before the bin is emptied': [
      '/',
      async (driver) => (await byRole(driver, 'button', 'Empty the bin')).click(),
    ],
    'the files of the fold stage': [
      'fold',
      async (driver) => (await byRole(driver, 'button', 'Files to print')).click(),
    ],
    'the checks of the fold stage': ['fold', async (driver) => (await byRole(driver, 'button', /to settle$/)).click()],
    'what has pages of one size': [
      'paper?ask=sheet',
      async (driver) => (await byRole(driver, 'radio', 'what has pages of one size')).click(),
    ],
    'the question before a backup is taken up': [
      '/safekeeping',
      async (driver) => {
        await (await byRole(driver, 'button', /^Back up now/)).click();
        await waitForText(driver, 'made when you asked for it');
        await (await byRole(driver, 'button', /^Take it up again:/)).click();
      },
    ],
    'how to find the grain': [
      '/drawer',
      async (driver) => (await byRole(driver, 'button', 'How to find the grain')).click(),
    ],
  };

  it.each(Object.entries(OPENED))('on %s', async (name, [screen, open]) => {
    const { driver } = browser;
    if (name === 'the two passes') await printInTwoPasses();
    if (name === 'the question before the bin is emptied') await intoTheBin();
    for (const [width, height] of WINDOWS) {
      await setView(driver, width, height);
      await driver.get(app.url + (screen.startsWith('/') ? screen : `/books/${id}/${screen}`));
      await driver.wait(
        async () => (await driver.executeScript(`return document.querySelector('h1') !== null`)) === true,
        WAIT_MS,
      );
      await driver.sleep(500);
      await open(driver);
      await driver.sleep(400);
      expect.soft(await axeFinds(driver), `at ${width}`).toEqual([]);
      expect.soft(await runsOut(driver), `at ${width}`).toEqual([]);
    }
  });
});

const answered = async (path: string, body?: unknown): Promise<Record<string, unknown>> =>
  (await (
    await fetch(`${app.url}/api/books/${path}`, {
      ...(body ? { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) } : {}),
    })
  ).json()) as Record<string, unknown>;

/** A printer that does not turn sheets, taken for a book printed on both sides. */
async function printInTwoPasses(): Promise<void> {
  const made = await answered('', {
    title: 'Both sides',
    form: 'nested-booklet',
    parameters: { pages: 8 },
    sheet: { width: 297_000_000, height: 210_000_000, fibre: 'along-height' },
  });
  id = made.id as string;
  const { printing } = made.book as { printing: object };
  const edge = { top: 4_000_000, right: 4_000_000, bottom: 13_000_000, left: 4_000_000 };
  await answered(`${id}/revisions`, {
    expect: 0,
    window: 'w',
    command: {
      kind: 'set-printing',
      printing: {
        ...printing,
        printer: {
          id: 'p',
          name: 'The one in the wheelhouse',
          duplex: 'none',
          twoPass: { move: 'like-a-page', order: 'innermost-first', turned: false },
          unprintable: edge,
          measured: null,
        },
      },
    },
  });
}

async function intoTheBin(): Promise<void> {
  const copy = await answered(`${id}/copy`, { as: 'copy' });
  await answered(`${copy.id as string}/bin`, {});
}
