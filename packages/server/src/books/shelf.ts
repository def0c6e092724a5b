import { setImmediate as nextTurn } from 'node:timers/promises';
import type { EntityManager } from '@mikro-orm/libsql';
import type { ShelfAnswer, ShelfBook, UnreadableBook } from '@eight-up/core/contract/answers';
import { onShelf } from '@eight-up/core/output/on-shelf';
import { assetsOf } from './service.ts';
import { readBook, titleIn, type StoredBook } from './stored-book.ts';

type Listed = { readonly book: ShelfBook } | { readonly unreadable: UnreadableBook };

/** What a book shows on the shelf follows from what is stored of it: worked out once for a state, since a shelf of hundreds is asked for often. */
const known = new Map<string, { readonly of: string; readonly listed: Listed }>();
/** More are not kept: about a kilobyte each. */
const MOST_KNOWN = 5000;

/** The books on the shelf, or those in the bin; those that cannot be read are named, and take no other with them. */
export async function listBooks(em: EntityManager, where: 'shelf' | 'bin'): Promise<ShelfAnswer> {
  const states = await em.execute<{ id: string; state: string }[]>(
    `select id, revision || ' ' || saved_at || ' ' || length(doc) as state from book
      where binned_at is ${where === 'shelf' ? 'null' : 'not null'} order by created_at`,
  );
  const listed: Listed[] = [];
  for (const { id, state } of states) {
    const before = known.get(id);
    const one = before?.of === state ? before.listed : await listOne(em, id, state);
    if (one) listed.push(one);
  }
  return {
    books: listed.flatMap((one) => ('book' in one ? one.book : [])),
    unreadable: listed.flatMap((one) => ('unreadable' in one ? one.unreadable : [])),
  };
}

async function listOne(em: EntityManager, id: string, state: string): Promise<Listed | undefined> {
  const [stored] = await em.execute<StoredBook[]>('select * from book where id = ?', [id]);
  // Gone since its state was read.
  if (!stored) return undefined;
  const savedAt = new Date(stored.saved_at).toISOString();
  const row = readBook(stored);
  if (!row) return { unreadable: { id, title: titleIn(stored.doc), savedAt } };
  const { title, edition, form, sheet } = row.doc;
  const looks = onShelf(row.doc, await assetsOf(em, [row.doc])) ?? null;
  const listed: Listed = {
    book: { id, revision: row.revision, savedAt, book: { title, edition, form, sheet }, looks },
  };
  // An original that is lost may be found again, and that changes nothing in the book.
  if (!looks?.front.some(({ picture }) => picture === 'lost')) {
    known.delete(id);
    known.set(id, { of: state, listed });
    if (known.size > MOST_KNOWN) known.delete(known.keys().next().value!);
  }
  // Folding takes a moment: others are answered between one book and the next.
  await nextTurn();
  return listed;
}

/** After the stored books were replaced by others, each is looked at again. */
export const forgetShelf = (): void => known.clear();
