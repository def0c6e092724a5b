import { mkdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import type Database from 'libsql';
import { z } from 'zod';
import { originalEntry, type BookFileProblem } from '@eight-up/core/contract/book-file';
import { fail, ok, type Result } from '@eight-up/core/result';
import { unpackOriginals, withZip, type UnpackedOriginals } from '../book-file/zip-in.ts';
import { originalsToPack, zipTo } from '../book-file/zip-out.ts';
import { openExisting } from '../db/existing-database.ts';
import { FileStore } from '../files/store.ts';
import { copyDatabase, holdsOf } from './backup-files.ts';

export const EVERYTHING_VERSION = 1;
const DATABASE_ENTRY = 'eight-up.sqlite';
const headSchema = z.object({ format: z.literal('eight-up-everything'), version: z.number().int().min(1) });

export interface SaveEverything {
  readonly dataFolder: string;
  readonly database: string;
  readonly scratch: string;
}

/** Writes a whole data folder as one open zip: the database, and every original that it lists. */
export async function saveEverything({ dataFolder, database, scratch }: SaveEverything): Promise<string> {
  const store = new FileStore(dataFolder);
  const copy = path.join(scratch, DATABASE_ENTRY);
  copyDatabase(database, copy);
  const open = openExisting(copy);
  const assets = (open.prepare('select id from asset').all() as { id: string }[]).map(({ id }) => id);
  open.close();
  const out = path.join(scratch, 'everything.zip');
  await zipTo(out, (zip) => {
    const head = { format: 'eight-up-everything', version: EVERYTHING_VERSION };
    zip.addBuffer(Buffer.from(JSON.stringify(head)), 'everything.json');
    zip.addFile(copy, DATABASE_ENTRY);
    for (const { asset, place } of originalsToPack(store, assets, scratch))
      zip.addFile(place, originalEntry(asset), { compress: false });
  });
  return out;
}

export interface ReadEverything extends UnpackedOriginals {
  /** the folder in which the database lies, not yet brought up to date */
  readonly folder: string;
}

/** Unpacks such a file into the scratch folder and looks whether its database is whole and is one of ours. */
export function readEverything({
  file,
  scratch,
}: {
  readonly file: string;
  readonly scratch: string;
}): Promise<Result<ReadEverything, BookFileProblem>> {
  return withZip(file, async (zip) => {
    const { entries, unpack } = zip;
    const [head, database] = [entries.get('everything.json'), entries.get(DATABASE_ENTRY)];
    if (!head || !database || head.uncompressedSize > 10_000) return fail({ code: 'book-file-without-book' });
    const told = path.join(scratch, 'everything.json');
    await unpack(head, told);
    const parsed = headSchema.safeParse(jsonIn(await readFile(told, 'utf8')));
    if (!parsed.success)
      return fail({ code: 'book-file-unreadable', where: 'everything.json', detail: 'it is not ours' });
    const { version } = parsed.data;
    if (version > EVERYTHING_VERSION)
      return fail({ code: 'book-file-of-later-version', version, known: EVERYTHING_VERSION });
    const folder = path.join(scratch, 'database');
    await mkdir(folder);
    const place = path.join(folder, DATABASE_ENTRY);
    if (!(await unpack(database, place)) || !isOurs(place) || !holdsOf(place))
      return fail({ code: 'book-file-damaged', path: DATABASE_ENTRY });
    return ok({ folder, ...(await unpackOriginals(zip, scratch)) });
  });
}

function jsonIn(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** Tables and indexes only: nothing that would compute or act when it is read. */
function isOurs(file: string): boolean {
  let database: Database.Database | undefined;
  try {
    database = openExisting(file);
    const parts = database.prepare('select type, sql from sqlite_master').all() as {
      type: string;
      sql: string | null;
    }[];
    return parts.every(({ type, sql }) => (type === 'table' && !/\bvirtual\b/i.test(sql ?? '')) || type === 'index');
  } catch {
    return false;
  } finally {
    database?.close();
  }
}
