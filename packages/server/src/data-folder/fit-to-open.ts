import {
  accessSync,
  closeSync,
  constants,
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import Database from 'libsql';
import { CannotStart } from './cannot-start.ts';

/** Makes the data folder where there is none; says why where that, or writing into it, is not possible. */
export function writableFolder(dataFolder: string): void {
  const trial = path.join(dataFolder, `trial-${process.pid}`);
  try {
    mkdirSync(dataFolder, { recursive: true });
    accessSync(dataFolder, constants.W_OK);
    writeFileSync(trial, '');
    rmSync(trial);
  } catch (error) {
    throw new CannotStart(
      `The data folder ${dataFolder} cannot be written (${(error as NodeJS.ErrnoException).code}). Nothing was changed. Give yourself the right to write there, or name another folder with EIGHTUP_DATA.`,
    );
  }
}

const REMEDY =
  'Nothing was changed. Move that file aside and put a backup from the folder “backups” in its place under the same name, or start on another folder with EIGHTUP_DATA.';

/** Looks at a database, without touching it, whether this version can open it: a whole database, of this version or an earlier one. */
export function fitToOpen(file: string, known: readonly string[]): void {
  if (!existsSync(file)) return;
  const refuse = (what: string) => new CannotStart(`The database ${file} ${what}. ${REMEDY}`);
  const torn = tornWhere(file);
  if (torn) throw refuse(torn);
  let applied: readonly string[];
  try {
    applied = migrationsOf(file);
  } catch (error) {
    const code = String((error as { code?: unknown }).code);
    if (code.startsWith('SQLITE_BUSY')) return;
    throw refuse(code.startsWith('SQLITE_NOTADB') ? 'is no database' : 'is damaged and cannot be read');
  }
  const later = applied.filter((name) => !known.includes(name));
  if (later.length > 0)
    throw new CannotStart(
      `The data folder of ${file} was written by a later version of Eight Up (it has step ${later[later.length - 1]}, this version knows up to ${known[known.length - 1]}). Nothing was changed. Bring Eight Up up to date, or start on another folder with EIGHTUP_DATA.`,
    );
}

const HEADER = 100;

/** What shows on the outside that a database is not whole (SQLite file format, 1.3): its first bytes, its size. */
function tornWhere(file: string): string | undefined {
  const { size } = statSync(file);
  if (size === 0) return 'is empty (0 bytes)';
  const head = Buffer.alloc(HEADER);
  const opened = openSync(file, 'r');
  const read = readSync(opened, head, 0, HEADER, 0);
  closeSync(opened);
  if (read < 16 || head.toString('latin1', 0, 16) !== 'SQLite format 3\0') return 'is no database';
  if (read < HEADER) return 'is cut off: it ends in its first lines';
  const page = head.readUInt16BE(16) === 1 ? 65_536 : head.readUInt16BE(16);
  const pages = head.readUInt32BE(28);
  // The count is good only where the same program wrote it last.
  const counted = head.readUInt32BE(24) === head.readUInt32BE(92);
  if (counted && pages * page > size)
    return `is cut off: it has ${size.toLocaleString('en')} of ${(pages * page).toLocaleString('en')} bytes`;
  return undefined;
}

/** The migrations that a database has had; looked at in a copy, for opening a database writes beside it. */
function migrationsOf(file: string): readonly string[] {
  const folder = mkdtempSync(path.join(tmpdir(), 'eight-up-look-'));
  try {
    const copy = path.join(folder, 'copy.sqlite');
    copyFileSync(file, copy, constants.COPYFILE_FICLONE);
    if (existsSync(`${file}-wal`)) copyFileSync(`${file}-wal`, `${copy}-wal`);
    return migrationsIn(copy);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

function migrationsIn(file: string): readonly string[] {
  const database = new Database(file);
  try {
    const tables = database.prepare("select name from sqlite_master where type = 'table'").all() as { name: string }[];
    if (!tables.some(({ name }) => name === 'mikro_orm_migrations')) return [];
    return (database.prepare('select name from mikro_orm_migrations order by id').all() as { name: string }[]).map(
      ({ name }) => name,
    );
  } finally {
    database.close();
  }
}
