import { setImmediate as nextTurn } from 'node:timers/promises';
import type { EntityManager } from '@mikro-orm/libsql';
import type { AssetInfo } from '@eight-up/core/document/asset';
import type { ShelfAnswer, ShelfBook, UnreadableBook } from '@eight-up/core/contract/answers';
import { onShelf } from '@eight-up/core/output/on-shelf';
import type { BookRow } from '../db/entities.ts';
import { assetsOf } from './service.ts';
import { readBook, titleIn, type StoredBook } from './stored-book.ts';

type Listed = { readonly book: ShelfBook } | { readonly unreadable: UnreadableBook };

/** What a book shows on the shelf follows from what is stored of it: worked out once for a state, since a shelf of hundreds is asked for often. */
const known = new Map<string, { readonly of: string; readonly listed: Listed }>();
/** More are not kept: about a kilobyte each. */
const MOST_KNOWN = 5000;

/** Read from the database together. */
const TOGETHER = 50;

/** The books on the shelf, or those in the bin; those that cannot be read are named, and take no other with them. */
export async function listBooks(em: EntityManager, where: 'shelf' | 'bin'): Promise<ShelfAnswer> {
  const states = await em.execute<{ id: string; state: string }[]>(
    `select id, revision || ' ' || saved_at || ' ' || length(doc) as state from book
      where binned_at is ${where === 'shelf' ? 'null' : 'not null'} order by created_at`,
  );
  const listed = new Map<string, Listed>();
  const anew: typeof states = [];
  for (const one of states) {
    const before = known.get(one.id);
    if (before?.of === one.state) listed.set(one.id, before.listed);
    else anew.push(one);
  }
  for (let i = 0; i < anew.length; i += TOGETHER)
    for (const [id, one] of await look(em, anew.slice(i, i + TOGETHER))) listed.set(id, one);
  // What went since the states were read is left out.
  const all = states.flatMap(({ id }) => listed.get(id) ?? []);
  return {
    books: all.flatMap((one) => ('book' in one ? one.book : [])),
    unreadable: all.flatMap((one) => ('unreadable' in one ? one.unreadable : [])),
  };
}

/** Looks at some books, and notes what is seen with the state that was asked for. */
async function look(
  em: EntityManager,
  asked: readonly { readonly id: string; readonly state: string }[],
): Promise<ReadonlyMap<string, Listed>> {
  const states = new Map(asked.map(({ id, state }) => [id, state]));
  const stored = await em.execute<StoredBook[]>('select * from book where id in (select value from json_each(?))', [
    JSON.stringify([...states.keys()]),
  ]);
  const rows = stored.map((one) => [one, readBook(one)] as const);
  const assets = await assetsOf(
    em,
    rows.flatMap(([, row]) => row?.doc ?? []),
  );
  const seen = new Map<string, Listed>();
  for (const [one, row] of rows) {
    if (!row) {
      const savedAt = new Date(one.saved_at).toISOString();
      seen.set(one.id, { unreadable: { id: one.id, title: titleIn(one.doc), savedAt } });
      continue;
    }
    const listed = bookOnShelf(row, assets);
    seen.set(row.id, { book: listed });
    // An original that is lost may be found again, and that changes nothing in the book.
    if (!listed.looks?.front.some(({ picture }) => picture === 'lost'))
      note(row.id, states.get(row.id)!, { book: listed });
    // Folding takes a moment: others are answered between one book and the next.
    await nextTurn();
  }
  return seen;
}

function bookOnShelf({ id, revision, savedAt, doc }: BookRow, assets: readonly AssetInfo[]): ShelfBook {
  const { title, edition, form, sheet } = doc;
  return {
    id,
    revision,
    savedAt: savedAt.toISOString(),
    book: { title, edition, form, sheet },
    looks: onShelf(doc, assets) ?? null,
  };
}

function note(id: string, of: string, listed: Listed): void {
  known.delete(id);
  known.set(id, { of, listed });
  if (known.size > MOST_KNOWN) known.delete(known.keys().next().value!);
}

/** After the stored books were replaced by others, each is looked at again. */
export const forgetShelf = (): void => known.clear();
