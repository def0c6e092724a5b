import { readFile, writeFile } from 'node:fs/promises';
import { LogMigration } from '@eight-up/core/book/migrate-log';
import { applyStored, isSame, type StoredChange } from '@eight-up/core/book/patch';
import type { BookDocument } from '@eight-up/core/document/document';
import { areOfToday, areSame, VERSIONS, versionsOf } from '@eight-up/core/document/migrations/sequence';
import { bookLogSchema, loggedChangeSchema, type BookLog, type LoggedChange } from '@eight-up/core/contract/book-file';
import { bookDocumentSchema } from '@eight-up/core/document/schema/document';
import { fail, ok, type Result } from '@eight-up/core/result';

export interface CheckedHistory {
  readonly log: BookLog;
  /** a file with a line of JSON (`LoggedChange`) for each change, oldest first, in the words of today */
  readonly lines: string;
}

/**
 * A history from elsewhere, taken only where it leads to the book: from the newest change back to the first, each inverse gives
 * the state before, and its command that of after again. `stored` is the document as the file holds it, of whichever version. So undo, redo and going back meet nothing that they cannot do.
 */
export async function checkedHistory(
  book: BookDocument,
  stored: Readonly<Record<string, unknown>>,
  told: unknown,
  lines: string,
): Promise<Result<CheckedHistory, 'damaged' | 'does-not-fit'>> {
  const log = bookLogSchema.safeParse(told);
  const changes = log.success ? parsedLines(await readFile(lines, 'utf8'), stored) : undefined;
  if (!log.success || !changes) return fail('damaged');
  if (changes.length !== log.data.revision || changes.some(({ n }, i) => n !== i + 1)) return fail('does-not-fit');
  if (!headsFit(log.data, changes)) return fail('does-not-fit');
  try {
    if (!leadsTo(book, changes)) return fail('does-not-fit');
  } catch {
    // A command that no program of ours ever wrote.
    return fail('does-not-fit');
  }
  await writeFile(lines, changes.map((change) => `${JSON.stringify(change)}\n`).join(''));
  return ok({ log: log.data, lines });
}

/** The changes of a file in the words of today; undefined where they are none, or not of the version of their book. */
function parsedLines(text: string, stored: Readonly<Record<string, unknown>>): readonly LoggedChange[] | undefined {
  try {
    const changes = text
      .split('\n')
      .flatMap((line) => (line === '' ? [] : [loggedChangeSchema.parse(JSON.parse(line))]));
    const versions = versionsOf(stored);
    if (!versions || changes.some((change) => !areSame(versionsOf(change), versions))) return undefined;
    if (areOfToday(versions)) return changes;
    const log = new LogMigration(stored);
    return changes
      .toReversed()
      .map(({ version: _, ...change }): LoggedChange => ({
        ...change,
        versions: VERSIONS,
        ...(log.back(change) as unknown as Pick<LoggedChange, 'command' | 'inverse'>),
      }))
      .toReversed();
  } catch {
    return undefined;
  }
}

/** What undo and redo would take next are changes that are there. */
const headsFit = ({ undoTop, redoTop, revision, points }: BookLog, changes: readonly LoggedChange[]): boolean =>
  [undoTop, redoTop].every((n) => n === null || n <= revision) &&
  points.every(({ n }) => n <= revision) &&
  changes.every(
    ({ n, kind, target, undoBefore, redoBefore }) =>
      [undoBefore, redoBefore].every((before) => before === null || before < n) &&
      (kind === 'change' ? target === null : target !== null && target < n),
  );

function leadsTo(book: BookDocument, changes: readonly LoggedChange[]): boolean {
  let after = book;
  for (const { command, inverse } of changes.toReversed()) {
    const before = applyStored(after, inverse as unknown as StoredChange);
    if (!before.ok || !bookDocumentSchema.safeParse(before.value.book).success) return false;
    const again = applyStored(before.value.book, command as unknown as StoredChange);
    if (!again.ok || !isSame(again.value.book, after)) return false;
    after = before.value.book;
  }
  return true;
}
