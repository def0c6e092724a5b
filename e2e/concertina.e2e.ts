import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { PDFDocument } from '@cantoo/pdf-lib';
import sharp from 'sharp';
import type { BookAnswer, DrawerAnswer, JointPlanAnswer } from '@eight-up/core/contract/answers';
import { PLAIN_PAPER } from '@eight-up/core/paper/paper';
import { mm } from '@eight-up/core/units/nm';
import { startApp, type RunningApp } from './app.ts';
import { asking } from './asked.ts';
import { byRole, chord, Key, openBrowser, WAIT_MS, waitForText, type Browser } from './browser.ts';

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

const json = asking(() => app);
const click = async (role: string, name: string | RegExp) => (await byRole(browser.driver, role, name)).click();
const saved = async (id: string, is: (book: BookAnswer) => boolean): Promise<BookAnswer> => {
  for (const until = Date.now() + WAIT_MS; ;) {
    const book = await json<BookAnswer>(`/api/books/${id}`);
    if (is(book)) return book;
    if (Date.now() > until) throw new Error(`not saved: ${JSON.stringify(book.book.form)}`);
    await browser.driver.sleep(150);
  }
};
async function fill(name: string, text: string): Promise<void> {
  const field = await byRole(browser.driver, 'textbox', name);
  await browser.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', field);
  await field.click();
  await chord(browser.driver, Key.CONTROL, 'a');
  await field.sendKeys(text, Key.ENTER);
}

let id: string;

describe('a concertina of joined strips', () => {
  it('is chosen, measured and folded from a paper that is too short for it', async () => {
    const { driver } = browser;
    await json('/api/papers', {
      papers: [
        {
          ...PLAIN_PAPER,
          name: 'Wharf cartridge',
          sheet: { width: mm(500), height: mm(700), fibre: 'along-height' },
          price: 120,
          stock: 40,
          caliper: { thickness: 200_000, how: 'measured' },
        },
      ],
    });
    const begun = await json<BookAnswer>('/api/books', {
      title: 'Long Reach',
      form: 'slit-book',
      parameters: {},
      sheet: { width: mm(500), height: mm(700), fibre: 'along-height' },
    });
    id = begun.id;
    await driver.get(`${app.url}/books/${id}/form`);
    // A book has its form; the others are a press away.
    await click('button', 'Another form');
    await click('radio', /^concertina$/i);
    await fill('Panels', '24');
    await fill('A panel, wide', '95');
    await fill('A panel, high', '140');
    await click('radio', 'both sides');
    await waitForText(driver, '46 pages to read, 24 panels, 2 printed faces under the covers; closed 95 × 140 mm.');
    const { book } = await saved(id, (one) => one.book.form.parameters['sides'] === 'both');
    expect(book.form).toMatchObject({ id: 'concertina', parameters: { panels: 24, panelWidth: mm(95) } });
    // What cannot be is said, and nothing is lost.
    await click('button', 'Joints and fit');
    await fill('Tab, wide', '96');
    await waitForText(driver, 'A tab of 96 mm hides a panel of 95 mm whole.');
    await fill('Tab, wide', '15');
    await waitForText(driver, '46 pages to read');
  });

  it('takes a paper that settles its strips, beside what the other joints would come to', async () => {
    const { driver } = browser;
    await driver.get(`${app.url}/books/${id}/paper?ask=book`);
    await fill('Copies', '15');
    await waitForText(driver, 'Made otherwise from this paper');
    await waitForText(driver, /Joints lie wherever the paper ends\s*\d+ sheets/);
    await click('button', 'Take this paper: Wharf cartridge');
    const { book } = await saved(id, (one) => one.book.papers['text'] !== undefined);
    const strips = book.form.parameters['strips'] as readonly number[];
    expect(strips.reduce((sum, panels) => sum + panels, 0)).toBe(24);
    // 500 mm take five panels and a tab: five strips at least; joints in valleys come after odd numbers.
    expect(strips.length).toBeGreaterThanOrEqual(5);
    let done = 0;
    for (const panels of strips.slice(0, -1)) expect((done += panels) % 2).toBe(1);
    await waitForText(driver, /How to cut it/);
    // Its thickness is that of the paper: joints can be measured for it.
    await driver.get(`${app.url}/books/${id}/form`);
    await click('button', 'Joints and fit');
    await fill('By', '0.1');
    await click('button', 'Measure its joints for this paper');
    await saved(id, (one) => one.book.form.parameters['insetBy'] === 220_000);
  });

  it('a picture across the book is printed strip by strip, fronts first, and meets at every joint', async () => {
    const { driver } = browser;
    // Lines every 10 mm over 2,280 mm: what is printed can be read back.
    const [width, height] = [2280, 140];
    const bars = Array.from({ length: width / 20 }, (_, i) => `<rect x="${i * 20}" width="10" height="${height}"/>`);
    const png = await sharp(
      Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" width="${width * 2}" height="${height * 2}" viewBox="0 0 ${width} ${height}"><rect width="100%" height="100%" fill="#fff"/>${bars.join('')}</svg>`,
      ),
    )
      .png()
      .toBuffer();
    const form = new FormData();
    form.append('files', new Blob([new Uint8Array(png)]), 'bars.png');
    await fetch(`${app.url}/api/books/${id}/files`, { method: 'POST', body: form });
    await driver.get(`${app.url}/books/${id}/pages?page=1`);
    await click('button', 'Over several pages');
    await click('button', /^Across all that lies open: 1 to 24/);
    await saved(id, (one) => one.book.pages.filter(({ content }) => content?.part).length === 24);
    const answer = await fetch(`${app.url}/api/books/${id}/print.pdf`);
    const pdf = await PDFDocument.load(await answer.arrayBuffer());
    const { book } = await json<BookAnswer>(`/api/books/${id}`);
    const strips = book.form.parameters['strips'] as readonly number[];
    expect(pdf.getPageCount()).toBe(2 * strips.length);
    // Fronts come first: each as long as its panels, less what its first is narrowed by, and its tab.
    pdf
      .getPages()
      .slice(0, strips.length)
      .forEach((page, i) => {
        const tab = i < strips.length - 1 ? 15 : 0;
        const narrower = i > 0 ? 0.22 : 0;
        expect(page.getWidth()).toBeCloseTo(((strips[i]! * 95 + tab - narrower) * 72) / 25.4, 2);
        expect(page.getHeight()).toBeCloseTo((140 * 72) / 25.4, 2);
      });
    // The rehearsal says each joint, and ends with the book stood up.
    await driver.get(`${app.url}/books/${id}/fold?step=1`);
    await waitForText(driver, /Join strip 2 on/);
    await driver.get(`${app.url}/books/${id}/fold?step=99`);
    await waitForText(driver, 'As a star');
  });
});

