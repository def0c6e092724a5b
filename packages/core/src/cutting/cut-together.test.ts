import { describe, expect, it } from 'vitest';
import { USUAL_KIT, type Kit, type KitPiece } from '../document/kit.ts';
import type { PartPlan } from '../folding/assembly.ts';
import { runSteps } from '../folding/run.ts';
import { mm } from '../units/nm.ts';
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
      ['sheet 3', 'text', 1],
    ]);
    // 30 folios and a tenth more; 10 covers and 2 more.
    expect(sheetsForEdition(book, kit([]))).toEqual({ copies: 40, withSpares: 45 });
    expect(needed(kit([]), 'text')).toEqual([
      ['sheet', 22],
      ['sheet 3', 11],
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
    expect(needed(of, 'text').map(([id]) => id)).toEqual(['sheet', 'sheet 3', 'ends']);
    // Every piece is cut once, whatever is cut together.
    const all = cutTogether(book, of).flatMap(({ slot }) => needed(of, slot).map(([id]) => id));
    expect(all.toSorted()).toEqual(['band', 'board', 'ends', 'marbled', 'sheet', 'sheet 3', 'sheet cover']);
  });
});
