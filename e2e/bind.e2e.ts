import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BookAnswer, MeasurementsAnswer } from '@eight-up/core/contract/answers';
import { mm } from '@eight-up/core/units/nm';
import { startApp, type RunningApp } from './app.ts';
import { asking } from './asked.ts';
import { By, byRole, chord, Key, openBrowser, press, textOf, waitForText, WAIT_MS, type Browser } from './browser.ts';

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
const begin = (title: string, parameters: object) =>
  json<BookAnswer>('/api/books', {
    title,
    form: 'nested-booklet',
    parameters,
    sheet: { width: mm(297), height: mm(210), fibre: 'along-height' },
  });
const now = () => textOf(browser.driver, '[aria-label="The way of the needle"] h2');
/** Types over what a field holds. */
async function fill(label: string, text: string): Promise<void> {
  const field = await byRole(browser.driver, 'textbox', label);
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), text, Key.ENTER);
}
const stitchOf = async (id: string) => (await json<BookAnswer>(`/api/books/${id}`)).book.binding;
const saved = (id: string, wanted: (binding: BookAnswer['book']['binding']) => boolean) =>
  browser.driver.wait(async () => wanted(await stitchOf(id)), WAIT_MS);
const holdsAgain = () =>
  browser.driver.wait(
    async () => (await browser.driver.findElements(By.css('[aria-label="What does not hold"]'))).length === 0,
    WAIT_MS,
  );
const nothingWrong = async () =>
  expect(await browser.driver.findElements(By.css('[aria-label="What does not hold"]'))).toEqual([]);

describe('a booklet of five folios', () => {
  let id: string;
  beforeAll(async () => {
    ({ id } = await begin('Night boat', { pages: 20 }));
    await browser.driver.get(`${app.url}/books/${id}/fold`);
    await waitForText(browser.driver, 'nested booklet');
    await press(browser.driver, '7');
    await waitForText(browser.driver, 'What is to hold it?');
  });

  it('is sewn through seven stations, pass by pass, from the first to the knot', async () => {
    const { driver } = browser;
    await click('button', /^pamphlet stitch/i);
    await click('radio', '7');
    await waitForText(driver, 'Begun inside, 12 passes');
    await nothingWrong();
    const said: string[] = [];
    for (let pass = 1; pass <= 12; pass++) {
      // The first by its button, the others by its key: arrows move a choice as long as that is what was pressed last.
      if (pass === 1) await click('button', /^Next/);
      else await press(driver, Key.ARROW_RIGHT);
      await waitForText(driver, `Pass ${pass} of 12`);
      said.push((await now()).toLowerCase());
    }
    // The seven-hole stitch as it is taught: 4-5-6-7-6-5-3-2-1-2-3-4, begun inside.
    expect(said).toEqual([
      'out at 4',
      'in at 5',
      'out at 6',
      'in at 7',
      'out at 6',
      'in at 5',
      'out at 3, passing over 4',
      'in at 2',
      'out at 1',
      'in at 2',
      'out at 3',
      'in at 4; tie',
    ]);
    await waitForText(driver, '546 mm');
    await driver.navigate().refresh();
    await waitForText(driver, 'Pass 12 of 12');
    const template = await fetch(`${app.url}/api/books/${id}/template.pdf`);
    expect([template.status, template.headers.get('content-type')]).toEqual([200, 'application/pdf']);
  });

  it('says its sewing in the rehearsal, with the awl’s caution where it is pierced', async () => {
    const { driver } = browser;
    await press(driver, '6');
    await waitForText(driver, 'The printed sheet');
    for (const title of ['Insides up', 'Fold them together', 'Nest them', 'Clip it', 'Pierce 7 holes']) {
      await press(driver, Key.ARROW_RIGHT);
      await waitForText(driver, title);
    }
    await waitForText(driver, 'the awl comes through');
    await press(driver, Key.ARROW_RIGHT);
    await waitForText(driver, 'Sew it');
    await press(driver, '7');
  });

  it('takes a path of its maker’s own: broken it is told why, mended on the drawing it holds', async () => {
    const { driver } = browser;
    await waitForText(driver, 'The way of the needle');
    await click('radio', '3');
    await waitForText(driver, 'Stations');
    await click('radio', 'my own');
    await waitForText(driver, 'Or press them on the drawing');
    await fill('Stations in the order of the needle', '2 3 1');
    await waitForText(driver, 'the two ends cannot be tied');
    await saved(id, ({ ownPath }) => ownPath?.stations.join() === '2,3,1');
    await click('button', 'Through station 2, inside');
    await saved(id, ({ ownPath }) => ownPath?.stations.join() === '2,3,1,2');
    await holdsAgain();
    // In and out at once falls out again; one press goes back to the stitch's own.
    await fill('Stations in the order of the needle', '2 3 3 3 1 2');
    await waitForText(driver, 'pulled tight, it is out again');
    await click('button', 'Go back to the stitch’s own path');
    await saved(id, ({ ownPath }) => ownPath === null);
    await holdsAgain();
  });

  it('as it was measured wins over what is reckoned, and can be taken back', async () => {
    const { driver } = browser;
    await press(driver, 'o');
    await waitForText(driver, 'Closed 148.5 × 210 mm');
    await waitForText(driver, '5 to 15 % more than its layers');
    await (await byRole(driver, 'textbox', 'at the spine')).sendKeys('2.1', Key.ENTER);
    await waitForText(driver, '2.1 mm, measured');
    await waitForText(driver, 'as this book was measured');
    const { measurements } = await json<MeasurementsAnswer>(`/api/measurements?method=closed-thickness&book=${id}`);
    expect(measurements[0]?.lengths).toEqual({ thickness: mm(2.1), layers: mm(1.5) });
    await click('button', 'Take it back');
    await waitForText(driver, '5 to 15 % more than its layers');
  });

  it('says what the edition takes', async () => {
    const { driver } = browser;
    await press(driver, 'f');
    await fill('Copies', '30');
    await waitForText(driver, 'For 30 copies');
    // Three stations: 360 along the fold, 4 holes of half a millimetre, two ends of 90; 33 of them.
    await waitForText(driver, '17.9 m in all, a tenth to spare; 542 mm a copy');
    await waitForText(driver, 'Pierce 4 sections at once');
  });
});

