import loadHighs from 'highs';
import { editionWork } from '../../packages/core/src/cutting/edition.ts';
import { finish } from '../../packages/core/src/long-work.ts';
import { solveWith } from '../../packages/core/src/cutting/linear-program.ts';
import { editionCase } from './edition-cases.ts';
import { median, type Figure } from './measuring.ts';

const CASES = 20;
/** An answer that is not proven counts as this long. */
const UNPROVEN_MS = 5000;

/** The published editions, each told as proven or with its gap. */
export async function editionFigures(): Promise<readonly Figure[]> {
  const solve = solveWith(await loadHighs());
  const counted: number[] = [];
  const first: number[] = [];
  const gaps: number[] = [];
  const hasty: number[] = [];
  for (let seed = 1; seed <= CASES; seed++) {
    const began = performance.now();
    const work = editionWork(editionCase(seed), solve);
    let step = work.next();
    let answered: number | undefined;
    for (; !step.done; step = work.next()) if (step.value.cost !== undefined) answered ??= performance.now() - began;
    const took = performance.now() - began;
    if (!step.value.ok) throw new Error(`edition ${seed}: ${step.value.problem.code}`);
    const { cost, bound, proven } = step.value.value;
    const gap = (100 * (cost - bound)) / cost;
    console.log(
      `  edition ${String(seed).padStart(2)}: ${cost}, ${proven ? 'proven' : `at least ${bound}, gap ${gap.toFixed(1)} %`}, ${(took / 1000).toFixed(1)} s, first answer ${Math.round(answered ?? took)} ms`,
    );
    const quick = finish(editionWork(editionCase(seed), solve, 'quick'));
    if (quick.ok) hasty.push(quick.value.cost / cost);
    counted.push(proven ? took : UNPROVEN_MS);
    first.push(answered ?? took);
    gaps.push(gap);
  }
  return [
    {
      name: `editions proven, of ${CASES}`,
      value: gaps.filter((gap) => gap === 0).length,
      unit: 'of',
      limit: Infinity,
    },
    { name: 'gap of an edition, median', value: median(gaps), unit: '%', limit: Infinity },
    { name: 'cost of the quick answer without the search, median', value: median(hasty), unit: '×', limit: Infinity },
    { name: 'first answer to an edition, median', value: median(first), unit: 'ms', limit: Infinity },
    { name: 'an edition, median (unproven as 5 s)', value: median(counted), unit: 'ms', limit: 5000 },
  ];
}
