import { createRequire } from 'node:module';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type Sharp from 'sharp';
import type { BookAnswer, PrintersAnswer } from '@eight-up/core/contract/answers';
import { pagesOfWords } from '../packages/server/test/marked-pages.ts';
import { startApp, type RunningApp } from './app.ts';
import { By, byRole, chord, Key, openBrowser, press, waitForText, type Browser } from './browser.ts';
import { dropFiles } from './drop.ts';

const sharp = createRequire(new URL('../packages/server/package.json', import.meta.url))('sharp') as typeof Sharp;

let app: RunningApp;
let browser: Browser;
beforeAll(async () => {
  app = await startApp();
  browser = await openBrowser();
});
afterAll(async () => {
  await browser?.close();
  await app?.stop();
});

const json = async <T>(path: string): Promise<T> => (await (await fetch(app.url + path)).json()) as T;
const click = async (role: string, name: string | RegExp) => (await byRole(browser.driver, role, name)).click();
const bookId = async () => /books\/([^/]+)/.exec(await browser.driver.getCurrentUrl())![1]!;

describe('a booklet from dropped pictures to the files of both passes', () => {
  it('takes a number of pages, says what stays blank, and fills its openings', async () => {
    const { driver } = browser;
    await driver.get(`${app.url}/new`);
    await click('radio', /^Nested booklet/);
    const pages = await byRole(driver, 'textbox', 'Pages you have');
    await pages.click();
    await chord(driver, Key.CONTROL, 'a');
    await pages.sendKeys('10', Key.ENTER);
    await waitForText(
      driver,
      '3 sheets; 2 pages at the end stay blank. 8 pages would take a sheet less, 12 fill this one.',
    );
    await click('button', 'Start this book');
    await waitForText(driver, 'Add pictures or a PDF');
    const pictures = await Promise.all(
      Array.from({ length: 10 }, async (_, i) => ({
        name: `tide ${i + 1}.jpg`,
        type: 'image/jpeg',
        bytes: await sharp({
          create: { width: 600, height: 850, channels: 3, background: { r: 20 * i, g: 90, b: 120 } },
        })
          .jpeg()
          .toBuffer(),
      })),
    );
    await dropFiles(driver, 'main', pictures);
    await driver.wait(async () => {
      const { book } = await json<BookAnswer>(`/api/books/${await bookId()}`);
      return book.pages.filter(({ content }) => content !== null).length === 10;
    }, 20_000);
  });

  it('shows each sheet and face with the pages that stand there', async () => {
    const { driver } = browser;
    await press(driver, '4');
    await waitForText(driver, 'sheet 1 of 3, face A up');
    const standing = () =>
      driver.executeScript<string[]>(
        `return [...document.querySelectorAll('[data-testid^="panel-"]')].map((panel) => panel.getAttribute('aria-label'))`,
      );
    expect(await standing()).toEqual([
      'sheet 1, face A, row 1, panel 2: page 1, head up',
      'sheet 1, face A, row 1, panel 1: page 12, head up',
    ]);
    await press(driver, '.', 't');
    await waitForText(driver, 'sheet 2 of 3, face B up');
    expect((await standing()).map((one) => /page (\d+)/.exec(one)![1])).toEqual(['4', '9']);
  });

  it('counts creep for the paper’s thickness', async () => {
    const { driver } = browser;
    await click('radio', 'crisp folds');
    await waitForText(driver, '0.1 mm a folio: the innermost pages move 0.2 mm to the spine');
  });

  it('finds by a feed rehearsal on the stand-in how the pile goes back, and gives the files for it', async () => {
    const { driver } = browser;
    await click('link', 'Find out how your printer feeds');
    await waitForText(driver, 'How does your printer feed?');
    await click('button', 'Print 1 and 2');
    await click('button', 'Put back, print A and B');
    await click('button', 'Answer the questions from this pile');
    await waitForText(driver, 'Print all fronts;');
    await (await byRole(driver, 'textbox', 'The printer’s name')).sendKeys('Wheelhouse');
    await click('button', 'Keep it, and print this book so');
    await waitForText(driver, 'The files are ordered and turned to match.');
    const { printers } = await json<PrintersAnswer>('/api/printers');
    expect(printers.map(({ name }) => name)).toEqual(['Wheelhouse']);
    const { book } = await json<BookAnswer>(`/api/books/${await bookId()}`);
    expect(book.printing.printer?.twoPass).toEqual(printers[0]!.twoPass);
    for (const name of ['All fronts', 'All backs']) {
      const href = await (await byRole(driver, 'link', name)).getAttribute('href');
      expect(pagesOfWords(Buffer.from(await (await fetch(href!)).arrayBuffer()))).toHaveLength(3);
    }
    expect(await driver.findElements(By.css('[role=alert]'))).toHaveLength(0);
  });
});
