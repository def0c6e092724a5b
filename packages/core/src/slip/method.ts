import type { Hand } from './hand.ts';

/** How the places of folds are found. */
export const MARKING_METHODS = ['one-datum', 'stepping', 'jig', 'last-edge', 'stop', 'halving', 'board'] as const;
export type MarkingMethod = (typeof MARKING_METHODS)[number];

/** Unit normals, one after another: drawn at random, or one of them 1 and all others 0. */
export type Draw = () => number;

/**
 * By how much the n folds of a strip lie beside their places, `out[1]` to `out[n]`, the last its end or the crease of its joint; `out[0]` is its beginning, cut true. Each
 * is a sum of independent normals and a bias, so all that follows from them has exact variances.
 */
type Lay = (n: number, hand: Hand, z: Draw, out: Float64Array) => void;

export const LAY: Readonly<Record<MarkingMethod, Lay>> = {
  /** every mark is read from one edge */
  'one-datum': (n, { reading }, z, out) => {
    for (let k = 1; k <= n; k++) out[k] = reading * z();
  },
  /** the ruler is set to the last mark, the next is read: two readings a step */
  stepping: (n, { reading }, z, out) => {
    for (let k = 1; k <= n; k++) out[k] = out[k - 1]! + reading * Math.SQRT2 * z();
  },
  /** a card of the panel's width, pushed into the last fold */
  jig: (n, { jig, jigBias }, z, out) => {
    for (let k = 1; k <= n; k++) out[k] = out[k - 1]! + jigBias + jig * z();
  },
  /** each panel is folded so that it ends where the one before it does */
  'last-edge': (n, { reading }, z, out) => {
    let wider = 0;
    for (let k = 1; k <= n; k++) {
      wider += reading * z();
      out[k] = out[k - 1]! + wider;
    }
  },
  /** each fold is laid to a fixed stop at its side of the block */
  stop: (n, { reading }, z, out) => {
    let before = 0;
    for (let k = 1; k <= n; k++) {
      const here = reading * z();
      out[k] = out[k - 1]! + before + here;
      before = here;
    }
  },
  /** edge to edge, then halves to creases; what does not halve loses one measured panel first */
  halving: (n, { halving, reading }, z, out) => {
    out[n] = 0;
    const within = (from: number, to: number): void => {
      const panels = to - from;
      if (panels < 2) return;
      if (panels % 2 === 1) {
        out[from + 1] = out[from]! + reading * z();
        within(from + 1, to);
        return;
      }
      const middle = from + panels / 2;
      out[middle] = (out[from]! + out[to]!) / 2 + (halving / 2) * z();
      within(from, middle);
      within(middle, to);
    };
    within(0, n);
  },
  /** a creasing board: the strip is pushed to its fence once, each groove has its own place */
  board: (n, { jig }, z, out) => {
    const pushed = jig * z();
    for (let k = 1; k <= n; k++) out[k] = pushed + jig * z();
  },
};
