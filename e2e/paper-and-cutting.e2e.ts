import type { Driver } from 'selenium-webdriver/chrome.js';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BookAnswer, DrawerAnswer } from '@eight-up/core/contract/answers';
import { wordsOf } from '../packages/server/test/marked-pages.ts';
import { startApp, type RunningApp } from './app.ts';
import { asking } from './asked.ts';
import { By, byRole, chord, Key, located, openBrowser, press, WAIT_MS, waitForText, type Browser } from './browser.ts';

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

/** Types into a field anew and settles it. */
async function fill(name: string, text: string): Promise<void> {
  const field = await byRole(browser.driver, 'textbox', name);
  await field.click();
  await chord(browser.driver, Key.CONTROL, 'a');
  await field.sendKeys(text, Key.ENTER);
}

const click = async (role: string, name: string | RegExp) => (await byRole(browser.driver, role, name)).click();

let id: string;

describe('paper, grain and yield', () => {
  it('puts a paper into the drawer, with its grain, price and number, and takes a slip back', async () => {
    const { driver } = browser;
    await driver.get(`${app.url}/drawer`);
    await waitForText(driver, 'The drawer is empty');
    await click('button', 'Put in one of your own');
    await waitForText(driver, 'grain not known yet');
    await waitForText(driver, 'Roll the sheet over gently');
    await fill('Its name', 'Wharf cartridge');
    await fill('Width', '500');
    await fill('Height', '70cm');
    await click('radio', '↕ upright');
    await click('radio', 'bending');
    await fill('g/m²', '150');
    await (await located(driver, By.css('main select'))).sendKeys('cartridge');
    await waitForText(driver, 'an estimate within 15 %');
    await fill('Price of a sheet', '1,20');
    await fill('How many there are', '34');
    await waitForText(driver, 'long grain, fibres along 700 mm, found by bending');
    const { papers } = await json<DrawerAnswer>('/api/papers');
    expect(papers).toMatchObject([
      {
        name: 'Wharf cartridge',
        sheet: { width: 500_000_000, height: 700_000_000, fibre: 'along-height' },
        foundBy: 'bend',
        caliper: { how: 'estimated' },
        price: 120,
        stock: 34,
      },
    ]);
    await click('button', 'Take it out of the drawer');
    await waitForText(driver, 'is out of the drawer');
    await click('button', 'Put it back');
    await waitForText(driver, 'Wharf cartridge');
  });

  it('“I have this paper”: a size is chosen from what one sheet becomes, and starts a book', async () => {
    const { driver } = browser;
    await click('button', 'What one sheet can become');
    await waitForText(driver, /\d+ sizes: each the largest/);
    await located(driver, By.css('canvas'));
    await (await located(driver, By.css('summary'))).click();
    await click('button', /^62\.5 × 87\.5 mm: 64 pages$/);
    await waitForText(driver, '64 pages a sheet: 8 slit books.');
    await waitForText(driver, 'The grain runs along the folds.');
    await click('button', 'Start a slit book of this size');
    await waitForText(driver, 'What the edition takes');
    id = /books\/([^/]+)\/paper/.exec(await driver.getCurrentUrl())![1]!;
    expect((await json<BookAnswer>(`/api/books/${id}`)).book.sheet).toEqual({
      width: 250_000_000,
      height: 175_000_000,
      fibre: 'along-height',
    });
  });

  it('“I know my book”: copies are counted on every paper, and one is taken with its plan', async () => {
    const { driver } = browser;
    await fill('Copies', '25');
    await waitForText(driver, '8 books a sheet, 64 pages');
    // 25 and 3 spare ones, eight from a sheet; 34 sheets lie in the drawer.
    await waitForText(
      driver,
      '4 sheets, spares included; with cuts from edge to edge fewer are impossible. 34 in the drawer: enough.',
    );
    await click('button', 'Take this paper: Wharf cartridge');
    await waitForText(driver, 'cuts, in this order');
    const { book } = await json<BookAnswer>(`/api/books/${id}`);
    expect(book.papers.text).toMatchObject({ sheets: 4, cost: 480, grain: 'own', cut: false });
    await waitForText(driver, 'fresh blade');
  });

  it('once it is cut the drawer knows, and is never told twice', async () => {
    const { driver } = browser;
    const stock = async () => (await json<DrawerAnswer>('/api/papers')).papers[0]!.stock;
    await click('button', /^It is cut: take the sheets off the drawer’s count/);
    await waitForText(driver, 'It is cut: the sheets are taken off the drawer’s count');
    expect(await stock()).toBe(30);
    await driver.navigate().refresh();
    await waitForText(driver, 'It is cut: the sheets are taken off the drawer’s count');
    expect(await stock()).toBe(30);
  });

  it('the bench sheet is one page with the cuts in order', async () => {
    const { driver } = browser;
    const href = await (await byRole(driver, 'link', 'Bench sheet')).getAttribute('href');
    const { words } = wordsOf(Buffer.from(await (await fetch(href!)).arrayBuffer()));
    expect([...words.keys()]).toEqual(expect.arrayContaining(['Wharf', 'cartridge', 'Upright', 'Level']));
  });

  it('a plan that was found is there when the page is opened anew, without another search', async () => {
    const driver = browser.driver as Driver;
    const planned = await (await located(driver, By.css('main'))).getText();
    const { identifier } = (await driver.sendAndGetDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', {
      source: 'window.Worker = class { postMessage() {} terminate() {} };',
    })) as unknown as { identifier: string };
    await driver.navigate().refresh();
    await waitForText(driver, 'cuts, in this order');
    expect(await (await located(driver, By.css('main'))).getText()).toBe(planned);
    await driver.sendDevToolsCommand('Page.removeScriptToEvaluateOnNewDocument', { identifier });
    await driver.navigate().refresh();
    await waitForText(driver, 'cuts, in this order');
  });

  it('“Which paper, which grain?”: the other grain of the same sheet stands beside it', async () => {
    const { driver } = browser;
    await press(driver, 'w');
    await waitForText(driver, 'As it is: long grain');
    await waitForText(driver, 'The other grain: short grain');
    await waitForText(driver, 'serves best');
  });

  it('a plan made for other copies is said to be stale; undo makes it right again', async () => {
    const { driver } = browser;
    await fill('Copies', '30');
    await waitForText(driver, 'have changed since “Wharf cartridge” was taken with 4 sheets');
    await (await located(driver, By.css('h2'))).click();
    await press(driver, 'c');
    await chord(driver, Key.CONTROL, 'z');
    await driver.wait(
      async () => !(await driver.findElement(By.css('body')).getText()).includes('have changed since'),
      WAIT_MS,
    );
  });

  it('against the grain is taken knowingly, with the reason on the record', async () => {
    const { driver } = browser;
    const { papers } = await json<DrawerAnswer>('/api/papers', {
      papers: [
        {
          name: 'Ticket office',
          kind: 'text',
          stuff: 'office',
          sheet: { width: 175_000_000, height: 250_000_000, fibre: 'along-height' },
          foundBy: 'label',
          grammage: 80,
          caliper: null,
          faces: 'alike',
          deckles: [],
          colour: '#ffffff',
          price: 3,
          stock: null,
          offcuts: [],
          note: '',
        },
      ],
    });
    expect(papers).toHaveLength(1);
    await driver.get(`${app.url}/books/${id}/paper?ask=book`);
    await waitForText(driver, 'Against the grain: what it would seem to gain');
    await click('button', 'Take it all the same …: Ticket office, against the grain');
    await (
      await byRole(driver, 'textbox', 'Why it is right for this book (may stay empty); it is kept on the record')
    ).sendKeys('one fold in thin paper', Key.ENTER);
    await waitForText(driver, 'against the grain here, taken knowingly');
    await press(driver, '4');
    await waitForText(driver, '1 accepted, on the record');
    const { book } = await json<BookAnswer>(`/api/books/${id}`);
    expect(book.sheet.fibre).toBe('along-width');
    expect(book.papers.text?.grain).toBe('ignored');
    expect(book.accepted.map(({ reason }) => reason)).toEqual(['one fold in thin paper']);
  });

  it('parts of the kit are counted together with the book', async () => {
    const { driver } = browser;
    await driver.get(`${app.url}/books/${id}/paper?ask=book`);
    await click('button', 'endpaper folio');
    await waitForText(driver, '2 × Endpaper folio');
    await driver.wait(async () => {
      const text = await driver.findElement(By.css('main')).getText();
      return /\d+ sheets, spares included(; with cuts|: the best found)/.test(text);
    }, 20_000);
    await click('button', 'board');
    await click('radio', 'boards');
    await waitForText(driver, 'nothing of this kind in the drawer');
  });

  it('a table with a mistake changes nothing, and says the row and the field', async () => {
    const { driver } = browser;
    await driver.get(`${app.url}/drawer`);
    await waitForText(driver, '2 papers');
    await driver.executeScript(`
      const input = document.querySelector('input[type=file]');
      const transfer = new DataTransfer();
      transfer.items.add(new File(['name;width;height\\nGood;50 cm;70 cm\\nBad;50 cm;tall\\n'], 'papers.csv'));
      input.files = transfer.files;
      input.dispatchEvent(new Event('change', { bubbles: true }));
    `);
    await waitForText(driver, 'Row 3, “height”: “tall” is not understood. The drawer was not changed.');
    expect((await json<DrawerAnswer>('/api/papers')).papers).toHaveLength(2);
  });
});
