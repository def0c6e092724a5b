import type { FoldDirection } from '../folding/step.ts';
import type { JointsAfter, Strips } from './strip-lengths.ts';

/** Where joints are wanted: hidden in the valleys of the front, on its mountains, or wherever the paper ends. */
export type JointSide = 'valleys' | 'mountains' | 'anywhere';

/** Folds alternate from the first on, joints among them: the fold after so many panels, seen from the front. */
export const foldAfter = (panels: number, first: FoldDirection): FoldDirection =>
  (panels % 2 === 1) === (first === 'valley') ? 'valley' : 'mountain';

/** After how many panels a joint may come so that it lies on the side that is wanted. */
export function jointsAfter(side: JointSide, first: FoldDirection): JointsAfter {
  if (side === 'anywhere') return 'any';
  return foldAfter(1, first) === (side === 'valleys' ? 'valley' : 'mountain') ? 'odd' : 'even';
}

/** A strip among the others of its book. */
export interface StripInBook {
  readonly panels: number;
  /** its first panel, counted from 1 through the book */
  readonly from: number;
  /** the first fold within it; undefined: it has none */
  readonly begins: FoldDirection | undefined;
  /** the joint at its end; undefined: it is the last */
  readonly joint: FoldDirection | undefined;
}

/** How each strip is folded: one with an odd number of panels makes the next begin the other way. */
export function stripsInBook(strips: Strips, first: FoldDirection): readonly StripInBook[] {
  let done = 0;
  return strips.map((panels, i) => {
    const before = done;
    done += panels;
    return {
      panels,
      from: before + 1,
      begins: panels > 1 ? foldAfter(before + 1, first) : undefined,
      joint: i < strips.length - 1 ? foldAfter(done, first) : undefined,
    };
  });
}
