import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { MikroORM } from '@mikro-orm/libsql';
import { Migrator } from '@mikro-orm/migrations';
import { ENTITIES } from './entities.ts';
import { MigrationFirst } from './migration-0001-first.ts';
import { MigrationBin } from './migration-0002-bin.ts';
import { MigrationPagesAndPoints } from './migration-0003-pages-and-points.ts';

/** All migrations, oldest first. */
export const MIGRATIONS = [
  { name: '0001-first', class: MigrationFirst },
  { name: '0002-bin', class: MigrationBin },
  { name: '0003-pages-and-points', class: MigrationPagesAndPoints },
];

/** Opens the database of a data folder, bringing its tables up to date. */
export async function openDatabase(dataFolder: string): Promise<MikroORM> {
  mkdirSync(dataFolder, { recursive: true });
  const orm = await MikroORM.init({
    dbName: path.join(dataFolder, 'eight-up.sqlite'),
    entities: ENTITIES,
    extensions: [Migrator],
    migrations: { migrationsList: MIGRATIONS, snapshot: false },
    pool: { min: 1, max: 1 },
    discovery: { disableDynamicFileAccess: true },
    logger: () => {},
  });
  const connection = orm.em.getConnection();
  for (const pragma of ['journal_mode=wal', 'synchronous=full', 'busy_timeout=5000', 'foreign_keys=on']) {
    await connection.execute(`pragma ${pragma}`);
  }
  await orm.getMigrator().up();
  return orm;
}
