import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';
import type { Response } from 'express';
import type { BookDocument } from '@eight-up/core/document/document';

/** A name for keeping a file: the book's title in whatever script it has (RFC 6266). */
export function sendName(title: string, suffix: string, how: 'inline' | 'attachment'): string {
  const name = `${title} ${suffix}`.toWellFormed().replace(/[\\/:*?"<>|\u0000-\u001f]/g, ' ');
  const plain = name.replace(/[^\u0020-\u007e]/g, '_');
  return `${how}; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(name)}`;
}

/** Sends a file of a book, under the book's name. */
export function sendFile(
  response: Response,
  book: BookDocument,
  suffix: string,
  type: string,
  body: Uint8Array | string,
): void {
  response.set('Content-Disposition', sendName(book.title, suffix, 'inline'));
  response
    .set('Cache-Control', 'no-store')
    .type(type)
    .send(typeof body === 'string' ? body : Buffer.from(body.buffer, body.byteOffset, body.byteLength));
}

/** What a file that is made is called, and what it is. */
export interface MadeHead {
  readonly doc: Pick<BookDocument, 'title'>;
  readonly suffix: string;
  readonly type: string;
  readonly how?: 'inline' | 'attachment';
}

/** Sends a file that lies there whole. */
export async function sendWhole(
  response: Response,
  { doc, suffix, type, how = 'inline' }: MadeHead,
  place: string,
): Promise<void> {
  response
    .set('Content-Disposition', sendName(doc.title, suffix, how))
    .set('Cache-Control', 'no-store')
    .set('Content-Length', String((await stat(place)).size))
    .type(type);
  // Whoever breaks off a download is no error of ours; the file is closed and removed either way.
  await pipeline(createReadStream(place), response).catch((error: NodeJS.ErrnoException) => {
    if (error.code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
  });
}
