import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Select } from 'selenium-webdriver/lib/select.js';
import type { BookDocument } from '../packages/core/src/document/document.ts';
import { startApp, type RunningApp } from './app.ts';
import { By, byRole, chord, Key, located, openBrowser, press, waitForText, type Browser } from './browser.ts';
import { dropFiles } from './drop.ts';

let app: RunningApp;
let browser: Browser;
let folder: string;
let id: string;
beforeAll(async () => {
  [app, browser] = [await startApp({ demo: true }), await openBrowser()];
  folder = mkdtempSync(path.join(tmpdir(), 'eight-up-editing-'));
  const { books } = (await (await fetch(`${app.url}/api/books`)).json()) as { books: { id: string }[] };
  id = books[0]!.id;
});
afterAll(async () => {
  await browser?.close();
  await app?.stop();
  rmSync(folder, { recursive: true, force: true });
});

const stored = async (): Promise<BookDocument> =>
  ((await (await fetch(`${app.url}/api/books/${id}`)).json()) as { book: BookDocument }).book;
const untilStored = async (wanted: (book: BookDocument) => boolean, what: string) =>
  browser.driver.wait(async () => wanted(await stored()), 10_000, `never stored: ${what}`);
const open = async (where: string, text: string) => {
  await browser.driver.get(`${app.url}/books/${id}/${where}`);
  await waitForText(browser.driver, text);
};
const files = (book: BookDocument) => book.pages.map(({ content }) => content?.name ?? '-');
const type = async (field: string, text: string) => {
  const input = await byRole(browser.driver, 'textbox', field);
  await input.sendKeys(Key.chord(Key.CONTROL, 'a'), text, Key.ENTER);
};

