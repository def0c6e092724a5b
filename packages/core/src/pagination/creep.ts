import type { FoldedBook } from '../forms/planned-book.ts';
import type { BookDocument } from '../document/document.ts';
import type { Creep } from '../document/printing.ts';
import { nm, type Nm } from '../units/nm.ts';

/**
 * How far one folio pushes the next one out at the fore-edge, for paper of thickness T: its own thickness where folds are crisp; a
 * quarter turn about it, π/2·T, where they are rounded; twice it where the spine is pressed square; or as measured on a dummy.
 */
export function creepPerFolio({ model, thickness, measured }: Creep): Nm {
  switch (model) {
    case 'none':
      return nm(0);
    case 'crisp':
      return thickness;
    case 'rounded':
      return nm((Math.PI / 2) * thickness);
    case 'squared':
      return nm(2 * thickness);
    case 'measured':
      return measured;
  }
}

/**
 * How far the pages of folio `folio` (0 outermost) of a section move toward the spine: by (i − 1)·c on the i-th, so that the outer margin stays as it is once the fore-edge is
 * trimmed; by half of it, so that they stay in the middle of what is left.
 */
export const creepOf = (folio: number, creep: Creep): Nm =>
  nm((folio * creepPerFolio(creep)) / (creep.keep === 'margin' ? 1 : 2));

/** Closed, a section of S folios is 2S·T thick. */
export const sectionThickness = (folios: number, { printing }: Pick<BookDocument, 'printing'>): Nm =>
  nm(2 * folios * printing.creep.thickness);

/** All leaves, flaps and tabs of the closed book, pressed: layers × T. */
export const closedThickness = ({ reading }: Pick<FoldedBook, 'reading'>, thickness: Nm): Nm =>
  nm(reading.held.order.length * thickness);
