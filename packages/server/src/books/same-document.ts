import { isDeepStrictEqual } from 'node:util';
import type { BookDocument } from '@eight-up/core/document/document';

/** As it is stored: a key without a value is none. */
const plain = (doc: BookDocument): unknown => JSON.parse(JSON.stringify(doc));

/** Whether two documents would be stored alike, whatever the order of their keys. */
export const sameDocument = (one: BookDocument, other: BookDocument): boolean =>
  isDeepStrictEqual(plain(one), plain(other));
