import { describe, expect, it } from 'vitest';
import { bookDocumentSchema } from '../document/schema/document.ts';
import { mm } from '../units/nm.ts';
import { applyCommand } from './command.ts';
import { EMPTY_PAGE, onPage, type BookPage, type PageContent } from '../document/pages.ts';
import type { BookDocument } from '../document/document.ts';
import { LogMigration } from './migrate-log.ts';
import { migrateDocument } from '../document/migrations/sequence.ts';
import { applyStored } from './patch.ts';
import { newBook } from './new-book.ts';

const picture = (n: number): PageContent => ({ asset: String(n).repeat(64), page: 0, name: `${n}.png`, fit: 'fill' });

/** A book as version 4 kept it: no word of refolding, spreads as shares, gates by what a roll is narrowed by. */
function ofVersion4(id: string, parameters: object, pages: readonly unknown[]): Record<string, unknown> {
  const form = { id, parameters: { ...parameters } };
  const made = newBook('Tides', form, { width: mm(500), height: mm(350), fibre: 'any' });
  if (!made.ok) throw new Error(made.problem.code);
  const { refolded: _, versions: __, ...old } = made.value;
  const { shortOfMiddle: ___, ...kept } = old.form.parameters;
  return { ...old, version: 4, form: { id, parameters: { ...kept, ...parameters } }, pages };
}
const now = (old: Record<string, unknown>): BookDocument => bookDocumentSchema.parse(migrateDocument(old));

describe('books of version 4', () => {
  it('a zigzag that had a sliver for a panel gets its own count; contents stay on their numbers, what is too many waits, nothing is lost', () => {
    const pages = [1, 2, 3, 4, 5, 6, 7, 8].map((n) => onPage(picture(n)));
    const book = now(ofVersion4('plain-fold', { fold: 'zigzag', panels: 3, narrower: mm(1.5) }, pages));
    expect(book.pages.map(({ content }) => content?.name)).toEqual([1, 2, 3, 4, 5, 6].map((n) => `${n}.png`));
    expect(book.tray.map(({ content }) => content?.name)).toEqual(['7.png', '8.png']);
    expect(book.refolded).toBe(true);
    const seen = applyCommand(book, { kind: 'know-refolding' });
    expect(seen.ok && seen.value.book.refolded).toBe(false);
  });

  it('what undo knows of it is brought to the new count too, and what waits is not put there twice', () => {
    const eight = [1, 2, 3, 4, 5, 6, 7, 8].map((n) => onPage(picture(n)));
    const stored = ofVersion4('plain-fold', { fold: 'zigzag', panels: 3, narrower: mm(1.5) }, eight);
    const before = eight.map((page, i): BookPage => (i === 0 ? EMPTY_PAGE : page));
    const log = new LogMigration(stored);
    const { inverse, command } = log.back({
      command: { kind: 'replace', page: 0, content: picture(1) },
      inverse: { kind: 'restore', values: { pages: before } },
    });
    const undone = applyStored(now(stored), inverse);
    if (!undone.ok) throw new Error(undone.problem.code);
    expect(undone.value.book.pages.map(({ content }) => content?.name)).toEqual([
      undefined,
      ...[2, 3, 4, 5, 6].map((n) => `${n}.png`),
    ]);
    expect(undone.value.book.tray.map(({ content }) => content?.name)).toEqual(['7.png', '8.png']);
    const again = applyStored(undone.value.book, command);
    expect(again.ok && again.value.book).toEqual(now(stored));
  });

  it('a gate keeps how far its flaps were to stop short; half folds are as they were', () => {
    const six = Array.from({ length: 6 }, () => EMPTY_PAGE);
    const gate = now(ofVersion4('plain-fold', { fold: 'gate', panels: 3, narrower: mm(2) }, six));
    expect([gate.form.parameters.shortOfMiddle, gate.refolded]).toEqual([mm(2), true]);
    const half = now(ofVersion4('plain-fold', { fold: 'half', panels: 3, narrower: mm(1.5) }, six.slice(0, 4)));
    expect([half.pages.length, half.refolded]).toEqual([4, false]);
  });

  it('spreads keep what they were laid over: read off their names, their turns and their order', () => {
    const share = (spread: string, page: number, left: number, top: number, turned: number) => ({
      ...EMPTY_PAGE,
      content: {
        ...picture(1),
        part: { spread, left, top, width: 0.5, height: 0.5, turned, page, of: 2, overlap: mm(3) },
      },
    });
    const pages = [
      EMPTY_PAGE,
      share('11111111-0-1-opening1', 1, 0, 0, 0),
      share('11111111-0-1-opening1', 2, 0.5, 0, 0),
      share('11111111-0-3-row0', 3, 0.5, 0, 2),
      share('11111111-0-3-row0', 4, 0, 0, 2),
      share('11111111-0-5-sheet', 5, 0, 0, 0),
      share('11111111-0-5-sheet', 6, 0.5, 0, 0),
      share('of another hand', 7, 0, 0, 0),
    ];
    const book = now(ofVersion4('slit-book', {}, pages));
    expect(
      book.pages.map(({ content }) => content?.part && [content.part.over, content.part.how, content.part.page]),
    ).toEqual([
      undefined,
      [{ kind: 'opening', view: 1 }, 'in-the-book', 1],
      [{ kind: 'opening', view: 1 }, 'in-the-book', 2],
      [{ kind: 'row', row: 0 }, 'opened-out', 3],
      [{ kind: 'row', row: 0 }, 'opened-out', 4],
      [{ kind: 'sheet' }, 'in-the-book', 5],
      [{ kind: 'sheet' }, 'in-the-book', 6],
      undefined,
    ]);
    expect(book.pages[1]!.content!.part!.overlap).toBe(mm(3));
    expect(book.pages[7]!.content!.name).toBe('1.png');
  });
});
