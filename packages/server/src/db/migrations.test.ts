import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { MikroORM } from '@mikro-orm/libsql';
import { Migrator } from '@mikro-orm/migrations';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { applyStored } from '@eight-up/core/book/patch';
import { VERSIONS } from '@eight-up/core/document/migrations/sequence';
import { checkMeasurement } from '@eight-up/core/measuring/measurement';
import { onPage, type PageContent } from '@eight-up/core/document/pages';
import { newBook } from '@eight-up/core/book/new-book';
import { databaseAt } from '../../test/first-version.ts';
import { A4 } from '../../test/server-under-test.ts';
import { history } from '../books/history.ts';
import { documentAt, redo, undo } from '../books/service.ts';
import { listMeasurements } from '../measuring/service.ts';
import { listPapers } from '../papers/service.ts';
import { BookRow, ENTITIES, RevisionRow } from './entities.ts';
import { MIGRATIONS, openDatabase } from './open.ts';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'eight-up-migrations-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const at = (count: number) => databaseAt(folder, count);

const content: PageContent = { asset: 'a'.repeat(64), page: 0, name: 'x.jpg', fit: 'fit' };

/** A database as the first version left it: one book, a picture placed, laid otherwise, and that taken back. */
async function firstVersion() {
  const made = newBook('Old', { id: 'slit-book', parameters: {} }, A4 as never);
  if (!made.ok) throw new Error(made.problem.code);
  const { title, form, sheet, numbering, printing } = made.value;
  const empty = Array.from({ length: 8 }, () => null);
  const filled = [content, ...empty.slice(1)];
  const doc = {
    version: 1,
    title,
    form,
    sheet,
    numbering,
    pages: filled,
    tray: [],
    printing: { unprintable: printing.unprintable, margin: 'warn' },
  };
  const larger = [{ ...content, fit: 'fill' }, ...empty.slice(1)];
  const revisions = [
    [
      'change',
      { kind: 'place', contents: [content] },
      { kind: 'restore', values: { pages: empty, tray: [] } },
      null,
      null,
    ],
    ['change', { kind: 'set-fit', page: 0, fit: 'fill' }, { kind: 'restore', values: { pages: filled } }, null, 1],
    ['undo', { kind: 'restore', values: { pages: filled } }, { kind: 'restore', values: { pages: larger } }, 2, 2],
  ] as const;
  const orm = await at(1);
  await orm.getMigrator().up();
  const run = (sql: string, values: readonly unknown[]) => orm.em.getConnection().execute(sql, [...values]);
  await run(
    'insert into book (id, doc, revision, undo_top, redo_top, created_at, saved_at) values (?, ?, 3, 1, 3, 1700000000000, 1700000000000)',
    ['old', JSON.stringify(doc)],
  );
  for (const [i, [kind, command, inverse, target, undoBefore]] of revisions.entries())
    await run(
      'insert into revision (book_id, n, kind, command, inverse, target, undo_before, author_window, at) values (?, ?, ?, ?, ?, ?, ?, ?, 1700000000000)',
      ['old', i + 1, kind, JSON.stringify(command), JSON.stringify(inverse), target, undoBefore, 'w'],
    );
  await orm.close(true);
  return made.value;
}

