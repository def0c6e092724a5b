import { planCutting } from '../../packages/core/src/cutting/cutting-plan.ts';
import type { WantedPiece } from '../../packages/core/src/cutting/parent.ts';
import { doJob } from '../../packages/core/src/cutting/jobs.ts';
import { USUAL_KIT } from '../../packages/core/src/document/kit.ts';
import { kitTask, rankAnswers } from '../../packages/core/src/cutting/plan-on-paper.ts';
import { becomings, bookKinds, USUAL_BOUNDS } from '../../packages/core/src/cutting/sheet-becomes.ts';
import { planBook } from '../../packages/core/src/forms/planned-book.ts';
import { PLAIN_PAPER, type Paper } from '../../packages/core/src/paper/paper.ts';
import { mm } from '../../packages/core/src/units/nm.ts';
import { againstPackers } from './against-packers.ts';
import { editionCase } from './edition-cases.ts';
import { median, medianMs, sized, type Figure } from './measuring.ts';

const NONE = { left: mm(0), right: mm(0), top: mm(0), bottom: mm(0) };

const cutting = (sizes: readonly (readonly [number, number])[]): number =>
  medianMs(
    (round) => {
      const pieces = sizes.map(([width, height], i): WantedPiece => ({
        id: String(i),
        width: mm(width + (round % 7)),
        height: mm(height),
        grain: 'any',
      }));
      const parent = { id: 'p', width: mm(700), height: mm(1000), fibre: 'along-height' as const, trims: NONE };
      const plan = planCutting({ parent, pieces, gap: mm(0) });
      if (!plan.ok || !plan.value.proven) throw new Error('not proven');
      return plan.value.value;
    },
    20,
    25,
  );

/** One sheet of the largest paper, bounded: six sizes, forty pieces in all. */
function boundedSheets(): { readonly unproven: number; readonly ms: number } {
  const runs = Array.from({ length: sized(20, 1) }, (_, i) => {
    const { parents, pieces, gap } = editionCase(i + 1);
    const wanted = pieces.map(({ needed, ...piece }): WantedPiece => ({
      ...piece,
      most: Math.max(1, Math.round((40 * needed) / 60)),
    }));
    const began = performance.now();
    const plan = planCutting({ parent: parents[4]!, pieces: wanted, gap });
    return { ms: performance.now() - began, proven: plan.ok && plan.value.proven };
  });
  return { unproven: runs.filter(({ proven }) => !proven).length, ms: median(runs.map(({ ms }) => ms)) };
}

const CHARTED = { width: mm(700), height: mm(1000), fibre: 'along-height' as const };

/** The chart of what one sheet can become: the first points, and all of them. */
function chart(): { readonly first: number; readonly all: number } {
  const kinds = bookKinds();
  const runs = Array.from({ length: sized(15, 1) }, () => {
    const began = performance.now();
    let first = 0;
    for (const corners of becomings(CHARTED, kinds, USUAL_BOUNDS))
      if (corners.length) first ||= performance.now() - began;
    return { first, all: performance.now() - began };
  });
  return { first: median(runs.map(({ first }) => first)), all: median(runs.map(({ all }) => all)) };
}

/** Twenty papers ranked for one book, every answer of each. */
function ranking(): number {
  const plan = planBook({ id: 'slit-book', parameters: {} }, { width: mm(297), height: mm(210), fibre: 'any' });
  if (!plan.ok) throw new Error(plan.problem.code);
  const papers = Array.from({ length: sized(20, 2) }, (_, i): Paper => ({
    ...PLAIN_PAPER,
    id: String(i),
    name: String(i),
    sheet: { width: mm(420 + 17 * i), height: mm(594 + 23 * i), fibre: i % 2 ? 'along-width' : 'along-height' },
    price: 100 + i,
  }));
  return medianMs(
    (round) => {
      const task = kitTask(plan.value, { ...USUAL_KIT, copies: 25 + (round % 3) }, 'text');
      const answers = doJob('rank', { task, papers, effort: 'quick' }, () => {
        throw new Error('one size needs no solver');
      });
      return rankAnswers(answers, 'price');
    },
    15,
    10,
  );
}

export function* cuttingFigures(): Iterable<Figure> {
  yield* [
    { name: 'yield of one size on one parent', value: () => cutting([[105, 148]]), unit: 'ms', limit: 5 },
    {
      name: 'yield of three sizes on one parent',
      value: () =>
        cutting([
          [105, 148],
          [140, 210],
          [99, 210],
        ]),
      unit: 'ms',
      limit: 50,
    },
  ];
  const bounded = boundedSheets();
  yield* [
    {
      name: 'sheets of six sizes, forty pieces at most, left unproven, of 20',
      value: bounded.unproven,
      unit: 'of',
      limit: 0,
    },
    { name: 'such a sheet, median', value: bounded.ms, unit: 'ms', limit: 1000 },
  ];
  const { first, all } = chart();
  yield* [
    { name: 'first points of the chart of one sheet', value: first, unit: 'ms', limit: 50 },
    { name: 'the whole chart of one sheet', value: all, unit: 'ms', limit: 300 },
    { name: '20 papers ranked for one book', value: ranking, unit: 'ms', limit: 200 },
  ];
  yield* againstPackers();
}
