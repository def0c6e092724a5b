import type { EntityManager } from '@mikro-orm/libsql';
import { AssetRow, BookRow, PointRow, RevisionRow } from '../db/entities.ts';
import { Refusal } from '../errors.ts';
import type { FileStore } from '../files/store.ts';
import type { WorkPool } from '../pool/work-pool.ts';
import { findBook } from './service.ts';

/** Puts a book into the bin or back on the shelf; its pages and its history stay as they are. */
export async function moveToBin(em: EntityManager, id: string, binned: boolean): Promise<BookRow> {
  const binnedAt = binned ? new Date() : null;
  const row = await findBook(em, id);
  // The bin may have been emptied since it was read: then there is nothing to put back, and that is said.
  if ((await em.nativeUpdate(BookRow, { id }, { binnedAt })) === 0)
    throw new Refusal('book-not-found', 'There is no such book any more: the bin was emptied.');
  return { ...row, binnedAt };
}

export interface Emptied {
  readonly books: number;
  readonly originals: number;
}

/** Empties the bin for good: its books, their history, and every original that nothing refers to any more. */
export async function emptyBin(em: EntityManager, store: FileStore, pool: WorkPool): Promise<Emptied> {
  const { books, unused } = await em.transactional(async (tx) => {
    const binned = await tx.find(BookRow, { binnedAt: { $ne: null } }, { fields: ['id'] });
    const ids = binned.map(({ id }) => id);
    await tx.nativeDelete(PointRow, { bookId: { $in: ids } });
    await tx.nativeDelete(RevisionRow, { bookId: { $in: ids } });
    await tx.nativeDelete(BookRow, { id: { $in: ids } });
    return { books: ids.length, unused: await forgetUnnamed(tx, store) };
  });
  return { books, originals: await removeOriginals(em, store, pool, unused) };
}

const REVISIONS_AT_ONCE = 500;

/**
 * Forgets the originals that no book, no change and no bin names, that nobody is about to name, and that were not just received.
 * Inside a transaction: the database has one connection, so nothing else reads or writes between the looking and the forgetting.
 */
async function forgetUnnamed(tx: EntityManager, store: FileStore): Promise<readonly string[]> {
  const named = new Set<string>();
  const note = (stored: string) => {
    for (const [id] of stored.matchAll(/[0-9a-f]{64}/g)) named.add(id);
  };
  for (const { doc } of await tx.execute<{ doc: string }[]>('select doc from book')) note(doc);
  for (let last = 0; ;) {
    // Batch by batch: a long history is read past, not gathered in memory.
    const batch = await tx.execute<{ id: number; command: string; inverse: string }[]>(
      'select id, command, inverse from revision where id > ? order by id limit ?',
      [last, REVISIONS_AT_ONCE],
    );
    if (batch.length === 0) break;
    for (const { command, inverse } of batch) note(command + inverse);
    last = batch[batch.length - 1]!.id;
  }
  const now = Date.now();
  const known = await tx.execute<{ id: string; spared_until: number | null }[]>('select id, spared_until from asset');
  const unused = known.filter(
    ({ id, spared_until }) => !named.has(id) && !store.isHeld(id) && (spared_until ?? 0) <= now,
  );
  for (const { id } of unused) await tx.nativeDelete(AssetRow, { id });
  return unused.map(({ id }) => id);
}

/**
 * Removes the files of forgotten originals once that is stored, those that a kept backup still names excepted; gives back how
 * many went. Again inside a transaction: an original that came back meanwhile has its row, one that is coming back is held,
 * and nobody who holds one can store its name and let go before the removing has ended.
 */
export async function removeOriginals(
  em: EntityManager,
  store: FileStore,
  pool: WorkPool,
  ids: readonly string[],
): Promise<number> {
  if (ids.length === 0) return 0;
  const backedUp = new Set(await pool.run('originals-of-backups', { dataFolder: store.dataFolder }));
  return em.transactional(async (tx) => {
    const known = new Set((await tx.execute<{ id: string }[]>('select id from asset')).map(({ id }) => id));
    return ids.filter((id) => !backedUp.has(id) && !known.has(id) && store.forget(id)).length;
  });
}
