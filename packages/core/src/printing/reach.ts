import type { Margins, Printing } from '../book/document.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { nm, type Nm } from '../units/nm.ts';
import { gridOnParent } from './on-parent.ts';

const known = new WeakMap<Printing, { readonly plan: FoldedBook; readonly margins: Margins }>();

/**
 * How much of each edge of a sheet the printer cannot reach: its own margins; or, where sheets are cut out of larger paper, what those reach
 * beyond the bare edge round the outermost ones, on either face.
 */
export function unreachedOn(plan: FoldedBook, printing: Printing): Margins {
  if (!printing.onto) return printing.unprintable;
  const before = known.get(printing);
  if (before?.plan === plan) return before.margins;
  const margins = unreachedOnParent(plan, printing, printing.onto);
  known.set(printing, { plan, margins });
  return margins;
}

function unreachedOnParent(
  { sheet, run }: FoldedBook,
  { unprintable, bleed }: Printing,
  onto: NonNullable<Printing['onto']>,
): Margins {
  const grid = gridOnParent(sheet, onto, bleed, run.sheet.sheets) ?? gridOnParent(sheet, onto, 0, run.sheet.sheets);
  if (!grid) return unprintable;
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
