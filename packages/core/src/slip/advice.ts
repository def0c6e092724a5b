import { nm, type Nm } from '../units/nm.ts';
import type { SlipTask } from './book-errors.ts';
import { exactSlip, worstOf, type SlipAnswer } from './exact.ts';
import type { Hand } from './hand.ts';
import { MARKING_METHODS, type MarkingMethod } from './method.ts';

/** What is to be kept by 95 books of 100. */
export interface SlipWanted {
  /** one cover against the other */
  readonly covers: Nm;
  /** a picture at a joint */
  readonly pictures: Nm;
}

export interface MethodCompared {
  readonly method: MarkingMethod;
  readonly answer: SlipAnswer;
  readonly keepsCovers: boolean;
  /** true too where there is no joint */
  readonly keepsPictures: boolean;
}

/** How exact a measure of the hand is now, and must be; undefined: it cannot be exact enough. */
export interface HandNeeded {
  readonly what: keyof Hand;
  readonly now: Nm;
  readonly most: Nm | undefined;
}

export interface SlipAdvice {
  /** each method with the same hand, in one order */
  readonly methods: readonly MethodCompared[];
  /** how exact this method's own measure must be for the covers; undefined: it cannot be exact enough; not less than now: it is */
  readonly needed: HandNeeded;
  /** where no method keeps the covers: the one that comes nearest, and how exact its hand must be */
  readonly nearest: (HandNeeded & { readonly method: MarkingMethod }) | undefined;
  /** the same with the end cut the other way round */
  readonly otherEnd: SlipAnswer;
}

/** Which figure of a hand a method hangs on. */
export const DRIVER: Readonly<Record<MarkingMethod, keyof Hand>> = {
  'one-datum': 'reading',
  stepping: 'reading',
  jig: 'jig',
  'last-edge': 'reading',
  stop: 'reading',
  halving: 'halving',
  board: 'jig',
};

export function slipAdvice(task: SlipTask, wanted: SlipWanted): SlipAdvice {
  const methods = MARKING_METHODS.map((method): MethodCompared => {
    const answer = exactSlip({ ...task, method });
    return {
      method,
      answer,
      keepsCovers: answer.covers.within95 <= wanted.covers,
      keepsPictures: (worstOf(answer.register)?.within95 ?? 0) <= wanted.pictures,
    };
  });
  const { method } = methods.reduce((best, one) =>
    one.answer.covers.within95 < best.answer.covers.within95 ? one : best,
  );
  return {
    methods,
    needed: handNeeded(task, wanted),
    nearest: methods.some(({ keepsCovers }) => keepsCovers)
      ? undefined
      : { method, ...handNeeded({ ...task, method }, wanted) },
    otherEnd: exactSlip({ ...task, end: task.end === 'before' ? 'after' : 'before' }),
  };
}

function handNeeded(task: SlipTask, wanted: SlipWanted): HandNeeded {
  const what = DRIVER[task.method];
  const covers = (value: number) =>
    exactSlip({ ...task, hand: { ...task.hand, [what]: value } }).covers.within95 <= wanted.covers;
  return { what, now: task.hand[what], most: largest(covers) };
}

/** Finer than this nobody works. */
const FINEST = 1000;
const COARSEST = 10_000_000;

/** The largest error that still keeps what is wanted, to a thousandth of a millimetre: what varies more is kept less often. */
function largest(keeps: (value: number) => boolean): Nm | undefined {
  if (!keeps(FINEST)) return undefined;
  let [low, high] = [FINEST, COARSEST];
  if (keeps(high)) return nm(high);
  while (high - low > FINEST) {
    const middle = (low + high) / 2;
    if (keeps(middle)) low = middle;
    else high = middle;
  }
  return nm(Math.floor(low));
}
