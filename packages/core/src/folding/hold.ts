import type { Compass } from './step.ts';

export type SheetSide = 'A' | 'B';

/** A book whose cover is a certain face: which, which way on the sheet its head points, and how it is read. */
export interface CoverHold {
  readonly kind: 'cover';
  readonly cover: { readonly panel: string; readonly side: SheetSide };
  readonly up: Compass;
  readonly reading: 'left-to-right' | 'right-to-left';
}

/**
 * A pile whose cover is whatever face the folding leaves outside: the upper one, the under one, or the one with which
 * the bolts lie at the head rather than at the tail. Its spine is the last fold. Bolts are slit: what they close can be read all the same.
 */
export interface PileHold {
  readonly kind: 'pile';
  readonly cover: 'uppermost' | 'undermost' | 'bolts-at-head';
  readonly reading: 'left-to-right' | 'right-to-left';
}

/**
 * Something with a few folds and no spine: held as it lies after the last step, and read by opening it. `step-by-step`: every fold is taken back by itself, as
 * a roll must be; `cover-then-out`: the cover is turned, then the rest pulled open at once; `out`: all opens at once, like a pair of doors; `front-then-back`:
 * the same, but what is seen of it closed is no page before the others: the front counts through from left to right, then, turned over, the back.
 */
export interface UnfoldHold {
  readonly kind: 'unfold';
  readonly how: 'step-by-step' | 'cover-then-out' | 'out' | 'front-then-back';
  /** panels glued to a cover with whatever face they turn outwards when it is closed */
  readonly covered?: readonly string[];
}

/** How the finished book is held. */
export type Hold = CoverHold | PileHold | UnfoldHold;
