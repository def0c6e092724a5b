import { existsSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { MikroORM } from '@mikro-orm/libsql';
import { Migrator } from '@mikro-orm/migrations';
import { fitToOpen, writableFolder } from '../data-folder/fit-to-open.ts';
import { ENTITIES } from './entities.ts';
import { MigrationFirst } from './migration-0001-first.ts';
import { readied, type RawConnection } from './raw-connection.ts';
import { MigrationBin } from './migration-0002-bin.ts';
import { MigrationPagesAndPoints } from './migration-0003-pages-and-points.ts';
import { MigrationPapers } from './migration-0004-papers.ts';
import { MigrationPrinters } from './migration-0005-printers.ts';
import { MigrationMeasuredPrinters } from './migration-0006-measured-printers.ts';
import { MigrationWhatWasMeant } from './migration-0007-what-was-meant.ts';
import { MigrationMakerSettings } from './migration-0008-maker-settings.ts';
import { MigrationToldWriters } from './migration-0009-told-writers.ts';
import { MigrationChangesArePatches } from './migration-0010-changes-are-patches.ts';
import { MigrationMeasurements } from './migration-0011-measurements.ts';
import { MigrationNamedOriginals } from './migration-0012-named-originals.ts';
import { MigrationJointPlans } from './migration-0013-joint-plans.ts';
import { MigrationFormsSayMore } from './migration-0014-forms-say-more.ts';
import { MigrationHowBooksAreHeld } from './migration-0015-how-books-are-held.ts';
import { MigrationActs } from './migration-0016-acts.ts';

/** All migrations, oldest first. */
export const MIGRATIONS = [
  { name: '0001-first', class: MigrationFirst },
  { name: '0002-bin', class: MigrationBin },
  { name: '0003-pages-and-points', class: MigrationPagesAndPoints },
  { name: '0004-papers', class: MigrationPapers },
  { name: '0005-printers', class: MigrationPrinters },
  { name: '0006-measured-printers', class: MigrationMeasuredPrinters },
  { name: '0007-what-was-meant', class: MigrationWhatWasMeant },
  { name: '0008-maker-settings', class: MigrationMakerSettings },
  { name: '0009-told-writers', class: MigrationToldWriters },
  { name: '0010-changes-are-patches', class: MigrationChangesArePatches },
  { name: '0011-measurements', class: MigrationMeasurements },
  { name: '0012-named-originals', class: MigrationNamedOriginals },
  { name: '0013-joint-plans', class: MigrationJointPlans },
  { name: '0014-forms-say-more', class: MigrationFormsSayMore },
  { name: '0015-how-books-are-held', class: MigrationHowBooksAreHeld },
  { name: '0016-acts', class: MigrationActs },
];

/** How long a write waits for another program that holds the database; waiting holds up everyone, so it is short. */
const BUSY_MS = 1000;

export const databaseFile = (dataFolder: string): string => path.join(dataFolder, 'eight-up.sqlite');

/**
 * Opens the database of a data folder, bringing its tables up to date. A new one is made beside its place and moved there
 * when it is whole: an empty or torn file is never one that was just begun. Throws `CannotStart` for what it cannot open.
 */
export async function openDatabase(dataFolder: string, busyMs = BUSY_MS): Promise<MikroORM> {
  writableFolder(dataFolder);
  const file = databaseFile(dataFolder);
  fitToOpen(
    file,
    MIGRATIONS.map(({ name }) => name),
  );
  if (!existsSync(file)) await makeDatabase(file, busyMs);
  const orm = await connect(file, busyMs);
  await orm.getMigrator().up();
  return orm;
}

/**
 * The library keeps a connection open until it is collected, whatever it is told: the file that takes the place is a copy that was
 * never opened, so that no lock of this process refers to another name.
 */
async function makeDatabase(file: string, busyMs: number): Promise<void> {
  const [making, made] = [`${file}.making`, `${file}.made`];
  const clear = () => {
    for (const left of [making, `${making}-wal`, `${making}-shm`, made]) rmSync(left, { force: true });
  };
  clear();
  const orm = await connect(making, busyMs);
  await orm.getMigrator().up();
  await orm.em.getConnection().execute('vacuum into ?', [made]);
  await orm.close(true);
  renameSync(made, file);
  clear();
}

const connect = (file: string, busyMs: number): Promise<MikroORM> =>
  MikroORM.init({
    dbName: file,
    entities: ENTITIES,
    extensions: [Migrator],
    migrations: { migrationsList: MIGRATIONS, snapshot: false },
    pool: {
      min: 1,
      max: 1,
      afterCreate: (connection: RawConnection, done: (error: unknown, connection: RawConnection) => void) => {
        readied(connection, busyMs);
        done(null, connection);
      },
    },
    discovery: { disableDynamicFileAccess: true },
    logger: () => {},
    // A connection thrown away is no news for the console.
    driverOptions: { log: { warn: () => {} } },
  });
