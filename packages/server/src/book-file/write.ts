import { createReadStream } from 'node:fs';
import { once } from 'node:events';
import type { Writable } from 'node:stream';
import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import type { BookDocument } from '@eight-up/core/book/document';
import { BOOK_FILE_VERSION, originalEntry } from '@eight-up/core/contract/book-file';
import { exists, type FileStore } from '../files/store.ts';

/**
 * Writes a whole book as one open zip: `book.json` and its originals, byte for byte. Streamed: no original is held in
 * memory, and the reader's pace is kept. Originals that are gone are left out; the book opens with gaps shown.
 */
export async function writeBookFile(
  book: BookDocument,
  assets: readonly string[],
  store: FileStore,
  out: Writable,
): Promise<void> {
  const zip = new Zip();
  const ended = new Promise<void>((resolve, reject) => {
    zip.ondata = (error, chunk, final) => {
      if (error) {
        reject(error);
        return;
      }
      out.write(chunk);
      if (final) resolve();
    };
  });
  const head = new ZipDeflate('book.json');
  zip.add(head);
  head.push(Buffer.from(JSON.stringify({ format: 'eight-up-book', version: BOOK_FILE_VERSION, book }, null, 1)), true);
  for (const asset of assets) {
    if (!(await exists(store.originalPath(asset)))) continue;
    // Pictures and PDFs are packed already: stored as they are.
    const entry = new ZipPassThrough(originalEntry(asset));
    zip.add(entry);
    for await (const chunk of createReadStream(store.originalPath(asset))) {
      entry.push(chunk as Buffer);
      if (out.writableNeedDrain) await once(out, 'drain');
      if (out.destroyed) return;
    }
    entry.push(new Uint8Array(), true);
  }
  zip.end();
  await ended;
  out.end();
}
