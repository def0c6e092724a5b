import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { USUAL_PRINTING } from '../document/usual.ts';
import type { Printing } from '../document/printing.ts';
import { planBook, type FoldedBook } from '../forms/planned-book.ts';
import { printLayout } from '../printing/print-layout.ts';
import { mm } from '../units/nm.ts';
import { cutMarks } from './cut-marks.ts';
import type { DrawItem } from './drawing.ts';

const planned = (id: string, parameters: object, width = 297, height = 210): FoldedBook => {
  const plan = planBook({ id, parameters: { ...parameters } }, { width: mm(width), height: mm(height), fibre: 'any' });
  if (!plan.ok) throw new Error(plan.problem.code);
  return plan.value;
};
const spots = (item: DrawItem): readonly { x: number; y: number }[] =>
  item.kind === 'line'
    ? item.points
    : item.kind === 'text'
      ? [item.at, { x: item.at.x + 6 * item.size, y: item.at.y - item.size }]
      : [];

describe('marks outside a sheet', () => {
  it('never stand on a neighbour, nor inside the sheet that they belong to', () => {
    const sizes = fc.record({
      w: fc.integer({ min: 90, max: 300 }),
      h: fc.integer({ min: 90, max: 220 }),
      W: fc.integer({ min: 200, max: 900 }),
      H: fc.integer({ min: 200, max: 900 }),
    });
    fc.assert(
      fc.property(
        sizes,
        fc.integer({ min: 0, max: 4 }),
        fc.integer({ min: 1, max: 9 }),
        ({ w, h, W, H }, bleed, copies) => {
          const plan = planned('nested-booklet', { pages: 16 }, w, h);
          const printing: Printing = {
            ...USUAL_PRINTING,
            trim: mm(2),
            onto: { width: mm(W), height: mm(H), at: 'middle' },
          };
          const layout = printLayout(plan, { printing, kit: { copies } }, mm(bleed));
          fc.pre(layout !== undefined);
          for (const side of ['A', 'B'] as const) {
            const cells = Array.from({ length: layout!.sheetsEach }, (_, k) =>
              layout!.cells(k, side, k).map((cell) => ({ ...cell, k })),
            ).flat();
            for (const { x, y, room, k } of cells)
              for (const item of cutMarks(plan, printing, { sheet: k, side }, mm(bleed), room))
                for (const spot of spots(item)) {
                  const [px, py] = [x + spot.x, y + spot.y];
                  const over = (cell: { x: number; y: number }) =>
                    px > cell.x - mm(bleed) + 1 &&
                    px < cell.x + mm(w + bleed) - 1 &&
                    py > cell.y - mm(bleed) + 1 &&
                    py < cell.y + mm(h + bleed) - 1;
                  expect(cells.some(over)).toBe(false);
                }
          }
        },
      ),
      { numRuns: 120 },
    );
  });

  it('tick upright and level folds, cuts at the edges, and a folio that is narrower where it ends', () => {
    const room = { left: mm(20), right: mm(20), top: mm(20), bottom: mm(20) };
    const ticks = (plan: FoldedBook, sheet: number, side: 'A' | 'B') => {
      const lines = cutMarks(plan, USUAL_PRINTING, { sheet, side }, 0, room).flatMap((one) =>
        one.kind === 'line' ? [one.points] : [],
      );
      const places = (upright: boolean) =>
        lines.filter(([a, b]) => (a!.x === b!.x) === upright).map(([a]) => (upright ? a!.x : a!.y) / 1e6);
      const counted = (all: readonly number[]) =>
        Object.fromEntries(
          [...new Set(all)].sort((a, b) => a - b).map((at) => [at, all.filter((one) => one === at).length]),
        );
      return { upright: counted(places(true)), level: counted(places(false)) };
    };
    // A cut is one stroke at either end, a fold is broken in two.
    expect(ticks(planned('right-angle-section', { folds: 3 }, 400, 300), 0, 'A')).toEqual({
      upright: { 0: 2, 100: 4, 200: 4, 300: 4, 400: 2 },
      level: { 0: 2, 150: 4, 300: 2 },
    });
    // A page, 142.33 mm; the folio with a flap takes all 420 mm, the plain one two pages.
    const flaps = planned('fold-out-booklet', { flaps: ['none', 'right'] }, 420, 200);
    const leaf = flaps.reading.width / 1e6;
    expect(Object.keys(ticks(flaps, 0, 'A').upright).map(Number)).toEqual(
      [0, leaf, 2 * leaf].map((at) => expect.closeTo(at, 5) as number),
    );
    expect(Object.keys(ticks(flaps, 0, 'B').upright).map(Number)).toEqual(
      [420 - 2 * leaf, 420 - leaf, 420].map((at) => expect.closeTo(at, 5) as number),
    );
  });
});

describe('copies on larger paper', () => {
  const plan = planned('nested-booklet', { pages: 20 });
  const on = (copies: number, W: number, H: number) => {
    const printing: Printing = { ...USUAL_PRINTING, onto: { width: mm(W), height: mm(H), at: 'middle' } };
    const { sheetsEach, copiesEach, papers, runs } = printLayout(plan, { printing, kit: { copies } }, 0)!;
    return { sheetsEach, copiesEach, papers, runs, all: papers * runs };
  };
  it('are paired with copies, so that five sheets two to a paper leave nothing empty', () => {
    expect(on(1, 420, 297)).toEqual({ sheetsEach: 2, copiesEach: 1, papers: 3, runs: 1, all: 3 });
    expect(on(10, 420, 297)).toEqual({ sheetsEach: 1, copiesEach: 2, papers: 5, runs: 5, all: 25 });
  });
  it('never take more papers than any other pairing', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 40 }),
        fc.constantFrom([420, 297], [594, 420], [700, 1000]),
        (copies, [W, H]) => {
          const { all, sheetsEach, copiesEach } = on(copies, W!, H!);
          const each = on(1_000, W!, H!).copiesEach * on(1_000, W!, H!).sheetsEach;
          for (let r = 1; r <= Math.min(each, copies); r++)
            expect(all).toBeLessThanOrEqual(Math.ceil(5 / Math.floor(each / r)) * Math.ceil(copies / r));
          expect(sheetsEach * copiesEach).toBeLessThanOrEqual(each);
        },
      ),
    );
  });
});
