import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApp, type RunningApp } from './app.ts';
import { By, byRole, Key, openBrowser, waitForText, type Browser } from './browser.ts';

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

describe('two windows on one book', () => {
  it('the second writer is told, nothing is overwritten, and the newest state is shown', async () => {
    await first.driver.get(`${app.url}/new`);
    await (await byRole(first.driver, 'button', 'Start this book')).click();
    await waitForText(first.driver, 'Add pictures or a PDF');
    const address = await first.driver.getCurrentUrl();
    await second.driver.get(address);
    await waitForText(second.driver, 'Add pictures or a PDF');

    await retitle(first, 'From the first window');
    await first.driver.wait(async () => {
      const { books } = (await (await fetch(`${app.url}/api/books`)).json()) as {
        books: { book: { title: string } }[];
      };
      return books[0]?.book.title === 'From the first window';
    }, 10_000);

    await retitle(second, 'From the second window');
    await waitForText(second.driver, 'Another window has changed this book. Nothing of it was overwritten');
    await second.driver.wait(
      async () =>
        (await (await byRole(second.driver, 'textbox', 'Title of the book')).getAttribute('value')) ===
        'From the first window',
      10_000,
    );
    await (await byRole(second.driver, 'button', 'Understood')).click();
    await retitle(second, 'Now from the second');
    await second.driver.wait(async () => {
      const { books } = (await (await fetch(`${app.url}/api/books`)).json()) as {
        books: { book: { title: string } }[];
      };
      return books[0]?.book.title === 'Now from the second';
    }, 10_000);
    expect(await second.driver.findElements(By.css('[role=alert]'))).toHaveLength(0);
  });
});

describe('the shelf', () => {
  it('copies and renames', async () => {
    const { driver } = first;
    await driver.get(app.url);
    await (await byRole(driver, 'button', /^Copy /)).click();
    await waitForText(driver, 'Now from the second, a copy');
    await (await byRole(driver, 'button', 'Rename Now from the second, a copy')).click();
    const field = await byRole(driver, 'textbox', 'New title');
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Another edition', Key.ENTER);
    await waitForText(driver, 'Another edition');
    await (await byRole(driver, 'link', 'Open Another edition')).click();
    await waitForText(driver, 'Add pictures or a PDF');
  });

  it('removes into the bin, puts back, and asks before emptying it for good', async () => {
    const { driver } = first;
    await driver.get(app.url);
    const open = () => byRole(driver, 'link', 'Open Another edition');
    await open();
    const remove = async () => (await byRole(driver, 'button', 'Remove Another edition into the bin')).click();
    await remove();
    await waitForText(driver, '1 book in the bin');
    await (await byRole(driver, 'button', 'Put Another edition back on the shelf')).click();
    await open();
    await remove();
    await waitForText(driver, '1 book in the bin');
    await (await byRole(driver, 'button', 'Empty the bin')).click();
    await waitForText(driver, 'the one thing that cannot be undone');
    await (await byRole(driver, 'button', 'Keep them')).click();
    await (await byRole(driver, 'button', 'Empty the bin')).click();
    await (await byRole(driver, 'button', 'Empty it for good')).click();
    await driver.wait(async () => !(await driver.findElement(By.css('body')).getText()).includes('in the bin'), 10_000);
    expect(await driver.findElement(By.css('body')).getText()).not.toContain('Another edition');
  });
});
