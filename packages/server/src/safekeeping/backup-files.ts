import { existsSync } from 'node:fs';
import { mkdir, open, readdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import path from 'node:path';
import type Database from 'libsql';
import type { Backup, BackupHolds, BackupReason } from '@eight-up/core/safekeeping/backup';
import { openExisting } from '../db/existing-database.ts';

export const backupFolder = (dataFolder: string): string => path.join(dataFolder, 'backups');

const NAME = /^(\d{4}-\d\d-\d\dT)(\d\d)-(\d\d)-(\d\d\.\d{3}Z)\.sqlite$/;

/** The name of a backup made at a time: sorted by name they are sorted by age, and every file system takes it. */
export const nameAt = (time: Date): string => `${time.toISOString().replaceAll(':', '-')}.sqlite`;

/** When a backup was made, by its name; undefined: it is none. */
export function timeIn(name: string): Date | undefined {
  const [, day, hours, minutes, rest] = NAME.exec(name) ?? [];
  return day === undefined ? undefined : new Date(`${day}${hours}:${minutes}:${rest}`);
}

/** What is written beside a backup. */
interface Beside {
  /** null: that was lost */
  readonly why: BackupReason | null;
  /** what the data was like: an unchanged folder needs no other backup */
  readonly state: string;
  readonly holds: BackupHolds;
}

const besideOf = (file: string): string => file.replace(/\.sqlite$/, '.json');

/** The names of the backups that are kept, newest first. */
export async function backupNames(dataFolder: string): Promise<readonly string[]> {
  const names = await readdir(backupFolder(dataFolder)).catch(() => []);
  return names.filter((name) => timeIn(name)).toSorted((a, b) => (a < b ? 1 : -1));
}

/** Every backup and what it holds, newest first. */
export async function listBackups(dataFolder: string): Promise<readonly Backup[]> {
  const all = await Promise.all(
    (await backupNames(dataFolder)).map((name) => {
      const file = path.join(backupFolder(dataFolder), name);
      return unlessGone(file, () => told(name, file), undefined);
    }),
  );
  return all.filter((backup) => backup !== undefined);
}

async function told(name: string, file: string): Promise<Backup | undefined> {
  const beside = await besides(file);
  const { size } = await stat(file);
  return {
    name,
    at: timeIn(name)!.toISOString(),
    why: beside?.why ?? null,
    bytes: size,
    holds: beside?.holds ?? null,
  };
}

/** What the newest backup says of the data it was made of. */
export async function newestState(dataFolder: string): Promise<string | undefined> {
  const [newest] = await backupNames(dataFolder);
  return newest === undefined ? undefined : (await besides(path.join(backupFolder(dataFolder), newest)))?.state;
}

const besides = async (file: string): Promise<Beside | undefined> =>
  readFile(besideOf(file), 'utf8').then(
    (text) => JSON.parse(text) as Beside,
    () => undefined,
  );

/** Writes anew what lies beside backups that lost it; those that cannot be read stay without. Run it in the pool. */
export async function describeBackups({ dataFolder }: { readonly dataFolder: string }): Promise<void> {
  for (const name of await backupNames(dataFolder)) {
    const file = path.join(backupFolder(dataFolder), name);
    if (existsSync(besideOf(file))) continue;
    const holds = holdsOf(file);
    if (holds) await writeFile(besideOf(file), JSON.stringify({ why: null, state: '', holds } satisfies Beside));
  }
}

export interface BackUpAsked {
  readonly database: string;
  readonly dataFolder: string;
  /** milliseconds since 1970 */
  readonly at: number;
  readonly why: BackupReason;
  readonly state: string;
}

/**
 * Makes a backup: a whole copy of the database in a file of its own (`VACUUM INTO`), looked through, synced, and only then given its
 * name. A killed or full machine leaves no half backup under a name. Gives back the name.
 */
export async function backUp({ database, dataFolder, at, why, state }: BackUpAsked): Promise<string> {
  const folder = backupFolder(dataFolder);
  await mkdir(folder, { recursive: true });
  // What a killed backup left.
  for (const name of await readdir(folder))
    if (name.includes('.making')) await rm(path.join(folder, name), { force: true });
  const name = nameAt(new Date(at));
  const place = path.join(folder, name);
  const making = `${place}.making`;
  try {
    copyDatabase(database, making);
    const holds = holdsOf(making);
    if (!holds) throw new Error('the backup cannot be read back');
    const handle = await open(making, 'r+');
    await handle.sync();
    await handle.close();
    const beside: Beside = { why, state, holds };
    await writeFile(besideOf(place), JSON.stringify(beside));
    await rename(making, place);
  } catch (error) {
    for (const left of [making, besideOf(place)]) await rm(left, { force: true });
    throw error;
  }
  return name;
}

/** A whole copy of a database that is in use. */
export function copyDatabase(from: string, to: string): void {
  const source = openExisting(from);
  try {
    source.exec('pragma busy_timeout=10000');
    source.prepare('vacuum into ?').run(to);
  } finally {
    source.close();
  }
}

/** What a database holds, read through as a whole; undefined where it is damaged. */
export function holdsOf(file: string): BackupHolds | undefined {
  if (!existsSync(file)) return undefined;
  let database: Database.Database | undefined;
  try {
    database = openExisting(file);
    const all = (sql: string) => database!.prepare(sql).all() as Record<string, unknown>[];
    if (all('pragma integrity_check')[0]?.integrity_check !== 'ok') return undefined;
    const count = (table: string, where = '1') =>
      Number(all(`select count(*) as n from ${table} where ${where}`)[0]!.n);
    const has = (table: string) => all(`select 1 from sqlite_master where name = '${table}'`).length > 0;
    const titles = all(
      "select json_extract(doc, '$.title') as title from book where json_valid(doc) order by created_at",
    );
    const binned = all("select 1 from pragma_table_info('book') where name = 'binned_at'").length > 0;
    const inBin = binned ? count('book', 'binned_at is not null') : 0;
    return {
      books: titles.map(({ title }) => String(title)),
      inBin,
      changes: count('revision'),
      papers: has('paper') ? count('paper', 'taken_out_at is null') : 0,
      printers: has('printer') ? count('printer', 'taken_away_at is null') : 0,
      originals: count('asset'),
    };
  } catch {
    return undefined;
  } finally {
    database?.close();
  }
}

/** Every original that a kept backup names; reading a damaged one throws, and then nothing may be removed. Run it in the pool. */
export async function originalsOfBackups({ dataFolder }: { readonly dataFolder: string }): Promise<readonly string[]> {
  const ids = new Set<string>();
  for (const name of await backupNames(dataFolder)) {
    const file = path.join(backupFolder(dataFolder), name);
    for (const id of await unlessGone(file, () => originalsIn(file), [])) ids.add(id);
  }
  return [...ids];
}

function originalsIn(file: string): readonly string[] {
  const database = openExisting(file);
  try {
    return (database.prepare('select id from asset').all() as { id: string }[]).map(({ id }) => id);
  } finally {
    database.close();
  }
}

/** Backups go while others are made: one that was there when they were listed may be gone, and then counts as if it had never been listed. */
async function unlessGone<T>(file: string, act: () => T | Promise<T>, gone: T): Promise<T> {
  try {
    return await act();
  } catch (error) {
    if (existsSync(file)) throw error;
    return gone;
  }
}

/** Removes a backup and what is written beside it. */
export async function removeBackup(dataFolder: string, name: string): Promise<void> {
  const file = path.join(backupFolder(dataFolder), name);
  for (const gone of [file, besideOf(file)]) await rm(gone, { force: true });
}