describe('another one', () => {
  it('is stapled; a stapler that does not reach is told, and one press sews it instead', async () => {
    const { driver } = browser;
    const { id } = await begin('Day boat', { pages: 16 });
    await driver.get(`${app.url}/books/${id}/bind`);
    await waitForText(driver, 'What is to hold it?');
    await click('button', /^saddle staples/i);
    await waitForText(driver, '2 staples, legs of 3.4 mm at least');
    expect(await textOf(driver, '[aria-label="Where they go in"]')).toContain('legs 64 mm and 76 mm from the head');
    await fill('reaches', '120');
    await waitForText(driver, 'a leaf is 148.5 mm wide, it reaches 120 mm');
    await click('button', 'Take the pamphlet stitch');
    await waitForText(driver, 'The way of the needle');
    await saved(id, ({ stitch }) => stitch?.id === 'pamphlet');
    await chord(driver, Key.CONTROL, 'z');
    await waitForText(driver, 'it reaches 120 mm');
    await click('button', 'I have one that reaches 150 mm');
    await waitForText(driver, '2 staples');
    await saved(id, ({ tools }) => tools.reach === mm(150));
  });
});

describe('four sections', () => {
  it('are gathered and linked, each hung on the one before', async () => {
    const { driver } = browser;
    const { id } = await begin('All tides', { pages: 64, sections: 4 });
    await driver.get(`${app.url}/books/${id}/bind`);
    await waitForText(driver, 'What is to hold it?');
    await waitForText(driver, 'This way holds one section; the book has 4.');
    await click('button', /^link stitch/i);
    await waitForText(driver, 'Begun outside, 44 passes');
    await nothingWrong();
    const passes = await textOf(driver, '[aria-label="Every pass"]');
    expect(passes).toMatch(/in again at 2, leaving a loop/);
    expect(passes.match(/under the thread of section 1/g)).toHaveLength(3);
    expect(passes.match(/tie with the end that was left hanging/g)).toHaveLength(1);
    expect(passes.match(/under the thread of section [23]/g)).toHaveLength(8);
    await press(driver, Key.END);
    await waitForText(driver, 'inside of section 4');
    await driver.get(`${app.url}/books/${id}/fold?step=11`);
    await waitForText(driver, 'Sew section 4 of 4');
  });
});
