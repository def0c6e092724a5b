import { createRequire } from 'node:module';
import type Sharp from 'sharp';
import { byRole, chord, Key, openBrowser, press, waitForText } from '../../e2e/browser.ts';
import { atShare, median, sized, type Figure } from './measuring.ts';
import { postFiles, postJson, runServer } from './running-server.ts';
import { dispatched, spentFrom, tracedEvents } from './trace.ts';

const sharp = createRequire(new URL('../../packages/server/package.json', import.meta.url))('sharp') as typeof Sharp;

const picture = (n: number) =>
  sharp({ create: { width: 900, height: 1300, channels: 3, background: { r: 4 * n, g: 120, b: 90 } } })
    .jpeg()
    .toBuffer();

/** To and fro through the book, until the browser has compiled what it runs; then those that count. */
const [WARM, MOVES] = sized([60, 60], [0, 2]);
const SIDE = sized(8, 2);

/** Moving a page in a book of 64 panels: scripting, style and layout from the key to the next, read from a trace. */
export async function movingFigures(): Promise<readonly Figure[]> {
  const server = await runServer();
  const browser = await openBrowser({ trace: true });
  try {
    const book = await postJson<{ id: string }>(`${server.url}/api/books`, {
      title: 'bench',
      form: 'meander-book',
      parameters: { rows: SIDE, columns: SIDE },
      sheet: { width: 841_000_000, height: 1_189_000_000, fibre: 'any' },
    });
    const { driver } = browser;
    const pictures = await Promise.all(Array.from({ length: SIDE * SIDE }, (_, i) => picture(i)));
    await postFiles(
      `${server.url}/api/books/${book.id}/files`,
      pictures.map((bytes, i) => ({ name: `${i}.jpg`, bytes })),
    );
    await driver.get(`${server.url}/books/${book.id}/pages?page=${SIDE}`);
    await waitForText(driver, 'Lock it here');
    await byRole(driver, 'button', new RegExp(`^Page ${SIDE * SIDE}: `));
    await driver.sleep(sized(4000, 800)); // every page drawn
    for (let i = 0; i < WARM + MOVES; i++) {
      await chord(driver, Key.ALT, Math.floor(i / 40) % 2 ? Key.ARROW_LEFT : Key.ARROW_RIGHT);
      await driver.sleep(120);
    }
    await press(driver, Key.ESCAPE);
    await driver.sleep(500);
    const events = await tracedEvents(browser);
    // Alt and the arrow are a key each: two a move. Those of the warming up, and Escape, do not count.
    const keys = dispatched(events, 'keydown').slice(-2 * MOVES - 1, -1);
    const moves = (how: 'own' | 'wall') => [...spentFrom(events, keys, how)].sort((x, y) => y - x).slice(0, MOVES);
    const [own, wall] = [moves('own'), moves('wall')];
    console.log(
      `moving a page among 64: script, style and layout, the main thread's own work ${median(own).toFixed(1)} ms (median), by the wall clock ${median(wall).toFixed(1)} ms, 95 of 100 ${atShare(wall, 0.95).toFixed(1)} ms`,
    );
    return [
      {
        name: 'moving a page among 64, the main thread’s own work, 95 of 100',
        value: atShare(own, 0.95),
        unit: 'ms',
        limit: 16,
      },
    ];
  } finally {
    await browser.close();
    await server.stop();
  }
}
