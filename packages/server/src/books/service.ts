import { randomUUID } from 'node:crypto';
import { cutText } from '@eight-up/core/text';
import type { EntityManager } from '@mikro-orm/libsql';
import type { Command } from '@eight-up/core/book/command';
import { applyStored, patchTo, type StoredChange } from '@eight-up/core/book/patch';
import { contentsOf, type BookDocument } from '@eight-up/core/document/document';
import type { AssetInfo } from '@eight-up/core/document/asset';
import { commandProblemWords } from '@eight-up/words/problems';
import type { BookAnswer } from '@eight-up/core/contract/answers';
import type { copyRequest } from '@eight-up/core/contract/schemas';
import type { z } from 'zod';
import { BookRow, RevisionRow, type AssetRow } from '../db/entities.ts';
import { Refusal } from '../errors.ts';
import { keepCreepOf } from '../measuring/service.ts';
import { namedIn, noteNamed } from './named.ts';
import { noteSound, readBook, type StoredBook } from './stored-book.ts';

/** One book by its id, read as it is stored: it is asked for at every change. */
export async function findBook(em: EntityManager, id: string): Promise<BookRow> {
  const [stored] = await em.execute<StoredBook[]>('select * from book where id = ?', [id]);
  if (!stored) throw new Refusal('book-not-found', 'There is no such book on the shelf.');
  const row = readBook(stored);
  if (!row)
    throw new Refusal(
      'book-unreadable',
      'What is stored of this book is damaged and cannot be read. Nothing was changed. Keep its rescue file, and look under Safekeeping, where it may be mended from a backup.',
      { id },
    );
  return row;
}

/** What is known of a book that was made elsewhere: its history goes with it. */
type Brought = Partial<Pick<BookRow, 'revision' | 'undoTop' | 'redoTop' | 'createdAt'>>;

export async function createBook(em: EntityManager, doc: BookDocument, brought: Brought = {}): Promise<BookRow> {
  const now = new Date();
  const row = em.create(BookRow, {
    id: randomUUID(),
    doc,
    revision: brought.revision ?? 0,
    undoTop: brought.undoTop ?? null,
    redoTop: brought.redoTop ?? null,
    createdAt: brought.createdAt ?? now,
    savedAt: now,
    binnedAt: null,
  });
  await em.persistAndFlush(row);
  await noteNamed(em, row.id, assetIds(doc));
  return row;
}

/** Every original a document speaks of. */
export const assetIds = (doc: BookDocument): readonly string[] => [
  ...new Set(contentsOf(doc).map(({ asset }) => asset)),
];

/** What is known of the originals that documents speak of; what cannot be read of it is left out, as if it were gone. */
export async function assetsOf(em: EntityManager, docs: readonly BookDocument[]): Promise<readonly AssetInfo[]> {
  const ids = [...new Set(docs.flatMap(assetIds))];
  const rows = await em.execute<{ id: string; kind: AssetInfo['kind']; bytes: number; pages: string }[]>(
    'select id, kind, bytes, pages from asset where id in (select value from json_each(?))',
    [JSON.stringify(ids)],
  );
  return rows.flatMap(({ id, kind, bytes, pages }) => {
    try {
      return [{ id, kind, bytes, pages: JSON.parse(pages) as AssetInfo['pages'] }];
    } catch {
      return [];
    }
  });
}

export const assetInfo = ({ id, kind, bytes, pages }: AssetRow): AssetInfo => ({ id, kind, bytes, pages });

export async function bookAnswer(em: EntityManager, row: BookRow): Promise<BookAnswer> {
  const assets = await assetsOf(em, [row.doc]);
  return {
    id: row.id,
    revision: row.revision,
    canUndo: row.undoTop != null,
    canRedo: row.redoTop != null,
    savedAt: row.savedAt.toISOString(),
    book: row.doc,
    assets,
  };
}

export interface Author {
  /** the revision the author last saw; undefined: whatever is newest */
  readonly expect: number | undefined;
  readonly window: string;
  /** the act of the maker's that the change is a part of */
  readonly act?: string | undefined;
}

