import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type Libsql from 'libsql';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApp, type RunningApp } from './app.ts';
import { By, byRole, located, openBrowser, WAIT_MS, waitForText, type Browser } from './browser.ts';

const Database = createRequire(new URL('../packages/server/package.json', import.meta.url))('libsql') as typeof Libsql;

let app: RunningApp;
let browser: Browser;
let folder: string;
beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'eight-up-safe-'));
  app = await startApp();
  browser = await openBrowser();
});
afterAll(async () => {
  await browser?.close();
  await app?.stop();
  rmSync(folder, { recursive: true, force: true });
});

const SHEET = { width: 297_000_000, height: 210_000_000, fibre: 'any' };
const post = async (address: string, body: object): Promise<{ id: string }> =>
  (await (
    await fetch(app.url + address, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
  ).json()) as { id: string };
const shelf = async () => {
  await browser.driver.get(app.url);
  await waitForText(browser.driver, 'on the shelf');
};

describe('safekeeping', () => {
  it('takes a backup, takes its state up again, and comes back from that too', async () => {
    const { driver } = browser;
    await post('/api/books', { title: 'Heron', form: 'slit-book', sheet: SHEET });
    await shelf();
    await (await byRole(driver, 'link', 'Safekeeping')).click();
    await (await byRole(driver, 'button', /^Back up now/)).click();
    await waitForText(driver, 'made when you asked for it');
    await waitForText(driver, '1 book, 0 changes, 0 pictures, 0 papers');
    await post('/api/books', { title: 'Made since', form: 'slit-book', sheet: SHEET });

    await (await byRole(driver, 'button', /^Take it up again:/)).click();
    await waitForText(driver, 'is backed up first');
    await (await byRole(driver, 'button', 'Take it up again')).click();
    await waitForText(driver, 'stands on the shelf. What was there before is the newest backup.');
    await shelf();
    await byRole(driver, 'link', 'Open Heron');
    expect(await driver.findElements(By.css('[aria-label="Open Made since"]'))).toHaveLength(0);

    await driver.get(`${app.url}/safekeeping`);
    await waitForText(driver, 'made before another state was taken up');
    await waitForText(driver, 'Heron · Made since');
    await (await byRole(driver, 'button', /^Take it up again:/)).click();
    await (await byRole(driver, 'button', 'Take it up again')).click();
    await waitForText(driver, 'stands on the shelf.');
    await shelf();
    await byRole(driver, 'link', 'Open Made since');
  });

  it('names a damaged book on the shelf, offers its rescue file, and puts it together again', async () => {
    const { driver } = browser;
    const { id } = await post('/api/books', { title: 'Low Water', form: 'slit-book', sheet: SHEET });
    await post('/api/safekeeping/backups', {});
    await post(`/api/books/${id}/revisions`, {
      expect: 0,
      window: 'w',
      command: { kind: 'rename', title: 'Low Water Names' },
    });
    const database = new Database(path.join(app.dataFolder, 'eight-up.sqlite'));
    database.prepare('update book set doc = substr(doc, 1, 120) where id = ?').run(id);
    database.close();
    await shelf();
    await waitForText(driver, '“Low Water Names”, last saved on');
    await byRole(driver, 'link', 'Open Heron');
    const rescue = await byRole(driver, 'link', 'Keep its rescue file');
    expect(await (await fetch((await rescue.getAttribute('href'))!)).text()).toContain('Low Water Names');
    await (await byRole(driver, 'link', 'Look through the folder')).click();
    await (await byRole(driver, 'button', /^Look through the folder/)).click();
    await waitForText(driver, '“Low Water Names” was damaged. It was put together again');
    await shelf();
    await byRole(driver, 'link', 'Open Low Water Names');
  });

  it('saves everything as one file and brings it back; what is no such file changes nothing', async () => {
    const { driver } = browser;
    await driver.get(`${app.url}/safekeeping`);
    const link = await byRole(driver, 'link', 'Save everything');
    const file = path.join(folder, 'everything.zip');
    writeFileSync(file, Buffer.from(await (await fetch((await link.getAttribute('href'))!)).arrayBuffer()));
    await post('/api/books', { title: 'Made after the file', form: 'slit-book', sheet: SHEET });
    const choose = async (chosen: string) => {
      await (await located(driver, By.css('input[type=file]'))).sendKeys(chosen);
      await (await byRole(driver, 'button', 'Bring it back')).click();
    };
    const wrong = path.join(folder, 'poem.zip');
    writeFileSync(wrong, 'roses are red');
    await choose(wrong);
    await waitForText(driver, 'This is no file saved as “everything”');
    await choose(file);
    await waitForText(driver, 'All of it stands here now.');
    await shelf();
    await byRole(driver, 'link', 'Open Low Water Names');
    expect(await driver.findElements(By.css('[aria-label="Open Made after the file"]'))).toHaveLength(0);
  });
});

describe('two windows on one drawer', () => {
  it('the second writer is told, sees the paper as it is now, and can write all the same', async () => {
    const { driver } = browser;
    await post('/api/papers/starter', {});
    await driver.get(`${app.url}/drawer`);
    const name = await byRole(driver, 'textbox', 'Its name');
    const was = await name.getAttribute('value');
    const { papers, revisions } = (await (await fetch(`${app.url}/api/papers`)).json()) as {
      papers: { id: string; name: string }[];
      revisions: Record<string, number>;
    };
    const { id, ...paper } = papers.find((one) => one.name === was)!;
    await post(`/api/papers/${id}`, { expect: revisions[id], paper: { ...paper, name: 'Changed elsewhere' } });
    await name.sendKeys(' of mine', '\uE004');
    await waitForText(driver, 'was changed in another window. Nothing of it was overwritten');
    await driver.wait(
      async () => (await (await byRole(driver, 'textbox', 'Its name')).getAttribute('value')) === 'Changed elsewhere',
      WAIT_MS,
    );
    await (await byRole(driver, 'button', 'Write mine over it')).click();
    await driver.wait(
      async () => (await (await byRole(driver, 'textbox', 'Its name')).getAttribute('value')) === `${was} of mine`,
      WAIT_MS,
    );
  });
});
