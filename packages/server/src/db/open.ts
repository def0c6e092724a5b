import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { MikroORM } from '@mikro-orm/libsql';
import { Migrator } from '@mikro-orm/migrations';
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
];

/** How long a write waits for another program that holds the database; waiting holds up everyone, so it is short. */
const BUSY_MS = 1000;

/** Opens the database of a data folder, bringing its tables up to date. */
export async function openDatabase(dataFolder: string, busyMs = BUSY_MS): Promise<MikroORM> {
  mkdirSync(dataFolder, { recursive: true });
  const orm = await MikroORM.init({
    dbName: path.join(dataFolder, 'eight-up.sqlite'),
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
  await orm.getMigrator().up();
  return orm;
}
