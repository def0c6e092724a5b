import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { MIGRATIONS, openDatabase } from '../db/open.ts';
import { openDataFolder } from './open-data-folder.ts';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'eight-up-folder-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const database = () => path.join(folder, 'eight-up.sqlite');
const prints = (): unknown =>
  readdirSync(folder).map((name) => [
    name,
    createHash('sha256')
      .update(readFileSync(path.join(folder, name)))
      .digest('hex'),
  ]);

/** A data folder as a stopped server leaves it: one file. */
async function stopped(change?: string): Promise<void> {
  const orm = await openDatabase(folder);
  if (change) await orm.em.getConnection().execute(change);
  const whole = path.join(folder, 'whole');
  await orm.em.getConnection().execute('vacuum into ?', [whole]);
  await orm.close(true);
  const bytes = readFileSync(whole);
  for (const name of readdirSync(folder)) rmSync(path.join(folder, name));
  writeFileSync(database(), bytes);
}

async function refusal(): Promise<string> {
  const before = prints();
  const said = await openDataFolder(folder).then(
    () => 'opened',
    (error: unknown) => (error as Error).message,
  );
  expect(prints()).toEqual(before);
  return said;
}

describe('a data folder that cannot be opened is told, and not touched', () => {
  it('of a later version: which one it is', async () => {
    await stopped("insert into mikro_orm_migrations (name) values ('0999-from-the-future')");
    const newest = MIGRATIONS[MIGRATIONS.length - 1]!.name;
    expect(await refusal()).toContain(
      `(it has step 0999-from-the-future, this version knows up to ${newest}). Nothing was changed.`,
    );
  });

  it.each([
    ['empty', () => Buffer.alloc(0), /is empty \(0 bytes\)/],
    ['no database', () => Buffer.from('a letter about herons '.repeat(40)), /is no database/],
    ['a few letters', () => Buffer.from('SQLite'), /is no database/],
    ['cut in its first lines', (whole: Buffer) => whole.subarray(0, 60), /is cut off/],
    [
      'cut in the middle',
      (whole: Buffer) => whole.subarray(0, whole.length / 2),
      /is cut off: it has [\d,]+ of [\d,]+ bytes/,
    ],
    [
      'torn inside',
      (whole: Buffer) => Buffer.concat([whole.subarray(0, 100), Buffer.alloc(whole.length - 100, 7)]),
      /is damaged and cannot be read/,
    ],
  ])('%s: the file, and what to do', async (_, torn, words) => {
    await stopped();
    writeFileSync(database(), torn(readFileSync(database())));
    const said = await refusal();
    expect(said).toMatch(words);
    expect(said).toContain(database());
    expect(said).toMatch(/Nothing was changed\. Move that file aside and put a backup/);
  });

  it('a file in its place, or one that may not be written: says so', async () => {
    const file = path.join(folder, 'a file');
    writeFileSync(file, 'x');
    await expect(openDataFolder(path.join(file, 'data'))).rejects.toThrow(
      /cannot be written \(ENOTDIR\).*EIGHTUP_DATA/,
    );
  });

  it('one that is open already: says where, and leaves what it is receiving', async () => {
    const { held } = await openDataFolder(folder);
    held.tell('http://127.0.0.1:4808');
    mkdirSync(path.join(folder, 'incoming', 'under way'));
    await expect(openDataFolder(folder)).rejects.toThrow(
      /already running on .*, at http:\/\/127\.0\.0\.1:4808\. Open that, or close it first/,
    );
    expect(readdirSync(path.join(folder, 'incoming'))).toEqual(['under way']);
    held.release();
  });

  it('one whose making was broken off is made anew', async () => {
    writeFileSync(`${database()}.making`, 'half');
    writeFileSync(`${database()}.made`, 'half');
    const { orm, held } = await openDataFolder(folder);
    expect(await orm.em.getConnection().execute('select count(*) as n from book')).toEqual([{ n: 0 }]);
    expect(readdirSync(folder).some((name) => /making|made/.test(name))).toBe(false);
    held.release();
  });
});
