import type { EntityManager } from '@mikro-orm/libsql';

/** Every original that a stored document, change or inverse speaks of: its id stands nowhere else. */
export const namedIn = (...stored: readonly string[]): readonly string[] => [
  ...new Set(stored.flatMap((text) => [...text.matchAll(/[0-9a-f]{64}/g)].map(([id]) => id))),
];

/**
 * Notes that a book names originals, in its document or in anything of its history: what is noted stays as long as the book does, so that the
 * bin is emptied without reading every history. In the transaction that stores them.
 */
export async function noteNamed(em: EntityManager, book: string, originals: readonly string[]): Promise<void> {
  if (originals.length === 0) return;
  await em.execute('insert or ignore into named_original (book_id, asset_id) select ?, value from json_each(?)', [
    book,
    JSON.stringify(originals),
  ]);
}
