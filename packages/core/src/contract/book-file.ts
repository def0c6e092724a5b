import { z } from 'zod';
import { measurementSchema } from '../measuring/schema.ts';
import { bookDocumentSchema } from '../document/schema/document.ts';

/** The version of the book file that this program writes; later ones are refused with their number. */
export const BOOK_FILE_VERSION = 6;

/** book.json inside a book file. */
export const bookFileSchema = z.object({
  format: z.literal('eight-up-book'),
  version: z.number().int().min(1),
  book: bookDocumentSchema,
  /** what was measured of the book, its papers and its printer */
  measurements: z.array(measurementSchema).max(1000).default([]),
});

/** Where the history lies inside a book file: a line of JSON for each change, oldest first. */
export const HISTORY_ENTRY = 'history.ndjson';

/** What book.json says of the history beside it. */
export const bookLogSchema = z.object({
  revision: z.number().int().min(0),
  undoTop: z.number().int().min(1).nullable(),
  redoTop: z.number().int().min(1).nullable(),
  createdAt: z.iso.datetime(),
  /** states that the maker gave a name */
  points: z.array(z.object({ n: z.number().int().min(0), name: z.string().min(1).max(120) })).max(100_000),
});
export type BookLog = z.output<typeof bookLogSchema>;

/** One change in a book file; `versions` are those of the documents its commands speak of (`version`: one number for all, until book files of version 5). */
export const loggedChangeSchema = z.object({
  n: z.number().int().min(1),
  version: z.number().int().min(1).optional(),
  versions: z.record(z.string(), z.number().int().min(0)).optional(),
  kind: z.enum(['change', 'undo', 'redo', 'go-back']),
  command: z.looseObject({ kind: z.string() }),
  inverse: z.looseObject({ kind: z.string() }),
  target: z.number().int().min(0).nullable(),
  undoBefore: z.number().int().min(1).nullable(),
  redoBefore: z.number().int().min(1).nullable(),
  window: z.string().max(64),
  at: z.iso.datetime(),
  /** shared by changes that were one act */
  act: z.string().min(1).max(64).optional(),
});
export type LoggedChange = z.output<typeof loggedChangeSchema>;

/** What a maker should know of a book file that was taken in. */
export type BookFileNote =
  /** originals whose bytes are not those that were packed, or that nothing can read: shown as gaps */
  | { readonly code: 'originals-left-out'; readonly names: readonly string[] }
  /** the history does not lead to the book: the book was taken without it */
  | { readonly code: 'history-left-out'; readonly why: 'damaged' | 'does-not-fit' };

/** Where an original lies inside a book file: named by the SHA-256 of its bytes. */
export const originalEntry = (asset: string): string => `originals/${asset}`;

export const ORIGINAL_ENTRY = /^originals\/([0-9a-f]{64})$/;

/** Why a book file could not be opened. Nothing on the shelf was changed. */
export type BookFileProblem =
  | { readonly code: 'book-file-not-a-zip' }
  | { readonly code: 'book-file-cut-short' }
  /** its bytes are not those that were packed: the checksum says so */
  | { readonly code: 'book-file-damaged'; readonly path: string }
  /** two names stand for the same bytes: no program packs so */
  | { readonly code: 'book-file-body-twice'; readonly path: string }
  | { readonly code: 'book-file-larger-than-disk'; readonly needs: number; readonly free: number }
  | { readonly code: 'book-file-without-book' }
  | { readonly code: 'book-file-of-later-version'; readonly version: number; readonly known: number }
  | { readonly code: 'book-file-unreadable'; readonly where: string; readonly detail: string }
  | { readonly code: 'book-file-path-outside'; readonly path: string }
  | { readonly code: 'book-file-name-twice'; readonly path: string }
  | { readonly code: 'book-file-swells'; readonly path: string };
