import fc from 'fast-check';
import { expect, it } from 'vitest';
import { areSheetsOf, readSheetRanges, sheetsIn } from './sheet-ranges.ts';

it('sheets written as makers write them come out as those sheets, however they are spaced', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: 1, max: 40 }), { minLength: 1 }),
      fc.constantFrom('', ' '),
      fc.constantFrom('-', '–'),
      (sheets, space, dash) => {
        const text = sheets
          .map((n, i) => (i % 3 === 0 ? `${n}${space}${dash}${space}${n}` : String(n)))
          .join(`,${space}`);
        expect(sheetsIn(readSheetRanges(text)!, 40)).toEqual(sheets.map((n) => n - 1).sort((a, b) => a - b));
        expect(areSheetsOf(text, 40)).toBe(true);
        expect(areSheetsOf(text, Math.max(...sheets) - 1)).toBe(false);
      },
    ),
  );
});

it('what names no sheet is not taken for one', () => {
  for (const text of ['', 'two', '0', '3-2', '1,', '-1', '1.5']) expect(areSheetsOf(text, 9)).toBe(false);
});
