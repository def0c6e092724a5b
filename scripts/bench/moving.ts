import { createRequire } from 'node:module';
import type Sharp from 'sharp';
import { byRole, chord, Key, openBrowser, press, waitForText } from '../../e2e/browser.ts';
import { atShare, median, type Figure } from './measuring.ts';
import { postFiles, postJson, runServer } from './running-server.ts';

const sharp = createRequire(new URL('../../packages/server/package.json', import.meta.url))('sharp') as typeof Sharp;

const picture = (n: number) =>
  sharp({ create: { width: 900, height: 1300, channels: 3, background: { r: 4 * n, g: 120, b: 90 } } })
    .jpeg()
    .toBuffer();

/** What counts: scripting, style and layout, by the names the browser's trace gives them. */
const COUNTED = new Set([
  'EventDispatch',
  'FunctionCall',
  'EvaluateScript',
  'RunMicrotasks',
  'TimerFire',
  'FireAnimationFrame',
  'UpdateLayoutTree',
  'Layout',
]);

interface TraceEvent {
  readonly name: string;
  readonly ph: string;
  readonly ts: number;
  readonly dur?: number;
  readonly tid: number;
  readonly pid: number;
  readonly args: { readonly data?: { readonly type?: string } };
}

/** Length of the union of intervals: nested events count once. */
function together(intervals: readonly (readonly [number, number])[]): number {
  let [sum, end] = [0, -Infinity];
  for (const [from, to] of [...intervals].sort((a, b) => a[0] - b[0])) {
    sum += Math.max(0, to - Math.max(from, end));
    end = Math.max(end, to);
  }
  return sum;
}

/** To and fro through the book, until the browser has compiled what it runs; then those that count. */
const WARM = 60;
const MOVES = 60;

/** Moving a page in a book of 64 panels: scripting, style and layout from the key to the next, read from a trace. */
export async function movingFigures(): Promise<readonly Figure[]> {
  const server = await runServer();
  const browser = await openBrowser({ trace: true });
  try {
    const book = await postJson<{ id: string }>(`${server.url}/api/books`, {
      title: 'bench',
      form: 'meander-book',
      parameters: { rows: 8, columns: 8 },
      sheet: { width: 841_000_000, height: 1_189_000_000, fibre: 'any' },
    });
    const { driver } = browser;
    const pictures = await Promise.all(Array.from({ length: 64 }, (_, i) => picture(i)));
    await postFiles(
      `${server.url}/api/books/${book.id}/files`,
      pictures.map((bytes, i) => ({ name: `${i}.jpg`, bytes })),
    );
    await driver.get(`${server.url}/books/${book.id}/pages?page=8`);
    await waitForText(driver, 'Lock it here');
    await byRole(driver, 'button', /^Page 64: /);
    await driver.sleep(4000); // every page drawn
    for (let i = 0; i < WARM + MOVES; i++) {
      await chord(driver, Key.ALT, Math.floor(i / 40) % 2 ? Key.ARROW_LEFT : Key.ARROW_RIGHT);
      await driver.sleep(120);
    }
    await press(driver, Key.ESCAPE);
    await driver.sleep(500);
    const entries = await driver.manage().logs().get('performance');
    const events = entries
      .map(({ message }) => (JSON.parse(message) as { message: { method: string; params: TraceEvent } }).message)
      .filter(({ method }) => method === 'Tracing.dataCollected')
      .map(({ params }) => params);
    // Alt and the arrow are a key each: two a move. Those of the warming up, and Escape, do not count.
    const down = events.filter(({ name, args }) => name === 'EventDispatch' && args.data?.type === 'keydown');
    const keys = down.sort((a, b) => a.ts - b.ts).slice(-2 * MOVES - 1, -1);
    const { tid, pid } = keys[0]!;
    const busy = events.filter(
      (event) => event.tid === tid && event.pid === pid && event.dur && COUNTED.has(event.name),
    );
    const starts = keys.map(({ ts }) => ts);
    const spent = starts.map((from, i) => {
      const to = starts[i + 1] ?? from + 120_000;
      return (
        together(busy.filter(({ ts }) => ts >= from && ts < to).map(({ ts, dur }) => [ts, ts + dur!] as const)) / 1000
      );
    });
    const moves = spent.sort((a, b) => b - a).slice(0, MOVES);
    console.log(`moving a page among 64: median ${median(moves).toFixed(1)} ms of script, style and layout`);
    return [{ name: 'moving a page among 64, 95 of 100', value: atShare(moves, 0.95), unit: 'ms', limit: 16 }];
  } finally {
    await browser.close();
    await server.stop();
  }
}
