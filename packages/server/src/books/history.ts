import type { EntityManager } from '@mikro-orm/libsql';
import { changeWords, type ChangeWords } from '@eight-up/core/book/history';
import type { HistoryAnswer, HistoryEntry } from '@eight-up/core/contract/answers';
import { PointRow, RevisionRow } from '../db/entities.ts';
import { Refusal } from '../errors.ts';
import { findBook } from './service.ts';

/** Every change of a book with its time, newest first; the making of the book is change 0. */
export async function history(
  em: EntityManager,
  id: string,
  before: number | undefined,
  limit: number,
): Promise<HistoryAnswer> {
  const book = await findBook(em, id);
  const rows = await em.find(
    RevisionRow,
    { bookId: id, ...(before === undefined ? {} : { n: { $lt: before } }) },
    { orderBy: { n: 'desc' }, limit },
  );
  const names = new Map((await em.find(PointRow, { bookId: id })).map(({ n, name }) => [n, name]));
  const entries = rows.map((row): HistoryEntry => ({
    n: row.n,
    at: row.at.toISOString(),
    kind: row.kind,
    window: row.authorWindow,
    target: row.target ?? null,
    // What is left of a damaged log may be in words that nobody knows any more.
    change: (changeWords(row.command) as ChangeWords | undefined) ?? { kind: 'patch', pages: [], count: 0, text: '' },
    name: names.get(row.n) ?? null,
    act: row.act ?? null,
  }));
  const oldest = rows[rows.length - 1]?.n ?? before ?? 1;
  const made: HistoryEntry = {
    n: 0,
    at: book.createdAt.toISOString(),
    kind: 'change',
    window: '',
    target: null,
    change: { kind: 'made', pages: [], count: 0, text: '' },
    name: names.get(0) ?? null,
    act: null,
  };
  const atTheStart = oldest <= 1 && before !== 0;
  return {
    revision: book.revision,
    entries: atTheStart ? [...entries, made] : entries,
    older: atTheStart || rows.length === 0 ? null : oldest,
  };
}

/** Gives the state after a change a name, or takes it off. */
export async function namePoint(em: EntityManager, id: string, n: number, name: string): Promise<HistoryAnswer> {
  const book = await findBook(em, id);
  if (n > book.revision)
    throw new Refusal('no-such-revision', `The book has ${book.revision} changes; there is no ${n}.`);
  if (name === '') await em.nativeDelete(PointRow, { bookId: id, n });
  else await em.upsert(PointRow, { bookId: id, n, name });
  return history(em, id, n + 1, 1);
}
