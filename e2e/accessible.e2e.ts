import AxeBuilder from '@axe-core/webdriverjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
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
    const { violations } = await new AxeBuilder(driver).analyze();
    expect(
      violations.map(({ id: rule, nodes }) => `${rule}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`),
    ).toEqual([]);
  });

  it('with everything unfolded: numbers, spreads, an acceptance, and at a quarter of the room', async () => {
    const { driver } = browser;
    await driver.get(`${app.url}/books/${id}/pages?page=4`);
    for (const name of ['By numbers', 'Over several pages', 'Accept it …'])
      await (await byRole(driver, 'button', name)).click();
    for (const [width, height] of [
      [1280, 800],
      [640, 400],
    ] as const) {
      await setView(driver, width, height);
      await driver.sleep(400);
      const { violations } = await new AxeBuilder(driver).analyze();
      expect(violations.map(({ id: rule }) => rule)).toEqual([]);
      // Nothing runs out of the window sideways: 640 is 1280 at 200 %.
      expect(
        await driver.executeScript(
          `return document.documentElement.scrollWidth <= document.documentElement.clientWidth`,
        ),
      ).toBe(true);
    }
    await setView(driver, 1280, 800);
  });
});
