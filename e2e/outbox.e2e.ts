import { randomBytes } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type Sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApp, type RunningApp } from './app.ts';
import { By, byRole, Key, openBrowser, WAIT_MS, waitForText, type Browser } from './browser.ts';

const sharp = createRequire(new URL('../packages/server/package.json', import.meta.url))('sharp') as typeof Sharp;

let dataFolder: string;
let app: RunningApp;
let browser: Browser;
beforeAll(async () => {
  dataFolder = mkdtempSync(path.join(tmpdir(), 'eight-up-outbox-'));
  app = await startApp({ dataFolder });
  browser = await openBrowser();
});
afterAll(async () => {
  await browser?.close();
  await app?.stop();
  rmSync(dataFolder, { recursive: true, force: true });
});

const retitle = async (title: string) => {
  const field = await byRole(browser.driver, 'textbox', 'Title of the book');
  await field.click();
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), title, Key.ENTER);
};
const shown = async () => (await byRole(browser.driver, 'textbox', 'Title of the book')).getAttribute('value');
const titles = async (): Promise<readonly string[]> => {
  const { books } = (await (await fetch(`${app.url}/api/books`)).json()) as { books: { book: { title: string } }[] };
  return books.map(({ book }) => book.title);
};
const untilTitles = (wanted: readonly string[]) =>
  browser.driver.wait(
    async () => JSON.stringify(await titles()) === JSON.stringify(wanted),
    WAIT_MS,
    `never ${wanted.join()}`,
  );
const newBook = async () => {
  await browser.driver.get(`${app.url}/new`);
  await (await byRole(browser.driver, 'button', 'Start this book')).click();
  await waitForText(browser.driver, 'Add pictures or a PDF');
};
const goneFrom = (text: string) =>
  browser.driver.wait(
    async () => !(await browser.driver.findElement(By.css('body')).getText()).includes(text),
    WAIT_MS,
    `“${text}” never went`,
  );
const again = async () => {
  const { port } = new URL(app.url);
  await app.kill();
  return async () => {
    app = await startApp({ dataFolder, port: Number(port) });
  };
};
const NO_ANSWER = 'The server does not answer.';

describe('what waits to be saved', () => {
  it('while the server is away it is shown as not saved, and is saved as soon as there is an answer', async () => {
    await newBook();
    await retitle('Before');
    await untilTitles(['Before']);
    const start = await again();
    await retitle('While it was away');
    await waitForText(browser.driver, NO_ANSWER);
    await waitForText(browser.driver, '1 change is not known to be saved');
    expect(await shown()).toBe('While it was away');
    await start();
    await untilTitles(['While it was away']);
    await goneFrom(NO_ANSWER);
    expect(await shown()).toBe('While it was away');
  });

  it('it survives a reload of the window', async () => {
    const start = await again();
    await retitle('Kept over a reload');
    await waitForText(browser.driver, NO_ANSWER);
    await start();
    await browser.driver.navigate().refresh();
    await untilTitles(['Kept over a reload']);
    expect(await shown()).toBe('Kept over a reload');
  });

  it('goes to the book it was made in, however quickly the window shows another', async () => {
    const { driver } = browser;
    const one = await driver.getCurrentUrl();
    await newBook();
    await retitle('The other');
    await untilTitles(['Kept over a reload', 'The other']);
    const other = await driver.getCurrentUrl();
    for (let round = 1; round <= 3; round++) {
      await driver.get(one);
      await retitle(`One ${round}`);
      await driver.get(other);
      await retitle(`Other ${round}`);
      await driver.navigate().back();
      await driver.navigate().forward();
    }
    await untilTitles(['One 3', 'Other 3']);
    expect(await shown()).toBe('Other 3');
  });
});

describe('a duplicated tab', () => {
  it('is another window: it has a name of its own, and is told what the first one saves', async () => {
    const { driver } = browser;
    const first = await driver.getWindowHandle();
    const named = () => driver.executeScript<string>(`return sessionStorage.getItem('eight-up-window')`);
    const name = await named();
    // Opened by the page itself, a tab takes a copy of what its window keeps.
    await driver.executeScript('window.open(location.href)');
    const second = (await driver.getAllWindowHandles()).find((handle) => handle !== first)!;
    await driver.switchTo().window(second);
    await byRole(driver, 'textbox', 'Title of the book');
    expect(await named()).not.toBe(name);
    await driver.switchTo().window(first);
    expect(await named()).toBe(name);
    await retitle('Told to the other tab');
    await untilTitles(['One 3', 'Told to the other tab']);
    await driver.switchTo().window(second);
    await waitForText(driver, 'Another window has changed this book.');
    await driver.close();
    await driver.switchTo().window(first);
  });
});

describe('a file that takes a while', () => {
  it('tells how far it is, can be stopped, and leaves nothing behind', async () => {
    const { driver } = browser;
    const id = /books\/([^/]+)/.exec(await driver.getCurrentUrl())![1]!;
    const [width, height] = [4200, 3400];
    // Interlaced, with alpha: it has to be written anew for print.
    const picture = await sharp(randomBytes(width * height * 4), { raw: { width, height, channels: 4 } })
      .png({ progressive: true, compressionLevel: 1 })
      .toBuffer();
    const body = new FormData();
    body.append('files', new Blob([new Uint8Array(picture)]), 'noise.png');
    expect((await fetch(`${app.url}/api/books/${id}/files`, { method: 'POST', body })).status).toBe(200);
    await driver.get(`${app.url}/books/${id}/sheets`);
    await (await byRole(driver, 'link', /^Print file/)).click();
    await waitForText(driver, 'Making: Print file');
    await (await byRole(driver, 'button', 'Stop')).click();
    await goneFrom('Making: Print file');
    expect(await driver.getAllWindowHandles()).toHaveLength(1);
  });
});
