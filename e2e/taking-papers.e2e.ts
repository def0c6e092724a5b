import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BookAnswer } from '@eight-up/core/contract/answers';
import { USUAL_KIT } from '@eight-up/core/document/kit';
import { FORMS } from '@eight-up/core/forms/registry';
import { PLAIN_PAPER, type Paper } from '@eight-up/core/paper/paper';
import { mm } from '@eight-up/core/units/nm';
import { startApp, type RunningApp } from './app.ts';
import { asking } from './asked.ts';
import { By, byRole, openBrowser, WAIT_MS, waitForText, type Browser } from './browser.ts';

let app: RunningApp;
let browser: Browser;
beforeAll(async () => {
  app = await startApp();
  browser = await openBrowser();
  await json('/api/papers', { papers: DRAWER });
});
afterAll(async () => {
  await browser?.close();
  await app?.stop();
});

const json = asking(() => app);
const paper = (
  name: string,
  width: number,
  height: number,
  fibre: Paper['sheet']['fibre'],
  more: Partial<Paper> = {},
) => {
  const { id: _, ...one } = {
    ...PLAIN_PAPER,
    id: '',
    name,
    sheet: { width: mm(width), height: mm(height), fibre },
    foundBy: fibre === 'any' || fibre === 'unknown' ? null : ('bend' as const),
    ...more,
  };
  return one;
};
/** Every kind of paper: grain either way, none, not known; with a price and without, with deckles, large and small. */
const DRAWER = [
  paper('Landscape', 420, 297, 'along-width', { price: 9 }),
  paper('Upright', 297, 420, 'along-height'),
  paper('Large', 640, 900, 'along-height', { price: 120 }),
  paper('Handmade', 560, 760, 'any', { price: 400, deckles: ['left', 'right', 'top', 'bottom'] }),
  paper('Unread', 500, 700, 'unknown', { price: 80 }),
];
const [A3, A2] = [
  { width: mm(420), height: mm(297), fibre: 'along-height' },
  { width: mm(420), height: mm(594), fibre: 'along-height' },
] as const;
const BOOKS = [
  ...FORMS.map(({ id }) => ({ form: id, parameters: {}, sheet: A3 })),
  // Whose strips are of several lengths on one paper and of one on another.
  { form: 'concertina', parameters: { panels: 6, panelWidth: mm(60), panelHeight: mm(60) }, sheet: A2 },
  { form: 'concertina', parameters: { panels: 23, joint: 'hinge-strip' }, sheet: A2 },
];

const cardsOf = async (): Promise<readonly { readonly paper: string; readonly sheets: string }[]> =>
  browser.driver.executeScript(`
    return [...document.querySelectorAll('main ol > li')].flatMap((card) =>
      [...card.querySelectorAll('button')]
        .filter((button) => button.textContent === 'Take this paper')
        .map(() => ({
          paper: card.querySelector('h3').textContent,
          sheets: /\\d+ sheets?(?=, spares included[;:] ?(of|with|the best))/.exec(card.textContent)?.[0] ?? '',
        })),
    );
  `);

describe('taking a paper', () => {
  it.each(BOOKS)('of every kind for $form $parameters: it gives what its card promised', async (asked) => {
    const { driver } = browser;
    const { id } = await json<BookAnswer>('/api/books', { title: 'Taken', ...asked });
    await json(`/api/books/${id}/revisions`, {
      expect: 0,
      window: 'test',
      command: { kind: 'set-kit', kit: { ...USUAL_KIT, copies: 9 } },
    });
    const stays = async () => {
      await driver.get(`${app.url}/books/${id}/paper?ask=book`);
      await waitForText(driver, 'Take this paper');
      await driver.wait(
        async () =>
          !/Counting on every paper|Looking for fewer|so far, spares/.test(
            await driver.findElement(By.css('main')).getText(),
          ),
        WAIT_MS,
        'the search did not end',
      );
      return cardsOf();
    };
    let cards = await stays();
    const names = cards.map(({ paper: name }) => name);
    expect(names.length).toBeGreaterThan(0);
    for (const [i, name] of names.entries()) {
      // Where strips were settled on one paper, on the next they are settled anew.
      if (i > 0) cards = await stays();
      const card = cards.find((one) => one.paper === name)!;
      expect(card.sheets).toMatch(/^\d+ sheet/);
      await (await byRole(driver, 'button', `Take this paper: ${name}`)).click();
      await waitForText(driver, /cuts?, in this order|Nothing to cut/);
      const said = await driver.findElement(By.css('main')).getText();
      expect(said).toContain(`${card.sheets}, spares included`);
      expect(await driver.findElements(By.css('main [role=alert]'))).toEqual([]);
    }
  });
});
