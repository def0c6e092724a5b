import { openBrowser, Key, press, waitForText } from '../../e2e/browser.ts';
import { atShare, median, sized, type Figure } from './measuring.ts';
import { postJson, runServer } from './running-server.ts';
import { dispatched, frameWork, spentFrom, tracedEvents } from './trace.ts';

/** Through all steps and back, until the browser has compiled what it runs; then those that count. */
const ROUNDS = sized(3, 1);
/** A long concertina is moved through so many steps: its last folds, and its first openings. */
const MOVED = sized(16, 1);

const FORMS = [
  { name: 'slit book', form: 'slit-book', parameters: {}, limit: 50 },
  { name: 'meander 4 × 4', form: 'meander-book', parameters: { rows: 4, columns: 4 }, limit: 50 },
] as const;

/** A step of the rehearsal in three dimensions: script, style and layout of the main thread from the key until the paper rests. */
export async function* rehearsingFigures(): AsyncIterable<Figure> {
  const server = await runServer();
  try {
    for (const { name, form, parameters, limit } of FORMS.slice(0, sized(FORMS.length, 1))) {
      const { id } = await postJson<{ id: string }>(`${server.url}/api/books`, {
        title: 'bench',
        form,
        parameters,
        sheet: { width: 420_000_000, height: 297_000_000, fibre: 'any' },
      });
      const own = await stepsOf(`${server.url}/books/${id}/fold`);
      console.log(`a step of the ${name}: the main thread's own work ${own.map((ms) => ms.toFixed(0)).join(' ')} ms`);
      yield { name: `a step of the ${name} in three dimensions, median`, value: median(own), unit: 'ms', limit };
    }
    yield* await concertinaFrames(server.url);
  } finally {
    await server.stop();
  }
}

/** A long concertina while it moves: what each frame costs the main thread, joined, folded, leafed, pulled open and stood up. */
async function concertinaFrames(url: string): Promise<readonly Figure[]> {
  const { id } = await postJson<{ id: string }>(`${url}/api/books`, {
    title: 'bench',
    form: 'concertina',
    parameters: { panels: sized(200, 8), panelWidth: 95_000_000, panelHeight: 140_000_000 },
    sheet: { width: 900_000_000, height: 640_000_000, fibre: 'along-height' },
  });
  const frames = await framesOf(`${url}/books/${id}/fold?step=${sized(36, 1)}`);
  const shown = [0.5, 0.95, 1].map((share) => atShare(frames, share).toFixed(1)).join(' ');
  console.log(`${frames.length} frames of a concertina of 200 panels, median, p95, longest: ${shown} ms`);
  return [
    { name: 'a frame of 200 panels moving, main thread, p95', value: atShare(frames, 0.95), unit: 'ms', limit: 8 },
  ];
}

async function framesOf(address: string): Promise<readonly number[]> {
  const browser = await openBrowser({ trace: true });
  try {
    const { driver } = browser;
    await driver.get(address);
    await waitForText(driver, ' steps');
    await driver.sleep(sized(3000, 1000));
    // There, until the browser has compiled what it runs; what counts is the way back.
    for (const key of [Key.ARROW_RIGHT, Key.ARROW_LEFT]) {
      if (key === Key.ARROW_LEFT) await press(driver, Key.ESCAPE);
      for (let step = 0; step < MOVED; step++) {
        await press(driver, key);
        await driver.sleep(1000);
      }
    }
    const events = await tracedEvents(browser);
    return frameWork(events, dispatched(events, 'keydown').at(-MOVED)!);
  } finally {
    await browser.close();
  }
}

async function stepsOf(address: string): Promise<readonly number[]> {
  const browser = await openBrowser({ trace: true });
  try {
    const { driver } = browser;
    await driver.get(address);
    await waitForText(driver, ' steps');
    await driver.sleep(sized(3000, 1000));
    const steps = Number(/(\d+) steps/.exec(await driver.findElement({ css: 'main' }).getText())![1]);
    for (let round = 0; round < ROUNDS; round++)
      for (const key of [Key.ARROW_RIGHT, Key.ARROW_LEFT])
        for (let step = 0; step < steps; step++) {
          await press(driver, key);
          await driver.sleep(sized(1700, 400)); // the step's own second, and the eye coming to rest
        }
    await press(driver, Key.ESCAPE);
    await driver.sleep(500);
    const events = await tracedEvents(browser);
    const keys = dispatched(events, 'keydown').slice(-2 * steps - 1);
    return spentFrom(events, keys, 'own').slice(0, -1);
  } finally {
    await browser.close();
  }
}
