import type { Flip, Margins, Printer } from '../printer/printer.ts';
import type { Nm } from '../units/nm.ts';

export const CREEP_MODELS = ['none', 'crisp', 'rounded', 'squared', 'measured'] as const;

/** Inner folios of a nest push out past the outer ones: how far, and what their pages do about it. */
export interface Creep {
  readonly model: (typeof CREEP_MODELS)[number];
  /** of one sheet of the paper printed on */
  readonly thickness: Nm;
  /** from one folio to the next, as found on a dummy */
  readonly measured: Nm;
  /** what stays as the maker laid it: the margin at the trimmed fore-edge, or the middle of the page */
  readonly keep: 'margin' | 'centre';
}

/** What the printer cannot reach, and what to do about it. */
export interface Printing {
  readonly unprintable: Margins;
  /** `shrink`: every page is drawn smaller about its own centre; `warn`: nothing changes, a check says what is lost */
  readonly margin: 'shrink' | 'warn';
  /** how far pictures that bleed run over the sheet's edge; the file grows by it and is trimmed after printing */
  readonly bleed: Nm;
  /** nothing that matters nearer than this to an edge, a fold or a slit */
  readonly safe: Nm;
  /** the edge about which the printer turns the sheet between its two faces */
  readonly flip: Flip;
  readonly creep: Creep;
  /** what is cut off the fore-edge once the book is folded */
  readonly trim: Nm;
  /** the same at head and tail */
  readonly trimHead: Nm;
  readonly trimTail: Nm;
  /** of several sections each has a mark on its spine, one step further down than the last: a gap or a wrong step is seen at once */
  readonly gatherMarks: boolean;
  /** the printer taken for this book, as it was then; null: none */
  readonly printer: Printer | null;
  /** larger paper on which sheets are printed, to be cut out, in the middle of it or against its left edge; null: the sheet itself */
  readonly onto: { readonly width: Nm; readonly height: Nm; readonly at: (typeof ONTO_PLACES)[number] } | null;
}

export const ONTO_PLACES = ['middle', 'left-edge'] as const;
