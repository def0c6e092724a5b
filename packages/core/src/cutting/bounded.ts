import type { LongWork } from '../long-work.ts';
import type { LaidSize } from './parent.ts';
import { listPatterns } from './pattern-list.ts';
import { countPieces, fillTable, tableValue, type Pattern, type PatternTable, type Room } from './pattern.ts';

/** A room of which no more of a piece counts than is wanted. */
export interface BoundedRoom {
  readonly room: Room;
  readonly sizes: readonly LaidSize[];
  /** by piece */
  readonly most: readonly number[];
}

/** A pattern with what of it counts. */
export interface Counted {
  readonly counts: readonly number[];
  readonly worth: number;
  readonly pattern: () => Pattern;
}

export interface ChargedBound {
  /** no pattern counts for more */
  readonly bound: number;
  /** by piece, what surplus is charged where that was found */
  readonly charge: readonly number[];
  /** the best pattern met on the way */
  readonly best: Counted | undefined;
  /** all that were met */
  readonly seen: readonly Counted[];
}

/** Joins of a list, at most: one of many; or the only one, upon which all depends. */
export const [JOINS_OF_MANY, JOINS_ALONE] = [3_000_000, 60_000_000];
/** How far below the bound is looked first, as a share of it; then ever farther. */
const [FIRST_STEP, FARTHER] = [0.002, 2.5];
/** Sums of worths may come in another order: a hair of doubt is followed up. */
const HAIR = 1e-12;

export const dot = (one: readonly number[], other: readonly number[]): number =>
  one.reduce((sum, value, i) => sum + value * other[i]!, 0);

/**
 * A bound on what one room holds when no more of each piece counts than is wanted, close to it and quickly: surplus of piece i is charged λᵢ ≥ 0 and what is wanted of it refunded, max Σ(wᵢ − λᵢ)aᵢ + Σ λᵢdᵢ,
 * for any λ (Lagrangian relaxation; Beasley, Operations Research 33, 1985, for cutting). λ follows the surplus of the pattern found (subgradient steps after Held, Wolfe & Crowder, Mathematical
 * Programming 6, 1974). Ends once nothing more than `enough` can be had, or a pattern counts for more.
 */
export function* chargedBound<Q>(
  { room, sizes, most }: BoundedRoom,
  worths: readonly number[],
  from: {
    readonly charge: readonly number[];
    readonly enough: number;
    readonly steps: number;
    /** charges are multiples of it: sums stay exact where worths are too */
    readonly grain: number;
    /** all steps, whatever is found */
    readonly whole?: boolean;
  },
  say: () => Q,
): LongWork<Q, ChargedBound> {
  const { enough, steps, grain, whole = false } = from;
  let charge: readonly number[] = worths.map((value, i) => Math.min(value, from.charge[i]!));
  let [bound, kept] = [Infinity, charge];
  let best: Counted | undefined;
  const seen: Counted[] = [];
  let reach = 1;
  for (let step = 0; step < steps; step++) {
    const table = yield* chargedTable({ room, sizes }, worths, charge, say);
    if (!table.complete) break;
    const above = tableValue(table) + dot(charge, most);
    if (above < bound) [bound, kept] = [above, charge];
    else reach /= 1.6;
    if (bound <= enough) break;
    const pattern = table.best();
    const cut = countPieces(pattern, most.length);
    const counts = cut.map((n, i) => Math.min(n, most[i]!));
    const worth = dot(counts, worths);
    const met = { counts, worth, pattern: () => pattern };
    seen.push(met);
    if (worth > (best?.worth ?? 0)) best = met;
    if (!whole && best && best.worth > enough) break;
    const surplus = cut.map((n, i) => (n > most[i]! || charge[i]! > 0 ? n - most[i]! : 0));
    const size = surplus.reduce((sum, n) => sum + n * n, 0);
    if (size === 0) break;
    const by = (reach * Math.max(0, above - Math.max(worth, enough * 0.98))) / size;
    charge = charge.map((value, i) =>
      Math.min(worths[i]!, Math.max(0, Math.floor((value + by * surplus[i]!) / grain) * grain)),
    );
  }
  return { bound, charge: kept, best, seen };
}

const chargedTable = <Q>(
  { room, sizes }: Pick<BoundedRoom, 'room' | 'sizes'>,
  worths: readonly number[],
  charge: readonly number[],
  say: () => Q,
): LongWork<Q, PatternTable> =>
  said(
    fillTable(
      room,
      sizes,
      sizes.map(({ piece }) => worths[piece]! - charge[piece]!),
    ),
    say,
  );

/** Every pattern that counts for at least so much, none contained in another; any charge serves, a good one makes it quick. Undefined: a limit was met. */
export function* listWorth<Q>(
  bounded: BoundedRoom,
  worths: readonly number[],
  {
    charge: asked,
    least,
    joins,
  }: { readonly charge: readonly number[]; readonly least: number; readonly joins?: number },
  say: () => Q,
): LongWork<Q, readonly Counted[] | undefined> {
  const { room, sizes, most } = bounded;
  const charge = worths.map((value, i) => Math.min(value, asked[i]!));
  const table = yield* chargedTable(bounded, worths, charge, say);
  if (!table.complete) return undefined;
  const floor = least - HAIR * Math.abs(least);
  const listed = yield* said(
    listPatterns({
      room,
      sizes,
      worth: worths.map((value, i) => value - charge[i]!),
      table,
      most,
      least: floor - dot(charge, most),
      plain: { worth: worths, least: floor },
      joins: joins ?? JOINS_OF_MANY,
    }),
    say,
  );
  return listed?.flatMap(({ counts, pattern }) => {
    const worth = dot(counts, worths);
    return worth >= floor ? [{ counts, worth, pattern }] : [];
  });
}

export interface Exactly {
  /** nothing counts for more */
  readonly reach: number;
  /** what counts for more than enough, the best first; empty: nothing does, or it is not known */
  readonly better: readonly Counted[];
  readonly decided: boolean;
}

/** From a bound downwards, ever farther, until some pattern counts for more than enough, the best among them; or it is sure that none does. */
export function* bestWithin<Q>(
  bounded: BoundedRoom,
  worths: readonly number[],
  {
    bound,
    charge,
    enough,
    joins,
  }: { readonly bound: number; readonly charge: readonly number[]; readonly enough: number; readonly joins?: number },
  say: () => Q,
): LongWork<Q, Exactly> {
  let reach = bound;
  for (let step = FIRST_STEP; ; step *= FARTHER) {
    const least = Math.max(enough, bound - step * bound);
    const listed = yield* listWorth(bounded, worths, { charge, least, ...(joins ? { joins } : {}) }, say);
    if (!listed) return { reach, better: [], decided: false };
    const better = listed.filter(({ worth }) => worth > enough).sort((a, b) => b.worth - a.worth);
    if (better.length > 0) return { reach: better[0]!.worth, better, decided: true };
    reach = least;
    if (least <= enough) return { reach, better: [], decided: true };
  }
}

/** Passes on that work inside goes on. */
export function* said<P, R, Q>(work: LongWork<P, R>, say: () => Q): LongWork<Q, R> {
  let step = work.next();
  for (; !step.done; step = work.next()) yield say();
  return step.value;
}
