import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nm } from '../units/nm.ts';
import { oneSheet } from './assembly.ts';
import { layPaper, toNm } from './laid-paper.ts';

describe('marks of equal parts', () => {
  it('round the position, never the step: they end at the sheet’s edge and none is off by more than half a nanometre', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20_000_000, max: 5_000_000_000 }),
        fc.integer({ min: 1, max: 64 }),
        (length, parts) => {
          const plan = { width: nm(length), height: nm(length), columns: parts, rows: 1 };
          const laid = layPaper(oneSheet(plan), []);
          const marks = laid.sheets[0]!.verticals.map((ticks) => toNm(laid, ticks));
          expect([marks[0], marks[parts]]).toEqual([0, length]);
          // In whole numbers: |parts · mark − k · length| ≤ parts / 2.
          marks.forEach((mark, k) => {
            const off = BigInt(parts) * BigInt(mark) - BigInt(k) * BigInt(length);
            expect(2n * (off < 0n ? -off : off) <= BigInt(parts)).toBe(true);
          });
        },
      ),
    );
  });
});
