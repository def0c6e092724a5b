import type { LongWork } from '../../long-work.ts';
import { chargedBound, dot, type BoundedRoom, type ChargedBound } from '../bounded.ts';
import type { CountRule } from './cheapest-counts.ts';
import type { Columns } from './columns.ts';
import type { Prepared } from '../cutting-plan.ts';
import type { SolveLinear } from '../linear-program.ts';

/** What is asked of every choice of sheets, and what is kept from one to the next. */
export interface Search {
  readonly prepared: readonly Prepared[];
  readonly demand: readonly number[];
  readonly solve: SolveLinear;
  /** by piece, as worths */
  readonly areas: readonly number[];
  /** patterns of which no more counts than is needed */
  readonly tight: Columns;
  /** patterns with all that is cut from them */
  readonly loose: Columns;
  /** by parent: what surplus was charged last */
  readonly charges: (readonly number[])[];
}

/** So many of each parent. */
export interface Choice {
  readonly counts: readonly number[];
  /** parents of which there are any */
  readonly used: readonly number[];
}

/** What pieces are taken to be worth, what one sheet of each used parent can hold of it at most, and what surplus is charged in the bounds. */
export interface Worths {
  readonly worths: readonly number[];
  /** by used parent */
  readonly reach: readonly number[];
  /** by parent */
  readonly charges: readonly (readonly number[])[];
}

/** What pieces are worth is counted in these: sums are exact, whatever their order. */
export const GRAIN = 2 ** -44;
export const grained = (value: number): number => Math.floor(value / GRAIN) * GRAIN;

export const choiceOf = (counts: readonly number[]): Choice => ({
  counts,
  used: [...counts.keys()].filter((p) => counts[p]! > 0),
});

/** What all sheets hold at most. */
export const heldAtMost = ({ counts, used }: Choice, reach: readonly number[]): number =>
  used.reduce((sum, p, k) => sum + counts[p]! * reach[k]!, 0);

/** Whether sheets that reach so far hold less than the need, by more than computing may have lost. */
export const tooLittle = (held: number, need: number): boolean => held < need * (1 - 1e-9);

/** What a packing can lose. */
export const slackOf = ({ demand }: Search, choice: Choice, { worths, reach }: Worths): number =>
  heldAtMost(choice, reach) - dot(worths, demand);

export const boundedRoom = ({ prepared, demand }: Search, parent: number): BoundedRoom => ({
  room: prepared[parent]!.room,
  sizes: prepared[parent]!.sizes,
  most: demand,
});

/** What one sheet of a parent can hold of some worths at most; the charges are kept for the next time. */
export function* priced<Q>(
  search: Search,
  parent: number,
  worths: readonly number[],
  { enough, steps }: { readonly enough: number; readonly steps: number },
  say: () => Q,
): LongWork<Q, ChargedBound> {
  const from = { charge: search.charges[parent]!, enough, steps, grain: GRAIN };
  const found = yield* chargedBound(boundedRoom(search, parent), worths, from, say);
  search.charges[parent] = found.charge;
  return found;
}

/** How often charges are moved for a parent that is not in the choice. */
const STEPS_BESIDE = 3;

/** The same worths for every parent: what is cut off by them. */
export function* ruleOf<Q>(
  search: Search,
  { used }: Choice,
  worths: readonly number[],
  reach: readonly number[],
  say: () => Q,
): LongWork<Q, CountRule> {
  const reached: number[] = [];
  for (const p of search.prepared.keys()) {
    const k = used.indexOf(p);
    reached[p] = k >= 0 ? reach[k]! : (yield* priced(search, p, worths, { enough: 0, steps: STEPS_BESIDE }, say)).bound;
  }
  return { worths, reached, need: dot(worths, search.demand) };
}
