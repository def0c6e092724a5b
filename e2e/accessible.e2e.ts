import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { WebDriver } from 'selenium-webdriver';
import { axeFinds } from './axe.ts';
import { startApp, type RunningApp } from './app.ts';
import { byRole, openBrowser, setView, type Browser } from './browser.ts';

let app: RunningApp;
let browser: Browser;
let id: string;
beforeAll(async () => {
  app = await startApp({ demo: true });
  browser = await openBrowser();
  id = ((await (await fetch(`${app.url}/api/books`)).json()) as { books: { id: string }[] }).books[3]!.id;
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
    '/drawer?look=becomes',
    'form',
    'paper',
    'paper?ask=sheet',
    'paper?ask=compare',
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
    await driver.get(app.url + (screen.startsWith('/') ? screen : `/books/${id}/${screen}`));
    await driver.wait(
      async () => (await driver.executeScript(`return document.querySelector('h1') !== null`)) === true,
      10_000,
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
});