describe('editing pages', () => {
  it('says what a page is for: role, thread and its name, caption, note; the page shows them', async () => {
    const { driver } = browser;
    await open('pages?page=3', 'Lock it here');
    await new Select(await located(driver, By.xpath('//label[contains(., "Role")]//select'))).selectByValue('title');
    await new Select(await located(driver, By.xpath('//label[contains(., "Thread")]//select'))).selectByValue('moss');
    await type('stands for', 'the heron');
    await type('Caption, printed at its foot', 'Low water');
    await type('Note, for yourself', 'draw it again');
    await untilStored(({ pages }) => pages[2]!.note === 'draw it again', 'the note');
    const book = await stored();
    expect(book.pages[2]).toMatchObject({ role: 'title', thread: 'moss', caption: 'Low water' });
    expect(book.threads).toEqual({ moss: 'the heron' });
    await byRole(driver, 'button', 'Page 3: knots 3.jpg, title, the heron, caption: Low water, note: draw it again');
  });

  it('locks a page, lets others flow round it, doubles, takes out; undo brings all back', async () => {
    await open('pages?page=2', 'Lock it here');
    const before = files(await stored());
    await press(browser.driver, 'k');
    await press(browser.driver, Key.ARROW_LEFT, 'e');
    await untilStored(({ pages }) => pages[0]!.content === null, 'an empty page before the first');
    // Page 2 stayed; the first went past it, and the last fell into the tray.
    expect(files(await stored())).toEqual(['-', before[1], before[0], ...before.slice(2, 7)]);
    expect((await stored()).tray.map(({ content }) => content?.name)).toEqual([before[7]]);
    await press(browser.driver, Key.ARROW_RIGHT, 'w');
    await untilStored(({ pages }) => pages[2]!.content?.name === before[1], 'page 2 doubled');
    await press(browser.driver, Key.ARROW_RIGHT, 'o');
    await untilStored(({ tray }) => tray.length > 1, 'taken out');
    for (let i = 0; i < 4; i++) await chord(browser.driver, Key.CONTROL, 'z');
    await untilStored((book) => JSON.stringify(files(book)) === JSON.stringify(before), 'everything undone');
  });

  it('places a picture by dragging, by arrow keys, by numbers, by quarter turns', async () => {
    const { driver } = browser;
    await open('pages?page=5', 'By numbers');
    const sheet = await located(driver, By.css('[data-testid="placing"]'));
    const { width } = await sheet.getRect();
    await driver
      .actions({ async: true })
      .move({ origin: sheet })
      .press()
      .move({ origin: sheet, x: 30, y: -15 })
      .release()
      .perform();
    await untilStored(({ pages }) => pages[4]!.content!.placing !== undefined, 'dragged');
    const dragged = (await stored()).pages[4]!.content!.placing!;
    // As far on paper as the pointer went on the drawing.
    expect(dragged.right / 1e6).toBeCloseTo((30 * 74.25) / (width - 2), 0);
    expect(dragged.down / 1e6).toBeCloseTo((-15 * 74.25) / (width - 2), 0);
    await sheet.sendKeys(Key.ARROW_RIGHT);
    await untilStored(
      ({ pages }) => pages[4]!.content!.placing!.right === dragged.right + 1_000_000,
      'a millimetre on',
    );
    await (await byRole(driver, 'button', 'By numbers')).click();
    await type('turned, degrees', '7,5');
    await untilStored(({ pages }) => pages[4]!.content!.placing!.turn === 7.5, 'turned');
    await type('spine', '8');
    await untilStored(({ pages }) => pages[4]!.content!.placing!.margins.spine === 8_000_000, 'margin');
    await type('turned, degrees', 'sideways');
    await waitForText(driver, 'A number from -360 to 360.');
    expect((await stored()).pages[4]!.content!.placing!.turn).toBe(7.5);
    await (await byRole(driver, 'button', 'Back to where it was laid')).click();
    await untilStored(({ pages }) => pages[4]!.content!.placing === undefined, 'laid back');
  });

  it('lays one picture over the whole sheet and takes it back onto one page', async () => {
    const { driver } = browser;
    await open('pages?page=5', 'Over several pages');
    const before = files(await stored());
    await (await byRole(driver, 'button', 'Over several pages')).click();
    await (await byRole(driver, 'button', /^Over the whole sheet, unfolded/)).click();
    await untilStored(
      ({ pages }) => pages.every(({ content }) => content?.name === before[4] && !!content?.part),
      'spread',
    );
    expect((await stored()).tray).toHaveLength(7);
    await (await byRole(driver, 'button', 'Take the picture onto this page alone')).click();
    await untilStored((book) => files(book).filter((name) => name !== '-').length === 1, 'gathered');
    for (let i = 0; i < 2; i++) await chord(driver, Key.CONTROL, 'z');
    await untilStored((book) => JSON.stringify(files(book)) === JSON.stringify(before), 'undone');
  });

  it('settles a check in one press, and keeps an accepted one with its reason', async () => {
    const { driver } = browser;
    await open('pages?page=4', 'Lock it here');
    await new Select(await located(driver, By.xpath('//label[contains(., "Role")]//select'))).selectByValue('title');
    await waitForText(driver, 'stands on a verso');
    await (
      await located(driver, By.css('[data-check="role-misplaced"]'))
    )
      .findElement(By.xpath('.//button[contains(., "Accept it")]'))
      .click();
    await (
      await byRole(driver, 'textbox', 'Why is it right so? (may stay empty)')
    ).sendKeys('two titles, a joke', Key.ENTER);
    await waitForText(driver, '1 accepted, on the record');
    expect((await stored()).accepted).toMatchObject([{ reason: 'two titles, a joke' }]);
    await (await byRole(driver, 'button', '1 accepted, on the record')).click();
    await waitForText(driver, 'Accepted: “two titles, a joke”');
    await (await byRole(driver, 'button', 'Raise it again')).click();
    await (await byRole(driver, 'button', /^Move it to page 5/)).click();
    await untilStored(({ pages }) => pages[4]!.role === 'title' && pages[3]!.role === null, 'moved');
    for (let i = 0; i < 4; i++) await chord(driver, Key.CONTROL, 'z');
  });

  it('takes the page plan out and in again as CSV, and refuses a wrong one with its row', async () => {
    const { driver } = browser;
    await open('pages', 'Arrange by a CSV');
    const csv = await (await fetch(`${app.url}/api/books/${id}/pages.csv`)).text();
    const [heading, one, two, ...rest] = csv
      .replace(/^\uFEFF/, '')
      .trim()
      .split('\r\n');
    const before = files(await stored());
    const swap = (line: string, page: number) => line.replace(/^\d+/, String(page));
    const file = path.join(folder, 'plan.csv');
    const send = async (lines: readonly (string | undefined)[]) => {
      writeFileSync(file, lines.join('\n'));
      await (await located(driver, By.css('input[aria-label="A page plan (CSV)"]'))).sendKeys(file);
    };
    await send([heading, swap(two!, 1), swap(one!, 2), ...rest]);
    await waitForText(driver, 'Arranged by plan.csv.');
    expect(files(await stored()).slice(0, 2)).toEqual([before[1], before[0]]);
    await send([heading, one!.replace('slit', ''), 'two,,,,,,']);
    await waitForText(driver, 'Row 3 of the page plan, “page”: “two” is not understood. Nothing was changed.');
    await chord(driver, Key.CONTROL, 'z');
    await untilStored((book) => JSON.stringify(files(book)) === JSON.stringify(before), 'undone');
  });

  it('hangs a poster on the back of the sheet: the sheet turned over shows it, the print has two pages', async () => {
    const { driver } = browser;
    await open('sheets', 'The back of the sheet');
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" width="297mm" height="210mm"><script>1</script><circle cx="99" cy="99" r="50"/></svg>';
    await dropFiles(driver, 'section[aria-label="The back of the sheet"]', [
      { name: 'moon.svg', type: 'image/svg+xml', bytes: Buffer.from(svg) },
    ]);
    await waitForText(driver, 'moon.svg was cleaned: scripts left out. What it draws is kept.');
    await press(driver, 't');
    await waitForText(driver, 'face B up, the poster');
    const print = await byRole(driver, 'link', /^Print file/);
    const pdf = Buffer.from(await (await fetch((await print.getAttribute('href'))!)).arrayBuffer());
    expect(
      pdf.toString('latin1').match(/\/Type\s*\/Page\b/g) ?? pdf.toString('latin1').match(/\/Count 2/g),
    ).not.toBeNull();
    await (await byRole(driver, 'radio', 'short edge')).click();
    await untilStored(({ printing }) => printing.flip === 'short-edge', 'flip');
    await (await byRole(driver, 'button', 'Take it down')).click();
    await untilStored(({ poster }) => poster === null, 'taken down');
  });
});