describe('migrations of the database', () => {
  it('bring a database of any version up to date, each of them run and the tables as the entities want them', async () => {
    for (let from = 1; from <= MIGRATIONS.length; from++) {
      rmSync(path.join(folder, 'eight-up.sqlite'), { force: true });
      const old = await at(from);
      await old.getMigrator().up();
      await old.close(true);
      const now = await at(MIGRATIONS.length);
      expect((await now.getMigrator().up()).map(({ name }) => name)).toEqual(
        MIGRATIONS.slice(from).map(({ name }) => name),
      );
      expect((await now.schema.getUpdateSchemaSQL({ wrap: false })).trim()).toBe('');
      await now.close(true);
    }
  });

  it('keep books of the first version with their whole history: undo and redo still work', async () => {
    const book = await firstVersion();
    const orm = await openDatabase(folder);
    const em = orm.em.fork();
    const row = await em.findOneOrFail(BookRow, { id: 'old' });
    const pages = [onPage(content), ...book.pages.slice(1)];
    expect(row.doc).toEqual({ ...book, pages });
    const replayed = (await em.find(RevisionRow, { bookId: 'old' }, { orderBy: { n: 'asc' } })).reduce((doc, one) => {
      const applied = applyStored(doc, one.command);
      if (!applied.ok) throw new Error(applied.problem.code);
      return applied.value.book;
    }, book);
    expect(replayed).toEqual(row.doc);
    const again = await redo(orm.em.fork(), 'old', { expect: 3, window: 'w' });
    expect(again.doc.pages[0]!.content!.fit).toBe('fill');
    await undo(orm.em.fork(), 'old', { expect: 4, window: 'w' });
    const bare = await undo(orm.em.fork(), 'old', { expect: 5, window: 'w' });
    expect(bare.doc).toEqual(book);
    await orm.close(true);
  });

  it('take what was measured of papers, printers and books into the table of measurements', async () => {
    const old = await at(10);
    await old.getMigrator().up();
    const run = (sql: string, ...values: unknown[]) => old.em.getConnection().execute(sql, values);
    const put = (table: string, id: string, doc: object, columns: string, ...values: unknown[]) =>
      run(
        `insert into ${table} (id, doc, ${columns}) values (?, ?, ${values.map(() => '?').join()})`,
        id,
        JSON.stringify(doc),
        ...values,
      );
    const then = Date.parse('2026-11-04T10:00:00.000Z');
    const measured = { thickness: 204_000, how: 'measured' };
    await put('paper', 'p', { name: 'Wharf', caliper: measured }, 'place, revision, changed_at', 1, 0, then);
    await put('paper', 'q', { name: 'Mill', caliper: null }, 'place, revision, changed_at', 2, 0, then);
    const still = { right: 0, down: 0 };
    const print = { across: 99_000_000, down: 100_000_000, front: { right: 500_000, down: 0 }, back: still };
    await put('printer', 'r', { name: 'Wheelhouse', measured: print }, 'revision, changed_at', 0, then);
    const made = newBook('Tides', { id: 'slit-book', parameters: {} }, A4 as never);
    if (!made.ok) throw new Error(made.problem.code);
    const { versions: _, kit, printing, ...rest } = made.value;
    const creep = { ...printing.creep, model: 'measured', measured: 230_000 };
    const six = { ...rest, version: 6, kit, printing: { ...printing, creep } };
    await put('book', 'b', six, 'revision, created_at, saved_at', 0, then, then);
    await old.close(true);
    const orm = await openDatabase(folder);
    const em = orm.em.fork();
    const measurements = await listMeasurements(em, {});
    expect(measurements.map(({ method, book, paper, printer }) => [method, book, paper, printer])).toEqual([
      ['creep', 'b', null, null],
      ['test-print', null, null, 'r'],
      ['caliper', null, 'p', null],
    ]);
    expect(measurements.every((one) => checkMeasurement(one).ok && Date.parse(one.at) === then)).toBe(true);
    expect((await listPapers(em)).papers.map(({ caliper }) => caliper)).toEqual([{ ...measured, sheets: 1 }, null]);
    const [kept] = (await em.getConnection().execute('select doc from paper where id = ?', ['p'])) as { doc: string }[];
    expect(JSON.parse(kept!.doc)).toEqual({ name: 'Wharf', caliper: null });
    await orm.close(true);
  });

  it('of a log that is damaged bring up what leads on, and leave the rest; the book and its newest changes are there', async () => {
    await firstVersion();
    const old = await at(1);
    const run = (sql: string) => old.em.getConnection().execute(sql);
    await run(`update revision set inverse = '{"kind":"nonsense"}' where n = 2`);
    await old.close(true);
    const orm = await openDatabase(folder);
    const em = orm.em.fork();
    const row = await em.findOneOrFail(BookRow, { id: 'old' });
    expect(row.doc.versions).toEqual(VERSIONS);
    expect((await documentAt(em, row, 2)).pages[0]!.content!.fit).toBe('fill');
    await expect(documentAt(em, row, 0)).rejects.toMatchObject({ code: 'command-impossible' });
    expect((await history(em, 'old', undefined, 10)).entries).toHaveLength(4);
    await orm.close(true);
  });

  it('that fail half way leave everything as it was, and run whole the next time', async () => {
    await firstVersion();
    const { class: Real } = MIGRATIONS[2]!;
    class Failing extends Real {
      override async up(): Promise<void> {
        await super.up();
        throw new Error('the power went');
      }
    }
    const broken = await MikroORM.init({
      dbName: path.join(folder, 'eight-up.sqlite'),
      entities: ENTITIES,
      extensions: [Migrator],
      migrations: {
        migrationsList: [...MIGRATIONS.slice(0, 2), { name: MIGRATIONS[2]!.name, class: Failing }],
        snapshot: false,
      },
      discovery: { disableDynamicFileAccess: true },
      logger: () => undefined,
    });
    await expect(broken.getMigrator().up()).rejects.toThrow('the power went');
    const [stored] = (await broken.em.getConnection().execute('select doc from book')) as unknown as { doc: string }[];
    expect(JSON.parse(stored!.doc).version).toBe(1);
    await broken.close(true);
    const orm = await openDatabase(folder);
    expect((await orm.em.fork().findOneOrFail(BookRow, { id: 'old' })).doc.versions).toEqual(VERSIONS);
    await orm.close(true);
  });
});
