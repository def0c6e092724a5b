import type { Numbering } from '../folding/reading.ts';
import type { FormChoice } from '../forms/planned-book.ts';
import type { Sheet } from '../paper/sheet-size.ts';
import type { Binding } from './binding.ts';
import type { ChosenPaper } from './chosen-paper.ts';
import { PAGES_SLOT, type Kit, type PaperSlot } from './kit.ts';
import type { Versions } from './migrations/sequence.ts';
import type { BookPage, Lettering, PageContent, Thread } from './pages.ts';
import type { Printing } from './printing.ts';

/** A warning that the maker accepted, with the reason; it holds for just what it was accepted for. */
export interface Accepted {
  readonly key: string;
  readonly reason: string;
}

/** The whole of a book as it is saved. `pages` always has as many places as the form has pages. */
export interface BookDocument {
  readonly versions: Versions;
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
  /** what its parts are cut from; one left out is not chosen yet */
  readonly papers: Readonly<Record<PaperSlot, ChosenPaper>>;
  /** how it is held together */
  readonly binding: Binding;
  readonly accepted: readonly Accepted[];
  /** a better reading of its folds has moved pages on its sheet since it may have been printed; false once the maker has seen it */
  readonly refolded: boolean;
}

/** The paper taken for the book's pages. */
export const pagesPaper = ({ papers }: Pick<BookDocument, 'papers'>): ChosenPaper | undefined => papers[PAGES_SLOT];

/** Every content that a book speaks of. */
export const contentsOf = ({
  pages,
  tray,
  poster,
}: Pick<BookDocument, 'pages' | 'tray' | 'poster'>): readonly PageContent[] => [
  ...[...pages, ...tray].flatMap(({ content }) => content ?? []),
  ...(poster ? [poster] : []),
];
