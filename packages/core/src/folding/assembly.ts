import type { Nm } from '../units/nm.ts';
import type { Hold, SheetSide } from './hold.ts';
import type { Step } from './step.ts';

/**
 * A sheet of an assembly as it lies before the first step. `columns` and `rows` are a count of equal panels or their widths in order; what widths leave of
 * the sheet, on the right, is cut off. `panels` replaces the grid by any convex panels (nanometres, edges in the eight compass directions).
 */
export interface SheetPlan {
  readonly width: Nm;
  readonly height: Nm;
  readonly columns: number | readonly Nm[];
  readonly rows: number | readonly Nm[];
  readonly panels?: readonly (readonly { readonly x: number; readonly y: number }[])[];
  /** nanometres: how far right of the table's zero, and towards the maker, its left top corner lies; left out: at zero */
  readonly right?: number;
  readonly down?: number;
  /** how high it lies where sheets lie over one another, 0 where left out; of one height the earlier lie on top */
  readonly level?: number;
}

/** What makers call a part of a book. */
export const PART_NAMES = ['sheet', 'folios', 'strips', 'hinges', 'endpapers', 'sections', 'cover'] as const;
export type PartName = (typeof PART_NAMES)[number];

/** Sheets of one paper that are handled alike; they lie on one another, the earlier on top, or wherever each is put. */
export interface PartPlan {
  readonly part: PartName;
  readonly sheets: readonly SheetPlan[];
  /** the sides that carry pages */
  readonly printed: readonly SheetSide[];
  /** cut from a paper of its own, or not from paper at all; left out: from that of the pages */
  readonly paper?: 'its-own' | 'none';
  /** panels that carry none, whatever is printed: tabs, and what goes under glue */
  readonly bare?: readonly string[];
}

/**
 * A book to be made: its parts as they lie on the table; what is done to them in order, joins among it; and how the finished
 * thing is held. One sheet alone is an assembly of one part. Everything else is derived.
 */
export interface Assembly {
  readonly parts: readonly PartPlan[];
  readonly steps: readonly Step[];
  readonly hold: Hold;
}

/** An assembly's only part: one sheet, printed on these sides. */
export const oneSheet = (sheet: SheetPlan, printed: readonly SheetSide[] = ['A']): readonly PartPlan[] => [
  { part: 'sheet', sheets: [sheet], printed },
];
