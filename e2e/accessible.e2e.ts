import AxeBuilder from '@axe-core/webdriverjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApp, type RunningApp } from './app.ts';
import { openBrowser, type Browser } from './browser.ts';

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
  it.each(['/', '/new', 'form', 'pages?page=2', 'sheets', 'fold?step=3', '/nowhere'])('on %s', async (screen) => {
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
});
