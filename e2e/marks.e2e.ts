import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BookAnswer, MeasurementsAnswer } from '@eight-up/core/contract/answers';
import { mm } from '@eight-up/core/units/nm';
import { startApp, type RunningApp } from './app.ts';
import { asking } from './asked.ts';
import { byRole, chord, Key, openBrowser, press, textOf, waitForText, type Browser } from './browser.ts';

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
const next = () => textOf(browser.driver, '[aria-label="The next mark"]');
const begin = (form: string, parameters: object, width: number, height: number) =>
  json<BookAnswer>('/api/books', {
    title: form,
    form,
    parameters,
    sheet: { width: mm(width), height: mm(height), fibre: 'along-height' },
  });

describe('marks to work by', () => {
  it('of a meander are ticked off one by one, through a reload; then all are made', async () => {
    const { driver } = browser;
    const { id } = await begin('meander-book', { rows: 2, columns: 4 }, 420, 297);
    await driver.get(`${app.url}/books/${id}/sheets`);
    await waitForText(driver, 'meander book');
    await press(driver, '5');
    await waitForText(driver, '105 mm from the left edge');
    expect(await next()).toContain('valley, score the front');
    await click('button', /^Made/);
    await waitForText(driver, '1 of 5 made');
    await driver.navigate().refresh();
    await waitForText(driver, '1 of 5 made');
    expect(await next()).toMatch(/315 mm from the left edge[\s\S]*valley, score the front/);
    await press(driver, ' ');
    await waitForText(driver, '148.5 mm from the top edge');
    expect(await next()).toContain('cut from 0 mm to 315 mm from the left');
    await press(driver, ' ');
    // What is scored on the back is told as it lies then: the same edge is on the right.
    await waitForText(driver, '210 mm from the right edge');
    expect(await next()).toMatch(/mountain, score the back[\s\S]*Turn it over like a page/);
    await press(driver, ' ');
    await waitForText(driver, '4 of 5 made');
    expect(await next()).toContain('mountain from 315 mm to 420 mm from the right, score the back');
    await press(driver, ' ');
    await waitForText(driver, 'All 5 marks are made.');
  });

  it('of a concertina are told strip by strip, those that begin the other way apart; in inches to what the rule has', async () => {
    const { driver } = browser;
    const parameters = { panels: 10, panelWidth: mm(65), panelHeight: mm(95), side: 'anywhere', strips: [3, 3, 4] };
    const { id } = await begin('concertina', parameters, 500, 700);
    await driver.get(`${app.url}/books/${id}/mark`);
    await waitForText(driver, 'strip 1, front up, mark 1 of 3');
    expect((await textOf(driver, '[aria-label="Which sheet"]')).replaceAll('\n', ' ')).toMatch(
      /strip 1.*begins with a valley.*strip 2.*begins with a mountain.*strip 3.*begins with a valley/,
    );
    for (let i = 0; i < 3; i++) await press(driver, ' ');
    await waitForText(driver, 'strip 2, front up, mark 1 of 3');
    expect(await next()).toMatch(/130 mm from the left edge[\s\S]*valley, score the front[\s\S]*129.8 mm exactly/);
    await click('radio', 'a knife, cut half through');
    expect(await next()).toContain('mountain, half-cut the front');
    await press(driver, 'u');
    await click('radio', '1⁄64 in');
    await waitForText(driver, '2 35⁄64 in from the left edge');
    await press(driver, 'u');
  });

  it('the chart is answered by changing the method; a test strip becomes the hand that is counted with', async () => {
    const { driver } = browser;
    await press(driver, 'o');
    await waitForText(driver, 'What a slip costs this book');
    await waitForText(driver, 'So made, covers are out by up to');
    await click('button', 'a card in the last fold');
    await waitForText(driver, 'covers are out by up to 1.16 mm');
    const wanted = await byRole(driver, 'textbox', 'Covers are to meet within');
    await wanted.click();
    await chord(driver, Key.CONTROL, 'a');
    await wanted.sendKeys('1.5', Key.ENTER);
    await waitForText(driver, 'Covers meet within 1.5 mm in 95 books of 100');
    await click('button', 'Make them');
    await waitForText(driver, 'the worst of all joints');
    await press(driver, 'f');
    await waitForText(driver, 'How exact is your hand?');
    const off = [0.4, -0.4, 0.4, -0.4, 0.4, -0.4, 0.4, -0.4, 0.4, -0.4];
    for (const [i, d] of off.entries()) {
      const field = await byRole(driver, 'textbox', new RegExp(`^${i + 1}, at`));
      await field.sendKeys(String((i + 1) * 20 + d), Key.TAB);
      if (i === 1) await waitForText(driver, '2 marks say nothing of a hand yet');
    }
    await waitForText(driver, 'you read a ruler to 0.3 mm');
    await click('button', 'Keep it');
    await waitForText(driver, 'Kept. What a slip costs is counted with it from now on.');
    const { measurements } = await json<MeasurementsAnswer>('/api/measurements?method=reading-error');
    expect(measurements[0]).toMatchObject({ lengths: { standard: 298142 }, count: 10 });
    await press(driver, Key.ESCAPE);
    await click('button', /What a slip costs/);
    await waitForText(driver, /Reading a ruler: measured .* on 10 marks/);
  });
});
