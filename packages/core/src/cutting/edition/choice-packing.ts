import type { LongWork } from '../../long-work.ts';
import { dot, listWorth } from '../bounded.ts';
import { boundedRoom, slackOf, type Choice, type Search, type Worths } from './choice.ts';
import { wholePatterns } from './choice-program.ts';
import type { Column } from './columns.ts';
import { lastSheet } from './last-sheet.ts';
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

/** What every sheet holds, and all patterns that it was chosen from. */
export interface Packed {
  readonly used: readonly Column[];
  readonly patterns: readonly Column[];
}

/** More patterns than this are not gone through, or handed to the solver. */
const [MOST_LISTED, MOST_SOLVED] = [6000, 1200];
/** Where no more than this share of the need can be lost, all patterns are few enough to be gone through at once. */
const LITTLE = 0.01;

export const littleToLose = (search: Search, choice: Choice, worths: Worths): boolean =>
  slackOf(search, choice, worths) < LITTLE * dot(worths.worths, search.demand);

/** Where even the first share is too many patterns, so much less is tried, so often. */
const [LESS, LESS_OFTEN] = [4, 3];
/** With more sheets than this what one may lose is little, even if it may lose it all. */
const MOST_BUT_LAST = 6;

/**
 * Whether so many sheets hold the need. A packing loses the slack in all, so no sheet loses more and most lose little: for ever larger shares of it, every pattern that loses no more is listed, and
 * they are gone through. At the whole slack that decides: none found is `too-few`.
 */
export function* packChoice<Q>(
  search: Search,
  choice: Choice,
  worths: Worths,
  shares: readonly number[],
  effort: Effort,
  say: () => Q,
): LongWork<Q, Packed | 'too-few' | 'undecided'> {
  for (const [i, share] of shares.entries()) {
    const found = yield* packedWithin(search, choice, worths, share, effort, say);
    if (found === 'none') continue;
    if (found !== 'too-many') return found;
    for (let less = share / LESS, times = 0; i === 0 && times < LESS_OFTEN; less /= LESS, times++) {
      const other = yield* packedWithin(search, choice, worths, less, effort, say);
      if (typeof other !== 'string') return other;
      if (other === 'none') break;
    }
    return 'undecided';
  }
  return 'undecided';
}

/** The same by patterns that lose at most a share of the slack. */
function* packedWithin<Q>(
  search: Search,
  choice: Choice,
  worths: Worths,
  share: number,
  { joins, nodes, branches }: Effort,
  say: () => Q,
): LongWork<Q, Packed | 'too-few' | 'none' | 'too-many'> {
  const { counts, used } = choice;
  const slack = slackOf(search, choice, worths);
  const lists: (readonly Column[])[] = [];
  for (const [k, p] of used.entries()) {
    const least = Math.max(0, worths.reach[k]! - share * slack * (1 + 1e-9) - 1e-12);
    const from = { charge: worths.charges[p]!, least, joins };
    const listed = yield* listWorth(boundedRoom(search, p), worths.worths, from, say);
    if (!listed || listed.length > MOST_LISTED) return 'too-many';
    lists[k] = listed.map((one) => ({ parent: p, ...one }));
  }
  const sheets = used.map((p) => counts[p]!);
  const tried = packed({ ...worths, demand: search.demand, slack, lists, sheets, nodes });
  const patterns = lists.flat();
  if (tried && tried !== 'stopped') return { used: tried, patterns };
  if (share === 1) {
    if (!tried) return 'too-few';
  } else if (!littleToLose(search, choice, worths) && sheets.reduce((a, b) => a + b) <= MOST_BUT_LAST) {
    const last = yield* lastSheet(search, choice, worths, lists, say);
    if (last) return { used: last, patterns };
  }
  if (branches === 0 || patterns.length > MOST_SOLVED) return 'none';
  const solved = wholePatterns(search, choice, [...search.tight.list, ...patterns], branches);
  yield say();
  return solved ? { used: solved, patterns } : 'none';
}
