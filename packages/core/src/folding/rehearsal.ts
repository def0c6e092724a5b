import type { Assembled } from './read-book.ts';
import { ajarAt, ajarPose, sameAjar } from './ajar.ts';
import { bookPose, holdPose } from './book-pose.ts';
import { poseAt, type Pose } from './poses.ts';

type Rehearsed = Pick<Assembled, 'run' | 'reading'>;

/**
 * The rehearsal is one long tape: position k (0 … steps) is the paper after k steps, steps + 1 the book in the
 * hand, closed, and from there on one opening after another. Fractions are on the way to the next.
 */
export interface Tape {
  readonly steps: number;
  /** last position */
  readonly end: number;
}

export const tapeOf = ({ run, reading }: Rehearsed): Tape => {
  const steps = run.steps.length;
  return { steps, end: steps + reading.views.length };
};

/** What a position shows: before or after steps, or the finished book at a view. */
export type TapePlace =
  { readonly kind: 'paper'; readonly done: number } | { readonly kind: 'book'; readonly view: number };

export function placeOnTape(plan: Rehearsed, position: number): TapePlace {
  const { steps } = tapeOf(plan);
  const whole = Math.round(position);
  return whole <= steps ? { kind: 'paper', done: whole } : { kind: 'book', view: whole - steps - 1 };
}

/** The pose at any position, clamped to the tape. After a glueing, or the middle of a section was opened, the pile lies open there; what comes next closes it first, unless it happens at the same place. */
export function poseOnTape(plan: Rehearsed, position: number): Pose {
  const { end } = tapeOf(plan);
  const within = Math.min(Math.max(position, 0), end);
  const whole = Math.min(Math.floor(within), end - 1);
  const t = within - whole;
  const open = ajarAt(plan.run, whole - 1);
  const opens = ajarAt(plan.run, whole);
  if (open && opens && sameAjar(open, opens)) return ajarPose(plan.run, whole, open, 1);
  if (open && t < 0.5) return ajarPose(plan.run, whole, open, 1 - 2 * t);
  const rest = open ? 2 * t - 1 : t;
  if (opens) return ajarPose(plan.run, whole + 1, opens, rest);
  return closedPose(plan, whole, rest);
}

function closedPose(plan: Rehearsed, whole: number, t: number): Pose {
  const { steps } = tapeOf(plan);
  if (whole < steps) return poseAt(plan.run, whole, t);
  return whole === steps ? holdPose(plan.run, plan.reading, t) : bookPose(plan.run, plan.reading, whole - steps - 1, t);
}
