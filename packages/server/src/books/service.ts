import { randomUUID } from 'node:crypto';
import type { EntityManager } from '@mikro-orm/libsql';
import { applyCommand, differences, type Command } from '@eight-up/core/book/command';
import { contentsOf, type BookDocument } from '@eight-up/core/book/document';
import { commandProblemWords } from '@eight-up/words/problems';
import type { BookAnswer, ShelfBook } from '@eight-up/core/contract/answers';
import type { copyRequest } from '@eight-up/core/contract/schemas';
import type { z } from 'zod';
import { AssetRow, BookRow, RevisionRow } from '../db/entities.ts';
import { Refusal } from '../errors.ts';

type StoredBook = Readonly<Record<'id' | 'doc', string>> &
  Readonly<Record<'revision' | 'created_at' | 'saved_at', number>> &
  Readonly<Record<'undo_top' | 'redo_top' | 'binned_at', number | null>>;

/** One book by its id, read as it is stored: it is asked for at every change. */
export async function findBook(em: EntityManager, id: string): Promise<BookRow> {
  const [row] = await em.execute<StoredBook[]>('select * from book where id = ?', [id]);
  if (!row) throw new Refusal('book-not-found', 'There is no such book on the shelf.');
  return {
    id: row.id,
    doc: JSON.parse(row.doc) as BookDocument,
    revision: row.revision,
    undoTop: row.undo_top,
    redoTop: row.redo_top,
    createdAt: new Date(row.created_at),
    savedAt: new Date(row.saved_at),
    binnedAt: row.binned_at === null ? null : new Date(row.binned_at),
  };
}

export async function createBook(em: EntityManager, doc: BookDocument, now = new Date()): Promise<BookRow> {
  const row = em.create(BookRow, {
    id: randomUUID(),
    doc,
    revision: 0,
    undoTop: null,
    redoTop: null,
    createdAt: now,
    savedAt: now,
    binnedAt: null,
  });
  await em.persistAndFlush(row);
  return row;
}

/** Every original a document speaks of. */
export const assetIds = (doc: BookDocument): readonly string[] => [
  ...new Set(contentsOf(doc).map(({ asset }) => asset)),
];

export async function assetsOf(em: EntityManager, docs: readonly BookDocument[]): Promise<readonly AssetRow[]> {
  const ids = [...new Set(docs.flatMap(assetIds))];
  return ids.length ? em.find(AssetRow, { id: { $in: [...ids] } }) : [];
}

export const assetInfo = ({ id, kind, bytes, pages }: AssetRow) => ({ id, kind, bytes, pages });

export async function bookAnswer(em: EntityManager, row: BookRow): Promise<BookAnswer> {
  const assets = await assetsOf(em, [row.doc]);
  return {
    id: row.id,
    revision: row.revision,
    canUndo: row.undoTop != null,
    canRedo: row.redoTop != null,
    savedAt: row.savedAt.toISOString(),
    book: row.doc,
    assets: assets.map(assetInfo),
  };
}

/** The books on the shelf, or those in the bin. */
export async function listBooks(em: EntityManager, where: 'shelf' | 'bin'): Promise<readonly ShelfBook[]> {
  const rows = await em.find(
    BookRow,
    { binnedAt: where === 'shelf' ? null : { $ne: null } },
    { orderBy: { createdAt: 'asc' } },
  );
  const assets = await assetsOf(
    em,
    rows.map(({ doc }) => doc),
  );
  const byId = new Map(assets.map((asset) => [asset.id, asset]));
  return rows.map((row) => ({
    id: row.id,
    revision: row.revision,
    savedAt: row.savedAt.toISOString(),
    book: row.doc,
    assets: assetIds(row.doc).flatMap((id) => (byId.has(id) ? [assetInfo(byId.get(id)!)] : [])),
  }));
}

export interface Author {
  /** the revision the author last saw; undefined: whatever is newest */
  readonly expect: number | undefined;
  readonly window: string;
}

/** Carries out and stores one command. */
export function revise(em: EntityManager, id: string, author: Author, command: Command): Promise<BookRow> {
  return change(em, id, author, (row) => ({
    kind: 'change',
    command,
    target: null,
    after: (n) => ({ undoTop: n, redoTop: null }),
    ...applied(row, command),
  }));
}

