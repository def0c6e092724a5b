import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type Sharp from 'sharp';
import type { BookAnswer } from '@eight-up/core/contract/answers';
import { startApp, type RunningApp } from './app.ts';
import {
  actOnBook,
  By,
  byRole,
  chord,
  Key,
  located,
  openBrowser,
  press,
  WAIT_MS,
  waitForText,
  type Browser,
} from './browser.ts';
import { dropFiles, type DroppedFile } from './drop.ts';

const sharp = createRequire(new URL('../packages/server/package.json', import.meta.url))('sharp') as typeof Sharp;

let app: RunningApp;
let browser: Browser;
let pictures: readonly DroppedFile[];
let folder: string;
beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'eight-up-ways-in-'));
  app = await startApp();
  browser = await openBrowser();
  pictures = await Promise.all(
    [1, 2, 3, 4, 5, 6, 7, 8].map(async (n) => ({
      name: `knot ${n}.png`,
      type: 'image/png',
      bytes: await sharp({ create: { width: 90, height: 126, channels: 3, background: { r: 30 * n, g: 90, b: 90 } } })
        .png()
        .toBuffer(),
    })),
  );
});
afterAll(async () => {
  await browser?.close();
  await app?.stop();
  rmSync(folder, { recursive: true, force: true });
});

const made = async (fibre = 'along-width'): Promise<string> => {
  const answer = await fetch(`${app.url}/api/books`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      title: 'Knots',
      form: 'slit-book',
      sheet: { width: 297_000_000, height: 210_000_000, fibre },
    }),
  });
  return ((await answer.json()) as BookAnswer).id;
};
const standing = async (id: string): Promise<string> => {
  const { book } = (await (await fetch(`${app.url}/api/books/${id}`)).json()) as BookAnswer;
  return book.pages.map(({ content }) => /knot (\d)/.exec(content?.name ?? '')?.[1] ?? '–').join(' ');
};
const untilStanding = (id: string, wanted: string) =>
  browser.driver.wait(async () => (await standing(id)) === wanted, 20_000, `pages never became ${wanted}`);

describe('pictures let go anywhere', () => {
  let id: string;
  beforeEach(async () => {
    id = await made();
    await browser.driver.get(`${app.url}/books/${id}/pages`);
    await byRole(browser.driver, 'button', 'Page 1: empty');
  });

  it.each([
    ['on the header', 'header'],
    ['between the pages', 'ol[aria-label="Openings in reading order"]'],
    ['over a page in the middle', '[data-testid=page-4]'],
  ])('eight fill an empty book in order: %s', async (_, css) => {
    await dropFiles(browser.driver, css, pictures);
    await untilStanding(id, '1 2 3 4 5 6 7 8');
  });

  it('over a page fewer begin there; what they would fill is outlined while they are held', async () => {
    const { driver } = browser;
    const aimed = await driver.executeAsyncScript<string[]>(`
      const done = arguments[arguments.length - 1];
      const data = new DataTransfer();
      for (const n of [1, 2, 3]) data.items.add(new File(['x'], n + '.png', { type: 'image/png' }));
      document.querySelector('[data-testid=page-4]').dispatchEvent(
        new DragEvent('dragover', { bubbles: true, cancelable: true, dataTransfer: data }));
      setTimeout(() => done([...document.querySelectorAll('.page-aimed')].map((page) => page.dataset.testid)), 500);`);
    expect(aimed).toEqual(['page-4', 'page-5', 'page-6']);
    await dropFiles(driver, '[data-testid=page-4]', pictures.slice(0, 3));
    await untilStanding(id, '– – – 1 2 3 – –');
  });

  it('over another stage they come into the book too', async () => {
    await browser.driver.get(`${app.url}/books/${id}/fold`);
    await waitForText(browser.driver, 'drag the pointer');
    await dropFiles(browser.driver, 'header', pictures.slice(0, 2));
    await untilStanding(id, '1 2 – – – – – –');
  });

  it('on their pages as they come; the window loaded anew says at how many it stopped, and which are missing', async () => {
    const { driver } = browser;
    // Large enough that some are still on their way.
    const noise = { type: 'gaussian' as const, mean: 120, sigma: 60 };
    const bytes = await sharp({ create: { width: 2600, height: 1900, channels: 3, background: '#888', noise } })
      .png()
      .toBuffer();
    for (const { name } of pictures) writeFileSync(path.join(folder, name), bytes);
    const choose = async (css: string, names: readonly string[]) =>
      (await located(driver, By.css(css))).sendKeys(names.map((name) => path.join(folder, name)).join('\n'));
    await choose(
      'input[aria-label="Pictures or a PDF"]',
      pictures.map(({ name }) => name),
    );
    const placed = async () => (await standing(id)).split(' ').filter((n) => n !== '–').length;
    await driver.wait(async () => (await placed()) >= 2, WAIT_MS, 'nothing came');
    const { prevented } = (await driver.executeScript(
      `const event = new Event('beforeunload', { cancelable: true });
       window.dispatchEvent(event);
       return { prevented: event.defaultPrevented };`,
    )) as { prevented: boolean };
    expect(prevented).toBe(true);
    await driver.navigate().refresh();
    await waitForText(driver, /Taking in pictures stopped at \d of 8/);
    const said = await (await located(driver, By.css('[role=alert]'))).getText();
    const missing = /Not there: (.*)\./.exec(said)![1]!.split(', ');
    // What had come is in the book and nothing of it is asked for again; one act, however many came.
    await driver.wait(async () => (await placed()) + missing.length >= 8, WAIT_MS);
    expect(missing).not.toContain('knot 1.png');
    await choose('[role=alert] input', missing);
    await driver.wait(async () => (await placed()) === 8, WAIT_MS, 'the rest never came');
    await chord(driver, Key.CONTROL, 'z');
    await driver.wait(async () => (await placed()) === 8 - missing.length, WAIT_MS, 'not taken back as one');
    await chord(driver, Key.CONTROL, 'z');
    await driver.wait(async () => (await placed()) === 0, WAIT_MS, 'not taken back as one');
    await driver.navigate().refresh();
    await waitForText(driver, 'Add pictures or a PDF');
    expect(await driver.findElement(By.css('body')).getText()).not.toContain('stopped at');
  });
});

