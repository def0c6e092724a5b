import type { Column } from './columns.ts';
import { planOf } from '../cutting-plan.ts';
import type { CutAlike, Edition } from './edition-task.ts';
import { isEasier, labour } from '../lay-out.ts';
import { fillSheets } from './packing.ts';
import { labourOfAll, sheetsCut } from './sheets-cut.ts';

/** Sheets that hold an edition, and patterns that may take the place of theirs. */
export interface Holding {
  readonly used: readonly Column[];
  readonly patterns: readonly Column[];
  readonly worths: readonly number[];
  /** by parent: what one sheet reaches of the worths at most */
  readonly reach: readonly number[];
}

/** So many patterns are laid out, those that lose least; and so many places looked at. */
const [MOST_LAID, MOST_NODES] = [240, 150_000];
/** More sheets than this are left as they are. */
const MOST_SHEETS = 200;
/** A cut weighs as much as so many marks; the offcut that is left decides between equals. */
const CUT = 100;

/**
 * Of fillings of the same sheets the one that takes fewest cuts, then fewest marks (sheets cut alike are marked once), then leaves the larger offcut: branch and bound over the patterns at hand, those that lose least.
 * That the sheets cost least is proven; that no other filling takes fewer cuts is not.
 */
export function easierSheets(edition: Edition, { used, patterns, worths, reach }: Holding): readonly CutAlike[] {
  const { cutTask, prepared, demand } = edition;
  const found = sheetsCut(edition, used);
  if (used.length > MOST_SHEETS) return found;
  const parents = [...new Set(used.map(({ parent }) => parent))].sort((a, b) => a - b);
  const sheets = parents.map((p) => used.filter(({ parent }) => parent === p).length);
  const loss = ({ parent, counts }: Column): number =>
    reach[parent]! - counts.reduce((sum, n, i) => sum + n * worths[i]!, 0);
  const own = patterns.filter(({ parent }) => parents.includes(parent));
  const near = [...new Set([...used, ...own.sort((a, b) => loss(a) - loss(b)).slice(0, MOST_LAID)])];
  const effort = new Map(
    near.map((column) => {
      const { room } = prepared[column.parent]!;
      const plan = planOf(cutTask(column.parent), room, [column.pattern()], 0);
      const [cuts, marks, offcut] = labour(plan);
      // The offcut is told in square millimetres, the room in nanometres.
      return [column, { cuts: CUT * cuts + (offcut * 1e12) / (room.width * room.height), marks }] as const;
    }),
  );
  const needed = worths.reduce((sum, worth, i) => sum + worth * demand[i]!, 0);
  const slack = parents.reduce((sum, p, k) => sum + sheets[k]! * reach[p]!, 0) - needed;
  const ofOne = (column: Column, again: boolean): number => {
    const { cuts, marks } = effort.get(column)!;
    return cuts + (again ? 0 : marks);
  };
  let [best, least] = [found, used.reduce((sum, column, i) => sum + ofOne(column, used[i - 1] === column), 0)];
  fillSheets(
    {
      demand,
      worths,
      reach: parents.map((p) => reach[p]!),
      sheets,
      lists: parents.map((p) => near.filter(({ parent }) => parent === p)),
      slack,
      nodes: MOST_NODES,
    },
    {
      whole: true,
      labour: ofOne,
      limit: () => least,
      met: (taken, _, sum) => {
        const other = sheetsCut(edition, taken);
        least = sum;
        if (isEasier(labourOfAll(other), labourOfAll(best))) best = other;
        return false;
      },
    },
  );
  return best;
}
