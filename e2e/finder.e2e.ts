import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BookAnswer } from '@eight-up/core/contract/answers';
import { STAGES } from '../packages/web/src/frame/stages.ts';
import { startApp, type RunningApp } from './app.ts';
import { asking } from './asked.ts';
import { byRole, chord, Key, openBrowser, WAIT_MS, waitForText, type Browser } from './browser.ts';

let app: RunningApp;
let browser: Browser;
let id: string;
beforeAll(async () => {
  app = await startApp();
  browser = await openBrowser();
  const sheet = { width: 297_000_000, height: 210_000_000, fibre: 'along-width' };
  ({ id } = await json<BookAnswer>('/api/books', { title: 'Found', form: 'nested-booklet', parameters: {}, sheet }));
});
afterAll(async () => {
  await browser?.close();
  await app?.stop();
});
const json = asking(() => app);

const THINGS = STAGES.flatMap((stage) => (stage.things ?? []).map((thing) => ({ stage: stage.name, ...thing })));

describe('the finder', () => {
  it.each(THINGS)('goes to $title on $stage from another screen, and puts the keys there', async (thing) => {
    const { driver } = browser;
    await driver.get(`${app.url}/books/${id}/fold`);
    await waitForText(driver, 'drag the pointer');
    await chord(driver, Key.CONTROL, 'k');
    const field = await byRole(driver, 'combobox', 'What do you want to do?');
    await field.sendKeys(`${thing.stage} ${thing.title}`);
    await byRole(driver, 'option', new RegExp(`^${thing.stage}: ${thing.title}`));
    await field.sendKeys(Key.ENTER);
    const named = () =>
      driver.executeScript<string>(`
        const here = document.activeElement;
        const label = here.closest('label') ?? document.querySelector('label[for="' + here.id + '"]');
        return [here.getAttribute('aria-label'), label?.textContent, here.textContent].filter(Boolean).join('|');
      `);
    await driver.wait(
      async () => (await named()).split('|').some((name) => name.trim().startsWith(thing.name)),
      WAIT_MS,
      `never came to ${thing.name}`,
    );
    expect(await driver.getCurrentUrl()).not.toContain('/fold');
  });

  it.each([
    ['save', 'Sheets: save the whole book as one file'],
    ['thread', 'Bind: What holds it'],
    ['margins', 'Sheets: Printer’s reach'],
  ])('finds “%s” by what makers call it', async (asked, title) => {
    const { driver } = browser;
    await driver.get(`${app.url}/books/${id}/fold`);
    await waitForText(driver, 'drag the pointer');
    await chord(driver, Key.CONTROL, 'k');
    await (await byRole(driver, 'combobox', 'What do you want to do?')).sendKeys(asked);
    await byRole(driver, 'option', new RegExp(`^${title}`));
  });
});
