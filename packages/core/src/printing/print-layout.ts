import type { Printing } from '../book/document.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { mm } from '../units/nm.ts';
import { cellCorner, gridOnParent } from './on-parent.ts';

/** How the sheets of a book lie on the papers that go through the printer. Nanometres. */
export interface PrintLayout {
  readonly paper: { readonly width: number; readonly height: number };
  /** sheets on each paper, and papers for all of them */
  readonly each: number;
  readonly papers: number;
  /** the upper left corner of the k-th sheet on its paper (0-based), as a face shows it */
  readonly corner: (k: number, side: 'A' | 'B') => { readonly x: number; readonly y: number };
}

/** Room outside the bleed for the marks to cut by. */
export const MARK_ROOM = mm(6);

/**
 * The layout of the whole book, the same for every file of it, whichever faces and sheets a file holds: backs must meet their fronts, and a sheet printed again
 * those of its first print. `over` is how far the furthest picture of the book runs over its sheet (see overhang). Undefined where the paper holds no sheet.
 */
export function printLayout(
  { sheet, run }: Pick<FoldedBook, 'sheet' | 'run'>,
  { onto }: Pick<Printing, 'onto'>,
  over: number,
): PrintLayout | undefined {
  const { sheets } = run.sheet;
  if (!onto) {
    const room = over > 0 ? over + MARK_ROOM : 0;
    const paper = { width: sheet.width + 2 * room, height: sheet.height + 2 * room };
    return { paper, each: 1, papers: sheets, corner: () => ({ x: room, y: room }) };
  }
  const grid = gridOnParent(sheet, onto, over, sheets);
  if (!grid) return undefined;
  const each = grid.columns * grid.rows;
  return {
    paper: grid.paper,
    each,
    papers: Math.ceil(sheets / each),
    corner: (k, side) => cellCorner(grid, k, side),
  };
}
