import { mm, type Nm } from '../units/nm.ts';

/**
 * How a picture meets its page: all of it inside, covering the page, covering it and running over by the bleed, or at
 * its own size.
 */
export const FITS = ['fit', 'fill', 'bleed', 'actual'] as const;
export type Fit = (typeof FITS)[number];

/** Space kept free round a picture, named from the book: the spine is on the left of a recto, on the right of a verso. */
export interface PageMargins {
  readonly head: Nm;
  readonly foreEdge: Nm;
  readonly tail: Nm;
  readonly spine: Nm;
}

/** A picture moved by hand from where its fit puts it. */
export interface Placing {
  /** from the middle of its room, as the page is read */
  readonly right: Nm;
  readonly down: Nm;
  /** degrees clockwise */
  readonly turn: number;
  /** 1: as large as the fit makes it */
  readonly scale: number;
  readonly margins: PageMargins;
}

const NO_SPACE: PageMargins = { head: mm(0), foreEdge: mm(0), tail: mm(0), spine: mm(0) };

export const AS_IT_FITS: Placing = { right: mm(0), down: mm(0), turn: 0, scale: 1, margins: NO_SPACE };

/** Over what one picture is laid: an opening (a place in the reading's views), a row of panels (0-based), or all of the sheet. */
export type SpreadOver =
  | { readonly kind: 'opening'; readonly view: number }
  | { readonly kind: 'row'; readonly row: number }
  | { readonly kind: 'sheet' }
  /** pages that lie side by side once it is opened out, the first and the last of them (0-based) */
  | { readonly kind: 'stretch'; readonly from: number; readonly to: number }
  /** all pages of a sheet side by side, as they are read */
  | { readonly kind: 'strip' };

/** `in-the-book`: every page's share reads head up, in reading order; `opened-out`: the picture is whole on the unfolded sheet. */
export const SPREAD_HOW = ['in-the-book', 'opened-out'] as const;
export type SpreadHow = (typeof SPREAD_HOW)[number];

/** That a page shows its share of a picture laid over several. What is kept is what was meant; the share is cut when the pages are laid on the sheet. */
export interface Part {
  /** names the spread; all pages of one spread carry the same */
  readonly spread: string;
  readonly over: SpreadOver;
  readonly how: SpreadHow;
  /** the page whose share it is, 0-based: pages that have wandered are noticed */
  readonly page: number;
  /** how much of the picture is printed on both pages where two pieces of paper meet; absent: nothing */
  readonly overlap?: Nm;
}

/** What must not be lost in the gutter: a face, or a line of text. Shares of the upright picture, from its head and left. */
export interface KeepClear {
  readonly what: 'face' | 'text';
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** One picture, or one page of a PDF, as it stands on a page of the book or waits in the tray. */
export interface PageContent {
  /** SHA-256 of the original file */
  readonly asset: string;
  /** page of a PDF, 0-based; 0 for pictures */
  readonly page: number;
  /** the maker's name of the file */
  readonly name: string;
  readonly fit: Fit;
  /** absent: just as the fit puts it */
  readonly placing?: Placing;
  /** absent: the picture is on this page alone */
  readonly part?: Part;
  /** marked by the maker; absent: nothing */
  readonly clear?: readonly KeepClear[];
}

export const ROLES = ['cover', 'title', 'imprint', 'contents', 'story', 'blank', 'back'] as const;
/** What a page is for. `blank` pages are meant to stay empty. */
export type Role = (typeof ROLES)[number];

export const THREADS = ['rust', 'moss', 'slate', 'ochre', 'plum', 'ink'] as const;
/** A coloured thread that runs through the book: a strand of the story, a hand, a state of the work. */
export type Thread = (typeof THREADS)[number];

/** One page of the sequence: what stands on it, and what the maker says of it. */
export interface BookPage {
  readonly content: PageContent | null;
  readonly role: Role | null;
  readonly thread: Thread | null;
  readonly note: string;
  /** printed at the foot of the page */
  readonly caption: string;
  /** stays where it is, whatever moves round it */
  readonly locked: boolean;
}

export const EMPTY_PAGE: BookPage = { content: null, role: null, thread: null, note: '', caption: '', locked: false };

export const onPage = (content: PageContent | null): BookPage => ({ ...EMPTY_PAGE, content });

/** Whether a page says or shows anything at all. */
export const isBare = ({ content, role, thread, note, caption }: BookPage): boolean =>
  content === null && role === null && thread === null && note === '' && caption === '';

export const NUMBER_PLACES = ['none', 'foot-outside', 'foot-middle'] as const;

/** What we set in type on the pages. */
export interface Lettering {
  readonly numbers: (typeof NUMBER_PLACES)[number];
  /** of numbers and captions, from line to line of the letters' body */
  readonly size: Nm;
}
