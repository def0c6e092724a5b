import { median, sized, type Figure } from './measuring.ts';
import { postJson, runServer } from './running-server.ts';

const mm = (length: number) => length * 1_000_000;
const SHEET = { width: mm(297), height: mm(210), fibre: 'along-height' };
const PAPERS = Array.from({ length: sized(20, 2) }, (_, i) => ({ width: mm(420 + 31 * i), height: mm(594 + 17 * i) }));

/** The heaviest that each address of stateless answers accepts. */
const HEAVIEST: Readonly<Record<string, object>> = {
  fold: { form: 'nested-booklet', parameters: { pages: sized(400, 8), sections: sized(16, 1) }, sheet: SHEET },
  imposition: { form: 'nested-booklet', parameters: { pages: sized(400, 8) }, sheet: SHEET },
  concertina: {
    panels: sized(400, 20),
    panelWidth: mm(95),
    panelHeight: mm(140),
    copies: sized(10_000, 10),
    papers: PAPERS,
  },
  tolerance: {
    strips: Array.from({ length: sized(200, 4) }, () => 2),
    panelWidth: mm(95),
    method: 'stepping',
    books: sized(100_000, 100),
  },
  stitch: { stitch: 'link', parameters: { stations: 11 }, height: mm(420), sections: Array(sized(100, 3)).fill(4) },
  yield: {
    parents: PAPERS.map((paper, i) => ({ id: String(i), ...paper, fibre: 'any' })),
    pieces: [97, 113, 131, 151].map((side) => ({
      id: String(side),
      width: mm(side),
      height: mm(side + 31),
      grain: 'any',
    })),
  },
};

/** How long the server takes to say that it is there, while somebody asks it the heaviest. */
export async function* answeringFigures(): AsyncIterable<Figure> {
  const server = await runServer();
  try {
    for (const [what, body] of Object.entries(HEAVIEST)) {
      let done = false;
      const heavy = postJson(`${server.url}/api/compute/${what}`, body).finally(() => (done = true));
      const waits: number[] = [];
      do {
        const began = performance.now();
        await (await fetch(`${server.url}/api/health`)).json();
        waits.push(performance.now() - began);
        await new Promise((resolve) => setTimeout(resolve, 10));
      } while (!done);
      await heavy;
      console.log(`health while ${what} is worked out: ${waits.length} times, median ${median(waits).toFixed(1)} ms`);
      yield {
        name: `health while the heaviest ${what} is worked out, longest`,
        value: Math.max(...waits),
        unit: 'ms',
        limit: 100,
      };
    }
  } finally {
    await server.stop();
  }
}
