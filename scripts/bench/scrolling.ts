import { createRequire } from 'node:module';
import type Sharp from 'sharp';
import type { BookAnswer } from '../../packages/core/src/contract/answers.ts';
import { byRole, openBrowser } from '../../e2e/browser.ts';
import { atShare, median, sized, type Figure } from './measuring.ts';
import { postFiles, postJson, runServer } from './running-server.ts';
import { dispatched, spentFrom, tracedEvents } from './trace.ts';

const sharp = createRequire(new URL('../../packages/server/package.json', import.meta.url))('sharp') as typeof Sharp;

/** Notches of the wheel until the browser has compiled what it runs; then those that count. */
const [WARM, STEPS] = sized([60, 120], [2, 6]);
/** Forty pictures, each so many times again. */
const AGAIN = sized(9, 1);
const NOTCH = 120;

/** Scrolling through 400 pages, each with a picture: nodes mounted, and script, style and layout from one notch of the wheel to the next. */
export async function scrollingFigures(): Promise<readonly Figure[]> {
  const server = await runServer();
  const browser = await openBrowser({ trace: true });
  try {
    const { driver } = browser;
    const book = await postJson<BookAnswer>(`${server.url}/api/books`, {
      title: 'bench',
      form: 'nested-booklet',
      parameters: { pages: 40 * (AGAIN + 1), sections: sized(12, 1) },
      sheet: { width: 297_000_000, height: 210_000_000, fibre: 'any' },
    });
    const pictures = await Promise.all(
      Array.from({ length: 40 }, (_, n) =>
        sharp({ create: { width: 600, height: 850, channels: 3, background: { r: 6 * n, g: 120, b: 90 } } })
          .jpeg()
          .toBuffer(),
      ),
    );
    await postFiles(
      `${server.url}/api/books/${book.id}/files`,
      pictures.map((bytes, i) => ({ name: `${i}.jpg`, bytes })),
    );
    const filled = (await (await fetch(`${server.url}/api/books/${book.id}`)).json()) as BookAnswer;
    const contents = filled.book.pages.flatMap(({ content }) => content ?? []);
    await postJson(`${server.url}/api/books/${book.id}/revisions`, {
      expect: filled.revision,
      window: 'bench',
      command: { kind: 'place', contents: Array.from({ length: AGAIN }, () => contents).flat() },
    });
    await driver.get(`${server.url}/books/${book.id}/pages`);
    await byRole(driver, 'button', /^Page 1: /);
    await driver.sleep(sized(3000, 800));
    const wheel = (deltaY: number) =>
      (
        driver as unknown as { sendDevToolsCommand: (name: string, params: object) => Promise<unknown> }
      ).sendDevToolsCommand('Input.dispatchMouseEvent', { type: 'mouseWheel', x: 400, y: 400, deltaX: 0, deltaY });
    let most = 0;
    for (let i = 0; i < WARM + STEPS; i++) {
      const down = Math.floor(i / 60) % 2 === 0;
      await wheel(down ? NOTCH : -NOTCH);
      await driver.sleep(120);
      if (i % 5 === 0)
        most = Math.max(
          most,
          await driver.executeScript<number>(`return document.querySelectorAll('[data-testid^="page-"]').length`),
        );
    }
    await driver.sleep(500);
    const events = await tracedEvents(browser);
    const notches = dispatched(events, 'scroll').length ? dispatched(events, 'scroll') : dispatched(events, 'wheel');
    const starts = notches.map(({ ts }) => ts);
    const spent = (how: 'own' | 'wall') => byStep(spentFrom(events, notches, how), starts).slice(-STEPS);
    const [own, wall] = [spent('own'), spent('wall')];
    console.log(
      `scrolling 400 pages: ${own.length} steps of script, style and layout: the main thread's own work ${median(own).toFixed(1)} ms (median), by the wall clock ${median(wall).toFixed(1)} ms, 95 of 100 ${atShare(wall, 0.95).toFixed(1)} ms; at most ${most} pages mounted`,
    );
    return [
      { name: '400 pages in the strip, pages mounted at most', value: most, unit: 'of', limit: 60 },
      {
        name: 'a scroll step among 400 pages, the main thread’s own work, 95 of 100',
        value: atShare(own, 0.95),
        unit: 'ms',
        limit: 8,
      },
    ];
  } finally {
    await browser.close();
    await server.stop();
  }
}

/** A notch may be several scroll events in quick succession: what belongs to one is taken together. */
function byStep(spent: readonly number[], starts: readonly number[]): readonly number[] {
  const steps: number[] = [];
  spent.forEach((ms, i) => {
    const soon = i > 0 && starts[i]! - starts[i - 1]! < 60_000;
    if (soon) steps[steps.length - 1]! += ms;
    else steps.push(ms);
  });
  return steps;
}
