import path from 'node:path';
import type { EntityManager, MikroORM } from '@mikro-orm/libsql';
import { forgetShelf } from '../books/shelf.ts';
import { forgetSound } from '../books/stored-book.ts';
import { CannotStart } from '../data-folder/cannot-start.ts';
import { databaseFile, openDatabase } from '../db/open.ts';
import { Refusal } from '../errors.ts';
import { holdsOf } from './backup-files.ts';

/** What a restored state replaces; the list of originals only grows: what lies in the folder stays listed. */
const TABLES = [
  'book',
  'revision',
  'point',
  'paper',
  'printer',
  'joint_plan',
  'measurement',
  'named_original',
  'maker_settings',
] as const;

/** Brings the database in a folder up to date and gives back a copy of it that nobody has open. Run it in the pool. */
export async function readyToRestore({ folder }: { readonly folder: string }): Promise<string> {
  const ready = path.join(folder, 'ready.sqlite');
  if (!holdsOf(databaseFile(folder))) throw unreadable('it is damaged');
  try {
    const other = await openDatabase(folder);
    await other.em.getConnection().execute('vacuum into ?', [ready]);
    await other.close(true);
  } catch (error) {
    if (error instanceof CannotStart) throw unreadable('a later version of Eight Up made it');
    throw error;
  }
  return ready;
}

const unreadable = (why: string) =>
  new Refusal('backup-unreadable', `This cannot be taken up again: ${why}. Nothing was changed; take another one.`);

/** All that the data is made of, in so few figures that any change changes one. */
const STATE = `select json_array(
  (select json_array(count(*), max(saved_at), sum(revision), max(binned_at), count(binned_at)) from main.book),
  (select max(id) from main.revision), (select json_group_array(name || n || book_id) from main.point),
  (select count(*) from main.asset), (select json_array(count(*), sum(revision), max(changed_at)) from main.paper),
  (select json_array(count(*), sum(revision), max(changed_at)) from main.printer),
  (select json_array(count(*), sum(revision), max(changed_at)) from main.joint_plan),
  (select json_array(count(*), max(n)) from main.measurement), (select max(doc) from main.maker_settings)) as state`;

export async function stateOf(em: EntityManager): Promise<string> {
  const [row] = await em.execute<{ state: string }[]>(STATE);
  return row!.state;
}

/**
 * Puts the data of another database, brought up to date, in the place of the present data, in one transaction: all of it, or
 * nothing. The present database stays open all the while. False, and nothing done, where the present data is no longer
 * `expected`: a change was made since it was backed up.
 */
export async function restoreFrom(
  orm: MikroORM,
  ready: string,
  expected: string,
  withOriginals: boolean,
): Promise<boolean> {
  const connection = orm.em.getConnection();
  await connection.execute('attach database ? as restored', [ready]);
  try {
    const done = await orm.em.fork().transactional(async (tx) => {
      if ((await stateOf(tx)) !== expected) return false;
      for (const table of TABLES) {
        const columns = (await tx.execute<{ name: string }[]>(`select name from pragma_table_info('${table}')`))
          .map(({ name }) => `\`${name}\``)
          .join(', ');
        await tx.execute(`delete from main.\`${table}\``);
        await tx.execute(`insert into main.\`${table}\` (${columns}) select ${columns} from restored.\`${table}\``);
      }
      if (withOriginals)
        await tx.execute(
          'insert or ignore into main.asset (id, kind, bytes, pages, created_at) select id, kind, bytes, pages, created_at from restored.asset',
        );
      return true;
    });
    if (done) {
      forgetSound();
      forgetShelf();
    }
    return done;
  } finally {
    await connection.execute('detach database restored');
  }
}
