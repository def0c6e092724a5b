import { nm, type Nm } from '../units/nm.ts';
import type { SlipTask } from './book-errors.ts';
import { exactSlip } from './exact.ts';
import { DRIVER } from './advice.ts';
import { MOST_ERROR, type Hand } from './hand.ts';

/** What finished blocks tell of a hand. */
export interface BlocksMeasured {
  readonly blocks: number;
  /** root of the mean square of how far their last edges were out, and how sure that is */
  readonly out: Nm;
  readonly sure: Nm;
  /** the same as the hand would have it that is counted with */
  readonly counted: Nm;
  /** the hand that would make such blocks; undefined: too few were measured */
  readonly hand: Hand | undefined;
}

/** Fewer blocks say little of a hand. */
export const LEAST_BLOCKS = 3;

/**
 * Blocks that were made by one method. Their mean square is measured with a share of √(2/n) of itself, its root with half of that. What the method hangs on, and how strips were placed, is taken to be
 * better or worse in one measure, since variances are quadratic in them.
 */
export function blocksMeasured(task: SlipTask, outs: readonly Nm[]): BlocksMeasured {
  const blocks = outs.length;
  const square = outs.reduce((sum, out) => sum + out * out, 0) / Math.max(1, blocks);
  const { bias, sd } = exactSlip(task).block;
  const counted = Math.sqrt(bias ** 2 + sd ** 2);
  const out = Math.sqrt(square);
  const times = counted > 0 ? out / counted : 1;
  const scaled = (value: Nm) => nm(Math.max(1000, Math.min(MOST_ERROR, Math.round(value * times))));
  const what = DRIVER[task.method];
  return {
    blocks,
    out: nm(Math.round(out)),
    sure: nm(Math.round(out / Math.sqrt(2 * Math.max(1, blocks)))),
    counted: nm(Math.round(counted)),
    hand:
      blocks >= LEAST_BLOCKS
        ? {
            ...task.hand,
            [what]: scaled(task.hand[what]),
            ...(task.strips.length > 1 ? { placing: scaled(task.hand.placing) } : {}),
            jigBias: nm(Math.round(task.hand.jigBias * times)),
          }
        : undefined,
  };
}
