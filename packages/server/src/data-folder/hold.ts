import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import Database from 'libsql';
import { CannotStart } from './cannot-start.ts';

const lockOf = (dataFolder: string): string => path.join(dataFolder, 'held.sqlite');

/** Whether the folder was ever held: only then can another server hold it now. */
export const wasHeld = (dataFolder: string): boolean => existsSync(lockOf(dataFolder));

export interface Held {
  /** Lets whoever finds the folder held know where it is open. */
  readonly tell: (address: string) => void;
  readonly release: () => void;
}

/**
 * Holds a data folder for this process: an exclusive transaction on a small database of its own, which the system ends with the
 * process, however that ends. A folder whose server was killed opens at once; a second server is told where the first one is.
 */
export function hold(dataFolder: string): Held {
  const said = path.join(dataFolder, 'open-at.txt');
  const lock = new Database(lockOf(dataFolder));
  try {
    for (const sql of ['pragma busy_timeout=0', 'pragma journal_mode=memory', 'begin exclusive']) lock.exec(sql);
  } catch (error) {
    lock.close();
    if (!String((error as { code?: unknown }).code).startsWith('SQLITE_BUSY')) throw error;
    const address = addressIn(said);
    throw new CannotStart(
      `Eight Up is already running on the data folder ${dataFolder}${address ? `, at ${address}. Open that` : '. Use that'}, or close it first (Ctrl C in its window). Nothing was changed.`,
    );
  }
  return { tell: (address) => writeFileSync(said, address), release: () => lock.close() };
}

function addressIn(file: string): string {
  try {
    return readFileSync(file, 'utf8').trim();
  } catch {
    return '';
  }
}