describe('pictures let go where there is no book yet', () => {
  it('on the shelf they begin one; at the start of a book they wait for it', async () => {
    const { driver } = browser;
    await driver.get(app.url);
    await waitForText(driver, 'on the shelf');
    await dropFiles(driver, 'header', pictures);
    await waitForText(driver, 'Add pictures or a PDF');
    const id = () => driver.getCurrentUrl().then((url) => /books\/([^/]+)/.exec(url)![1]!);
    await untilStanding(await id(), '1 2 3 4 5 6 7 8');
    await driver.get(`${app.url}/new`);
    await waitForText(driver, 'What do you want to hold?');
    await dropFiles(driver, 'header', pictures.slice(0, 3));
    await waitForText(driver, '3 pictures wait for this book.');
    await (await byRole(driver, 'button', 'Start this book')).click();
    await waitForText(driver, 'Add pictures or a PDF');
    await untilStanding(await id(), '1 2 3 – – – – –');
  });

  it('what was done to a book is said on the shelf, with the way back', async () => {
    const { driver } = browser;
    await driver.get(app.url);
    const books = async () =>
      ((await (await fetch(`${app.url}/api/books`)).json()) as { books: unknown[] }).books.length;
    const before = await books();
    await actOnBook(driver, 'Untitled book', 'Copy');
    await waitForText(driver, '“Untitled book, a copy” stands at the end of the shelf.');
    await (await byRole(driver, 'button', 'Take it away again')).click();
    await driver.wait(async () => (await books()) === before, WAIT_MS);
    await actOnBook(driver, 'Untitled book', 'Remove into the bin');
    await waitForText(driver, '“Untitled book” lies in the bin.');
    await (await byRole(driver, 'button', 'Put it back on the shelf')).click();
    await driver.wait(async () => (await books()) === before, WAIT_MS);
  });
});

