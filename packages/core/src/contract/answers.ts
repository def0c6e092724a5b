import type { Printer } from '../printing/printer.ts';
import type { Paper } from '../paper/paper.ts';
import type { AssetInfo, BookDocument, PageContent } from '../book/document.ts';
import type { ChangeWords } from '../book/history.ts';
import type { RefusedFile, TakenFile } from '../book/file-problem.ts';

/** A book as the API hands it out. */
export interface BookAnswer {
  readonly id: string;
  /** number of the newest revision; the next save must expect it */
  readonly revision: number;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly savedAt: string;
  readonly book: BookDocument;
  /** what is known of every original that the book refers to */
  readonly assets: readonly AssetInfo[];
}

/** A book on the shelf. */
export interface ShelfBook {
  readonly id: string;
  readonly revision: number;
  readonly savedAt: string;
  readonly book: BookDocument;
  readonly assets: readonly AssetInfo[];
}

export interface FilesAnswer extends BookAnswer {
  /** files that were taken, in the order in which they were placed */
  readonly taken: readonly TakenFile[];
  readonly refused: readonly RefusedFile[];
}

/** What lies in the drawer. */
export interface DrawerAnswer {
  readonly papers: readonly Paper[];
}

/** The maker's printers. */
export interface PrintersAnswer {
  readonly printers: readonly Printer[];
}

/** Files received without a book: what can be placed, in the natural order of the files' names. */
export interface ReceivedAnswer {
  readonly contents: readonly PageContent[];
  readonly assets: readonly AssetInfo[];
  readonly taken: readonly TakenFile[];
  readonly refused: readonly RefusedFile[];
}

/** One change of a book: what was done, when, and from which window. */
export interface HistoryEntry {
  readonly n: number;
  readonly at: string;
  readonly kind: 'change' | 'undo' | 'redo' | 'go-back';
  readonly window: string;
  /** of an undo or redo, the revision it took back or made again; of a going back, the one it went back to */
  readonly target: number | null;
  readonly change: ChangeWords;
  /** the maker's name for the state after this change */
  readonly name: string | null;
}

export interface HistoryAnswer {
  readonly revision: number;
  /** newest first */
  readonly entries: readonly HistoryEntry[];
  /** ask again with `before` set to this for older ones; null: there are none */
  readonly older: number | null;
}

/** Told to every window that has a book open: its newest revision, and which window made it. */
export interface BookMoved {
  readonly revision: number;
  readonly window: string;
}
