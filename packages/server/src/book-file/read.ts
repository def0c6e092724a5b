import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { fail, ok, type Result } from '@eight-up/core/result';
import type { BookDocument } from '@eight-up/core/document/document';
import type { Measurement } from '@eight-up/core/measuring/measurement';
import { migrateDocument } from '@eight-up/core/document/migrations/sequence';
import { fitToForm } from '@eight-up/core/book/new-book';
import {
  BOOK_FILE_VERSION,
  bookFileSchema,
  HISTORY_ENTRY,
  type BookFileNote,
  type BookFileProblem,
} from '@eight-up/core/contract/book-file';
import { planProblemWords } from '@eight-up/words/problems';
import { Refusal } from '../errors.ts';
import { checkedHistory, type CheckedHistory } from './checked-history.ts';
import { unpackOriginals, withZip } from './zip-in.ts';

export interface ReadBookFile {
  /** the document, with just as many places as its form has pages */
  readonly book: BookDocument;
  /** received files by the name they claim (SHA-256), not yet looked at */
  readonly originals: readonly (readonly [asset: string, place: string])[];
  readonly history: CheckedHistory | undefined;
  readonly measurements: readonly Measurement[];
  readonly notes: readonly BookFileNote[];
}

const MOST_BOOK_JSON = 20 * 1024 * 1024;
const MOST_HISTORY = 512 * 1024 * 1024;

/** Reads a book file; originals are unpacked into the scratch folder. Only known names are taken, nothing else is trusted. */
export function readBookFile({
  file,
  scratch,
}: {
  readonly file: string;
  readonly scratch: string;
}): Promise<Result<ReadBookFile, BookFileProblem>> {
  return withZip(file, async (zip) => {
    const { entries, unpack } = zip;
    const head = entries.get('book.json');
    if (!head) return fail({ code: 'book-file-without-book' });
    if (head.uncompressedSize > MOST_BOOK_JSON) return fail({ code: 'book-file-swells', path: 'book.json' });
    const place = path.join(scratch, 'book.json');
    if (!(await unpack(head, place))) return fail({ code: 'book-file-damaged', path: 'book.json' });
    const parsed = parseBook(await readFile(place, 'utf8'));
    if (!parsed.ok) return parsed;
    const fitted = fitToForm(parsed.value.book);
    if (!fitted.ok) throw new Refusal('plan-impossible', planProblemWords(fitted.problem, 'mm'), fitted.problem);
    const book = fitted.value;

    const { originals, spoilt } = await unpackOriginals(zip, scratch);
    const lines = entries.get(HISTORY_ENTRY);
    const notes: BookFileNote[] = spoilt.length ? [{ code: 'originals-left-out', names: spoilt }] : [];
    let history: CheckedHistory | undefined;
    if (lines && parsed.value.log !== undefined) {
      const to = path.join(scratch, HISTORY_ENTRY);
      const whole = lines.uncompressedSize <= MOST_HISTORY && (await unpack(lines, to));
      const checked = whole ? await checkedHistory(book, parsed.value.stored, parsed.value.log, to) : undefined;
      if (checked?.ok) history = checked.value;
      else notes.push({ code: 'history-left-out', why: checked ? checked.problem : 'damaged' });
    }
    return ok({ book, originals, history, measurements: parsed.value.measurements, notes });
  });
}

/** A file of an earlier version holds its document in the shape of that time. */
function broughtUp(content: unknown): unknown {
  const book = (content as { book?: unknown } | null)?.book;
  return typeof book === 'object' && book !== null
    ? { ...(content as object), book: migrateDocument(book as Readonly<Record<string, unknown>>) }
    : content;
}

interface ParsedBook {
  readonly book: BookDocument;
  /** as the file holds it, of whichever version */
  readonly stored: Readonly<Record<string, unknown>>;
  readonly log: unknown;
  readonly measurements: readonly Measurement[];
}

function parseBook(json: string): Result<ParsedBook, BookFileProblem> {
  let content: unknown;
  try {
    content = JSON.parse(json, (_, value: unknown) => (typeof value === 'string' ? value.toWellFormed() : value));
  } catch {
    return fail({ code: 'book-file-unreadable', where: 'book.json', detail: 'it is not JSON' });
  }
  const version = (content as { version?: unknown } | null)?.version;
  if (typeof version === 'number' && version > BOOK_FILE_VERSION) {
    return fail({ code: 'book-file-of-later-version', version, known: BOOK_FILE_VERSION });
  }
  const raised = unlessThrown(() => broughtUp(content));
  const parsed = bookFileSchema.safeParse(raised);
  if (parsed.success) {
    const { book: stored, log } = content as { book: ParsedBook['stored']; log?: unknown };
    return ok({ book: parsed.data.book, stored, log, measurements: parsed.data.measurements });
  }
  const [issue] = parsed.error.issues;
  return fail({ code: 'book-file-unreadable', where: issue!.path.join('.') || 'book.json', detail: issue!.message });
}

/** A migration meets whatever somebody wrote: what it cannot make sense of, the schema names. */
function unlessThrown(act: () => unknown): unknown {
  try {
    return act();
  } catch {
    return undefined;
  }
}
