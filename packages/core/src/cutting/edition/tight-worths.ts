import type { LongWork } from '../../long-work.ts';
import { bestWithin, chargedBound, dot, listWorth } from '../bounded.ts';
import type { CountRule } from './cheapest-counts.ts';
import { boundedRoom, GRAIN, grained, heldAtMost, priced, ruleOf, tooLittle } from './choice.ts';
import type { Choice, Search, Worths } from './choice.ts';
import type { Effort } from './choice-packing.ts';
import { shareHeld, type HeldShare } from './choice-program.ts';
import type { Column } from './columns.ts';
import { packed } from './packing.ts';

const MOST_ROUNDS = 60;
/** How often charges are moved. */
const LAGRANGE_STEPS = 10;
/** From here on a choice of sheets may hold the need: the patterns at hand are tried, every so many rounds, looking at so many places. */
const [SHARE_ENOUGH, TRY_EVERY, TRY_NODES] = [1 + 1e-7, 3, 200_000];
/** How far worths are moved towards the areas of their pieces, and how often charges are moved then. */
const TOWARDS_AREA = [0.25, 0.5, 0.75, 1];
const MIXED_STEPS = 6;
/** How far below a bound patterns are taken as they come, so many of them. */
const [FIRST_STEP, FARTHER, LAST_STEP] = [0.004, 2, 0.08];
const [ENOUGH_MET, MOST_MET, MOST_LOOKED] = [10, 60, 1500];
/** So many of the patterns that pay are taken at once. */
const TAKEN = 12;

export type Tightly =
  | { readonly rule: CountRule }
  | { readonly packing: readonly Column[]; readonly worths: Worths }
  | { readonly worths: Worths }
  | undefined;

/** A pattern pays that is worth more than this. */
const payingFrom = (owed: number): number => owed * (1 + 1e-9) + 1e-12;

/**
 * Column generation by patterns of which no more of a piece counts than is needed. What one sheet holds is bounded by charges, or listed from the bound downwards. A rule where the choice holds too little, or a packing of
 * the patterns at hand; or the worths by which it holds least. Undefined: not to be known with that effort.
 */
export function* tightWorths<Q>(
  search: Search,
  choice: Choice,
  { joins, nearer }: Effort,
  say: () => Q,
): LongWork<Q, Tightly> {
  const { demand, tight, charges } = search;
  const { used } = choice;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const held = shareHeld(search, choice, tight.list);
    if (!held) return undefined;
    const { worths, owed } = held;
    const need = dot(worths, demand);
    if (need <= 0) return undefined;
    let added = 0;
    const reach: number[] = [];
    for (const [k, p] of used.entries()) {
      const enough = payingFrom(owed[k]!);
      const found = yield* priced(search, p, worths, { enough, steps: LAGRANGE_STEPS }, say);
      reach[k] = found.bound;
      if (found.best && found.best.worth > enough && tight.addNew({ parent: p, ...found.best })) added++;
    }
    if (tooLittle(heldAtMost(choice, reach), need)) return { rule: yield* ruleOf(search, choice, worths, reach, say) };
    if (held.share >= SHARE_ENOUGH && round % TRY_EVERY === 0) {
      const known = { worths, reach, charges: [...charges] };
      const packing = ofThoseAtHand(search, choice, known);
      if (packing) return { packing, worths: known };
    }
    if (added > 0) continue;
    // No pattern is found that pays: listed from the bound downwards, one is, or there is none.
    let missed = false;
    for (const [k, p] of used.entries()) {
      const enough = payingFrom(owed[k]!);
      if (reach[k]! <= enough) continue;
      const from = { bound: reach[k]!, charge: charges[p]!, enough, joins };
      const exact = yield* bestWithin(boundedRoom(search, p), worths, from, say);
      reach[k] = exact.reach;
      if (!exact.decided) missed = true;
      for (const one of exact.better.slice(0, TAKEN)) if (tight.addNew({ parent: p, ...one })) added++;
    }
    if (tooLittle(heldAtMost(choice, reach), need)) return { rule: yield* ruleOf(search, choice, worths, reach, say) };
    if (added > 0) continue;
    if (!missed) return { worths: { worths, reach, charges: [...charges] } };
    if (!nearer) return undefined;
    // Worths from few patterns lie far out, and so do their bounds: what is found nearer the areas may pay too, or refute it at once.
    const moved = yield* nearerTheAreas(search, choice, held, joins, say);
    if (moved.rule) return { rule: moved.rule };
    if (moved.added === 0) return undefined;
  }
  return undefined;
}

function ofThoseAtHand(search: Search, choice: Choice, { worths, reach }: Worths): readonly Column[] | undefined {
  const { demand } = search;
  const slack = heldAtMost(choice, reach) - dot(worths, demand);
  const lists = choice.used.map((p, k) =>
    search.tight.list.filter(({ parent, counts }) => parent === p && reach[k]! - dot(counts, worths) <= slack),
  );
  const sheets = choice.used.map((p) => choice.counts[p]!);
  const found = packed({ demand, worths, reach, slack, lists, sheets, nodes: TRY_NODES });
  return found === 'stopped' ? undefined : found;
}

/**
 * Other worths than those of the patterns at hand, towards the areas: any of them may refute, and patterns are met that pay. Where none does, what is best by the worths that
 * bound most sharply is listed and taken, whether it pays or not: the next worths then lie nearer to those (a stabilised column generation; Wentges, International Transactions in Operational Research 4, 1997).
 */
function* nearerTheAreas<Q>(
  search: Search,
  choice: Choice,
  { worths: far, owed }: HeldShare,
  joins: number,
  say: () => Q,
): LongWork<Q, { readonly rule?: CountRule; readonly added: number }> {
  const { demand, areas, tight } = search;
  const need = dot(far, demand);
  const area = dot(areas, demand);
  let added = 0;
  let sharpest: Worths & { readonly ratio: number } = { ratio: Infinity, worths: far, reach: [], charges: [] };
  for (const share of TOWARDS_AREA) {
    const worths = far.map((value, i) => grained((1 - share) * value + (share * need * areas[i]!) / area));
    const reach: number[] = [];
    const charges: (readonly number[])[] = [];
    for (const [k, p] of choice.used.entries()) {
      const from = { charge: search.charges[p]!, enough: 0, steps: MIXED_STEPS, grain: GRAIN, whole: true };
      const found = yield* chargedBound(boundedRoom(search, p), worths, from, say);
      [reach[k], charges[k]] = [found.bound, found.charge];
      for (const met of found.seen)
        if (dot(met.counts, far) > payingFrom(owed[k]!) && tight.addNew({ parent: p, ...met })) added++;
    }
    const held = heldAtMost(choice, reach);
    if (tooLittle(held, dot(worths, demand))) return { rule: yield* ruleOf(search, choice, worths, reach, say), added };
    const ratio = held / dot(worths, demand);
    if (ratio < sharpest.ratio) sharpest = { ratio, worths, reach, charges };
  }
  if (added > 0) return { added };
  for (const [k, p] of choice.used.entries())
    for (let step = FIRST_STEP; step < LAST_STEP; step *= FARTHER) {
      const from = { charge: sharpest.charges[k]!, least: sharpest.reach[k]! * (1 - step), joins };
      const listed = yield* listWorth(boundedRoom(search, p), sharpest.worths, from, say);
      if (!listed) break;
      const before = added;
      for (const one of listed) if (added - before < MOST_MET && tight.addNew({ parent: p, ...one })) added++;
      if (added - before >= ENOUGH_MET || listed.length >= MOST_LOOKED) break;
    }
  return { added };
}
