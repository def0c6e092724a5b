/*
 * Takes the pictures of docs/screenshots from the demo data: npm run build && npm run screenshots.
 * One picture of each main view at 1280 × 800; names given on the command line are taken alone.
 */
import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { BookAnswer } from '../packages/core/src/contract/answers.ts';
import { startApp } from '../e2e/app.ts';
import { openBrowser } from '../e2e/browser.ts';
import { STAGES } from '../packages/web/src/frame/stages.ts';

const FOLDER = path.join(path.dirname(fileURLToPath(import.meta.url)), '../docs/screenshots');

/** Name of the picture, the book's title (or none), the stage with its query, and how long lazy parts may take (ms). */
const VIEWS: readonly (readonly [name: string, title: string | undefined, stage: string, wait: number])[] = [
  ['shelf', undefined, '/', 6000],
  ['form', 'Sixteen Bells', 'form', 3000],
  ['drawer', undefined, '/drawer', 2500],
  ['safekeeping', undefined, '/safekeeping', 3000],
  ['sheet-becomes', 'Knots for Short Crossings', 'paper?ask=sheet', 3500],
  ['ranking', 'Both Banks', 'paper?ask=book', 7000],
  ['cutting', 'Knots for Short Crossings', 'paper?ask=cut', 4000],
  ['pages', 'Low Water Names', 'pages?page=6', 2500],
  ['sheets', 'What the Gulls Left', 'sheets', 5000],
  ['feed', 'Twenty Tides', 'feed', 2000],
  ['concertina', 'Both Banks', 'form', 3000],
  ['pile', undefined, '/pile', 6000],
  ['star', 'Both Banks', 'fold?step=34', 7000],
  ['marks', 'Both Banks', 'mark', 3500],
  ['slip', 'Both Banks', 'mark?ask=slip', 4500],
  ['bind', 'Twenty Tides', 'bind?pass=5', 3500],
  ['history', 'Low Water Names', 'history?n=6', 2500],
  ['fold', 'Knots for Short Crossings', 'fold?step=7.5', 7000],
  // Last: its second edition is not on the other pictures.
  ['edition', 'Twenty Tides', 'edition', 2500],
];

for (const { path: stage } of STAGES)
  if (!VIEWS.some(([, , view]) => view.split('?')[0] === stage)) throw new Error(`the stage ${stage} has no picture`);

/** A second edition on a paper two hundredths thicker, of more copies. */
async function secondEdition(url: string, book: string): Promise<string> {
  const post = async (address: string, body: object) =>
    (await (
      await fetch(`${url}/api/books/${address}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      })
    ).json()) as BookAnswer;
  const { id, book: made } = await post(`${book}/copy`, { as: 'edition' });
  const { creep } = made.printing;
  const thicker = { ...made.printing, creep: { ...creep, thickness: creep.thickness + 20_000 } };
  const say = (expect: number, command: object) => post(`${id}/revisions`, { expect, window: 'pictures', command });
  await say(0, { kind: 'set-printing', printing: thicker });
  await say(1, { kind: 'set-kit', kit: { ...made.kit, copies: 25 } });
  return id;
}

async function main(): Promise<void> {
  mkdirSync(FOLDER, { recursive: true });
  const app = await startApp({ demo: true });
  const browser = await openBrowser();
  try {
    const { books } = (await (await fetch(`${app.url}/api/books`)).json()) as {
      books: readonly { id: string; book: { title: string } }[];
    };
    const asked = process.argv.slice(2);
    for (const [name, title, stage, wait] of VIEWS) {
      if (asked.length > 0 && !asked.includes(name)) continue;
      const first = books.find(({ book }) => book.title === title)?.id;
      const id = first && stage === 'edition' ? await secondEdition(app.url, first) : first;
      await browser.driver.get(id ? `${app.url}/books/${id}/${stage}` : app.url + stage);
      await browser.driver.sleep(wait);
      // Where the data lay while the pictures were taken is nobody's business.
      await browser.driver.executeScript(
        `for (const one of document.querySelectorAll('header .measure')) if (one.textContent.startsWith('/')) one.textContent = 'data/demo';`,
      );
      writeFileSync(path.join(FOLDER, `${name}.png`), await browser.driver.takeScreenshot(), 'base64');
    }
  } finally {
    await browser.close();
    await app.stop();
  }
}

await main();
