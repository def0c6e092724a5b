import type { EntityManager } from '@mikro-orm/libsql';
import { rm } from 'node:fs/promises';
import { AssetRow, BookRow, PointRow, RevisionRow } from '../db/entities.ts';
import type { FileStore } from '../files/store.ts';
import { findBook } from './service.ts';

/** Puts a book into the bin or back on the shelf; its pages and its history stay as they are. */
export async function moveToBin(em: EntityManager, id: string, binned: boolean): Promise<BookRow> {
  const binnedAt = binned ? new Date() : null;
  const row = await findBook(em, id);
  await em.nativeUpdate(BookRow, { id }, { binnedAt });
  return { ...row, binnedAt };
}

export interface Emptied {
  readonly books: number;
  readonly originals: number;
}

/** Empties the bin for good: its books, their history, and every original that nothing on the shelf refers to any more. */
export async function emptyBin(em: EntityManager, store: FileStore): Promise<Emptied> {
  const binned = await em.find(BookRow, { binnedAt: { $ne: null } });
  const ids = binned.map(({ id }) => id);
  await em.transactional(async (tx) => {
    await tx.nativeDelete(PointRow, { bookId: { $in: ids } });
    await tx.nativeDelete(RevisionRow, { bookId: { $in: ids } });
    await tx.nativeDelete(BookRow, { id: { $in: ids } });
  });
  return { books: ids.length, originals: await sweepOriginals(em, store) };
}

const REVISIONS_AT_ONCE = 500;

/** Removes originals that no book, no revision and no bin refers to; counted by their names in what is stored. */
async function sweepOriginals(em: EntityManager, store: FileStore): Promise<number> {
  const used = new Set<string>();
  const note = (stored: unknown) => {
    for (const [id] of JSON.stringify(stored).matchAll(/[0-9a-f]{64}/g)) used.add(id);
  };
  for (const { doc } of await em.fork().find(BookRow, {})) note(doc);
  for (let last = 0; ;) {
    // A fresh fork a batch: a long history is read past, not gathered in memory.
    const batch = await em
      .fork()
      .find(RevisionRow, { id: { $gt: last } }, { orderBy: { id: 'asc' }, limit: REVISIONS_AT_ONCE });
    if (batch.length === 0) break;
    for (const { command, inverse } of batch) note([command, inverse]);
    last = batch[batch.length - 1]!.id;
  }
  const unused = (await em.fork().find(AssetRow, {}, { fields: ['id'] })).filter(
    ({ id }) => !used.has(id) && !store.isSpared(id),
  );
  for (const { id } of unused) {
    await em.fork().nativeDelete(AssetRow, { id });
    await rm(store.originalPath(id), { force: true });
    await store.forgetPreviews(id);
  }
  return unused.length;
}
