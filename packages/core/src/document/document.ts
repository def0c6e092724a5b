import type { Numbering } from '../folding/reading.ts';
import type { Kit } from './kit.ts';
import type { Flip, Margins, Printer } from '../printer/printer.ts';
import type { FormChoice } from '../forms/planned-book.ts';
import type { Paper, PaperKind } from '../paper/paper.ts';
import type { Sheet } from '../paper/sheet-size.ts';
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

export const NUMBER_PLACES = ['none', 'foot-outside', 'foot-middle'] as const;

/** What we set in type on the pages. */
export interface Lettering {
  readonly numbers: (typeof NUMBER_PLACES)[number];
  /** of numbers and captions, from line to line of the letters' body */
  readonly size: Nm;
}

/** A warning that the maker accepted, with the reason; it holds for just what it was accepted for. */
export interface Accepted {
  readonly key: string;
  readonly reason: string;
}

/** A paper chosen for the book: a snapshot, so that an old book never changes when the drawer does. */
export interface ChosenPaper {
  readonly paper: Paper;
  /** as the paper's fibres run; as if they ran the other way (a sheet still to be bought); or grain disregarded, knowingly */
  readonly grain: 'own' | 'other' | 'ignored';
  /** sheets for the edition, spares included */
  readonly sheets: number;
  /** hundredths of money for all those sheets; null where the price is not known */
  readonly cost: number | null;
  /** the search that found the plan, and a fingerprint of what it was asked: another one means that the plan is stale */
  readonly engine: number;
  readonly input: string;
  /** its sheets and offcuts are taken off the drawer's, and what was left over is in it */
  readonly cut: boolean;
}

/** The whole of a book as it is saved. `pages` always has as many places as the form has pages. */
export interface BookDocument {
  readonly version: 6;
  readonly title: string;
  /** 1, 2 … of the same book */
  readonly edition: number;
  readonly form: FormChoice;
  readonly sheet: Sheet;
  readonly numbering: Numbering;
  readonly pages: readonly BookPage[];
  readonly tray: readonly BookPage[];
  /** a picture for the unprinted face of the sheet, read with the sheet turned over from left to right */
  readonly poster: PageContent | null;
  readonly lettering: Lettering;
  /** what the threads stand for, in the maker's words */
  readonly threads: Readonly<Partial<Record<Thread, string>>>;
  readonly printing: Printing;
  /** how many copies, of which parts, cut how */
  readonly kit: Kit;
  /** what it is cut from; a kind left out is not chosen yet */
  readonly papers: Readonly<Partial<Record<PaperKind, ChosenPaper>>>;
  readonly accepted: readonly Accepted[];
  /** a better reading of its folds has moved pages on its sheet since it may have been printed; false once the maker has seen it */
  readonly refolded: boolean;
}

/** Every content that a book speaks of. */
export const contentsOf = ({
  pages,
  tray,
  poster,
}: Pick<BookDocument, 'pages' | 'tray' | 'poster'>): readonly PageContent[] => [
  ...[...pages, ...tray].flatMap(({ content }) => content ?? []),
  ...(poster ? [poster] : []),
];

/** One page of a file as it presents itself: upright, after its own turns, crops and units. */
export interface AssetPage {
  /** natural size, nanometres (pictures: from their density, 300 pixels an inch where they tell none) */
  readonly width: number;
  readonly height: number;
  /** pixels as seen upright; absent for vector pages */
  readonly pixels?: { readonly width: number; readonly height: number };
}

export type AssetKind = 'jpeg' | 'png' | 'webp' | 'tiff' | 'gif' | 'svg' | 'pdf';

/** What is known of an original without opening it again. */
export interface AssetInfo {
  readonly id: string;
  readonly kind: AssetKind;
  readonly bytes: number;
  readonly pages: readonly AssetPage[];
}

export type AssetLookup = (id: string) => AssetInfo | undefined;