describe('from an empty shelf to the right print file', () => {
  /** Which picture lies in the middle of each panel of the printed sheet, row by row: pictures are told apart by their red. */
  async function onPaper(href: string): Promise<string> {
    const folder = mkdtempSync(path.join(tmpdir(), 'eight-up-printed-'));
    try {
      writeFileSync(path.join(folder, 'a.pdf'), Buffer.from(await (await fetch(href)).arrayBuffer()));
      execFileSync('pdftoppm', ['-r', '40', '-png', '-singlefile', 'a.pdf', 'a'], { cwd: folder });
      const { data, info } = await sharp(path.join(folder, 'a.png')).raw().toBuffer({ resolveWithObject: true });
      const at = (row: number, column: number) => {
        const [x, y] = [((column + 0.5) * info.width) / 4, ((row + 0.5) * info.height) / 2].map(Math.floor);
        return Math.round(data[(y! * info.width + x!) * info.channels]! / 30);
      };
      return [0, 1].map((row) => [0, 1, 2, 3].map((column) => at(row, column)).join(' ')).join(' / ');
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  }

  it.each([
    ['let go on the empty shelf', 'shelf'],
    ['let go while the form is chosen', 'new'],
    ['let go over a page in the middle', 'page'],
  ])('at most 8 actions, pictures %s', async (_, where) => {
    const own = await startApp();
    const { driver } = browser;
    let actions = 0;
    const act = async (action: Promise<unknown>) => {
      await action;
      actions++;
    };
    const click = (role: string, name: string | RegExp) =>
      act(byRole(driver, role, name).then((element) => element.click()));
    try {
      await driver.get(own.url);
      await waitForText(driver, 'The shelf is empty');
      if (where === 'shelf') await act(dropFiles(driver, 'main, body', pictures));
      else {
        await click('link', 'Start the first book');
        await waitForText(driver, 'What do you want to hold?');
        if (where === 'new') await act(dropFiles(driver, 'header', pictures));
        await click('button', 'Start this book');
        await byRole(driver, 'button', /^Page 1: /);
        if (where === 'page') await act(dropFiles(driver, '[data-testid=page-4]', pictures));
      }
      await byRole(driver, 'button', /^Page 8: knot 8/);
      await act(press(driver, '4'));
      const print = await byRole(driver, 'link', /^Print file/);
      const href = (await print.getAttribute('href'))!;
      await act(print.click());
      expect(await onPaper(href)).toBe('5 4 3 2 / 6 7 8 1');
      expect(actions).toBeLessThanOrEqual(8);
    } finally {
      const [first, ...others] = await driver.getAllWindowHandles();
      for (const other of others) {
        await driver.switchTo().window(other);
        await driver.close();
      }
      await driver.switchTo().window(first!);
      await driver.get('about:blank');
      await own.stop();
    }
  });
});

describe('the finder', () => {
  it('has a name, stays open when emptied, keeps letters from the page, and closes at the first Escape', async () => {
    const { driver } = browser;
    const id = await made();
    await driver.get(`${app.url}/books/${id}/sheets`);
    await waitForText(driver, 'face A up');
    await chord(driver, Key.CONTROL, 'k');
    const open = () => driver.findElements(By.css('[role=dialog]'));
    await driver.wait(async () => (await open()).length === 1, 10_000, 'no finder');
    expect(await (await open())[0]!.getAccessibleName()).toBe('Find anything that can be done');
    await press(driver, 't', 'u');
    await waitForText(driver, 'Turn the sheet over');
    await press(driver, Key.BACK_SPACE, Key.BACK_SPACE);
    await driver.sleep(300);
    expect(await open()).toHaveLength(1);
    await press(driver, 't');
    await driver.sleep(300);
    // The sheet was not turned over by the letter.
    expect(await driver.getCurrentUrl()).not.toContain('face=B');
    await press(driver, Key.ESCAPE);
    await driver.wait(async () => (await open()).length === 0, 5_000, 'the finder stayed open');
  });
});

describe('an empty drawer', () => {
  it('is no dead end: a first plan is made with the sheet of the book; from the drawer the way leads back', async () => {
    const { driver } = browser;
    const id = await made('along-height');
    await driver.get(`${app.url}/books/${id}/paper`);
    await (await byRole(driver, 'link', 'Open the drawer')).click();
    await waitForText(driver, 'The drawer is empty');
    await (await byRole(driver, 'link', 'Back to the book')).click();
    await (await byRole(driver, 'button', /^Plan with the book’s own sheet, 297 × 210/)).click();
    await (await byRole(driver, 'button', 'Take this paper: The book’s A4')).click();
    await waitForText(driver, 'The book’s A4');
    await driver.wait(async () => (await driver.getCurrentUrl()).includes('ask=cut'), 15_000, 'no plan was taken');
    const { book } = (await (await fetch(`${app.url}/api/books/${id}`)).json()) as BookAnswer;
    expect(book.papers.text?.paper.sheet).toMatchObject({ width: 297_000_000, height: 210_000_000 });
  });
});

describe('thin paper', () => {
  it('whose grain runs across the spine is accepted in one press, on the record', async () => {
    const { driver } = browser;
    await driver.get(`${app.url}/books/${await made()}/form`);
    const accept = await byRole(driver, 'button', 'Accept it: the paper is thin');
    // Scrolled to as by a hand: the driver would take it for in view beneath the rack.
    await driver.executeScript(`arguments[0].scrollIntoView({ block: 'end' })`, accept);
    await accept.click();
    await waitForText(driver, '1 accepted, on the record');
  });
});
