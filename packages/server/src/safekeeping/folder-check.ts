import path from 'node:path';
import type Database from 'libsql';
import { migrateDocument } from '@eight-up/core/document/migrations/sequence';
import { applyStored, isSame, type StoredChange } from '@eight-up/core/book/patch';
import { contentsOf, type BookDocument } from '@eight-up/core/document/document';
import { bookDocumentSchema } from '@eight-up/core/document/schema/document';
import type { CheckProgress, Finding, FolderReport, OriginalUse } from '@eight-up/core/safekeeping/folder-check';
import { titleIn } from '../books/stored-book.ts';
import { openExisting } from '../db/existing-database.ts';
import { exists, FileStore, sha256 } from '../files/store.ts';
import { backupNames } from './backup-files.ts';

interface Stored {
  readonly id: string;
  readonly doc: string;
  readonly revision: number;
}

export interface Checked {
  readonly report: FolderReport;
  /** damaged documents as a backup and the changes since give them again */
  readonly documents: readonly { readonly id: string; readonly revision: number; readonly doc: BookDocument }[];
}

/**
 * Looks through a whole data folder and changes nothing: every original against the hash that names it, every document against its
 * log. What mends a damaged document is given back beside the findings.
 */
export async function checkFolder(
  { dataFolder, database }: { readonly dataFolder: string; readonly database: string },
  tell: (progress: CheckProgress) => void,
): Promise<Checked> {
  const store = new FileStore(dataFolder);
  const open = openExisting(database);
  try {
    open.exec('pragma busy_timeout=10000');
    const all = <T>(sql: string, ...values: unknown[]) => open.prepare(sql).all(...values) as T[];
    // All of one moment, whatever is changed meanwhile.
    open.exec('begin');
    const books = all<Stored>('select id, doc, revision from book');
    const listed = new Set(all<{ id: string }>('select id from asset').map(({ id }) => id));
    const lying = await store.originalIds();
    const of = books.length + lying.length;
    let done = 0;
    const step = () => tell({ done: ++done, of });

    const findings: Finding[] = [];
    const documents: Checked['documents'][number][] = [];
    const uses = new Map<string, OriginalUse[]>();
    /** by a document or by its history */
    const named = new Set<string>();
    let changes = 0;
    for (const book of books) {
      const log = all<Change>('select n, command, inverse from revision where book_id = ? order by n desc', book.id);
      changes += log.length;
      for (const { command, inverse } of log)
        for (const [asset] of (command + inverse).matchAll(/[0-9a-f]{64}/g)) named.add(asset);
      const doc = documentIn(book.doc);
      if (!doc) {
        const whole = mendedDocument(await backupNames(dataFolder), dataFolder, database, book.id);
        if (whole) documents.push({ id: book.id, revision: book.revision, doc: whole });
        const title = whole?.title ?? titleIn(book.doc);
        findings.push({ code: 'document-damaged', book: book.id, title, mended: whole !== undefined });
      }
      if (doc) {
        for (const { asset, name } of contentsOf(doc))
          uses.set(asset, [...(uses.get(asset) ?? []), { title: doc.title, name }]);
        const before = brokenBefore(doc, book.revision, log);
        if (before !== undefined) findings.push({ code: 'history-broken', book: book.id, title: doc.title, before });
      }
      step();
      await breath();
    }
    open.exec('commit');
    for (const asset of uses.keys()) named.add(asset);
    const once = (asset: string): readonly OriginalUse[] => [
      ...new Map((uses.get(asset) ?? []).map((use) => [`${use.title}\0${use.name}`, use])).values(),
    ];
    for (const asset of lying) {
      // One that has gone meanwhile was swept: the bin was emptied.
      const sum = await sha256(store.originalPath(asset)).catch(() => undefined);
      if (sum !== undefined && sum !== asset) findings.push({ code: 'original-damaged', asset, uses: once(asset) });
      else if (sum === asset && !listed.has(asset) && named.has(asset))
        findings.push({ code: 'original-unlisted', asset, mended: false });
      step();
    }
    const still = stillNamed(all);
    for (const asset of named)
      if (!(await exists(store.originalPath(asset))) && still(asset))
        findings.push({ code: 'original-missing', asset, uses: once(asset) });
    const report = { at: new Date().toISOString(), originals: lying.length, books: books.length, changes, findings };
    return { report, documents };
  } finally {
    open.close();
  }
}

/** Whether a book or a change names an original now: one that was swept meanwhile is not missing. */
const stillNamed =
  (all: <T>(sql: string, ...values: unknown[]) => T[]) =>
  (asset: string): boolean =>
    all(
      'select 1 from book where instr(doc, ?) union all select 1 from revision where instr(command, ?) or instr(inverse, ?) limit 1',
      asset,
      asset,
      asset,
    ).length > 0;

/** Lets messages go out between two long stretches. */
const breath = () => new Promise((resolve) => setImmediate(resolve));

interface Change {
  readonly n: number;
  readonly command: string;
  readonly inverse: string;
}

/** A backup may be of an earlier version. */
function documentIn(text: string): BookDocument | undefined {
  try {
    const parsed = bookDocumentSchema.safeParse(migrateDocument(JSON.parse(text) as Readonly<Record<string, unknown>>));
    return parsed.success ? parsed.data : undefined;
  } catch {
    return undefined;
  }
}

/** The change at which the log, read from the newest back, no longer leads to the document; undefined where it does to its beginning. */
function brokenBefore(doc: BookDocument, revision: number, newestFirst: readonly Change[]): number | undefined {
  let after = doc;
  for (let n = revision, i = 0; n > 0; n--, i++) {
    const change = newestFirst[i];
    if (change?.n !== n) return n;
    try {
      const before = applyStored(after, JSON.parse(change.inverse) as StoredChange);
      if (!before.ok) return n;
      const again = applyStored(before.value.book, JSON.parse(change.command) as StoredChange);
      if (!again.ok || !isSame(again.value.book, after)) return n;
      after = before.value.book;
    } catch {
      return n;
    }
  }
  return undefined;
}

/** A damaged document as it was in a backup, with every change since made again; undefined where this does not lead there. */
function mendedDocument(
  backups: readonly string[],
  dataFolder: string,
  database: string,
  id: string,
): BookDocument | undefined {
  const now = openExisting(database);
  try {
    const [book] = now.prepare('select revision from book where id = ?').all(id) as { revision: number }[];
    for (const name of book ? backups : []) {
      let backup: Database.Database | undefined;
      try {
        backup = openExisting(path.join(dataFolder, 'backups', name));
        const [then] = backup.prepare('select doc, revision from book where id = ?').all(id) as Stored[];
        const doc = then && then.revision <= book!.revision ? documentIn(then.doc) : undefined;
        const since = doc
          ? (now
              .prepare('select n, command from revision where book_id = ? and n > ? order by n')
              .all(id, then!.revision) as Change[])
          : [];
        if (doc && since.length === book!.revision - then!.revision) {
          const mended = since.reduce<BookDocument | undefined>((old, { command }) => {
            const next = old && applyStored(old, JSON.parse(command) as StoredChange);
            return next?.ok ? next.value.book : undefined;
          }, doc);
          if (mended) return mended;
        }
      } catch {
        // This one cannot help; an older one may.
      } finally {
        backup?.close();
      }
    }
    return undefined;
  } finally {
    now.close();
  }
}
