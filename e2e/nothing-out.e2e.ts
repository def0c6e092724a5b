import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ShelfBook } from '@eight-up/core/contract/answers';
import { startApp, type RunningApp } from './app.ts';
import { asking } from './asked.ts';
import { openBrowser, setView, WAIT_MS, type Browser } from './browser.ts';

let app: RunningApp;
let browser: Browser;
let books: readonly ShelfBook[];
beforeAll(async () => {
  app = await startApp({ demo: true });
  browser = await openBrowser();
  ({ books } = await asking(() => app)<{ books: readonly ShelfBook[] }>('/api/books'));
});
afterAll(async () => {
  await browser?.close();
  await app?.stop();
});

const WINDOWS = [
  [1280, 800],
  [1024, 768],
  [768, 1024],
  [640, 800],
] as const;

/** A book of the demo by its form. */
const ofForm = (form: string) => books.find(({ book }) => book.form.id === form)!.id;
const STAGES = ['form', 'paper', 'paper?ask=sheet', 'paper?ask=compare', 'paper?ask=cut', 'pages', 'pages?page=3'];
const HANDS = [
  'sheets',
  'mark',
  'mark?ask=slip',
  'mark?ask=strip',
  'fold?step=1',
  'fold?step=4',
  'bind',
  'bind?pass=3',
];
const SCREENS: readonly string[] = [
  ...['/', '/new', '/drawer', '/drawer?look=becomes', '/pile', '/safekeeping'],
  ...[...STAGES, ...HANDS, 'bind?ask=closed', 'feed', 'history', 'edition'].map((screen) => `nested-booklet/${screen}`),
  ...['form', 'mark', 'fold?step=9'].map((screen) => `concertina/${screen}`),
];

interface Seen {
  readonly sideways: readonly string[];
  /** what scrolls, the page itself too */
  readonly scrolls: readonly string[];
  /** pixels that the page's own bar takes */
  readonly bar: number;
}

/** What runs out of the window, and what scrolls by itself, as people with a mouse have it. */
const looked = (): Promise<Seen> =>
  browser.driver.executeScript<Seen>(`
    const page = document.documentElement;
    const named = (el) => el.tagName + ' ' + String(el.className).slice(0, 60);
    const inside = [...document.querySelectorAll('body *')].filter((el) => el.clientHeight > 0);
    const over = (el, axis, size) =>
      /auto|scroll/.test(getComputedStyle(el)['overflow' + axis]) && el['scroll' + size] > el['client' + size] + 1;
    return {
      sideways: [
        ...(page.scrollWidth > page.clientWidth ? ['the page: ' + page.scrollWidth + ' of ' + page.clientWidth] : []),
        ...inside.filter((el) => over(el, 'X', 'Width') && el.tagName !== 'INPUT').map(named),
      ],
      scrolls: [
        ...(page.scrollHeight > page.clientHeight ? ['the page'] : []),
        ...inside.filter((el) => over(el, 'Y', 'Height') && el.tagName !== 'TEXTAREA').map(named),
      ],
      bar: innerWidth - page.clientWidth,
    };`);

const opened = async (screen: string) => {
  const { driver } = browser;
  const [form = '', ...rest] = screen.split('/');
  await driver.get(app.url + (screen.startsWith('/') ? screen : `/books/${ofForm(form)}/${rest.join('/')}`));
  await driver.wait(
    async () => (await driver.executeScript(`return document.querySelector('h1, h2') !== null`)) === true,
    WAIT_MS,
  );
  await driver.sleep(700);
};

describe('as people have it, with scrollbars', () => {
  it('a page that is longer than the window has its bar', async () => {
    await setView(browser.driver, 1280, 400);
    await opened('/');
    expect((await looked()).bar).toBeGreaterThan(0);
  });

  it.each(SCREENS)('%s: nothing is wider than the window, and no more than two areas scroll', async (screen) => {
    for (const [width, height] of WINDOWS) {
      await setView(browser.driver, width, height);
      await opened(screen);
      const { sideways, scrolls } = await looked();
      expect.soft(sideways, `at ${width}`).toEqual([]);
      expect.soft(scrolls.length, `at ${width}: ${scrolls.join(' | ')}`).toBeLessThanOrEqual(2);
    }
  });
});
