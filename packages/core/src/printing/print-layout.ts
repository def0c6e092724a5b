import type { BookDocument } from '../document/document.ts';
import type { Printing } from '../document/printing.ts';
import type { Kit } from '../document/kit.ts';
import { withSpares } from '../cutting/kit.ts';
import { largestSheet, sheetSize, sidesOf, type LaidPaper } from '../folding/laid-paper.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { mm } from '../units/nm.ts';
import { cellCorner, gridOnParent, markRoom, type MarkRoom, type ParentGrid } from './on-parent.ts';

/** Where one print of a sheet lies on its paper, as a face shows it. Nanometres from the paper's upper left. */
export interface PrintCell {
  readonly x: number;
  readonly y: number;
  /** how far its marks may reach */
  readonly room: MarkRoom;
}

/** Hinge strips go through no printer. */
const printedSheets = (laid: LaidPaper): number =>
  laid.sheets.filter((_, sheet) => sidesOf(laid, sheet).length > 0).length;

/** How the sheets of a book lie on the papers that go through the printer. Nanometres. */
export interface PrintLayout {
  /** the largest paper */
  readonly paper: { readonly width: number; readonly height: number };
  /** of one sheet */
  readonly paperOf: (sheet: number) => { readonly width: number; readonly height: number };
  /** prints on each paper */
  readonly each: number;
  /** different sheets of the book on each paper, and how often each of them */
  readonly sheetsEach: number;
  readonly copiesEach: number;
  /** papers in a file, and how often it is printed for all copies */
  readonly papers: number;
  readonly runs: number;
  /** prints that lie so close that there is no room for marks between them */
  readonly butted: boolean;
  /** where the prints of a sheet lie that is the k-th on its paper (0-based) */
  readonly cells: (k: number, side: 'A' | 'B', sheet: number) => readonly PrintCell[];
}

/** Room outside the bleed for the marks to cut by. */
export const MARK_ROOM = mm(6);

/** What a layout depends on besides the folded book. */
export interface PrintedBook extends Pick<BookDocument, 'printing'> {
  readonly kit?: Pick<Kit, 'copies'>;
  /** folios narrower than their sheet come at their own width from a paper that is taken; without one they are printed on whole sheets, and cut */
  readonly papers?: BookDocument['papers'];
}

interface OnPaper {
  readonly grid: ParentGrid;
  readonly sheetsEach: number;
  readonly copiesEach: number;
}

/**
 * Which sheets share a paper. Copies are paired with copies: cut apart, every paper gives the same sheet of several books, and nothing is left empty. Where few are wanted, several sheets of
 * one book lie beside one another. Of r copies of ⌊each ÷ r⌋ sheets on a paper that r is taken which uses the fewest papers for all, the larger among equals.
 */
export function sheetsOnPaper(
  { run: { laid } }: Pick<FoldedBook, 'run'>,
  onto: NonNullable<Printing['onto']>,
  copies: number,
  over: number,
): OnPaper | undefined {
  const sheets = printedSheets(laid);
  const sheet = largestSheet(laid);
  const full = gridOnParent(sheet, onto, over, Infinity);
  if (!full) return undefined;
  const each = full.columns * full.rows;
  let best = { papers: Infinity, sheetsEach: 1, copiesEach: 1 };
  for (let copiesEach = 1; copiesEach <= Math.min(each, copies); copiesEach++) {
    const sheetsEach = Math.min(sheets, Math.floor(each / copiesEach));
    const papers = Math.ceil(sheets / sheetsEach) * Math.ceil(copies / copiesEach);
    if (papers <= best.papers) best = { papers, sheetsEach, copiesEach };
  }
  const { sheetsEach, copiesEach } = best;
  const grid = gridOnParent(sheet, onto, over, sheetsEach * copiesEach);
  return grid && { grid, sheetsEach, copiesEach };
}

/**
 * The layout of the whole book, the same for every file of it, whichever faces and sheets a file holds: backs must meet their fronts, and a sheet printed again
 * those of its first print. `over` is how far the furthest picture of the book runs over its sheet (see overhang). Undefined where the paper holds no sheet.
 */
export function printLayout(
  { run }: Pick<FoldedBook, 'run'>,
  { printing, kit, papers }: PrintedBook,
  over: number,
): PrintLayout | undefined {
  const { laid } = run;
  const sheets = printedSheets(laid);
  const largest = largestSheet(laid);
  const copies = kit?.copies ?? 1;
  const { onto } = printing;
  if (!onto) {
    const room = over > 0 ? over + MARK_ROOM : 0;
    const printedOn = (index: number) => {
      const { width, height, cut } = sheetSize(laid, index);
      return { width: papers?.text ? cut : width, height, beyond: papers?.text ? width - cut : 0 };
    };
    const around: MarkRoom = { left: room, right: room, top: room, bottom: room };
    return {
      paper: { width: largest.width + 2 * room, height: largest.height + 2 * room },
      paperOf: (index) => {
        const { width, height } = printedOn(index);
        return { width: width + 2 * room, height: height + 2 * room };
      },
      each: 1,
      sheetsEach: 1,
      copiesEach: 1,
      papers: sheets,
      runs: copies,
      butted: false,
      // A folio's back ends where its front begins: seen turned over, what is missing of the full width is missing on the left.
      cells: (_, side, index) => [{ x: room - (side === 'A' ? 0 : printedOn(index).beyond), y: room, room: around }],
    };
  }
  const found = sheetsOnPaper({ run }, onto, copies, over);
  if (!found) return undefined;
  const { grid, sheetsEach, copiesEach } = found;
  return {
    paper: grid.paper,
    paperOf: () => grid.paper,
    each: sheetsEach * copiesEach,
    sheetsEach,
    copiesEach,
    papers: Math.ceil(sheets / sheetsEach),
    runs: Math.ceil(copies / copiesEach),
    butted:
      (grid.columns > 1 && grid.stepX - largest.width <= 2 * over) ||
      (grid.rows > 1 && grid.stepY - largest.height <= 2 * over),
    cells: (k, side) =>
      Array.from({ length: copiesEach }, (_, copy) => {
        const cell = k * copiesEach + copy;
        return { ...cellCorner(grid, cell, side), room: markRoom(grid, cell, side) };
      }),
  };
}

/** Papers that go through the printer for all copies, and with spares. */
export function papersForEdition(
  { papers, runs }: Pick<PrintLayout, 'papers' | 'runs'>,
  kit: Kit,
): { readonly copies: number; readonly withSpares: number } {
  const all = papers * runs;
  return { copies: all, withSpares: withSpares(all, kit) };
}