/** Carries out and stores one command. */
export function revise(em: EntityManager, id: string, author: Author, command: Command): Promise<BookRow> {
  return change(em, id, author, (row, tx) => {
    const change = applied(row, command);
    keepCreepOf(tx, id, row.doc, command);
    return {
      kind: 'change',
      command,
      target: null,
      after: (n) => ({ undoTop: n, redoTop: null }),
      ...change,
    };
  });
}

/** Takes the newest act not yet taken back, back, with all of its changes; the taking back is itself a revision. */
export function undo(em: EntityManager, id: string, author: Author): Promise<BookRow> {
  return change(em, id, author, async (row, tx) => {
    if (row.undoTop == null) throw new Refusal('nothing-to-undo', 'There is nothing to undo.');
    const changes = await changesOfAct(tx, id, row.undoTop);
    const [newest, oldest] = [changes[0]!, changes[changes.length - 1]!];
    const before = changes.reduce((doc, { inverse }) => carriedOut(doc, inverse), row.doc);
    const command = changes.length === 1 ? newest.inverse : patchTo(row.doc, before);
    return {
      kind: 'undo',
      command,
      target: newest.n,
      after: (n) => ({ undoTop: oldest.undoBefore ?? null, redoTop: n }),
      ...applied(row, command),
    };
  });
}

export function redo(em: EntityManager, id: string, author: Author): Promise<BookRow> {
  return change(em, id, author, async (row, tx) => {
    if (row.redoTop == null) throw new Refusal('nothing-to-redo', 'There is nothing to redo.');
    const undone = await tx.findOneOrFail(RevisionRow, { bookId: id, n: row.redoTop });
    const target = await tx.findOneOrFail(RevisionRow, { bookId: id, n: undone.target! });
    // What one change did is done again; what several of one act led to is put back.
    const command = target.act == null ? target.command : undone.inverse;
    return {
      kind: 'redo',
      command,
      target: target.n,
      after: () => ({ undoTop: target.n, redoTop: undone.redoBefore ?? null }),
      ...applied(row, command),
    };
  });
}

/** The change `n` with those before it that were made in the same act, newest first. */
async function changesOfAct(tx: EntityManager, bookId: string, n: number): Promise<readonly RevisionRow[]> {
  const newest = await tx.findOneOrFail(RevisionRow, { bookId, n });
  const changes = [newest];
  while (newest.act != null) {
    const n = changes[changes.length - 1]!.undoBefore;
    const before = n == null ? undefined : await tx.findOne(RevisionRow, { bookId, n, act: newest.act });
    if (!before) break;
    changes.push(before);
  }
  return changes;
}

/** Takes an earlier state up again. What came after stays in the history, and undo brings it back. */
export function goBack(em: EntityManager, id: string, author: Author, to: number): Promise<BookRow> {
  return change(em, id, author, async (row, tx) => {
    const former = await documentAt(tx, row, to);
    const command = patchTo(row.doc, former);
    return {
      kind: 'go-back',
      command,
      target: to,
      after: (n) => ({ undoTop: n, redoTop: null }),
      ...applied(row, command),
    };
  });
}

const BACK_AT_ONCE = 200;

/** The document as it was after revision `n`: the newest, with every inverse since carried out, newest first. */
export async function documentAt(em: EntityManager, row: BookRow, n: number): Promise<BookDocument> {
  if (n > row.revision)
    throw new Refusal('no-such-revision', `The book has ${row.revision} changes; there is no ${n}.`);
  let doc = row.doc;
  for (let next = row.revision; next > n;) {
    const batch = await em.find(
      RevisionRow,
      { bookId: row.id, n: { $lte: next, $gt: n } },
      { orderBy: { n: 'desc' }, limit: BACK_AT_ONCE },
    );
    if (batch.length === 0) break;
    for (const { inverse } of batch) doc = carriedOut(doc, inverse);
    next = batch[batch.length - 1]!.n - 1;
  }
  return doc;
}

