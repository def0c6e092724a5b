import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApp, type RunningApp } from './app.ts';
import { actOnBook, By, byRole, Key, openBrowser, WAIT_MS, waitForText, type Browser } from './browser.ts';

let app: RunningApp;
let first: Browser;
let second: Browser;
beforeAll(async () => {
  app = await startApp();
  [first, second] = [await openBrowser(), await openBrowser()];
});
afterAll(async () => {
  await first?.close();
  await second?.close();
  await app?.stop();
});

const retitle = async ({ driver }: Browser, title: string) => {
  const field = await byRole(driver, 'textbox', 'Title of the book');
  await field.click();
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), title, Key.ENTER);
};

const titleShown = async ({ driver }: Browser): Promise<string | null> =>
  (await byRole(driver, 'textbox', 'Title of the book')).getAttribute('value');

const titles = async (): Promise<readonly string[]> => {
  const { books } = (await (await fetch(`${app.url}/api/books`)).json()) as { books: { book: { title: string } }[] };
  return books.map(({ book }) => book.title);
};
const untilTitles = (wanted: readonly string[]) =>
  first.driver.wait(
    async () => JSON.stringify(await titles()) === JSON.stringify(wanted),
    10_000,
    `the shelf never held ${wanted.join(' | ')}`,
  );
const OVERTAKEN = 'Another window has changed this book.';

describe('two windows on one book', () => {
  let address: string;
  it('the second writer is told when it saves, nothing is overwritten, and it can take over with its own change', async () => {
    await first.driver.get(`${app.url}/new`);
    await (await byRole(first.driver, 'button', 'Start this book')).click();
    await waitForText(first.driver, 'Add pictures or a PDF');
    address = await first.driver.getCurrentUrl();
    await second.driver.get(address);
    await waitForText(second.driver, 'Add pictures or a PDF');

    await retitle(first, 'From the first window');
    await untilTitles(['From the first window']);
    // Another browser altogether: it notices when it saves.
    await retitle(second, 'From the second window');
    await waitForText(second.driver, OVERTAKEN);
    await waitForText(second.driver, '1 change made here is not saved.');
    expect(await titles()).toEqual(['From the first window']);
    await (await byRole(second.driver, 'button', /^Take over/)).click();
    await untilTitles(['From the second window']);
    expect(await second.driver.findElements(By.css('[role=alert]'))).toHaveLength(0);
  });

  it('or keep what it shows, unsaved changes and all, as a copy', async () => {
    await first.driver.navigate().refresh();
    await waitForText(first.driver, 'Add pictures or a PDF');
    await retitle(first, 'First again');
    await untilTitles(['First again']);
    await retitle(second, 'Kept by the second');
    await waitForText(second.driver, OVERTAKEN);
    await (await byRole(second.driver, 'button', 'Keep this state as a copy')).click();
    await untilTitles(['First again', 'Kept by the second, a copy']);
    await second.driver.wait(async () => (await titleShown(second)) === 'Kept by the second, a copy', WAIT_MS);
  });

  it('a window of the same browser is told at once, before it saves anything', async () => {
    const { driver } = first;
    const one = await driver.getWindowHandle();
    await driver.switchTo().newWindow('tab');
    await driver.get(address);
    await waitForText(driver, 'Add pictures or a PDF');
    await retitle(first, 'From the other tab');
    await untilTitles(['From the other tab', 'Kept by the second, a copy']);
    const other = await driver.getWindowHandle();
    await driver.switchTo().window(one);
    await waitForText(driver, OVERTAKEN);
    await (await byRole(driver, 'button', 'Take over: show the newest and go on here')).click();
    await driver.wait(async () => (await titleShown(first)) === 'From the other tab', WAIT_MS);
    // And the first is told in turn when this one goes on.
    await retitle(first, 'Now from the second');
    await untilTitles(['Now from the second', 'Kept by the second, a copy']);
    await driver.switchTo().window(other);
    await waitForText(driver, OVERTAKEN);
    await driver.close();
    await driver.switchTo().window(one);
  });
});

describe('the shelf', () => {
  it('copies and renames', async () => {
    const { driver } = first;
    await driver.get(app.url);
    await actOnBook(driver, 'Now from the second', 'Copy');
    await waitForText(driver, 'Now from the second, a copy');
    await actOnBook(driver, 'Now from the second, a copy', 'Rename');
    const field = await byRole(driver, 'textbox', 'New title');
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Another edition', Key.ENTER);
    await waitForText(driver, 'Another edition');
    await (await byRole(driver, 'link', 'Open Another edition')).click();
    await waitForText(driver, 'Add pictures or a PDF');
  });

  it('duplicates as a new edition, which says what is otherwise than in the first, and why', async () => {
    const { driver } = first;
    await driver.get(app.url);
    await actOnBook(driver, 'Now from the second', 'New edition');
    await waitForText(driver, /one-sheet slit book, 8 pages\s+2nd edition/);
    const { books } = (await (await fetch(`${app.url}/api/books`)).json()) as {
      books: { id: string; book: { edition: number } }[];
    };
    const { id } = books.find(({ book }) => book.edition === 2)!;
    await driver.get(`${app.url}/books/${id}/fold`);
    await (await byRole(driver, 'link', '2nd edition')).click();
    await waitForText(driver, 'Nothing that a rule or a purse would notice is otherwise.');
    const { book } = (await (await fetch(`${app.url}/api/books/${id}`)).json()) as { book: { kit: object } };
    await fetch(`${app.url}/api/books/${id}/revisions`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        expect: 0,
        window: 'test',
        command: { kind: 'set-kit', kit: { ...book.kit, copies: 12 } },
      }),
    });
    await driver.navigate().refresh();
    await waitForText(driver, 'Another number of copies, or other parts.');
    await waitForText(driver, /Copies\s+1\s+12/);
  });

  it('removes into the bin, puts back, and asks before emptying it for good', async () => {
    const { driver } = first;
    await driver.get(app.url);
    const open = () => byRole(driver, 'link', 'Open Another edition');
    await open();
    const remove = () => actOnBook(driver, 'Another edition', 'Remove into the bin');
    await remove();
    await waitForText(driver, '1 book in the bin');
    await (await byRole(driver, 'button', 'Put Another edition back on the shelf')).click();
    await open();
    await remove();
    await waitForText(driver, '1 book in the bin');
    await (await byRole(driver, 'button', 'Empty the bin')).click();
    await waitForText(driver, 'Undo does not bring them back');
    await (await byRole(driver, 'button', 'Keep them')).click();
    await (await byRole(driver, 'button', 'Empty the bin')).click();
    await (await byRole(driver, 'button', 'Empty it for good')).click();
    await driver.wait(
      async () => !(await driver.findElement(By.css('body')).getText()).includes('in the bin'),
      WAIT_MS,
    );
    expect(await driver.findElement(By.css('body')).getText()).not.toContain('Another edition');
  });
});
