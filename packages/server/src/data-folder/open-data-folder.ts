import type { MikroORM } from '@mikro-orm/libsql';
import { databaseFile, MIGRATIONS, openDatabase } from '../db/open.ts';
import { FileStore } from '../files/store.ts';
import { fitToOpen, writableFolder } from './fit-to-open.ts';
import { hold, type Held } from './hold.ts';

export interface OpenDataFolder {
  readonly orm: MikroORM;
  readonly store: FileStore;
  readonly held: Held;
}

/**
 * Opens a data folder for this process alone. Whatever cannot be opened is told (`CannotStart`) before anything in it is touched; what a
 * killed server left half received is cleared away only by the one who holds the folder.
 */
export async function openDataFolder(dataFolder: string): Promise<OpenDataFolder> {
  writableFolder(dataFolder);
  fitToOpen(
    databaseFile(dataFolder),
    MIGRATIONS.map(({ name }) => name),
  );
  const held = hold(dataFolder);
  const orm = await openDatabase(dataFolder);
  const store = new FileStore(dataFolder);
  await store.prepare();
  return { orm, store, held };
}
