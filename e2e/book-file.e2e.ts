import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApp, type RunningApp } from './app.ts';
import { By, byRole, located, openBrowser, WAIT_MS, waitForText, type Browser } from './browser.ts';

let here: RunningApp;
let elsewhere: RunningApp;
let browser: Browser;
let folder: string;
beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'eight-up-book-file-'));
  [here, elsewhere] = [await startApp({ demo: true }), await startApp()];
  browser = await openBrowser();
});
afterAll(async () => {
  await browser?.close();
  await here?.stop();
  await elsewhere?.stop();
  rmSync(folder, { recursive: true, force: true });
});

const choose = async (file: string) => (await located(browser.driver, By.css('input[type=file]'))).sendKeys(file);

describe('a book as one file', () => {
  it('goes from one data folder to another with its pictures', async () => {
    const { driver } = browser;
    await driver.get(here.url);
    await (await byRole(driver, 'link', 'Open Knots for Short Crossings')).click();
    await (await byRole(driver, 'link', /^4 ?Sheets$/)).click();
    const link = await byRole(driver, 'link', 'Save the whole book as one file');
    const file = path.join(folder, 'knots.zip');
    writeFileSync(file, Buffer.from(await (await fetch((await link.getAttribute('href'))!)).arrayBuffer()));

    await driver.get(elsewhere.url);
    await waitForText(driver, 'The shelf is empty');
    await choose(file);
    await waitForText(driver, 'Add pictures or a PDF');
    expect(await (await byRole(driver, 'textbox', 'Title of the book')).getAttribute('value')).toBe(
      'Knots for Short Crossings',
    );
    await byRole(driver, 'button', 'Page 8: knots 8.jpg');
    // The pictures themselves arrived: the first one is shown.
    await driver.wait(
      () =>
        driver.executeAsyncScript(
          `const done = arguments[0];
           const href = document.querySelector('[data-testid="page-1"] img')?.getAttribute('src');
           if (!href) return done(false);
           const picture = new Image();
           picture.onload = () => done(picture.naturalWidth > 0);
           picture.onerror = () => done(false);
           picture.src = href;`,
        ),
      WAIT_MS,
    );
  });

  it('refuses what is no book file, in a sentence', async () => {
    const { driver } = browser;
    const file = path.join(folder, 'poem.zip');
    writeFileSync(file, 'roses are red');
    await driver.get(elsewhere.url);
    await waitForText(driver, '1 book on the shelf');
    await choose(file);
    await waitForText(driver, 'This is not a book file: it is no zip.');
    await waitForText(driver, '1 book on the shelf');
  });
});
