import type { Printing } from '@eight-up/core/document/printing';
import type { OpenBook } from '../../book/use-book.ts';

/** What a panel under the sheet is given: the book, and how to change its printing. */
export interface PrintingPanel {
  readonly book: OpenBook;
  readonly set: (change: Partial<Printing>) => void;
}
