import loadHighs from 'highs';
import { editionWork } from '../../packages/core/src/cutting/edition/edition.ts';
import { finish } from '../../packages/core/src/long-work.ts';
import { solveWith, type SolveLinear } from '../../packages/core/src/cutting/linear-program.ts';
import { editionCase } from './edition-cases.ts';
import { median, sized, type Figure } from './measuring.ts';

const CASES = sized(20, 1);
/** As they were asked for: all proven, half of them within a second, each within ten, a first answer at once. */
const WANTED = { unproven: 0, medianGap: 0, hasty: 1.15, firstMs: 300, medianMs: 1000, longestMs: 10_000 };
/** More that the search was not built by, and those beyond them: of a hundred five may be left unproven, or take longer. */
const MORE = { from: 21, to: sized(50, 21) };
const FAR = { from: 51, to: sized(120, 51) };
const LEFT = { share: 0.05, withinMs: 20_000 };

/** One edition searched to its end, and told in a line. */
function searchedCase(seed: number, solve: SolveLinear) {
  const began = performance.now();
  const work = editionWork(editionCase(seed), () => solve);
  let step = work.next();
  let answered: number | undefined;
  for (; !step.done; step = work.next()) if (step.value.cost !== undefined) answered ??= performance.now() - began;
  const took = performance.now() - began;
  if (!step.value.ok) throw new Error(`edition ${seed}: ${step.value.problem.code}`);
  const { cost, bound, proven } = step.value.value;
  const gap = (100 * (cost - bound)) / cost;
  const first = answered ?? took;
  console.log(
    `  edition ${String(seed).padStart(3)}: ${cost}, ${proven ? 'proven' : `at least ${bound}, gap ${gap.toFixed(1)} %`}, ${(took / 1000).toFixed(1)} s, first answer ${Math.round(first)} ms`,
  );
  return { cost, gap, took, first, proven };
}

/** The published editions, each told as proven or with its gap. */
export async function* editionFigures(): AsyncIterable<Figure> {
  const solve = solveWith(await loadHighs());
  const hasty: number[] = [];
  const all = Array.from({ length: CASES }, (_, i) => {
    const one = searchedCase(i + 1, solve);
    const quick = finish(editionWork(editionCase(i + 1), () => solve, 'quick'));
    if (quick.ok) hasty.push(quick.value.cost / one.cost);
    return one;
  });
  const longest = (of: (one: (typeof all)[number]) => number) => Math.max(...all.map(of));
  yield* [
    {
      name: `editions left unproven, of ${CASES}`,
      value: all.filter(({ proven }) => !proven).length,
      unit: 'of',
      limit: WANTED.unproven,
    },
    { name: 'gap of an edition, median', value: median(all.map(({ gap }) => gap)), unit: '%', limit: WANTED.medianGap },
    {
      name: 'cost of the quick answer against the search, median',
      value: median(hasty),
      unit: '×',
      limit: WANTED.hasty,
    },
    {
      name: 'first answer to an edition, longest',
      value: longest(({ first }) => first),
      unit: 'ms',
      limit: WANTED.firstMs,
    },
    {
      name: 'an edition proven, median',
      value: median(all.map(({ took }) => took)),
      unit: 'ms',
      limit: WANTED.medianMs,
    },
    {
      name: 'an edition searched to the end, proven or not, longest',
      value: longest(({ took }) => took),
      unit: 'ms',
      limit: WANTED.longestMs,
    },
  ];
}

/** Editions as they come. */
async function* freshEditions({ from, to }: typeof MORE): AsyncIterable<Figure> {
  const solve = solveWith(await loadHighs());
  const all = Array.from({ length: to - from + 1 }, (_, i) => searchedCase(from + i, solve));
  yield* [
    {
      name: `editions ${from} to ${to}, unproven or longer than ${LEFT.withinMs / 1000} s`,
      value: all.filter(({ proven, took }) => !proven || took > LEFT.withinMs).length,
      unit: 'of',
      limit: Math.floor(LEFT.share * all.length),
    },
    { name: 'such an edition, median', value: median(all.map(({ took }) => took)), unit: 'ms', limit: WANTED.medianMs },
  ];
}

export const moreEditionFigures = (): AsyncIterable<Figure> => freshEditions(MORE);
export const farEditionFigures = (): AsyncIterable<Figure> => freshEditions(FAR);