describe('the history', () => {
  it('shows every change, names a state, goes back to it, and undo brings the newest again', async () => {
    const { driver } = browser;
    const newest = JSON.stringify((await stored()).pages);
    await open('pages', 'Add pictures or a PDF');
    await press(driver, 'y');
    await waitForText(driver, 'Every change, newest first');
    await waitForText(driver, 'The book was made.');
    await (await byRole(driver, 'button', /Put in 8 pictures\./)).click();
    await waitForText(driver, 'Going back is a change like any other');
    await type('A name for this state', 'as first drawn');
    await waitForText(driver, 'as first drawn');
    await (await byRole(driver, 'button', 'Go back to here')).click();
    await waitForText(driver, 'Add pictures or a PDF');
    await untilStored(({ pages }) => pages.every(({ note }) => note === ''), 'gone back');
    await chord(driver, Key.CONTROL, 'z');
    await untilStored(({ pages }) => JSON.stringify(pages) === newest, 'the newest again');
  });

  it('leaves the originals alone through all of it', () => {
    const folders = readdirSync(path.join(app.dataFolder, 'originals'));
    expect(folders.length).toBeGreaterThan(8);
    for (const one of folders)
      for (const name of readdirSync(path.join(app.dataFolder, 'originals', one)))
        expect(readFileSync(path.join(app.dataFolder, 'originals', one, name)).length).toBeGreaterThan(100);
  });
});
