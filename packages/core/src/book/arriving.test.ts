import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mm } from '../units/nm.ts';
import { arrivalAt, arrivalCommands, pagesToFill } from './arriving.ts';
import { applyCommand } from './command.ts';
import { EMPTY_PAGE, onPage, type PageContent } from '../document/pages.ts';
import { newBook } from './new-book.ts';

const made = newBook('t', { id: 'slit-book', parameters: {} }, { width: mm(297), height: mm(210), fibre: 'any' });
if (!made.ok) throw new Error(made.problem.code);
const picture = (name: string): PageContent => ({ asset: 'a'.repeat(64), page: 0, name, fit: 'fit' });
const many = (count: number) => Array.from({ length: count }, (_, i) => picture(`${i + 1}`));

describe('pictures let go over a book', () => {
  it('eight fill an empty book of eight in order, wherever they fall', () => {
    for (let at = 0; at < 8; at++) expect(pagesToFill(made.value.pages, 8, at)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
  });

  it('fewer begin at the page pointed at; one alone goes just there; a locked page is passed over', () => {
    expect(pagesToFill(made.value.pages, 3, 4)).toEqual([4, 5, 6]);
    const full = made.value.pages.map((_, i) => (i === 6 ? EMPTY_PAGE : onPage(picture('old'))));
    expect(pagesToFill(full, 1, 2)).toEqual([2]);
    expect(
      pagesToFill(
        full.map((page, i) => ({ ...page, locked: i === 2 })),
        1,
        2,
      ),
    ).toEqual([6]);
  });

  it('come to lie on just the pages that were outlined, in their order; nothing is lost', () => {
    const pages = fc.array(
      fc.record({ filled: fc.boolean(), locked: fc.boolean() }).map(({ filled, locked }) => ({
        ...onPage(filled ? picture('old') : null),
        locked,
      })),
      { minLength: 8, maxLength: 8 },
    );
    fc.assert(
      fc.property(
        pages,
        fc.integer({ min: 1, max: 10 }),
        fc.option(fc.integer({ min: 0, max: 7 }), { nil: undefined }),
        fc.integer({ min: 1, max: 10 }),
        (before, count, at, atOnce) => {
          const outlined = pagesToFill(before, count, at);
          let book = { ...made.value, pages: before };
          let arrival = arrivalAt(before, count, at);
          // They come in lots, each placed as soon as it is there.
          const pictures = many(count);
          while (pictures.length > 0) {
            const { commands, next } = arrivalCommands(arrival, pictures.splice(0, atOnce));
            arrival = next;
            for (const command of commands) {
              const applied = applyCommand(book, command);
              if (!applied.ok) throw new Error(applied.problem.code);
              book = applied.value.book;
            }
          }
          const names = book.pages.map(({ content }) => content?.name);
          expect(outlined.map((page) => names[page])).toEqual(outlined.map((_, i) => `${i + 1}`));
          names.forEach((name, page) => {
            if (!outlined.includes(page)) expect(name).toBe(before[page]!.content?.name);
          });
          const kept = [...book.pages, ...book.tray].filter(({ content }) => content).length;
          expect(kept).toBe(before.filter(({ content }) => content).length + count);
        },
      ),
    );
  });
});
