import { createRequire } from 'node:module';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type Sharp from 'sharp';
import type { BookAnswer, PrintersAnswer } from '@eight-up/core/contract/answers';
import { pagesOfWords } from '../packages/server/test/marked-pages.ts';
import { startApp, type RunningApp } from './app.ts';
import { By, byRole, chord, Key, located, openBrowser, press, waitForText, type Browser } from './browser.ts';
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
    await waitForText(driver, '3 sheets. 2 pages at the end stay blank, the back cover among them.');
    // The near counts, each with what it costs, are a press away.
    for (const name of ['8 pages, 2 sheets', '12 pages, 3 sheets']) await byRole(driver, 'button', name);
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
    await click('tab', 'Creep and trim');
    await click('radio', 'crisp folds');
    await waitForText(driver, '0.1 mm a folio: the innermost pages move 0.2 mm to the spine');
  });

  it('finds by a feed rehearsal on the stand-in how the pile goes back, and gives the files for it', async () => {
    const { driver } = browser;
    await click('tab', 'Front and back');
    await click('link', 'Find out how your printer feeds');
    await waitForText(driver, 'How does your printer feed?');
    await click('button', 'Print 1 and 2');
    await click('button', 'Put back, print A and B');
    await click('button', 'Answer the questions from this pile');
    await waitForText(driver, 'When all fronts are printed,');
    // The stand-in prints the real files, and what they fold into is looked through.
    await click('button', 'Print both files and fold');
    await waitForText(driver, 'Every page came where it belongs');
    await click('radio', 'a jam');
    await waitForText(driver, 'Not as they should be: pages');
    await click('radio', 'all goes well');
    await click('button', 'Measure its prints with a rule');
    const line = await byRole(driver, 'textbox', 'the line across, long');
    await line.click();
    await chord(driver, Key.CONTROL, 'a');
    await line.sendKeys('99.2', Key.ENTER);
    await waitForText(
      driver,
      'The 100 mm line across measures 99.2 mm, so everything is printed 0.8 % larger that way.',
    );
    await (await byRole(driver, 'textbox', 'The printer’s name')).sendKeys('Wheelhouse');
    await click('button', 'Keep it, and print this book so');
    await waitForText(driver, 'The files are ordered and turned to match.');
    await waitForText(driver, 'printed 0.8 % larger');
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

  it('makes the print file and its key the two passes, in the order of the hands', async () => {
    const { driver } = browser;
    await driver.get(`${app.url}/books/${await bookId()}/sheets`);
    await byRole(driver, 'button', /^Print file, front and back/);
    await press(driver, 'p');
    await waitForText(driver, 'Print in two passes');
    await waitForText(driver, 'One copy: 3 sheets to print, 5 with spares.');
    const passes = await driver.findElements(By.css('[role=dialog] a'));
    expect(await Promise.all(passes.map((link) => link.getText()))).toEqual(['All fronts', 'All backs']);
    await click('button', 'Close');
    // The dummy goes through the same printer.
    await click('button', /^Numbered dummy, front and back/);
    await waitForText(driver, 'The numbered dummy, in two passes');
    const dummy = await driver.findElements(By.css('[role=dialog] a'));
    for (const [i, link] of dummy.entries())
      expect(await link.getAttribute('href')).toMatch(i === 0 ? /dummy\.pdf\?pass=fronts/ : /dummy\.pdf\?pass=backs/);
    expect(dummy).toHaveLength(2);
    await click('button', 'Close');
  });

  it('splits a picture over two pieces of paper, with creep and a strip on both, and watches the gutter', async () => {
    const { driver } = browser;
    await driver.get(`${app.url}/books/${await bookId()}/pages?page=4`);
    await click('button', 'Over several pages');
    await click('button', /^Across this opening two pieces that must meet/);
    await waitForText(driver, 'Of page 4 0.1 mm lie hidden in the gutter');
    const strip = await byRole(driver, 'textbox', 'a strip printed on both pages');
    await strip.click();
    await chord(driver, Key.CONTROL, 'a');
    await strip.sendKeys('3', Key.ENTER);
    const book = async () => (await json<BookAnswer>(`/api/books/${await bookId()}`)).book;
    await driver.wait(async () => (await book()).pages[4]!.content?.part?.overlap === 3_000_000, 10_000, 'no strip');
    await click('button', 'Mark a face');
    await waitForText(driver, 'a face comes to the gutter, where two pieces of paper meet');
    // Moved aside by the arrow keys it is no longer warned of.
    const face = await byRole(driver, 'button', /^face 1/);
    for (let i = 0; i < 12; i++) await face.sendKeys(Key.ARROW_LEFT);
    await driver.wait(
      async () => !(await driver.findElement(By.css('body')).getText()).includes('a face comes to the gutter'),
      10_000,
      'the warning stayed',
    );
    // Both halves come from one original; on paper they overlap by the strip and what the gutter hides.
    const { pages } = await book();
    expect(pages.slice(3, 5).map(({ content }) => content?.part?.page)).toEqual([3, 4]);
  });

  it('mounts only what is in sight of four hundred pages, and goes to any of them', async () => {
    const { driver } = browser;
    const made = (await (
      await fetch(`${app.url}/api/books`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          title: 'All the tides',
          form: 'nested-booklet',
          parameters: { pages: 400, sections: 12 },
          sheet: { width: 297_000_000, height: 210_000_000, fibre: 'along-height' },
        }),
      })
    ).json()) as BookAnswer;
    await driver.get(`${app.url}/books/${made.id}/pages`);
    await byRole(driver, 'button', 'Page 1: empty');
    const mounted = () =>
      driver.executeScript<number>(`return document.querySelectorAll('[data-testid^="page-"]').length`);
    expect(await mounted()).toBeLessThanOrEqual(60);
    await driver.executeScript(`document.querySelector('[aria-label=Openings]').scrollTop = 9000`);
    await driver.wait(
      async () => (await driver.findElements(By.css('[data-testid="page-1"]'))).length === 0,
      5000,
      'page 1 stayed',
    );
    expect(await mounted()).toBeGreaterThan(4);
    expect(await mounted()).toBeLessThanOrEqual(60);
    await driver.get(`${app.url}/books/${made.id}/pages?page=399`);
    await byRole(driver, 'button', 'Page 399: empty');
    await press(driver, Key.ARROW_RIGHT);
    await byRole(driver, 'button', 'Page 400: empty');
    expect(await mounted()).toBeLessThanOrEqual(60);
  });

  it('makes a booklet with fold-outs, whose flaps are counted, folded in and opened out', async () => {
    const { driver } = browser;
    await driver.get(`${app.url}/new`);
    await click('radio', /^Booklet with fold-outs/);
    await waitForText(driver, '14 pages to read with the fold-outs, 12 without');
    await (await located(driver, By.css('select[aria-label="Folio 3"]'))).sendKeys('opens both ways');
    await waitForText(driver, '18 pages to read with the fold-outs, 12 without');
    const flap = await byRole(driver, 'textbox', /^Flap, wide/);
    await flap.click();
    await chord(driver, Key.CONTROL, 'a');
    await flap.sendKeys('140', Key.ENTER);
    await waitForText(driver, 'A flap of 140 mm is wider than the page it folds onto allows');
    await flap.click();
    await chord(driver, Key.CONTROL, 'a');
    await flap.sendKeys('0', Key.ENTER);
    await click('button', 'Start this book');
    await waitForText(driver, 'Flap opened out: 6b · 6 · 7 · 7b');
    await press(driver, '6');
    await waitForText(driver, 'Fold a flap of folio 2 in');
  });
});
