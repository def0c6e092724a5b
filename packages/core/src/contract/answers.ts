import type { AssetInfo, BookDocument } from '../book/document.ts';
import type { RefusedFile } from '../book/file-problem.ts';

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
  readonly taken: readonly { readonly name: string; readonly asset: string; readonly pages: number }[];
  readonly refused: readonly RefusedFile[];
}
