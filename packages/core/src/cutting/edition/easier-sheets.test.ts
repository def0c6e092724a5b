import { expect, it } from 'vitest';
import { mm } from '../../units/nm.ts';
import type { Column } from './columns.ts';
import { easierSheets } from './easier-sheets.ts';
import { prepareEdition } from './edition-task.ts';
import { countPieces, type Pattern } from '../pattern.ts';
import { labourOfAll } from './sheets-cut.ts';

const NONE = { left: mm(0), right: mm(0), top: mm(0), bottom: mm(0) };

it('of sheets that hold the same takes those with fewer marks to set: two alike rather than two cut each in its way', () => {
  const prepared = prepareEdition({
    parents: [{ id: 'p', width: mm(100), height: mm(100), fibre: 'any', trims: NONE, price: 1 }],
    pieces: [
      { id: 'half', width: mm(100), height: mm(50), grain: 'along-width', needed: 2 },
      { id: 'quarter', width: mm(50), height: mm(50), grain: 'any', needed: 4 },
    ],
    gap: mm(0),
  });
  if (!prepared.ok) throw new Error(prepared.problem.code);
  const piece = (i: number): Pattern => ({
    kind: 'piece',
    size: prepared.value.prepared[0]!.sizes.find((size) => size.piece === i)!,
  });
  const cut = (kind: 'upright' | 'level', first: Pattern, second: Pattern): Pattern => ({
    kind,
    at: mm(50),
    first,
    second,
  });
  const sheet = (pattern: Pattern): Column => ({ parent: 0, counts: countPieces(pattern, 2), pattern: () => pattern });
  const two = cut('upright', piece(1), piece(1));
  const halves = sheet(cut('level', piece(0), piece(0)));
  const quarters = sheet(cut('level', two, two));
  const mixed = sheet(cut('level', piece(0), two));
  const found = easierSheets(prepared.value, {
    used: [halves, quarters],
    patterns: [mixed, halves, quarters],
    worths: [2, 1],
    reach: [4],
  });
  // By hand: one cut and one mark for halves, three cuts and two marks for quarters; a half above two quarters takes two of either, and both sheets are marked alike.
  expect(found.map(({ times, plan }) => [times, plan.counts])).toEqual([[2, { half: 1, quarter: 2 }]]);
  expect(labourOfAll(found).slice(0, 2)).toEqual([4, 2]);
});
