import { createWriteStream } from 'node:fs';
import { open, rm, stat } from 'node:fs/promises';
import { buffer } from 'node:stream/consumers';
import { pipeline } from 'node:stream/promises';
import { promisify } from 'node:util';
import yauzl, { type Entry, type ZipFile } from 'yauzl';
import { fail, ok, type Result } from '@eight-up/core/result';
import { migrateDocument } from '@eight-up/core/book/migrations';
import type { BookDocument } from '@eight-up/core/book/document';
import {
  BOOK_FILE_VERSION,
  bookFileSchema,
  ORIGINAL_ENTRY,
  type BookFileProblem,
} from '@eight-up/core/contract/book-file';
import type { FileStore } from '../files/store.ts';

/** What came out of a book file: the document, and originals received but not yet looked at. */
export interface ReadBookFile {
  readonly book: BookDocument;
  /** received files by the name they claim (SHA-256) */
  readonly originals: ReadonlyMap<string, string>;
}

const MOST_BOOK_JSON = 20 * 1024 * 1024;
/** A packed entry may swell this much, beyond its first megabytes: pictures hardly pack at all. */
const MOST_RATIO = 200;
const RATIO_FROM = 4 * 1024 * 1024;

const openZip = promisify<string, yauzl.Options, ZipFile>(yauzl.open);

/** Reads a book file by its directory; originals stream to files of their own. Only known names are taken, nothing else is trusted. */
export async function readBookFile(file: string, store: FileStore): Promise<Result<ReadBookFile, BookFileProblem>> {
  if (!(await beginsLikeZip(file))) return fail({ code: 'book-file-not-a-zip' });
  const zip = await openZip(file, {
    lazyEntries: true,
    autoClose: false,
    validateEntrySizes: true,
    strictFileNames: true,
  }).catch(() => undefined);
  if (!zip) return fail({ code: 'book-file-cut-short' });
  const originals = new Map<string, string>();
  const refuse = async (problem: BookFileProblem) => {
    for (const place of originals.values()) await rm(place, { force: true });
    return fail(problem);
  };
  try {
    const seen = new Set<string>();
    let json: Buffer | undefined;
    for await (const entry of entriesOf(zip)) {
      const path = entry.fileName;
      if (seen.has(path)) return await refuse({ code: 'book-file-name-twice', path });
      seen.add(path);
      const swells = entry.uncompressedSize > RATIO_FROM && entry.uncompressedSize > entry.compressedSize * MOST_RATIO;
      if (swells) return await refuse({ code: 'book-file-swells', path });
      const asset = ORIGINAL_ENTRY.exec(path)?.[1];
      if (asset) {
        const place = store.newIncomingPath();
        originals.set(asset, place);
        await pipeline(await streamOf(zip, entry), createWriteStream(place));
      } else if (path === 'book.json') {
        if (entry.uncompressedSize > MOST_BOOK_JSON) return await refuse({ code: 'book-file-swells', path });
        json = await buffer(await streamOf(zip, entry));
      }
      // Anything else is none of ours, and is passed over.
    }
    const book = parseBook(json);
    return book.ok ? ok({ book: book.value, originals }) : await refuse(book.problem);
  } catch (error) {
    const outside = /(?:invalid relative path|absolute path|invalid characters in fileName): (.*)/.exec(
      String((error as Error).message),
    );
    if (outside) return await refuse({ code: 'book-file-path-outside', path: outside[1]!.slice(0, 200) });
    // A full disk is no fault of the file's.
    if ((error as NodeJS.ErrnoException).code === 'ENOSPC') throw error;
    return await refuse({ code: 'book-file-cut-short' });
  } finally {
    zip.close();
  }
}

async function beginsLikeZip(file: string): Promise<boolean> {
  if ((await stat(file)).size < 4) return false;
  const handle = await open(file);
  const { buffer: head } = await handle.read(Buffer.alloc(2), 0, 2, 0);
  await handle.close();
  return head.toString('latin1') === 'PK';
}

/** The entries of a zip, one at a time. */
async function* entriesOf(zip: ZipFile): AsyncGenerator<Entry> {
  for (;;) {
    const entry = await new Promise<Entry | undefined>((resolve, reject) => {
      zip.once('entry', resolve);
      zip.once('end', () => resolve(undefined));
      zip.once('error', reject);
      zip.readEntry();
    });
    zip.removeAllListeners();
    if (!entry) return;
    yield entry;
  }
}

const streamOf = (zip: ZipFile, entry: Entry): Promise<NodeJS.ReadableStream> =>
  new Promise((resolve, reject) => {
    zip.openReadStream(entry, (error, stream) => (error ? reject(error) : resolve(stream)));
  });

/** A file of an earlier version holds its document in the shape of that time. */
function broughtUp(content: unknown): unknown {
  const book = (content as { book?: unknown } | null)?.book;
  return typeof book === 'object' && book !== null
    ? { ...(content as object), book: migrateDocument(book as Readonly<Record<string, unknown>>) }
    : content;
}

function parseBook(json: Buffer | undefined): Result<BookDocument, BookFileProblem> {
  if (!json) return fail({ code: 'book-file-without-book' });
  let content: unknown;
  try {
    content = JSON.parse(json.toString('utf8'));
  } catch {
    return fail({ code: 'book-file-unreadable', where: 'book.json', detail: 'it is not JSON' });
  }
  const version = (content as { version?: unknown } | null)?.version;
  if (typeof version === 'number' && version > BOOK_FILE_VERSION) {
    return fail({ code: 'book-file-of-later-version', version, known: BOOK_FILE_VERSION });
  }
  const parsed = bookFileSchema.safeParse(broughtUp(content));
  if (parsed.success) return ok(parsed.data.book);
  const [issue] = parsed.error.issues;
  return fail({ code: 'book-file-unreadable', where: issue!.path.join('.') || 'book.json', detail: issue!.message });
}
