import type { EntityManager } from '@mikro-orm/libsql';
import { AssetRow, BookRow, NamedOriginalRow, PointRow, RevisionRow } from '../db/entities.ts';
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
    await tx.nativeDelete(NamedOriginalRow, { bookId: { $in: ids } });
    await tx.nativeDelete(BookRow, { id: { $in: ids } });
    return { books: ids.length, unused: await forgetUnnamed(tx, store) };
  });
  return { books, originals: await removeOriginals(em, store, pool, unused) };
}

/**
 * Forgets the originals that no book, no change and no bin names, that nobody is about to name, and that were not just received.
 * Inside a transaction: the database has one connection, so nothing else reads or writes between the looking and the forgetting.
 */
async function forgetUnnamed(tx: EntityManager, store: FileStore): Promise<readonly string[]> {
  const known = await tx.execute<{ id: string }[]>(
    `select id from asset where (spared_until is null or spared_until <= ?)
      and not exists (select 1 from named_original where asset_id = asset.id)`,
    [Date.now()],
  );
  const unused = known.filter(({ id }) => !store.isHeld(id));
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
