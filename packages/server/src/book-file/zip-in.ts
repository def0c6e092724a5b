import { createWriteStream } from 'node:fs';
import { open, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Transform, type TransformCallback } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { promisify } from 'node:util';
import { crc32 } from 'node:zlib';
import yauzl, { type Entry, type ZipFile } from 'yauzl';
import { cutText } from '@eight-up/core/text';
import { fail, type Result } from '@eight-up/core/result';
import { ORIGINAL_ENTRY, type BookFileProblem } from '@eight-up/core/contract/book-file';
import { roomFor } from '../data-folder/room.ts';

/** A packed entry may swell this much, beyond its first megabytes: pictures hardly pack at all. */
const MOST_RATIO = 200;
const RATIO_FROM = 4 * 1024 * 1024;
const MOST_ENTRIES = 200_000;
/** A local header is at least this long (APPNOTE 4.3.7); two bodies are never nearer. */
const LEAST_HEADER = 30;

const openZip = promisify<string, yauzl.Options, ZipFile>(yauzl.open);

export interface ZipIn {
  readonly entries: ReadonlyMap<string, Entry>;
  /** Unpacks an entry to a file; false where its bytes are not those that were packed. */
  readonly unpack: (entry: Entry, place: string) => Promise<boolean>;
}

/**
 * Opens a zip from elsewhere by its directory, looks whether it can be trusted, and reads from it. No name stands in it twice or
 * points outside, no two share a body, nothing swells, and all of it fits on the disk: said before anything is written.
 */
export async function withZip<T>(
  file: string,
  act: (zip: ZipIn) => Promise<Result<T, BookFileProblem>>,
): Promise<Result<T, BookFileProblem>> {
  if (!(await beginsLikeZip(file))) return fail({ code: 'book-file-not-a-zip' });
  const zip = await openZip(file, {
    lazyEntries: true,
    autoClose: false,
    validateEntrySizes: true,
    strictFileNames: true,
  }).catch(() => undefined);
  if (!zip) return fail({ code: 'book-file-cut-short' });
  try {
    const entries = new Map<string, Entry>();
    for await (const entry of entriesOf(zip)) {
      const path = entry.fileName;
      if (entries.has(path)) return fail({ code: 'book-file-name-twice', path: cutText(path, 200) });
      if (entries.size >= MOST_ENTRIES) return fail({ code: 'book-file-swells', path: cutText(path, 200) });
      entries.set(path, entry);
    }
    const wrong = untrue([...entries.values()]) ?? tooLarge(file, [...entries.values()]);
    if (wrong) return fail(wrong);
    return await act({ entries, unpack: (entry, place) => unpacked(zip, entry, place) });
  } catch (error) {
    const outside = /(?:invalid relative path|absolute path|invalid characters in fileName): (.*)/.exec(
      String((error as Error).message),
    );
    if (outside) return fail({ code: 'book-file-path-outside', path: cutText(outside[1]!, 200) });
    // A full disk, a folder that is gone: no fault of the file's.
    if ((error as NodeJS.ErrnoException).syscall) throw error;
    return fail({ code: 'book-file-cut-short' });
  } finally {
    zip.close();
  }
}

export interface UnpackedOriginals {
  /** by the name that each claims, the place of its bytes; not yet looked at */
  readonly originals: readonly (readonly [asset: string, place: string])[];
  /** those whose bytes are not what was packed */
  readonly spoilt: readonly string[];
}

/** Unpacks whatever claims to be an original into a folder; anything else is none of ours, and is passed over. */
export async function unpackOriginals({ entries, unpack }: ZipIn, folder: string): Promise<UnpackedOriginals> {
  const originals: [string, string][] = [];
  const spoilt: string[] = [];
  for (const [name, entry] of entries) {
    const asset = ORIGINAL_ENTRY.exec(name)?.[1];
    if (!asset) continue;
    const place = join(folder, asset);
    if (await unpack(entry, place)) originals.push([asset, place]);
    else spoilt.push(asset);
  }
  return { originals, spoilt };
}

/** What no honest program packs: an entry that swells, or two that share bytes. */
function untrue(entries: readonly Entry[]): BookFileProblem | undefined {
  for (const { fileName, uncompressedSize, compressedSize } of entries)
    if (uncompressedSize > RATIO_FROM && uncompressedSize > compressedSize * MOST_RATIO)
      return { code: 'book-file-swells', path: cutText(fileName, 200) };
  const inOrder = [...entries].sort((a, b) => a.relativeOffsetOfLocalHeader - b.relativeOffsetOfLocalHeader);
  for (const [i, { relativeOffsetOfLocalHeader, compressedSize, fileName }] of inOrder.entries()) {
    const next = inOrder[i + 1];
    if (next && relativeOffsetOfLocalHeader + LEAST_HEADER + compressedSize > next.relativeOffsetOfLocalHeader)
      return { code: 'book-file-body-twice', path: cutText(fileName, 200) };
  }
  return undefined;
}

function tooLarge(file: string, entries: readonly Entry[]): BookFileProblem | undefined {
  const needs = entries.reduce((sum, { uncompressedSize }) => sum + uncompressedSize, 0);
  const free = roomFor(file);
  return needs > free ? { code: 'book-file-larger-than-disk', needs, free } : undefined;
}

async function unpacked(zip: ZipFile, entry: Entry, place: string): Promise<boolean> {
  let sum = 0;
  const counting = new Transform({
    transform(chunk: Buffer, _encoding: string, done: TransformCallback) {
      sum = crc32(chunk, sum);
      done(null, chunk);
    },
  });
  await pipeline(await streamOf(zip, entry), counting, createWriteStream(place));
  return sum === entry.crc32;
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
