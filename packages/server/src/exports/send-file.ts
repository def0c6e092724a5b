import type { Response } from 'express';
import type { BookDocument } from '@eight-up/core/book/document';

/** A name for keeping a file: the book's title in whatever script it has (RFC 6266). */
export function sendName(title: string, suffix: string, how: 'inline' | 'attachment'): string {
  const name = `${title} ${suffix}`.replace(/[\\/:*?"<>|\u0000-\u001f]/g, ' ');
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
