import { describe, expect, it } from 'vitest';
import { USUAL_KIT, type Kit, type KitPiece } from '../document/kit.ts';
import type { PartPlan } from '../folding/assembly.ts';
import { runSteps } from '../folding/run.ts';
import { mm } from '../units/nm.ts';
import { planBook } from '../forms/planned-book.ts';
import { printLayout } from '../printing/print-layout.ts';
import { USUAL_PRINTING } from '../document/usual.ts';
import { cutTogether, neededPieces, ownSheets, sheetsForEdition } from './kit.ts';

const sheet = { width: mm(200), height: mm(150), fibre: 'any' as const };
const flat = (width: number, height: number) => ({ width: mm(width), height: mm(height), columns: 1, rows: 1 });
const parts: readonly PartPlan[] = [
  { part: 'folios', sheets: [flat(200, 150), flat(200, 150), flat(180, 150)], printed: ['A', 'B'] },
  { part: 'cover', sheets: [flat(206, 156)], printed: ['A'], paper: 'its-own' },
];
const run = runSteps(parts, []);
if (!run.ok) throw new Error(run.problem.code);
const book = { sheet, run: run.value, reading: { spineAxis: 'vertical' } } as Parameters<typeof neededPieces>[0];

const piece = (id: string, on: KitPiece['on'], from: string): KitPiece => ({
  id,
  name: id,
  width: mm(100),
  height: mm(150),
  grain: 'along-height',
  each: 2,
  on,
  from,
  note: '',
});
const kit = (pieces: readonly KitPiece[], copies = 10): Kit => ({ ...USUAL_KIT, copies, pieces });
const needed = (of: Kit, slot: string) => neededPieces(book, of, slot).map(({ id, needed: count }) => [id, count]);

describe('what is cut from one paper', () => {
  it('the book’s sheets by part: one with a paper of its own stands apart, with its own spares', () => {
    expect(ownSheets(book).map(({ id, from, each }) => [id, from, each])).toEqual([
      ['sheet cover', 'cover', 1],
      ['sheet', 'text', 2],
      ['sheet 2', 'text', 1],
    ]);
    // 30 folios and a tenth more; 10 covers and 2 more.
    expect(sheetsForEdition(book, kit([]))).toEqual({ copies: 40, withSpares: 45 });
    expect(needed(kit([]), 'text')).toEqual([
      ['sheet', 22],
      ['sheet 2', 11],
    ]);
    expect(needed(kit([]), 'cover')).toEqual([['sheet cover', 12]]);
  });

  it('pieces of a kind together, unless one asks for a paper of its own, which others may share', () => {
    const of = kit([
      piece('ends', 'text', 'text'),
      piece('marbled', 'text', 'marbled'),
      piece('band', 'text', 'marbled'),
      piece('board', 'board', 'board'),
    ]);
    expect(
      cutTogether(book, of).map(({ slot, kind, own, pieces }) => [slot, kind, own.length, pieces.map(({ id }) => id)]),
    ).toEqual([
      ['text', 'text', 2, ['ends']],
      ['cover', 'text', 1, []],
      ['marbled', 'text', 0, ['marbled', 'band']],
      ['board', 'board', 0, ['board']],
    ]);
    expect(needed(of, 'marbled')).toEqual([
      ['marbled', 22],
      ['band', 22],
    ]);
    expect(needed(of, 'text').map(([id]) => id)).toEqual(['sheet', 'sheet 2', 'ends']);
    // Every piece is cut once, whatever is cut together.
    const all = cutTogether(book, of).flatMap(({ slot }) => needed(of, slot).map(([id]) => id));
    expect(all.toSorted()).toEqual(['band', 'board', 'ends', 'marbled', 'sheet', 'sheet 2', 'sheet cover']);
  });

  it('hinge strips of a concertina stand apart, with a paper of their own, and are no sheets that are printed', () => {
    const settings = { panels: 12, panelWidth: mm(90), panelHeight: mm(120), joint: 'hinge-strip', side: 'anywhere' };
    const made = planBook(
      { id: 'concertina', parameters: settings },
      { width: mm(400), height: mm(600), fibre: 'along-height' },
    );
    if (!made.ok) throw new Error(made.problem.code);
    const own = ownSheets(made.value);
    // 400 mm take four panels: three strips alike, two hinges.
    expect(own.map(({ id, each, from, printed }) => [id, each, from, printed])).toEqual([
      ['sheet 1', 3, 'text', true],
      ['sheet hinges', 2, 'hinges', false],
    ]);
    expect(sheetsForEdition(made.value, kit([], 10)).copies).toBe(30);
    expect(printLayout(made.value, { printing: USUAL_PRINTING }, 0)!.papers).toBe(3);
  });
});
