import path from 'node:path';
import type { BookDocument } from '@eight-up/core/document/document';
import { BOOK_FILE_VERSION, HISTORY_ENTRY, originalEntry, type BookLog } from '@eight-up/core/contract/book-file';
import type { Measurement } from '@eight-up/core/measuring/measurement';
import { FileStore } from '../files/store.ts';
import { originalsToPack, zipTo } from './zip-out.ts';

export interface WriteBookFile {
  readonly book: BookDocument;
  /** every original that the book, or its history, speaks of */
  readonly assets: readonly string[];
  readonly dataFolder: string;
  readonly scratch: string;
  readonly measurements: readonly Measurement[];
  /** the history as lines in a file; left out: a plain copy without it */
  readonly history?: { readonly log: BookLog; readonly lines: string } | undefined;
}

/**
 * Writes a whole book as one open zip: `book.json`, its history and its originals, byte for byte. Originals that are gone
 * are left out; the book opens with gaps shown. Gives back the place of the file.
 */
export async function writeBookFile({
  book,
  assets,
  dataFolder,
  scratch,
  measurements,
  history,
}: WriteBookFile): Promise<string> {
  const store = new FileStore(dataFolder);
  const out = path.join(scratch, 'book.zip');
  const head = {
    format: 'eight-up-book',
    version: BOOK_FILE_VERSION,
    book,
    measurements,
    ...(history ? { log: history.log } : {}),
  };
  await zipTo(out, (zip) => {
    zip.addBuffer(Buffer.from(JSON.stringify(head, null, 1)), 'book.json');
    if (history) zip.addFile(history.lines, HISTORY_ENTRY);
    // Pictures and PDFs are packed already: stored as they are.
    for (const { asset, place } of originalsToPack(store, assets, scratch))
      zip.addFile(place, originalEntry(asset), { compress: false });
  });
  return out;
}
