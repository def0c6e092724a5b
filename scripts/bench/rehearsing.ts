import { openBrowser, Key, press, waitForText } from '../../e2e/browser.ts';
import { median, type Figure } from './measuring.ts';
import { postJson, runServer } from './running-server.ts';
import { dispatched, spentFrom, tracedEvents } from './trace.ts';

/** Through all steps and back, until the browser has compiled what it runs; then those that count. */
const ROUNDS = 3;

const FORMS = [
  { name: 'slit book', form: 'slit-book', parameters: {}, limit: 50 },
  { name: 'meander 4 × 4', form: 'meander-book', parameters: { rows: 4, columns: 4 }, limit: 50 },
] as const;

/** A step of the rehearsal in three dimensions: script, style and layout of the main thread from the key until the paper rests. */
export async function rehearsingFigures(): Promise<readonly Figure[]> {
  const server = await runServer();
  try {
    const figures: Figure[] = [];
    for (const { name, form, parameters, limit } of FORMS) {
      const { id } = await postJson<{ id: string }>(`${server.url}/api/books`, {
        title: 'bench',
        form,
        parameters,
        sheet: { width: 420_000_000, height: 297_000_000, fibre: 'any' },
      });
      const own = await stepsOf(`${server.url}/books/${id}/fold`);
      console.log(`a step of the ${name}: the main thread's own work ${own.map((ms) => ms.toFixed(0)).join(' ')} ms`);
      figures.push({
        name: `a step of the ${name} in three dimensions, median`,
        value: median(own),
        unit: 'ms',
        limit,
      });
    }
    return figures;
  } finally {
    await server.stop();
  }
}

async function stepsOf(address: string): Promise<readonly number[]> {
  const browser = await openBrowser({ trace: true });
  try {
    const { driver } = browser;
    await driver.get(address);
    await waitForText(driver, ' steps');
    await driver.sleep(3000);
    const steps = Number(/(\d+) steps/.exec(await driver.findElement({ css: 'main' }).getText())![1]);
    for (let round = 0; round < ROUNDS; round++)
      for (const key of [Key.ARROW_RIGHT, Key.ARROW_LEFT])
        for (let step = 0; step < steps; step++) {
          await press(driver, key);
          await driver.sleep(1700); // the step's own second, and the eye coming to rest
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
