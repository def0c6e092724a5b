import { z } from 'zod';
import { bookDocumentSchema } from './schemas.ts';

/** The version of the book file that this program writes; later ones are refused with their number. */
export const BOOK_FILE_VERSION = 4;

/** book.json inside a book file. */
export const bookFileSchema = z.object({
  format: z.literal('eight-up-book'),
  version: z.number().int().min(1),
  book: bookDocumentSchema,
});

/** Where an original lies inside a book file: named by the SHA-256 of its bytes. */
export const originalEntry = (asset: string): string => `originals/${asset}`;

export const ORIGINAL_ENTRY = /^originals\/([0-9a-f]{64})$/;

/** Why a book file could not be opened. Nothing on the shelf was changed. */
export type BookFileProblem =
  | { readonly code: 'book-file-not-a-zip' }
  | { readonly code: 'book-file-cut-short' }
  | { readonly code: 'book-file-without-book' }
  | { readonly code: 'book-file-of-later-version'; readonly version: number; readonly known: number }
  | { readonly code: 'book-file-unreadable'; readonly where: string; readonly detail: string }
  | { readonly code: 'book-file-path-outside'; readonly path: string }
  | { readonly code: 'book-file-name-twice'; readonly path: string }
  | { readonly code: 'book-file-swells'; readonly path: string };
