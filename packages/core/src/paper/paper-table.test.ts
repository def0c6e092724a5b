import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readPaperTable } from './paper-table.ts';
import { readPagePlan } from '../output/read-page-plan.ts';

const cell = fc.oneof(
  fc.string({ unit: 'grapheme', maxLength: 12 }),
  fc.constantFrom(
    '',
    ' ',
    'name',
    'Width (mm)',
    'height in',
    'page',
    '(',
    ')',
    '()',
    '½',
    '§',
    '紙',
    'größe',
    '__proto__',
    'constructor',
    '12',
    '3 1/2 in',
    '-',
    '€',
  ),
);
const table = fc.array(fc.array(cell, { maxLength: 6 }), { maxLength: 5 });

describe('a table from a spreadsheet', () => {
  it('of whatever headings and cells is read or refused, and never anything else', () => {
    fc.assert(
      fc.property(table, fc.constantFrom('mm' as const, 'in' as const), (rows, unit) => {
        const papers = readPaperTable(rows, unit, () => 'o');
        expect(papers.ok || papers.problem.code).toBeTruthy();
        const plan = readPagePlan(rows);
        expect(plan.ok || plan.problem.code).toBeTruthy();
      }),
      { numRuns: 3000 },
    );
  });

  it.each(['', '紙名', '§', '(mm)', '—', '½'])(
    'with a heading like “%s” beside the others is read all the same',
    (odd) => {
      const read = readPaperTable(
        [
          ['name', odd, 'width', 'height'],
          ['Mill ends', 'x', '500', '700'],
        ],
        'mm',
        () => 'o',
      );
      expect(read.ok && read.value[0]?.name).toBe('Mill ends');
    },
  );
});
