import { emptyErrors, makeBook, roomFor, type BookErrors, type SlipTask } from './book-errors.ts';

/** A figure that varies from book to book: where it lies on the whole, how much it varies, and within what 95 of 100 are. Nanometres. */
export interface Spread {
  readonly bias: number;
  readonly sd: number;
  /** by how much it is out on the whole, either way */
  readonly expected: number;
  /** 95 % are out by no more, either way */
  readonly within95: number;
}

/** What a method comes to, exactly. */
export interface SlipAnswer {
  readonly length: Spread;
  /** the last edge of the closed block */
  readonly block: Spread;
  /** one cover against the other: the block's last edge, and each of them laid to it */
  readonly covers: Spread;
  /** by how much the last edge stands askew: its head against its tail, each fold marked at both */
  readonly skew: Spread;
  /** a picture at each joint */
  readonly register: readonly Spread[];
}

/**
 * All of it is linear in independent normals. So the book made with one of them 1 and all others 0 is a row of coefficients, and the variance the sum of their
 * squares (Gauss's law of the propagation of errors, which is exact here).
 */
export function exactSlip(task: SlipTask): SlipAnswer {
  const room = roomFor(task);
  const bookOf = (z: () => number): BookErrors => {
    const book = emptyErrors(task);
    makeBook(task, z, book, room);
    return book;
  };
  let draws = 0;
  const mean = bookOf(() => {
    draws++;
    return 0;
  });
  const sums = { length: 0, block: 0, register: new Float64Array(mean.register.length) };
  for (let j = 0; j < draws; j++) {
    let n = 0;
    const one = bookOf(() => (n++ === j ? 1 : 0));
    sums.length += (one.length - mean.length) ** 2;
    sums.block += (one.block - mean.block) ** 2;
    one.register.forEach((value, i) => (sums.register[i]! += (value - mean.register[i]!) ** 2));
  }
  const { cover } = task.hand;
  return {
    length: spread(mean.length, sums.length),
    block: spread(mean.block, sums.block),
    covers: spread(mean.block, sums.block + 2 * cover ** 2),
    skew: spread(0, 2 * sums.block),
    register: [...sums.register].map((sum, i) => spread(mean.register[i]!, sum)),
  };
}

const spread = (bias: number, variance: number): Spread => {
  const sd = Math.sqrt(variance);
  return { bias, sd, expected: expected(bias, sd), within95: within(bias, sd, 0.95) };
};

/** The mean distance from nought of a normal distribution: √(2/π)·s where it has no bias (its folded half; Leone, Nelson & Nottingham 1961). */
export function expected(bias: number, sd: number): number {
  if (sd === 0) return Math.abs(bias);
  const r = bias / sd;
  return sd * Math.sqrt(2 / Math.PI) * Math.exp((-r * r) / 2) + bias * (1 - 2 * normalBelow(-r));
}

/** The distance from nought within which this share of a normal distribution lies. */
export function within(bias: number, sd: number, share: number): number {
  if (sd === 0) return Math.abs(bias);
  let [low, high] = [0, Math.abs(bias) + 8 * sd];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    const here = normalBelow((middle - bias) / sd) - normalBelow((-middle - bias) / sd);
    if (here < share) low = middle;
    else high = middle;
  }
  return high;
}

/** The share of a standard normal distribution below a value (Abramowitz & Stegun, Handbook of Mathematical Functions, 26.2.17; to 7.5 · 10⁻⁸). */
function normalBelow(x: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(x));
  const tail =
    (Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI)) *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return x >= 0 ? 1 - tail : tail;
}

/** The widest of several, by what 95 % keep. */
export const worstOf = (spreads: readonly Spread[]): Spread | undefined =>
  spreads.reduce<Spread | undefined>((most, one) => (most && most.within95 >= one.within95 ? most : one), undefined);
