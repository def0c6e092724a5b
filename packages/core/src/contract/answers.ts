import type { OnShelf } from '../output/on-shelf.ts';
import type { Measurement } from '../measuring/measurement.ts';
import type { JointChange, JointPlan } from '../cutting/joint-plan.ts';
import type { Printer } from '../printer/printer.ts';
import type { Paper } from '../paper/paper.ts';
import type { AssetInfo } from '../document/asset.ts';
import type { BookDocument } from '../document/document.ts';
import type { PageContent } from '../document/pages.ts';
import type { BookFileNote } from './book-file.ts';
import type { ChangeWords } from '../book/history.ts';
import type { Backup } from '../safekeeping/backup.ts';
import type { CheckProgress, FolderReport } from '../safekeeping/folder-check.ts';
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
  readonly book: Pick<BookDocument, 'title' | 'edition' | 'form' | 'sheet'>;
  /** null: its form no longer folds */
  readonly looks: OnShelf | null;
}

/** A book whose document is damaged: it can be rescued as it is stored. */
export interface UnreadableBook {
  readonly id: string;
  /** as far as it can be made out */
  readonly title: string | null;
  readonly savedAt: string;
}

export interface ShelfAnswer {
  readonly books: readonly ShelfBook[];
  readonly unreadable: readonly UnreadableBook[];
}

export interface FilesAnswer extends BookAnswer {
  /** files that were taken, in the order in which they were placed */
  readonly taken: readonly TakenFile[];
  readonly refused: readonly RefusedFile[];
}

/** A book taken in from a file, with what the maker should know of it. */
export interface ImportAnswer extends BookAnswer {
  readonly notes: readonly BookFileNote[];
}

/** What lies in the drawer. */
export interface DrawerAnswer {
  readonly papers: readonly Paper[];
  /** by id, the newest measurement of a paper's thickness */
  readonly measured: Readonly<Record<string, Measurement<'caliper'>>>;
  /** by id, how often each was changed: whoever changes one says which state they saw */
  readonly revisions: Readonly<Record<string, number>>;
}

/** A paper as it is after a change. */
export interface PaperAnswer {
  readonly paper: Paper;
  readonly revision: number;
}

/** The maker's printers. */
export interface PrintersAnswer {
  readonly printers: readonly Printer[];
  /** by id, the newest test print that was measured */
  readonly measured: Readonly<Record<string, Measurement<'test-print'>>>;
  /** by id, how often each was changed: whoever changes one says which state they saw */
  readonly revisions: Readonly<Record<string, number>>;
}

/** A file that is being made, by the name under which it is watched and fetched. */
export interface BegunAnswer {
  readonly making: string;
}

/** How far a file is; `bytes`: it is whole and can be fetched. */
export interface MakingAnswer {
  readonly progress: CheckProgress | null;
  readonly bytes: number | null;
}

/** What was measured, the newest first. */
export interface MeasurementsAnswer {
  readonly measurements: readonly Measurement[];
}

/** A printer as it is after a change. */
export interface PrinterAnswer {
  readonly printer: Printer;
  readonly revision: number;
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
  /** shared by changes that were one act of the maker's; null: one by itself */
  readonly act: string | null;
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

/** Backups and the last check of the data folder. */
export interface SafekeepingAnswer {
  /** where everything lies on this machine */
  readonly folder: string;
  /** newest first */
  readonly backups: readonly Backup[];
  /** why the last backup that was to be made could not be; null: it was */
  readonly trouble: string | null;
  readonly check: {
    readonly running: CheckProgress | null;
    /** why the latest check came to no end; null: it did, or goes on */
    readonly failed: string | null;
    readonly last: FolderReport | null;
  };
  /** how many originals could not be taken from a file of everything */
  readonly leftOut?: number;
}

/** Several books cut together, and which of them are no longer as they were planned. */
export interface JointPlanAnswer {
  readonly id: string;
  readonly revision: number;
  readonly plan: JointPlan;
  readonly changed: readonly { readonly book: string; readonly title: string; readonly how: JointChange }[];
}
