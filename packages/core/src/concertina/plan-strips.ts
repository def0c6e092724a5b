import {
  fewestStrips,
  mostAlike,
  mostStrips,
  spreadOf,
  stripLimits,
  stripsOf,
  type StripTask,
  type Strips,
} from './strip-lengths.ts';
import { countRows, fewestRows, rowsFor, type StripRow } from './strip-rows.ts';

/** How a concertina is cut into strips from sheets of one paper. */
export interface StripPlan {
  readonly strips: Strips;
  readonly joints: number;
  readonly rows: readonly StripRow[];
  readonly sheets: number;
  /** fewer sheets cannot do */
  readonly bound: number;
  /** what cannot be better: fewer sheets; with so many sheets fewer joints; with so many joints strips more alike */
  readonly proven: { readonly sheets: boolean; readonly joints: boolean; readonly alike: boolean };
}

export interface EditionOfStrips extends StripTask {
  readonly books: number;
  readonly rowsOnSheet: number;
}

/** So many strips more than the fewest are tried where that might save a sheet. */
const MORE_STRIPS = 6;

/** So many ways of parting the panels into one number of strips are tried. */
const MOST_TRIED = 300;

/**
 * The fewest sheets, among those the fewest joints, among those the strips most alike; all books have the same strips, so that one set of marks serves.
 * Undefined: no strip is long enough.
 */
export function planStrips(edition: EditionOfStrips): StripPlan | undefined {
  const { books, rowsOnSheet } = edition;
  const limits = stripLimits(edition);
  const least = fewestStrips(edition, limits);
  if (least === undefined || rowsOnSheet < 1) return undefined;
  const sheetsFor = (rows: number) => Math.ceil(rows / rowsOnSheet);
  const boundOf = (strips: number) => sheetsFor(fewestRows(edition, limits, strips, books));
  const numbers = Array.from({ length: mostStrips(edition) - least + 1 }, (_, i) => least + i);
  const bound = Math.min(...numbers.map(boundOf));
  let best: { readonly strips: Strips; readonly sheets: number } | undefined;
  for (const n of numbers.slice(0, MORE_STRIPS + 1)) {
    if (best && boundOf(n) >= best.sheets) continue;
    let tried = 0;
    for (const strips of partings(edition, limits, n)) {
      const sheets = sheetsFor(countRows(edition, strips, books));
      const order = best
        ? sheets - best.sheets || n - best.strips.length || spreadOf(strips) - spreadOf(best.strips)
        : -1;
      if (order < 0) best = { strips, sheets };
      // The most alike come first: as few sheets as can be with these, and nothing that follows is better.
      if (best!.strips === strips && sheets === boundOf(n)) break;
      if (++tried >= MOST_TRIED) break;
    }
  }
  if (!best) return undefined;
  const { strips, sheets } = best;
  const alike = mostAlike(edition, limits, strips.length)!;
  const isLeast = sheets === bound;
  const areFewest = isLeast && numbers.every((fewer) => fewer >= strips.length || boundOf(fewer) > sheets);
  const proven = { sheets: isLeast, joints: areFewest, alike: areFewest && spreadOf(strips) === spreadOf(alike) };
  return { strips, joints: strips.length - 1, rows: rowsFor(edition, strips, books), sheets, bound, proven };
}

/** Ways of parting the panels into so many strips, the most alike first. */
function* partings(edition: EditionOfStrips, limits: ReturnType<typeof stripLimits>, count: number): Generator<Strips> {
  const alike = mostAlike(edition, limits, count);
  if (!alike) return;
  yield alike;
  const least = spreadOf(alike);
  // Wider and wider apart; the last pass takes whatever there is.
  for (const [spread, above] of [
    [least, -1],
    [least + 2, least],
    [least + 6, least + 2],
    [Infinity, least + 6],
  ] as const)
    for (const strips of stripsOf(edition, limits, count, spread)) if (spreadOf(strips) > above) yield strips;
}
