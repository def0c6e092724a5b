import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { bookDocumentSchema } from '@eight-up/core/document/schema/document';
import type { BookDocument } from '@eight-up/core/document/document';
import { planBook } from '@eight-up/core/forms/planned-book';
import { LogMigration, type FormerChange } from '@eight-up/core/book/migrate-log';
import { VERSIONS } from '@eight-up/core/document/migrations/sequence';
import { applyStored, type StoredChange } from '@eight-up/core/book/patch';

/*
 * Documents and logs as each version wrote them, made by that version's own program: pictures placed, moved, laid over openings and rows, printing set,
 * forms changed, a page taken out and that undone.
 */
const FOLDER = new URL('../../test/documents/', import.meta.url);

interface Kept {
  readonly document: Readonly<Record<string, unknown>>;
  readonly log: readonly FormerChange[];
}

const carried = (book: BookDocument, change: StoredChange): BookDocument => {
  const applied = applyStored(book, change);
  if (!applied.ok) throw new Error(`${change.kind}: ${applied.problem.code}`);
  return applied.value.book;
};
const stored = (book: BookDocument): unknown => JSON.parse(JSON.stringify(book));

describe('documents and logs of every version so far', () => {
  it('are kept, one of each', () => {
    // Those of the whole, up to the one before parts had versions of their own.
    const versions = Array.from({ length: VERSIONS.whole }, (_, i) => `version-${i + 1}.json`);
    expect(readdirSync(FOLDER).sort()).toEqual(versions);
  });

  it.each(readdirSync(FOLDER))(
    '%s opens whole: every state is a book of today, undo leads to the first, redo back',
    (name) => {
      const { document, log } = JSON.parse(readFileSync(new URL(name, FOLDER), 'utf8')) as Kept;
      const migration = new LogMigration(document);
      const newest = LogMigration.document(document);
      expect(bookDocumentSchema.parse(newest)).toEqual(stored(newest));
      const states: BookDocument[] = [newest];
      const changes: StoredChange[] = [];
      for (const change of log.toReversed()) {
        const { command, inverse } = migration.back(change);
        const before = carried(states[0]!, inverse);
        expect(bookDocumentSchema.parse(before)).toEqual(stored(before));
        const plan = planBook(before.form, before.sheet);
        expect(plan.ok && plan.value.reading.pages.length).toBe(before.pages.length);
        states.unshift(before);
        changes.unshift(command);
      }
      expect([states[0]!.title, newest.title]).toEqual(['Tides', 'Eight tides']);
      expect(states[0]!.pages.every(({ content }) => content === null)).toBe(true);
      // What was undone was what had just been done.
      expect(stored(states.at(-1)!)).toEqual(stored(states.at(-3)!));
      changes.forEach((command, i) => expect(stored(carried(states[i]!, command))).toEqual(stored(states[i + 1]!)));
    },
  );
});
