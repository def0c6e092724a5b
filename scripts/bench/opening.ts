import { createRequire } from 'node:module';
import type Sharp from 'sharp';
import { Key, openBrowser, press, waitForText, type Browser } from '../../e2e/browser.ts';
import type { StageDeclared } from '../../packages/web/src/base/stage.ts';
import { foldStage } from '../../packages/web/src/features/fold/stage.ts';
import { historyStage } from '../../packages/web/src/features/history/stage.ts';
import { pagesStage } from '../../packages/web/src/features/pages/stage.ts';
import { paperStage } from '../../packages/web/src/features/paper/stage.ts';
import { keysOf } from '../../packages/web/src/frame/stages.ts';
import { median, sized, type Figure } from './measuring.ts';
import { postFiles, postJson, runServer } from './running-server.ts';
import { blocksFrom, dispatched, tracedEvents } from './trace.ts';

const sharp = createRequire(new URL('../../packages/server/package.json', import.meta.url))('sharp') as typeof Sharp;

const PAGES = sized(400, 8);
const ROUNDS = sized(5, 2);

/** Stages of a long book, each opened with its key from the book's history. */
const OPENED = [
  { stage: pagesStage, limit: 50 },
  { stage: foldStage, limit: 50 },
  { stage: paperStage, limit: 100 },
] as const;
/** By the key that its declaration, or its place on the strip, gives it. */
const keyTo = (stage: StageDeclared): string => keysOf(stage)!.toLowerCase();

/** A booklet of 400 pages with a picture on each. */
export async function longBooklet(url: string): Promise<string> {
  const { id } = await postJson<{ id: string }>(`${url}/api/books`, {
    title: 'bench',
    form: 'nested-booklet',
    parameters: { pages: PAGES },
    sheet: { width: 297_000_000, height: 210_000_000, fibre: 'any' },
  });
  const pictures = await Promise.all(
    Array.from({ length: PAGES }, (_, n) =>
      sharp({ create: { width: 60, height: 84, channels: 3, background: { r: n % 256, g: n >> 1, b: 90 } } })
        .jpeg()
        .toBuffer(),
    ),
  );
  await postFiles(
    `${url}/api/books/${id}/files`,
    pictures.map((bytes, n) => ({ name: `${n}.jpg`, bytes })),
  );
  return id;
}

/** The longest time for which the main thread answers nothing while each stage opens: by its address, with its key the first time, and again. */
export async function* openingFigures(): AsyncIterable<Figure> {
  const server = await runServer();
  try {
    const book = await longBooklet(server.url);
    for (const { stage, limit } of OPENED) {
      const address = `${server.url}/books/${book}`;
      const whole = await traced((browser) => openedByAddress(browser, `${address}/${stage.path}`));
      const blocks = await traced((browser) => openedByKey(browser, `${address}/${historyStage.path}`, stage));
      console.log(
        `${stage.name} of ${PAGES} pages: longest block by its address ${whole.toFixed(0)} ms, with its key ${blocks.map((ms) => ms.toFixed(0)).join(' ')} ms`,
      );
      const { name } = stage;
      yield* [
        { name: `${name} of ${PAGES} pages opened by its address, longest block`, value: whole, unit: 'ms', limit },
        { name: '… with its key, the first time', value: blocks[0]!, unit: 'ms', limit },
        { name: '… and again, median', value: median(blocks.slice(1)), unit: 'ms', limit },
      ];
    }
  } finally {
    await server.stop();
  }
}

async function traced<T>(act: (browser: Browser) => Promise<T>): Promise<T> {
  const browser = await openBrowser({ trace: true });
  try {
    return await act(browser);
  } finally {
    await browser.close();
  }
}

async function openedByAddress(browser: Browser, address: string): Promise<number> {
  const { driver } = browser;
  await driver.get(address);
  await waitForText(driver, 'saved ');
  await driver.sleep(sized(6000, 800)); // every page drawn
  await press(driver, Key.ESCAPE);
  await driver.sleep(500);
  const events = await tracedEvents(browser);
  const [escape] = dispatched(events, 'keydown');
  return blocksFrom(events, [{ ...escape!, ts: -Infinity }, escape!])[0]!;
}

async function openedByKey(browser: Browser, from: string, stage: StageDeclared): Promise<readonly number[]> {
  const { driver } = browser;
  await driver.get(from);
  await waitForText(driver, 'saved ');
  await driver.sleep(sized(2000, 500));
  for (let round = 0; round < ROUNDS; round++) {
    await press(driver, keyTo(stage));
    await driver.sleep(sized(5000, 800)); // every page drawn
    if (!new URL(await driver.getCurrentUrl()).pathname.endsWith(`/${stage.path}`))
      throw new Error(`${stage.name} did not open`);
    await press(driver, keyTo(historyStage));
    await driver.sleep(sized(1500, 500));
  }
  const events = await tracedEvents(browser);
  const keys = dispatched(events, 'keydown');
  return blocksFrom(events, keys).filter((_, i) => i % 2 === 0);
}
