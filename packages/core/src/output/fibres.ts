import type { FibreAxis } from '../paper/sheet-size.ts';

/** A short fibre in shares of the sheet (0–1 each way). */
export interface Fibre {
  readonly x: number;
  readonly y: number;
  /** length as a share of the side it runs along; the other extent is 0 */
  readonly dx: number;
  readonly dy: number;
}

/** A small deterministic generator (mulberry32, T. Ettinger 2017): the same sheet always shows the same fibres. */
function random(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** Fibres for drawing a piece of paper: along its axis; both ways for `any`; none where the axis is unknown. */
export function fibres(axis: FibreAxis, count: number, seed = 8): readonly Fibre[] {
  if (axis === 'unknown') return [];
  const next = random(seed);
  return Array.from({ length: count }, (_, i) => {
    const along = axis === 'any' ? i % 2 === 0 : axis === 'along-width';
    const length = 0.04 + 0.11 * next();
    const [x, y] = [next(), next()];
    return along ? { x: x * (1 - length), y, dx: length, dy: 0 } : { x, y: y * (1 - length), dx: 0, dy: length };
  });
}
