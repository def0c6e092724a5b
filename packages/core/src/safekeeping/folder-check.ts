/** Something that a check of the data folder found. */
export type Finding =
  /** the bytes of an original are not those it is named by: it was set aside */
  | { readonly code: 'original-damaged'; readonly asset: string; readonly uses: readonly OriginalUse[] }
  | { readonly code: 'original-missing'; readonly asset: string; readonly uses: readonly OriginalUse[] }
  /** an original that a book names was not listed: it was looked at and listed again */
  | { readonly code: 'original-unlisted'; readonly asset: string; readonly mended: boolean }
  /** mended: from a backup, with every change since made again */
  | {
      readonly code: 'document-damaged';
      readonly book: string;
      readonly title: string | null;
      readonly mended: boolean;
    }
  /** the history does not lead to the book before this change: undo reaches back to it only */
  | { readonly code: 'history-broken'; readonly book: string; readonly title: string; readonly before: number };

/** Where an original is used. */
export interface OriginalUse {
  readonly title: string;
  /** the name that the file had when it was dropped in */
  readonly name: string;
}

/** The result of a check. */
export interface FolderReport {
  /** ISO 8601 */
  readonly at: string;
  readonly originals: number;
  readonly books: number;
  readonly changes: number;
  readonly findings: readonly Finding[];
}

/** Progress of a check: parts done out of so many. */
export interface CheckProgress {
  readonly done: number;
  readonly of: number;
}
