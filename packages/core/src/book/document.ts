import type { Numbering } from '../folding/reading.ts';
import type { FormChoice } from '../forms/planned-book.ts';
import type { Sheet } from '../paper/sheet-size.ts';
import type { Nm } from '../units/nm.ts';

/** How a picture meets its page: all of it inside, covering the page, or at its own size. */
export type Fit = 'fit' | 'fill' | 'actual';

/** One picture, or one page of a PDF, as it stands on a page of the book or waits in the tray. */
export interface PageContent {
  /** SHA-256 of the original file */
  readonly asset: string;
  /** page of a PDF, 0-based; 0 for pictures */
  readonly page: number;
  /** the maker's name of the file */
  readonly name: string;
  readonly fit: Fit;
}

export interface Margins {
  readonly top: Nm;
  readonly right: Nm;
  readonly bottom: Nm;
  readonly left: Nm;
}

/** What the printer cannot reach, and what to do about it. */
export interface Printing {
  readonly unprintable: Margins;
  /** `shrink`: every page is drawn smaller about its own centre; `warn`: nothing changes, a check says what is lost */
  readonly margin: 'shrink' | 'warn';
}

/** The whole of a book as it is saved. `pages` always has as many places as the form has pages. */
export interface BookDocument {
  readonly version: 1;
  readonly title: string;
  readonly form: FormChoice;
  readonly sheet: Sheet;
  readonly numbering: Numbering;
  readonly pages: readonly (PageContent | null)[];
  readonly tray: readonly PageContent[];
  readonly printing: Printing;
}

/** One page of a file as it presents itself: upright, after its own turns, crops and units. */
export interface AssetPage {
  /** natural size, nanometres (pictures: from their density, 300 pixels an inch where they tell none) */
  readonly width: number;
  readonly height: number;
  /** pixels as seen upright; absent for vector pages */
  readonly pixels?: { readonly width: number; readonly height: number };
}

export type AssetKind = 'jpeg' | 'png' | 'webp' | 'tiff' | 'gif' | 'pdf';

/** What is known of an original without opening it again. */
export interface AssetInfo {
  readonly id: string;
  readonly kind: AssetKind;
  readonly bytes: number;
  readonly pages: readonly AssetPage[];
}

export type AssetLookup = (id: string) => AssetInfo | undefined;