/** Takes the newest change not yet taken back, back; the taking back is itself a revision. */
export function undo(em: EntityManager, id: string, author: Author): Promise<BookRow> {
  return change(em, id, author, async (row, tx) => {
    if (row.undoTop == null) throw new Refusal('nothing-to-undo', 'There is nothing to undo.');
    const target = await tx.findOneOrFail(RevisionRow, { bookId: id, n: row.undoTop });
    return {
      kind: 'undo',
      command: target.inverse,
      target: target.n,
      after: (n) => ({ undoTop: target.undoBefore ?? null, redoTop: n }),
      ...applied(row, target.inverse),
    };
  });
}

export function redo(em: EntityManager, id: string, author: Author): Promise<BookRow> {
  return change(em, id, author, async (row, tx) => {
    if (row.redoTop == null) throw new Refusal('nothing-to-redo', 'There is nothing to redo.');
    const undone = await tx.findOneOrFail(RevisionRow, { bookId: id, n: row.redoTop });
    const target = await tx.findOneOrFail(RevisionRow, { bookId: id, n: undone.target! });
    return {
      kind: 'redo',
      command: target.command,
      target: target.n,
      after: () => ({ undoTop: target.n, redoTop: undone.redoBefore ?? null }),
      ...applied(row, target.command),
    };
  });
}

/** Takes an earlier state up again. What came after stays in the history, and undo brings it back. */
export function goBack(em: EntityManager, id: string, author: Author, to: number): Promise<BookRow> {
  return change(em, id, author, async (row, tx) => {
    const former = await documentAt(tx, row, to);
    const command: Command = { kind: 'restore', values: differences(row.doc, former) };
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
    for (const { inverse } of batch) doc = applied({ doc }, inverse).book;
    next = batch[batch.length - 1]!.n - 1;
  }
  return doc;
}

/** A book of its own from a state of another, with changes that were made to that state elsewhere. */
export async function copyBook(
  em: EntityManager,
  id: string,
  { as, from, with: commands }: CopyRequest,
): Promise<BookRow> {
  const row = await findBook(em, id);
  const start = from === undefined ? row.doc : await documentAt(em, row, from);
  const changed = commands.reduce((old, command) => applied({ doc: old }, command).book, start);
  const doc = { ...changed, papers: stillToCut(changed.papers) };
  return createBook(
    em,
    as === 'edition' ? { ...doc, edition: doc.edition + 1 } : { ...doc, title: `${doc.title.slice(0, 190)}, a copy` },
  );
}

/** Whatever was cut for one book is still to be cut for another. */
const stillToCut = (papers: BookDocument['papers']): BookDocument['papers'] =>
  Object.fromEntries(Object.entries(papers).map(([kind, chosen]) => [kind, { ...chosen, cut: false }]));

export type CopyRequest = z.output<typeof copyRequest>;

interface Change {
  readonly kind: RevisionRow['kind'];
  readonly command: Command;
  readonly inverse: Command;
  readonly book: BookDocument;
  readonly target: number | null;
  readonly after: (n: number) => { undoTop: number | null; redoTop: number | null };
}

function applied(row: Pick<BookRow, 'doc'>, command: Command): Pick<Change, 'book' | 'inverse'> {
  const result = applyCommand(row.doc, command);
  if (!result.ok) throw new Refusal('command-impossible', commandProblemWords(result.problem, 'mm'), result.problem);
  return result.value;
}

const INSERT_REVISION =
  'insert into revision (book_id, n, kind, command, inverse, target, undo_before, redo_before, author_window, at) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)';
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
    // The one path that must keep up with a hand that drags: two statements as they are, not built anew each time.
    await tx.execute(INSERT_REVISION, [
      id,
      n,
      kind,
      JSON.stringify(command),
      JSON.stringify(inverse),
      target,
      row.undoTop ?? null,
      row.redoTop ?? null,
      author.window,
      at.getTime(),
    ]);
    await tx.execute(UPDATE_BOOK, [JSON.stringify(book), n, at.getTime(), heads.undoTop, heads.redoTop, id]);
    return { ...row, doc: book, revision: n, savedAt: at, ...heads };
  });
}
