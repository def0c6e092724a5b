import { statSync } from 'node:fs';
import type { RequestHandler } from 'express';
import { databaseFile } from '../db/open.ts';
import { Refusal } from '../errors.ts';
import type { FileStore } from '../files/store.ts';

const numberOf = (file: string): number | undefined => statSync(file, { throwIfNoEntry: false })?.ino;

/**
 * A database whose file was moved or removed goes on taking writes that nobody will find again: nothing is changed, and nothing
 * acknowledged, unless the file that was opened still stands in its place.
 */
export function onlyWhileFolderIsThere(store: FileStore): RequestHandler {
  const file = databaseFile(store.dataFolder);
  const opened = numberOf(file);
  return (request, _response, next) => {
    if (request.method !== 'GET' && numberOf(file) !== opened)
      throw new Refusal(
        'storage-gone',
        'The data folder was moved or removed while Eight Up ran. Nothing was changed. Put it back and start Eight Up again.',
      );
    next();
  };
}
