import path from 'node:path';
import { MikroORM } from '@mikro-orm/libsql';
import { Migrator } from '@mikro-orm/migrations';
import { newBook } from '@eight-up/core/book/new-book';
import { ENTITIES } from '../src/db/entities.ts';
import { MIGRATIONS } from '../src/db/open.ts';
import { A4 } from './server-under-test.ts';

/** The database of a data folder with only the first migrations run. */
export const databaseAt = (dataFolder: string, count: number): Promise<MikroORM> =>
  MikroORM.init({
    dbName: path.join(dataFolder, 'eight-up.sqlite'),
    entities: ENTITIES,
    extensions: [Migrator],
    migrations: { migrationsList: MIGRATIONS.slice(0, count), snapshot: false },
    discovery: { disableDynamicFileAccess: true },
    logger: () => undefined,
  });

const NOW = 1_700_000_000_000;

/** A data folder as the first version left it: the book `old`, renamed so many times. */
export async function firstVersionData(dataFolder: string, changes: number): Promise<void> {
  const made = newBook('before', { id: 'slit-book', parameters: {} }, A4 as never);
  if (!made.ok) throw new Error(made.problem.code);
  const { form, sheet, numbering, printing } = made.value;
  const doc = {
    version: 1,
    title: `change ${changes}`,
    form,
    sheet,
    numbering,
    pages: Array.from({ length: 8 }, () => null),
    tray: [],
    printing: { unprintable: printing.unprintable, margin: 'warn' },
  };
  const orm = await databaseAt(dataFolder, 1);
  await orm.getMigrator().up();
  const run = (sql: string, values: readonly unknown[]) => orm.em.getConnection().execute(sql, [...values]);
  await run('insert into book (id, doc, revision, undo_top, created_at, saved_at) values (?, ?, ?, ?, ?, ?)', [
    'old',
    JSON.stringify(doc),
    changes,
    changes,
    NOW,
    NOW,
  ]);
  await run('begin', []);
  for (let n = 1; n <= changes; n++)
    await run(
      'insert into revision (book_id, n, kind, command, inverse, undo_before, author_window, at) values (?, ?, ?, ?, ?, ?, ?, ?)',
      [
        'old',
        n,
        'change',
        JSON.stringify({ kind: 'rename', title: `change ${n}` }),
        JSON.stringify({ kind: 'restore', values: { title: n === 1 ? 'before' : `change ${n - 1}` } }),
        n === 1 ? null : n - 1,
        'w',
        NOW,
      ],
    );
  await run('commit', []);
  await orm.close(true);
}
