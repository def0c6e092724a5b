import type { LongWork } from '../long-work.ts';
import { chargedBound, dot, listWorth, type BoundedRoom } from './bounded.ts';
import { GRAIN, slackOf, type Choice, type Search, type Worths } from './choice.ts';
import type { Column } from './columns.ts';

/** Places looked at while all sheets but the last are filled, and how many remainders are tried on the last. */
const [MOST_NODES, MOST_TRIED] = [200_000, 40];
const LAGRANGE_STEPS = 6;
const JOINS = 100_000;

/** What one sheet is left with when all others are cut. */
interface Remainder {
  readonly taken: readonly Column[];
  readonly left: readonly number[];
  readonly worth: number;
}

/**
 * All sheets but one are filled from lists of patterns that lose little, so that the last one is left with all that can be lost: what is left for it is looked for on it by itself.
 * Undefined: none of those that were tried fits.
 */
export function* lastSheet<Q>(
  search: Search,
  choice: Choice,
  worths: Worths,
  lists: readonly (readonly Column[])[],
  say: () => Q,
): LongWork<Q, readonly Column[] | undefined> {
  const { used } = choice;
  for (const last of [...used.keys()].sort((a, b) => worths.reach[b]! - worths.reach[a]!)) {
    const parent = used[last]!;
    const { room, sizes } = search.prepared[parent]!;
    for (const { taken, left } of remainders(search, choice, worths, lists, last)) {
      const pattern = yield* allOf({ room, sizes, most: left }, search.areas, say);
      if (pattern) return [...taken, { parent, ...pattern }];
    }
  }
  return undefined;
}

function remainders(
  search: Search,
  choice: Choice,
  worths: Worths,
  lists: readonly (readonly Column[])[],
  last: number,
): readonly Remainder[] {
  const { demand } = search;
  const slack = slackOf(search, choice, worths);
  const sheets = choice.used.map((p, k) => choice.counts[p]! - (k === last ? 1 : 0));
  const each = lists.map((list) => list.map(({ counts }) => dot(counts, worths.worths)));
  const found = new Map<string, Remainder>();
  const left = [...demand];
  const taken: Column[] = [];
  let nodes = 0;
  const choose = (k: number, done: number, from: number, loss: number): boolean => {
    if (k === lists.length) {
      const worth = dot(left, worths.worths);
      const key = left.join();
      if (!found.has(key)) found.set(key, { taken: [...taken], left: [...left], worth });
      return true;
    }
    if (done === sheets[k]) return choose(k + 1, 0, 0, loss);
    const list = lists[k]!;
    for (let j = from; j < list.length; j++) {
      if (++nodes > MOST_NODES) return false;
      const short = worths.reach[k]! - each[k]![j]!;
      if (loss + short > slack) break;
      const { counts } = list[j]!;
      const over = counts.reduce((sum, n, i) => sum + Math.max(0, n - left[i]!) * worths.worths[i]!, 0);
      if (loss + short + over > slack) continue;
      const before = [...left];
      for (let i = 0; i < left.length; i++) left[i] = Math.max(0, left[i]! - counts[i]!);
      taken.push(list[j]!);
      const within = choose(k, done + 1, j, loss + short + over);
      taken.pop();
      for (let i = 0; i < left.length; i++) left[i] = before[i]!;
      if (!within) return false;
    }
    return true;
  };
  choose(0, 0, 0, 0);
  return [...found.values()].sort((a, b) => a.worth - b.worth).slice(0, MOST_TRIED);
}

/** A pattern with all that is wanted of a room; undefined: none, or none was found. */
function* allOf<Q>(
  bounded: BoundedRoom,
  worths: readonly number[],
  say: () => Q,
): LongWork<Q, { readonly counts: readonly number[]; readonly pattern: Column['pattern'] } | undefined> {
  const all = dot(bounded.most, worths);
  const enough = all * (1 - 1e-9);
  const from = { charge: worths.map(() => 0), enough, steps: LAGRANGE_STEPS, grain: GRAIN };
  const { bound, best, charge } = yield* chargedBound(bounded, worths, from, say);
  if (best && best.worth > enough) return best;
  if (bound <= enough) return undefined;
  const listed = yield* listWorth(bounded, worths, { charge, least: enough, joins: JOINS }, say);
  return listed?.[0];
}