describe('two sizes from one pile', () => {
  it('are planned together, are told when one changes, and leave the drawer once', async () => {
    const { driver } = browser;
    const small = await json<BookAnswer>('/api/books', {
      title: 'Six Little Ones',
      form: 'concertina',
      parameters: { panels: 8, panelWidth: mm(60), panelHeight: mm(60), side: 'anywhere' },
      sheet: { width: mm(500), height: mm(700), fibre: 'along-height' },
    });
    await driver.get(`${app.url}/pile?book=${small.id}`);
    await (await byRole(driver, 'checkbox', 'Long Reach')).sendKeys(Key.SPACE);
    await click('button', 'Plan them together');
    await waitForText(driver, /Six Little Ones and Long Reach|Long Reach and Six Little Ones/);
    await waitForText(driver, /\d+ sheets of Wharf cartridge, spares included/);
    await waitForText(driver, /× Six Little Ones: strip/);
    const [plan] = (await json<{ plans: readonly JointPlanAnswer[] }>('/api/joint-plans')).plans;
    const { book, revision } = await json<BookAnswer>(`/api/books/${small.id}`);
    await json(`/api/books/${small.id}/revisions`, {
      expect: revision,
      window: 'elsewhere',
      command: { kind: 'set-kit', kit: { ...book.kit, copies: 6 } },
    });
    await driver.navigate().refresh();
    await waitForText(driver, '“Six Little Ones” has changed since');
    await click('button', 'Plan them again');
    await driver.wait(
      async () => await (await byRole(driver, 'button', /^It is cut/)).isEnabled(),
      WAIT_MS,
      'it is planned again',
    );
    await click('button', 'It is cut: take its sheets out, put the offcuts in');
    await waitForText(driver, 'It is cut: the sheets are off the drawer’s count');
    const { papers } = await json<DrawerAnswer>('/api/papers');
    const [again] = (await json<{ plans: readonly JointPlanAnswer[] }>('/api/joint-plans')).plans;
    expect(again!.plan.sheets).toBeGreaterThanOrEqual(plan!.plan.sheets);
    expect(papers[0]!.stock).toBe(40 - again!.plan.sheets);
  });
});
