import { pathToFileURL } from 'node:url';
import Database from 'libsql';

/** Opens a database that is there; throws where it is not, instead of leaving an empty one in its place. */
export const openExisting = (file: string): Database.Database => new Database(`${pathToFileURL(file).href}?mode=rw`);
