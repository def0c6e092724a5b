import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planCutting } from '../cutting/cutting-plan.ts';
import { offcutUses } from '../cutting/offcut-use.ts';
import { mm } from '../units/nm.ts';
import { cuttingDrawing, cuttingLines, fibreOfPiece } from './cutting-drawing.ts';
import { placedItems, type DrawItem } from './drawing.ts';

const NONE = { left: mm(0), right: mm(0), top: mm(0), bottom: mm(0) };
const drawn = (w: number, h: number, a: number, b: number, trim = 0) => {
  const sheet = { width: mm(w), height: mm(h), fibre: 'along-height' as const };
  const trims = { ...NONE, left: mm(trim), top: mm(trim) };
  const plan = planCutting({
    parent: { id: 'p', ...sheet, trims },
    pieces: [{ id: 'leaf', width: mm(a), height: mm(b), grain: 'any' }],
    gap: mm(0),
  });
  if (!plan.ok) throw new Error(plan.problem.code);
  return { plan: plan.value, sheet, nameOf: () => 'leaf', offcutWords: () => 'left over' };
};
const spots = (item: DrawItem) => ('points' in item ? item.points : [item.at]);

describe('the drawing of a cutting plan', () => {
  const sizes = fc.record({
    w: fc.integer({ min: 200, max: 1000 }),
    h: fc.integer({ min: 200, max: 1000 }),
    a: fc.integer({ min: 60, max: 300 }),
    b: fc.integer({ min: 60, max: 300 }),
    trim: fc.integer({ min: 0, max: 9 }),
  });

  it('has an area for every piece and offcut, a line and a number for every cut, nothing outside the sheet', () => {
    fc.assert(
      fc.property(sizes, ({ w, h, a, b, trim }) => {
        const toDraw = drawn(w, h, a, b, trim);
        const { items, width, height } = cuttingDrawing(toDraw);
        const { pieces, offcuts, cuts } = toDraw.plan;
        const areas = items.filter(({ kind }) => kind === 'area');
        expect(areas).toHaveLength(1 + pieces.length + offcuts.length);
        const lines = items.filter((item) => item.kind === 'line' && (item.layer === 'cut' || item.layer === 'trim'));
        expect(lines).toHaveLength(cuts.length);
        const numbers = items.flatMap((item) => (item.kind === 'text' && /^\d+$/.test(item.text) ? [item.text] : []));
        for (let n = 1; n <= cuts.length; n++) expect(numbers).toContain(String(n));
        for (const { x, y } of items.flatMap(spots)) {
          expect(x).toBeGreaterThanOrEqual(0);
          expect(y).toBeGreaterThanOrEqual(0);
          expect(x).toBeLessThanOrEqual(width);
          expect(y).toBeLessThanOrEqual(height);
        }
      }),
      { numRuns: 40 },
    );
  });

  it('for a machine is lines alone: cuts, trims and the outline', () => {
    const { items } = cuttingLines(drawn(500, 700, 148, 210, 5));
    expect(items.every(({ kind }) => kind === 'line')).toBe(true);
    expect(new Set(items.map((item) => ('layer' in item ? item.layer : '')))).toEqual(new Set(['mark', 'trim', 'cut']));
  });

  it('shows the fibres of the sheet, and a piece that lies turned has them along its other side', () => {
    const { items } = cuttingDrawing(drawn(500, 700, 148, 210));
    const fibres = items.filter((item) => item.kind === 'line' && item.layer === 'fibre');
    expect(fibres.length).toBeGreaterThan(50);
    for (const fibre of fibres) {
      const [from, to] = spots(fibre) as [{ x: number; y: number }, { x: number; y: number }];
      expect(from.x).toBe(to.x);
    }
    expect([fibreOfPiece('along-height', false), fibreOfPiece('along-height', true)]).toEqual([
      'along-height',
      'along-width',
    ]);
  });

  it('placed in another drawing keeps its proportions', () => {
    const { items } = cuttingDrawing(drawn(500, 700, 148, 210));
    const placed = placedItems(items, 0.25, mm(20), mm(30));
    items.forEach((item, i) => {
      const before = spots(item);
      spots(placed[i]!).forEach(({ x, y }, k) => {
        expect(x).toBeCloseTo(before[k]!.x * 0.25 + mm(20), 3);
        expect(y).toBeCloseTo(before[k]!.y * 0.25 + mm(30), 3);
      });
    });
  });
});

describe('what an offcut is good for', () => {
  const page = { width: mm(105), height: mm(148) };
  it.each([
    [300, 160, ['endpapers', 'hinge-strips', 'bookmarks', 'swatches']],
    [25, 400, ['hinge-strips']],
    [50, 130, ['bookmarks', 'swatches']],
    [45, 45, ['swatches']],
    [10, 900, ['scrap']],
  ])('%d × %d', (width, height, uses) => {
    expect(offcutUses({ width: mm(width), height: mm(height) }, page)).toEqual(uses);
    expect(offcutUses({ width: mm(height), height: mm(width) }, page)).toEqual(uses);
  });
});
