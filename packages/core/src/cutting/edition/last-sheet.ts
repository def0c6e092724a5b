import type { LongWork } from '../../long-work.ts';
import { chargedBound, dot, listWorth, type BoundedRoom } from '../bounded.ts';
import { GRAIN, slackOf, type Choice, type Search, type Worths } from './choice.ts';
import type { Column } from './columns.ts';
import { fillSheets } from './packing.ts';

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
  const found = new Map<string, Remainder>();
  fillSheets(
    {
      ...worths,
      demand: search.demand,
      slack: slackOf(search, choice, worths),
      lists,
      sheets: choice.used.map((p, k) => choice.counts[p]! - (k === last ? 1 : 0)),
      nodes: MOST_NODES,
    },
    {
      whole: false,
      met: (taken, left) => {
        const key = left.join();
        if (!found.has(key)) found.set(key, { taken: [...taken], left: [...left], worth: dot(left, worths.worths) });
        return false;
      },
    },
  );
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
