import { open, readFile } from 'node:fs/promises';
import path from 'node:path';
import type { EntityManager } from '@mikro-orm/libsql';
import { VERSIONS } from '@eight-up/core/document/migrations/sequence';
import type { BookLog, LoggedChange } from '@eight-up/core/contract/book-file';
import { PointRow, RevisionRow, type BookRow } from '../db/entities.ts';
import { storeRevision } from '../books/service.ts';
import type { CheckedHistory } from './checked-history.ts';

const AT_ONCE = 500;

export interface WrittenHistory {
  readonly log: BookLog;
  readonly lines: string;
  /** every original that a change speaks of */
  readonly assets: readonly string[];
}

/** Writes the history of a book as lines into a scratch folder, batch by batch. */
export async function writeHistory(em: EntityManager, book: BookRow, scratch: string): Promise<WrittenHistory> {
  const lines = path.join(scratch, 'changes');
  const assets = new Set<string>();
  const file = await open(lines, 'w');
  try {
    for (let last = 0; ;) {
      const rows = await em
        .fork()
        .find(RevisionRow, { bookId: book.id, n: { $gt: last } }, { orderBy: { n: 'asc' }, limit: AT_ONCE });
      if (rows.length === 0) break;
      const text = rows.map((row) => `${JSON.stringify(logged(row))}\n`).join('');
      for (const [id] of text.matchAll(/[0-9a-f]{64}/g)) assets.add(id);
      await file.write(text);
      last = rows[rows.length - 1]!.n;
    }
  } finally {
    await file.close();
  }
  const points = (await em.find(PointRow, { bookId: book.id }, { orderBy: { n: 'asc' } })).map(({ n, name }) => ({
    n,
    name,
  }));
  const { revision, undoTop, redoTop, createdAt } = book;
  const log = {
    revision,
    undoTop: undoTop ?? null,
    redoTop: redoTop ?? null,
    createdAt: createdAt.toISOString(),
    points,
  };
  return { log, lines, assets: [...assets] };
}

const logged = (row: RevisionRow) => ({
  n: row.n,
  versions: VERSIONS,
  kind: row.kind,
  command: row.command,
  inverse: row.inverse,
  target: row.target ?? null,
  undoBefore: row.undoBefore ?? null,
  redoBefore: row.redoBefore ?? null,
  window: row.authorWindow,
  at: row.at.toISOString(),
  ...(row.act == null ? {} : { act: row.act }),
});

/** Stores a checked history under a book; inside the transaction that makes the book. */
export async function storeHistory(tx: EntityManager, id: string, { log, lines }: CheckedHistory): Promise<void> {
  for (const line of (await readFile(lines, 'utf8')).split('\n')) {
    if (line === '') continue;
    const { at, window, act, ...change } = JSON.parse(line) as LoggedChange;
    await storeRevision(tx, {
      ...change,
      command: change.command as never,
      inverse: change.inverse as never,
      bookId: id,
      authorWindow: window,
      at: new Date(at),
      act: act ?? null,
    });
  }
  for (const { n, name } of log.points) await tx.insert(PointRow, { bookId: id, n, name });
}
