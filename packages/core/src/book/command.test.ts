import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mm } from '../units/nm.ts';
import { applyCommand, type Command } from './command.ts';
import type { BookDocument, PageContent } from './document.ts';
import { newBook } from './new-book.ts';

const made = newBook(
  'Ferry',
  { id: 'slit-book', parameters: {} },
  { width: mm(297), height: mm(210), fibre: 'along-width' },
);
if (!made.ok) throw new Error(made.problem.code);
const start = made.value;

const content: fc.Arbitrary<PageContent> = fc.record({
  asset: fc.integer({ min: 0, max: 9 }).map((n) => String(n).repeat(64)),
  page: fc.integer({ min: 0, max: 3 }),
  name: fc.string({ minLength: 1, maxLength: 12 }),
  fit: fc.constantFrom('fit' as const, 'fill' as const, 'actual' as const),
});
const page = fc.integer({ min: 0, max: 17 });
const command: fc.Arbitrary<Command> = fc.oneof(
  fc.record({ kind: fc.constant('rename' as const), title: fc.string({ maxLength: 8 }) }),
  fc.record({ kind: fc.constant('place' as const), contents: fc.array(content, { maxLength: 12 }) }),
  fc.record({ kind: fc.constant('replace' as const), page, content }),
  fc.record({ kind: fc.constant('clear' as const), page }),
  fc.record({ kind: fc.constant('swap' as const), one: page, other: page }),
  fc.record({ kind: fc.constant('move' as const), from: page, to: page }),
  fc.record({ kind: fc.constant('set-fit' as const), page, fit: fc.constantFrom('fit' as const, 'fill' as const) }),
  fc.record({ kind: fc.constant('from-tray' as const), tray: fc.integer({ min: 0, max: 4 }), page }),
  fc.constant({ kind: 'fill-from-tray' as const }),
  fc.record({
    kind: fc.constant('choose-form' as const),
    form: fc.constantFrom(
      { id: 'slit-book', parameters: {} },
      { id: 'meander-book', parameters: { rows: 2, columns: 3 } },
      { id: 'meander-book', parameters: { rows: 4, columns: 4 } },
      { id: 'scroll', parameters: {} },
    ),
  }),
  fc.record({
    kind: fc.constant('choose-sheet' as const),
    sheet: fc.record({
      width: fc.constantFrom(mm(420), mm(0)),
      height: fc.constant(mm(297)),
      fibre: fc.constant('any' as const),
    }),
  }),
);

const everything = (book: BookDocument) =>
  [...book.pages, ...book.tray]
    .filter((one) => one !== null)
    .map(({ asset, page: n }) => `${asset}${n}`)
    .sort();

describe('commands', () => {
  it('undone in turn give back the book they started from', () => {
    fc.assert(
      fc.property(fc.array(command, { maxLength: 30 }), (commands) => {
        let book = start;
        const inverses: Command[] = [];
        for (const one of commands) {
          const applied = applyCommand(book, one);
          if (!applied.ok) continue;
          book = applied.value.book;
          inverses.push(applied.value.inverse);
        }
        for (const inverse of inverses.reverse()) {
          const applied = applyCommand(book, inverse);
          if (!applied.ok) throw new Error(applied.problem.code);
          book = applied.value.book;
        }
        expect(book).toEqual(start);
      }),
    );
  });

  it('never lose a picture, except by discarding it, and keep as many places as the form has pages', () => {
    fc.assert(
      fc.property(fc.array(command, { maxLength: 30 }), (commands) => {
        let book = start;
        const given: string[] = [];
        for (const one of commands) {
          const applied = applyCommand(book, one);
          if (!applied.ok) {
            expect(applied.problem.code).toBeTypeOf('string');
            continue;
          }
          book = applied.value.book;
          if (one.kind === 'place') given.push(...one.contents.map(({ asset, page: n }) => `${asset}${n}`));
          if (one.kind === 'replace') given.push(`${one.content.asset}${one.content.page}`);
          expect(everything(book)).toEqual([...given].sort());
          const fresh = newBook('x', book.form, book.sheet);
          expect(fresh.ok && fresh.value.pages.length).toBe(book.pages.length);
        }
      }),
    );
  });

  it('fill empty pages in order and let the rest wait', () => {
    const nine = Array.from({ length: 9 }, (_, i): PageContent => ({
      asset: String(i).repeat(64),
      page: 0,
      name: `${i}`,
      fit: 'fit',
    }));
    const applied = applyCommand(start, { kind: 'place', contents: nine });
    if (!applied.ok) throw new Error(applied.problem.code);
    expect(applied.value.book.pages.map((one) => one?.name)).toEqual(['0', '1', '2', '3', '4', '5', '6', '7']);
    expect(applied.value.book.tray.map(({ name }) => name)).toEqual(['8']);
  });
});
