import { bookDocumentSchema } from '@eight-up/core/document/schema/document';
import type { BookDocument } from '@eight-up/core/document/document';
import type { BookRow } from '../db/entities.ts';

/** A book as it lies in the database. */
export type StoredBook = Readonly<Record<'id' | 'doc', string>> &
  Readonly<Record<'revision' | 'created_at' | 'saved_at', number>> &
  Readonly<Record<'undo_top' | 'redo_top' | 'binned_at', number | null>>;

/** The newest revision of each book whose document was found to be one: looked at once, not at every change. */
const sound = new Map<string, number>();

/** Notes a document that we wrote ourselves. */
export const noteSound = (id: string, revision: number): void => void sound.set(id, revision);

/** A stored book; undefined where its document is damaged. */
export function readBook(row: StoredBook): BookRow | undefined {
  let doc: unknown;
  try {
    doc = JSON.parse(row.doc);
  } catch {
    return undefined;
  }
  if (sound.get(row.id) !== row.revision) {
    if (!bookDocumentSchema.safeParse(doc).success) return undefined;
    sound.set(row.id, row.revision);
  }
  return {
    id: row.id,
    doc: doc as BookDocument,
    revision: row.revision,
    undoTop: row.undo_top,
    redoTop: row.redo_top,
    createdAt: new Date(row.created_at),
    savedAt: new Date(row.saved_at),
    binnedAt: row.binned_at === null ? null : new Date(row.binned_at),
  };
}

/** The title in a document that cannot be read as a whole. */
export function titleIn(doc: string): string | null {
  const [, quoted] = /"title"\s*:\s*("(?:[^"\\]|\\.)*")/.exec(doc) ?? [];
  try {
    return quoted === undefined ? null : (JSON.parse(quoted) as string).toWellFormed();
  } catch {
    return null;
  }
}

/** After the stored books were replaced by others, each is looked at again. */
export const forgetSound = (): void => sound.clear();
