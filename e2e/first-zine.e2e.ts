import { createRequire } from 'node:module';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type Sharp from 'sharp';
import { markedPdf, wordsOf } from '../packages/server/test/marked-pages.ts';
import { startApp, type RunningApp } from './app.ts';
import { By, byRole, chord, Key, located, openBrowser, press, WAIT_MS, waitForText, type Browser } from './browser.ts';
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

const jpeg = async (n: number) => ({
  name: `drawing ${n}.jpg`,
  type: 'image/jpeg',
  bytes: await sharp({ create: { width: 890, height: 1260, channels: 3, background: { r: 25 * n, g: 120, b: 90 } } })
    .jpeg()
    .toBuffer(),
});

const pageNames = (driver: Browser['driver']): Promise<string[]> =>
  driver.executeScript(
    `return [...document.querySelectorAll('[data-testid^="page-"]')].map((page) => page.getAttribute('aria-label'))`,
  );

const untilPages = (driver: Browser['driver'], wanted: readonly string[]) =>
  driver.wait(
    async () => JSON.stringify(await pageNames(driver)) === JSON.stringify(wanted),
    15_000,
    `pages never became ${wanted.join(' | ')}`,
  );

describe('from an empty shelf to a print file', () => {
  it('starts a book, takes dropped pictures in their natural order, prints, undoes across a reload', async () => {
    const { driver } = browser;
    await driver.get(app.url);
    await waitForText(driver, 'The shelf is empty');
    await (await byRole(driver, 'link', 'Start the first book')).click();
    await waitForText(driver, 'What do you want to hold?');
    await waitForText(driver, '8 pages to read, 4 leaves; closed 74.25 × 105 mm.');
    await (await byRole(driver, 'textbox', 'Its title')).sendKeys('Ferry knots');
    await (await byRole(driver, 'button', 'Start this book')).click();
    await waitForText(driver, 'Add pictures or a PDF');

    const files = await Promise.all([10, 9, 2, 3, 4, 5, 6, 7, 8].map(jpeg));
    await dropFiles(driver, 'main', files);
    const placed = [2, 3, 4, 5, 6, 7, 8, 9].map((n, i) => `Page ${i + 1}: drawing ${n}.jpg`);
    await untilPages(driver, placed);
    await waitForText(driver, '1 picture waits');

    // The print file holds eight pictures on one A4 sheet.
    await (await byRole(driver, 'link', /^4 ?Sheets$/)).click();
    const link = await byRole(driver, 'link', /^Print file/);
    const pdf = Buffer.from(await (await fetch((await link.getAttribute('href'))!)).arrayBuffer());
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
    for (const file of files.filter(({ name }) => name !== 'drawing 10.jpg'))
      expect(pdf.includes(Buffer.from(file.bytes))).toBe(true);

    // Undo after a reload: the server keeps the whole way back.
    await driver.navigate().refresh();
    await (await byRole(driver, 'button', 'Undo')).click();
    await (await byRole(driver, 'link', /^3 ?Pages$/)).click();
    await untilPages(
      driver,
      placed.map((_, i) => `Page ${i + 1}: empty`),
    );
    await chord(driver, Key.CONTROL, 'y');
    await untilPages(driver, placed);
  });

  it('a file that is whole too late to be opened is saved by itself, once, its press beside it', async () => {
    const { driver } = browser;
    const made = await fetch(`${app.url}/api/books`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        title: 'Late',
        form: 'slit-book',
        parameters: {},
        sheet: { width: 297_000_000, height: 210_000_000, fibre: 'along-height' },
      }),
    });
    await driver.get(`${app.url}/books/${((await made.json()) as { id: string }).id}/sheets`);
    const link = await byRole(driver, 'link', /^Print file/);
    // What a browser does with a page that nobody asked for just now.
    await driver.executeScript(`
      window.open = () => null;
      window.saved = [];
      HTMLAnchorElement.prototype.click = function () { window.saved.push([this.href, this.hasAttribute('download')]); };`);
    await link.click();
    await waitForText(driver, 'made, and among your downloads.');
    await byRole(driver, 'link', 'Open it');
    const saved = await driver.executeScript<[string, boolean][]>('return window.saved');
    expect(saved).toEqual([[expect.stringMatching(/\/api\/makings\/[\w-]+\/file$/), true]]);
    const pdf = Buffer.from(await (await fetch(saved[0]![0])).arrayBuffer());
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
  });

  it('refuses one bad file with its reason and takes the good one beside it', async () => {
    const { driver } = browser;
    await driver.get(`${app.url}/new`);
    await (await byRole(driver, 'button', 'Start this book')).click();
    await waitForText(driver, 'Add pictures or a PDF');
    await dropFiles(driver, 'main', [
      { name: 'poem.jpg', type: 'image/jpeg', bytes: Buffer.from('not a picture') },
      await jpeg(4),
    ]);
    await waitForText(driver, 'poem.jpg is not a JPEG, PNG, WebP, TIFF, GIF, SVG or PDF');
    await waitForText(driver, 'Everything else is as it was.');
    expect((await pageNames(driver))[0]).toBe('Page 1: drawing 4.jpg');
    await (await byRole(driver, 'button', 'Understood')).click();
    expect(await driver.findElements(By.css('[role=alert]'))).toHaveLength(0);
  });

  it('by mouse: a page dragged onto another swaps with it, dragged between two goes in there', async () => {
    const { driver } = browser;
    await driver.get(`${app.url}/new`);
    await (await byRole(driver, 'button', 'Start this book')).click();
    await waitForText(driver, 'Add pictures or a PDF');
    await dropFiles(driver, 'main', await Promise.all([1, 2, 3, 4, 5, 6, 7, 8].map(jpeg)));
    const labels = (order: readonly number[]) => order.map((n, i) => `Page ${i + 1}: drawing ${n}.jpg`);
    await untilPages(driver, labels([1, 2, 3, 4, 5, 6, 7, 8]));
    const page = (n: number) => located(driver, By.css(`[data-testid="page-${n}"]`));
    const drag = async (from: number, to: number, x: number) => {
      const target = await page(to);
      await driver
        .actions({ async: true })
        .move({ origin: await page(from) })
        .press()
        .move({ origin: await page(from), x: 12, y: 6 })
        .move({ origin: target, x, y: 4, duration: 300 })
        .release()
        .perform();
    };
    await drag(1, 3, 0);
    await untilPages(driver, labels([3, 2, 1, 4, 5, 6, 7, 8]));
    const { width } = await (await page(2)).getRect();
    await drag(6, 2, Math.round(-width / 2) + 5);
    await untilPages(driver, labels([3, 6, 2, 1, 4, 5, 7, 8]));
    await chord(driver, Key.CONTROL, 'z');
    await untilPages(driver, labels([3, 2, 1, 4, 5, 6, 7, 8]));
  });

  it('by keyboard only: a meander from a PDF, pages swapped and moved, the print reads in the new order', async () => {
    const { driver } = browser;
    await driver.get(app.url);
    await waitForText(driver, 'on the shelf');
    await press(driver, 'n');
    await waitForText(driver, 'What do you want to hold?');
    // Walk to the form's radio group and take the next one with an arrow.
    for (let i = 0; i < 12; i++) {
      await press(driver, Key.TAB);
      if (await driver.executeScript(`return document.activeElement.getAttribute('role') === 'radio'`)) break;
    }
    await press(driver, Key.ARROW_DOWN);
    await waitForText(driver, '16 pages to read, 13 leaves');
    for (let i = 0; i < 40; i++) {
      if (await driver.executeScript(`return document.activeElement.textContent === 'Start this book'`)) break;
      await press(driver, Key.TAB);
    }
    await press(driver, Key.ENTER);
    await waitForText(driver, 'Add pictures or a PDF');
    await dropFiles(driver, 'main', [
      { name: 'marks.pdf', type: 'application/pdf', bytes: await markedPdf(Array.from({ length: 16 }, () => ({}))) },
    ]);
    const order = Array.from({ length: 16 }, (_, i) => i + 1);
    const labels = () => order.map((n, i) => `Page ${i + 1}: marks.pdf${n > 1 ? `, page ${n}` : ''}`);
    await untilPages(driver, labels());

    // The first → chooses page 1, the second page 2; Alt → swaps 2 and 3, the choice goes along.
    await press(driver, Key.ARROW_RIGHT, Key.ARROW_RIGHT);
    await chord(driver, Key.ALT, Key.ARROW_RIGHT);
    [order[1], order[2]] = [order[2]!, order[1]!];
    await untilPages(driver, labels());
    // M takes page 3 in hand; walked to page 1, I puts it in there.
    await press(driver, 'm', Key.ARROW_LEFT, Key.ARROW_LEFT, 'i');
    order.unshift(...order.splice(2, 1));
    await untilPages(driver, labels());

    await driver.wait(async () => !(await driver.findElement(By.css('body')).getText()).includes('saving …'), WAIT_MS);
    await press(driver, '4');
    const link = await byRole(driver, 'link', /^Print file/);
    await driver.wait(async () => !(await driver.findElement(By.css('body')).getText()).includes('saving …'), WAIT_MS);
    const { words, width, height } = wordsOf(
      Buffer.from(await (await fetch((await link.getAttribute('href'))!)).arrayBuffer()),
    );
    const cellOf = (n: number) => {
      const mark = words.get(`p${n}TL`)!;
      return `${Math.floor((mark.y / height) * 4)},${Math.floor((mark.x / width) * 4)}`;
    };
    const strip = Array.from(
      { length: 16 },
      (_, i) => `${Math.floor(i / 4)},${Math.floor(i / 4) % 2 ? 3 - (i % 4) : i % 4}`,
    );
    expect(order.map(cellOf)).toEqual(strip);
  });
});
