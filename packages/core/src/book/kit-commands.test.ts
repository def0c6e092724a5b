import { describe, expect, it } from 'vitest';
import { USUAL_KIT, type KitPiece } from '../document/kit.ts';
import { PLAIN_PAPER } from '../paper/paper.ts';
import { mm } from '../units/nm.ts';
import { applyCommand, type Command } from './command.ts';
import type { BookDocument } from '../document/document.ts';
import type { ChosenPaper } from '../document/chosen-paper.ts';
import { migrateDocument } from '../document/migrations/sequence.ts';
import { newBook } from './new-book.ts';

const made = newBook('Bells', { id: 'slit-book', parameters: {} }, { width: mm(297), height: mm(210), fibre: 'any' });
if (!made.ok) throw new Error(made.problem.code);
const start = made.value;
const piece: KitPiece = {
  id: 'ends',
  name: 'Endpapers',
  width: mm(150),
  height: mm(105),
  grain: 'along-height',
  each: 2,
  on: 'text',
  from: 'text',
  note: '',
};
const chosen: ChosenPaper = {
  paper: { ...PLAIN_PAPER, id: 'p', name: 'Wharf' },
  grain: 'own',
  sheets: 4,
  cost: 720,
  engine: 1,
  input: 'abc',
  cut: false,
};
const after = (book: BookDocument, command: Command) => {
  const done = applyCommand(book, command);
  if (!done.ok) throw new Error(done.problem.code);
  return done.value;
};

describe('the kit and the papers of a book', () => {
  it('change and change back', () => {
    const kit = { ...USUAL_KIT, copies: 25, pieces: [piece] };
    const one = after(start, { kind: 'set-kit', kit });
    expect(one.book.kit).toEqual(kit);
    const two = after(one.book, { kind: 'choose-paper', on: 'text', chosen, fibre: 'along-height' });
    expect([two.book.papers.text, two.book.sheet.fibre]).toEqual([chosen, 'along-height']);
    const away = after(two.book, { kind: 'choose-paper', on: 'text', chosen: null });
    expect(away.book.papers).toEqual({});
  });

  it('a paper that is taken for the pages tells how thick they are; one for boards does not', () => {
    const caliper = { thickness: mm(0.23), how: 'measured' as const };
    const measured = { ...chosen, paper: { ...chosen.paper, caliper } };
    const taken = after(start, { kind: 'choose-paper', on: 'text', chosen: measured }).book;
    expect(taken.printing).toEqual({ ...start.printing, creep: { ...start.printing.creep, thickness: mm(0.23) } });
    expect(after(start, { kind: 'choose-paper', on: 'board', chosen: measured }).book.printing).toEqual(start.printing);
    expect(after(start, { kind: 'rename', title: '  Knots ' }).book.title).toBe('Knots');
  });

  it('a warning accepted again has the newer reason, once', () => {
    const accept = (book: BookDocument, reason: string) =>
      after(book, { kind: 'accept', accepted: { key: 'grain', reason } }).book;
    expect(accept(accept(start, 'thin'), 'thin, and few').accepted).toEqual([
      { key: 'grain', reason: 'thin, and few' },
    ]);
  });

  it.each([
    [{ copies: 0 }, 'kit-copies-not-a-number'],
    [{ copies: 1.5 }, 'kit-copies-not-a-number'],
    [{ spareSheets: -1 }, 'kit-spares-not-a-number'],
    [{ sparePercent: Number.NaN }, 'kit-spares-not-a-number'],
    [{ pieces: [{ ...piece, width: mm(0) }] }, 'kit-piece-not-a-size'],
    [{ pieces: [{ ...piece, height: mm(9000) }] }, 'kit-piece-not-a-size'],
    [{ pieces: [{ ...piece, each: 0 }] }, 'kit-piece-count'],
    [{ pieces: [{ ...piece, from: 'board' }] }, 'kit-piece-of-other-paper'],
    [
      {
        pieces: [
          { ...piece, from: 'own' },
          { ...piece, id: 'b', on: 'board', from: 'own' },
        ],
      },
      'kit-piece-of-other-paper',
    ],
    [{ manner: { ...USUAL_KIT.manner, squaring: mm(-1) } }, 'kit-allowance'],
    [{ manner: { ...USUAL_KIT.manner, longest: mm(1) } }, 'kit-allowance'],
  ])('refuse what cannot be meant: %o', (change, code) => {
    expect(applyCommand(start, { kind: 'set-kit', kit: { ...USUAL_KIT, ...change } })).toMatchObject({
      ok: false,
      problem: { code },
    });
  });

  it('a paper goes with the part that it was taken for', () => {
    const own = { ...USUAL_KIT, pieces: [{ ...piece, from: piece.id }] };
    const taken = after(after(start, { kind: 'set-kit', kit: own }).book, {
      kind: 'choose-paper',
      on: piece.id,
      chosen,
    });
    expect(taken.book.papers).toEqual({ ends: chosen });
    const shared = { ...own, pieces: [{ ...piece, id: 'other', from: piece.id }] };
    expect(after(taken.book, { kind: 'set-kit', kit: shared }).book.papers).toEqual({ ends: chosen });
    expect(after(taken.book, { kind: 'set-kit', kit: USUAL_KIT }).book.papers).toEqual({});
  });

  it('books from before have the usual kit and no paper yet', () => {
    const { kit: _, papers: __, versions: ___, printing, ...old } = start;
    const { creep: ____, printer: _____, onto: ______, ...printed } = printing;
    expect(migrateDocument({ ...old, printing: printed, version: 2 })).toEqual(start);
  });
});
