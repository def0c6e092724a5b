import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApp, type RunningApp } from './app.ts';
import {
  By,
  byRole,
  chord,
  Key,
  located,
  openBrowser,
  press,
  textOf,
  WAIT_MS,
  waitForText,
  type Browser,
} from './browser.ts';

interface Shelved {
  readonly id: string;
  readonly book: { readonly title: string };
}

let app: RunningApp;
let books: readonly Shelved[];
beforeAll(async () => {
  app = await startApp({ demo: true });
  ({ books } = (await (await fetch(`${app.url}/api/books`)).json()) as { books: readonly Shelved[] });
});
afterAll(() => app?.stop());

const address = (title: string, stage: string) =>
  `${app.url}/books/${books.find(({ book }) => book.title === title)!.id}/${stage}`;

async function rehearse({ driver }: Browser): Promise<void> {
  await driver.get(address('Knots for Short Crossings', 'fold'));
  await waitForText(driver, '9 steps');
  for (let step = 1; step <= 9; step++) {
    await press(driver, Key.ARROW_RIGHT);
    await waitForText(driver, `Step ${step} of 9`);
  }
  await waitForText(driver, 'Wrap the arms round');
  await press(driver, Key.ARROW_RIGHT);
  await waitForText(driver, 'The front cover is page 1');
  await press(driver, Key.ARROW_RIGHT);
  await waitForText(driver, 'Pages 2 and 3');
  await press(driver, Key.ARROW_LEFT);
  await waitForText(driver, 'The book, closed');
  await driver.wait(async () => (await driver.getCurrentUrl()).includes('step=10'), WAIT_MS);
}

describe('the rehearsal', () => {
  it('runs through the steps and the pages of the finished book, in three dimensions', async () => {
    const browser = await openBrowser();
    try {
      await rehearse(browser);
      const { driver } = browser;
      expect(await driver.findElements(By.css('canvas'))).toHaveLength(1);
      expect(await textOf(driver, 'main')).not.toContain('schematic');
      // Pointing at a panel of the sheet lights it; its text equivalent says how it stands.
      const panel = await located(driver, By.css('[data-testid="panel-A-r1c3"]'));
      expect(await panel.getAccessibleName()).toBe('face A, row 1, panel 3: page 3, upside down');
      await panel.click();
      expect(await panel.getAttribute('aria-pressed')).toBe('true');
      await press(driver, 't');
      expect(await driver.findElements(By.css('[aria-label="Flat sheet, face B up"]'))).toHaveLength(1);
      // The same by the action finder: a few letters, Enter.
      await chord(driver, Key.CONTROL, 'k');
      await driver.wait(async () => (await driver.findElements(By.css('[role=combobox]'))).length === 1, WAIT_MS);
      await press(driver, 'over tu');
      await driver.wait(async () => (await driver.findElements(By.css('[role=option]'))).length === 1, WAIT_MS);
      await press(driver, Key.ENTER);
      await driver.wait(
        async () => (await driver.findElements(By.css('[aria-label="Flat sheet, face A up"]'))).length === 1,
        WAIT_MS,
      );
      await press(driver, '?');
      await waitForText(driver, 'Keys on this screen');
    } finally {
      await browser.close();
    }
  });

  it('without WebGL shows flat step drawings and loses nothing else', async () => {
    const browser = await openBrowser({ flags: ['--disable-3d-apis'] });
    try {
      await rehearse(browser);
      await waitForText(browser.driver, 'Flat drawing: this browser shows no three dimensions.');
      expect(await browser.driver.findElements(By.css('canvas'))).toHaveLength(0);
    } finally {
      await browser.close();
    }
  });
});

describe('choosing a form', () => {
  it('says what glue hides, takes inches, warns of grain, and refuses a sheet of nothing', async () => {
    const browser = await openBrowser();
    const { driver } = browser;
    try {
      await driver.get(address('Low Water Names', 'form'));
      await waitForText(driver, '9 pages to read, 8 leaves, 1 fold-out; closed 99 × 70 mm.');
      await (await byRole(driver, 'radio', 'glued shut (hides 2 pages)')).click();
      await waitForText(driver, 'hides 2 printed faces');
      await waitForText(driver, '7 pages to read');
      await (await byRole(driver, 'radio', '↔ across')).click();
      await waitForText(driver, 'The fibres run across the spine folds.');
      const width = await byRole(driver, 'textbox', 'Width');
      await width.clear();
      await width.sendKeys('8 1/2in', Key.ENTER);
      await driver.wait(async () => (await width.getAttribute('value')) === '215.9 mm', WAIT_MS);
      await width.clear();
      await width.sendKeys('0', Key.ENTER);
      await waitForText(driver, 'too small');
      await (await byRole(driver, 'button', 'mm: switch to inches')).click();
      await driver.wait(
        async () => /in$/.test((await (await byRole(driver, 'textbox', 'Width')).getAttribute('value')) ?? ''),
        WAIT_MS,
      );
    } finally {
      await browser.close();
    }
  });
});
