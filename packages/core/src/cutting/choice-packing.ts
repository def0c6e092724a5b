import type { LongWork } from '../long-work.ts';
import { listWorth } from './bounded.ts';
import { boundedRoom, slackOf, type Choice, type Search, type Worths } from './choice.ts';
import { wholePatterns } from './choice-program.ts';
import type { Column } from './columns.ts';
import { packed } from './packing.ts';

/** How much is tried, all of it counts. */
export interface Effort {
  /** joins of one list of patterns */
  readonly joins: number;
  /** places that packing looks at */
  readonly nodes: number;
  /** branches of the solver; 0: it is not asked */
  readonly branches: number;
  /** whether worths that are not to be decided are moved towards the areas */
  readonly nearer: boolean;
}

/** More patterns than this are not gone through, or handed to the solver. */
const [MOST_LISTED, MOST_SOLVED] = [6000, 1200];

/**
 * Whether so many sheets hold the need. A packing loses the slack in all, so no sheet loses more and most lose little: for ever larger shares of it, every pattern that loses no more is listed, and
 * they are gone through. At the whole slack that decides: none found is `too-few`.
 */
export function* packChoice<Q>(
  search: Search,
  choice: Choice,
  worths: Worths,
  shares: readonly number[],
  { joins, nodes, branches }: Effort,
  say: () => Q,
): LongWork<Q, readonly Column[] | 'too-few' | 'undecided'> {
  const { counts, used } = choice;
  const slack = slackOf(search, choice, worths);
  for (const share of shares) {
    const lists: (readonly Column[])[] = [];
    for (const [k, p] of used.entries()) {
      const least = Math.max(0, worths.reach[k]! - share * slack * (1 + 1e-9) - 1e-12);
      const from = { charge: worths.charges[p]!, least, joins };
      const listed = yield* listWorth(boundedRoom(search, p), worths.worths, from, say);
      if (!listed || listed.length > MOST_LISTED) return 'undecided';
      lists[k] = [...listed].sort((a, b) => b.worth - a.worth).map((one) => ({ parent: p, ...one }));
    }
    const sheets = used.map((p) => counts[p]!);
    const tried = packed({ ...worths, demand: search.demand, slack, lists, sheets, nodes });
    if (!tried && share === 1) return 'too-few';
    if (tried && tried !== 'stopped') return tried;
    if (branches === 0 || lists.flat().length > MOST_SOLVED) continue;
    const solved = wholePatterns(search, choice, [...search.tight.list, ...lists.flat()], branches);
    if (solved) return solved;
    yield say();
  }
  return 'undecided';
}
