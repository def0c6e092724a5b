import type { Printing } from '../document/printing.ts';
import type { Margins } from '../printer/printer.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { nm, type Nm } from '../units/nm.ts';
import type { ParentGrid } from './on-parent.ts';
import { sheetsOnPaper, type PrintedBook } from './print-layout.ts';

const known = new WeakMap<
  Printing,
  { readonly plan: FoldedBook; readonly copies: number; readonly margins: Margins }
>();

/**
 * How much of each edge of a sheet the printer cannot reach: its own margins; or, where sheets are cut out of larger paper, what those reach
 * beyond the bare edge round the outermost ones, on either face.
 */
export function unreachedOn(plan: FoldedBook, { printing, kit }: PrintedBook): Margins {
  if (!printing.onto) return printing.unprintable;
  const copies = kit?.copies ?? 1;
  const before = known.get(printing);
  if (before?.plan === plan && before.copies === copies) return before.margins;
  const margins = unreachedOnParent(plan, printing, printing.onto, copies);
  known.set(printing, { plan, copies, margins });
  return margins;
}

function unreachedOnParent(
  plan: FoldedBook,
  { unprintable, bleed }: Printing,
  onto: NonNullable<Printing['onto']>,
  copies: number,
): Margins {
  // Whether anything bleeds is not known here: of both ways in which sheets may lie, what is reached in both counts as reached.
  const grids = [bleed, 0].flatMap((over) => sheetsOnPaper(plan, onto, copies, over)?.grid ?? []);
  if (grids.length === 0) return unprintable;
  const all = grids.map((grid) => beyondCells(grid, unprintable));
  const most = (edge: keyof Margins) => nm(Math.max(...all.map((margins) => margins[edge])));
  return { top: most('top'), right: most('right'), bottom: most('bottom'), left: most('left') };
}

/** What the paper's margins take of the outermost cells, on whichever face they take more. */
function beyondCells(grid: ParentGrid, unprintable: Margins): Margins {
  const { sheet } = grid;
  const far = grid.paper.width - (grid.left + (grid.columns - 1) * grid.stepX + sheet.width);
  const low = grid.paper.height - (grid.top + (grid.rows - 1) * grid.stepY + sheet.height);
  const left = Math.min(grid.left, far);
  const beyond = (margin: Nm, bare: number) => nm(Math.max(0, margin - bare));
  return {
    top: beyond(unprintable.top, grid.top),
    bottom: beyond(unprintable.bottom, low),
    left: beyond(unprintable.left, left),
    right: beyond(unprintable.right, left),
  };
}
