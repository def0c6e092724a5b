import type { MikroORM } from '@mikro-orm/libsql';
import { databaseFile, MIGRATIONS, openDatabase } from '../db/open.ts';
import { FileStore } from '../files/store.ts';
import { fitToOpen, writableFolder } from './fit-to-open.ts';
import { hold, wasHeld, type Held } from './hold.ts';

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
  // What another server is just writing cannot be looked at: first it is asked whether there is one.
  const before = wasHeld(dataFolder) ? hold(dataFolder) : undefined;
  try {
    fitToOpen(
      databaseFile(dataFolder),
      MIGRATIONS.map(({ name }) => name),
    );
  } catch (error) {
    before?.release();
    throw error;
  }
  const held = before ?? hold(dataFolder);
  const orm = await openDatabase(dataFolder);
  const store = new FileStore(dataFolder);
  await store.prepare();
  return { orm, store, held };
}
