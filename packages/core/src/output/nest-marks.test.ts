import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { USUAL_PRINTING } from '../document/usual.ts';
import { toNm } from '../folding/laid-paper.ts';
import { planBook } from '../forms/planned-book.ts';
import { creepPerFolio } from '../pagination/creep.ts';
import { spineFolds } from '../folding/nest.ts';
import { mm } from '../units/nm.ts';
import { closedSize, gatherMarks, nestMarks, trimLines } from './nest-marks.ts';

const A4 = { width: mm(297), height: mm(210), fibre: 'any' as const };
const booklet = (pages: number, sections: number) => {
  const plan = planBook({ id: 'nested-booklet', parameters: { pages, sections } }, A4);
  if (!plan.ok) throw new Error('does not fold');
  return plan.value;
};
const topOf = (item: ReturnType<typeof gatherMarks>[number]['item']) =>
  'points' in item ? Math.min(...item.points.map(({ y }) => y)) : NaN;

describe('marks to gather by', () => {
  it('stand on the outside of each section, over its fold, each begun where the last one ends, all on the sheet', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 100 }), fc.integer({ min: 2, max: 24 }), (folios, sections) => {
        const plan = booklet(4 * folios, sections);
        const marks = gatherMarks(plan, USUAL_PRINTING);
        expect(marks).toHaveLength(Math.min(folios, sections));
        marks.forEach(({ sheet, item }, k) => {
          expect(spineFolds(plan).find((one) => one.sheet === sheet)!.folio).toBe(0);
          const points = 'points' in item ? item.points : [];
          const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
          expect((Math.min(...xs) + Math.max(...xs)) / 2).toBe(toNm(plan.run.laid, plan.run.laid.sheets[0]!.width / 2));
          if (k > 0)
            expect(Math.min(...ys)).toBeCloseTo(
              Math.max(...(marks[k - 1]!.item as { points: { y: number }[] }).points.map(({ y }) => y)),
              -2,
            );
          expect(Math.max(...ys)).toBeLessThan(A4.height);
        });
      }),
      { numRuns: 40 },
    );
  });

  it('prove the order: two sections exchanged, one missing or one twice no longer run down by equal steps', () => {
    const tops = gatherMarks(booklet(80, 5), USUAL_PRINTING).map(({ item }) => topOf(item));
    const step = tops[1]! - tops[0]!;
    const isStair = (order: readonly number[]) =>
      order.length === tops.length && order.every((k, i) => Math.abs(tops[k]! - (tops[0]! + i * step)) < 10);
    expect(isStair([0, 1, 2, 3, 4])).toBe(true);
    for (const wrong of [
      [0, 2, 1, 3, 4],
      [0, 1, 2, 4],
      [0, 1, 1, 3, 4],
      [4, 3, 2, 1, 0],
    ])
      expect(isStair(wrong)).toBe(false);
  });

  it('are left out for one section, or where the maker wants none', () => {
    expect(gatherMarks(booklet(80, 1), USUAL_PRINTING)).toEqual([]);
    expect(gatherMarks(booklet(80, 3), { gatherMarks: false })).toEqual([]);
  });
});

describe('the fore-edge trimmed', () => {
  it('is one straight cut through the closed nest: on folio i it stands w − t − (i − 1)·c from the fold, on both faces', () => {
    const plan = booklet(48, 2);
    const printing = {
      ...USUAL_PRINTING,
      trim: mm(3),
      creep: { ...USUAL_PRINTING.creep, model: 'crisp' as const, thickness: mm(0.15) },
    };
    for (let sheet = 0; sheet < plan.run.laid.sheets.length; sheet++) {
      const [left, right] = trimLines(plan, printing, sheet).map(({ at }) => at);
      const fold = A4.width / 2;
      const from = plan.reading.width - mm(3) - spineFolds(plan)[sheet]!.folio * creepPerFolio(printing.creep);
      expect([fold - left!, right! - fold]).toEqual([from, from]);
      const xs = (side: 'A' | 'B') =>
        nestMarks(plan, printing, sheet, side).flatMap((item) => (item.kind === 'line' ? [item.points[0]!.x] : []));
      expect(xs('B').map((x) => A4.width - x)).toEqual(xs('A'));
    }
    expect(trimLines(plan, { ...printing, trim: mm(0) }, 0)).toEqual([]);
  });

  it('head and tail are cut off every leaf, wherever its head lies on the sheet, and the closed book is so much smaller', () => {
    const section = planBook({ id: 'right-angle-section', parameters: { folds: 2, first: 'along' } }, A4);
    if (!section.ok) throw new Error('does not fold');
    const printing = { ...USUAL_PRINTING, trim: mm(2), trimHead: mm(3), trimTail: mm(4) };
    const lines = trimLines(section.value, printing, 0).filter(({ axis }) => axis === 'horizontal');
    // The far row stands head down, the near one head up: their heads meet at the middle fold.
    const at = [...new Set(lines.map((line) => line.at))].sort((a, b) => a - b);
    expect(at).toEqual([mm(4), mm(102), mm(108), mm(206)]);
    const { width, height } = section.value.reading;
    expect(closedSize(section.value, printing)).toEqual({ width: width - mm(2), height: height - mm(7) });
  });
});