/** A book of its own from a state of another, with changes that were made to that state elsewhere. */
export function copyBook(em: EntityManager, id: string, { as, from, with: commands }: CopyRequest): Promise<BookRow> {
  // One transaction: what the copy names cannot be swept between its reading and its writing.
  return em.transactional(async (tx) => {
    const row = await findBook(tx, id);
    const start = from === undefined ? row.doc : await documentAt(tx, row, from);
    const changed = commands.reduce(carriedOut, start);
    const doc = { ...changed, papers: stillToCut(changed.papers) };
    return createBook(
      tx,
      as === 'edition'
        ? { ...doc, edition: doc.edition + 1 }
        : { ...doc, title: `${cutText(doc.title, MOST_TITLE - A_COPY.length)}${A_COPY}` },
    );
  });
}

const MOST_TITLE = 200;
const A_COPY = ', a copy';

/** Whatever was cut for one book is still to be cut for another. */
const stillToCut = (papers: BookDocument['papers']): BookDocument['papers'] =>
  Object.fromEntries(Object.entries(papers).map(([kind, chosen]) => [kind, { ...chosen, cut: false }]));

export type CopyRequest = z.output<typeof copyRequest>;

interface Change {
  readonly kind: RevisionRow['kind'];
  readonly command: StoredChange;
  readonly inverse: StoredChange;
  readonly book: BookDocument;
  readonly target: number | null;
  readonly after: (n: number) => { undoTop: number | null; redoTop: number | null };
}

function carriedOut(doc: BookDocument, change: StoredChange): BookDocument {
  const result = applyStored(doc, change);
  if (!result.ok) throw new Refusal('command-impossible', commandProblemWords(result.problem, 'mm'), result.problem);
  return result.value.book;
}

function applied({ doc }: Pick<BookRow, 'doc'>, change: StoredChange): Pick<Change, 'book' | 'inverse'> {
  const book = carriedOut(doc, change);
  return { book, inverse: patchTo(book, doc) };
}

const INSERT_REVISION =
  'insert into revision (book_id, n, kind, command, inverse, target, undo_before, redo_before, author_window, at, act) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)';
/** Stores one change as it is: the one path that must keep up with a hand that drags, not built anew each time. */
export async function storeRevision(tx: EntityManager, row: Omit<RevisionRow, 'id'>): Promise<void> {
  const [command, inverse] = [JSON.stringify(row.command), JSON.stringify(row.inverse)];
  await noteNamed(tx, row.bookId, namedIn(command, inverse));
  await tx.execute(INSERT_REVISION, [
    row.bookId,
    row.n,
    row.kind,
    command,
    inverse,
    row.target ?? null,
    row.undoBefore ?? null,
    row.redoBefore ?? null,
    row.authorWindow,
    row.at.getTime(),
    row.act ?? null,
  ]);
}

const UPDATE_BOOK = 'update book set doc = ?, revision = ?, saved_at = ?, undo_top = ?, redo_top = ? where id = ?';

/**
 * One revision, all or nothing: the book and its log change in one transaction, or neither does. Everything inside
 * asks through `tx`: the database has one connection, and the transaction holds it.
 */
function change(
  em: EntityManager,
  id: string,
  author: Author,
  plan: (row: BookRow, tx: EntityManager) => Change | Promise<Change>,
): Promise<BookRow> {
  return em.transactional(async (tx) => {
    const row = await findBook(tx, id);
    if (author.expect !== undefined && author.expect !== row.revision) {
      const head = await tx.findOne(RevisionRow, { bookId: id, n: row.revision });
      throw new Refusal(
        'book-changed-elsewhere',
        'Another window has changed this book. Nothing of it was overwritten; look at the newest state first.',
        {
          expected: author.expect,
          newest: row.revision,
          by: head?.authorWindow ?? null,
        },
      );
    }
    const { kind, command, inverse, book, target, after } = await plan(row, tx);
    const n = row.revision + 1;
    const at = new Date();
    const heads = after(n);
    await storeRevision(tx, {
      bookId: id,
      n,
      kind,
      command,
      inverse,
      target,
      undoBefore: row.undoTop ?? null,
      redoBefore: row.redoTop ?? null,
      authorWindow: author.window,
      at,
      act: kind === 'change' ? (author.act ?? null) : null,
    });
    noteSound(id, n);
    await tx.execute(UPDATE_BOOK, [JSON.stringify(book), n, at.getTime(), heads.undoTop, heads.redoTop, id]);
    return { ...row, doc: book, revision: n, savedAt: at, ...heads };
  });
}
