import type { EditionTask, NeededPiece, StockedParent } from '../../packages/core/src/cutting/edition/edition-task.ts';
import { mm } from '../../packages/core/src/units/nm.ts';

/** A small deterministic generator (mulberry32, T. Ettinger 2017): the cases are the same on every machine. */
function random(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const PAPERS = [
  [297, 420],
  [420, 594],
  [500, 700],
  [640, 900],
  [700, 1000],
] as const;

const NONE = { left: mm(0), right: mm(0), top: mm(0), bottom: mm(0) };
const TRUED = { left: mm(5), right: mm(5), top: mm(5), bottom: mm(5) };

/**
 * The editions that are measured: five papers with prices about their areas, six sizes of 60 to 320 mm, sixty pieces in all,
 * two thirds of the sizes with a grain they need. Published here so that anybody can solve them otherwise.
 */
export function editionCase(seed: number): EditionTask {
  const next = random(seed);
  const between = (from: number, to: number) => Math.floor(from + next() * (to - from + 1));
  const parents: StockedParent[] = PAPERS.map(([width, height], i) => ({
    id: `paper-${i}`,
    width: mm(width),
    height: mm(height),
    fibre: next() < 0.7 ? 'along-height' : 'along-width',
    trims: next() < 0.5 ? TRUED : NONE,
    price: Math.round((width * height * (0.8 + 0.4 * next())) / 2000),
  }));
  const needed = [1, 1, 1, 1, 1, 1];
  for (let left = 54; left > 0; left--) needed[between(0, 5)]!++;
  const pieces: NeededPiece[] = needed.map((count, i) => ({
    id: `size-${i}`,
    width: mm(between(60, 320)),
    height: mm(between(60, 280)),
    grain: (['along-width', 'along-height', 'any'] as const)[i % 3]!,
    needed: count,
  }));
  return { parents, pieces, gap: mm(0) };
}
