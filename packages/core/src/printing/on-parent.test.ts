import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mm, nm } from '../units/nm.ts';
import { cellCorner, gridOnParent } from './on-parent.ts';
import { checkPrinter, correctionFor, flipForPass, type PrinterDraft } from '../printer/printer.ts';

const size = (width: number, height: number) => ({ width: mm(width), height: mm(height) });
const cases = fc.record({
  w: fc.integer({ min: 80, max: 400 }),
  h: fc.integer({ min: 80, max: 400 }),
  W: fc.integer({ min: 100, max: 1000 }),
  H: fc.integer({ min: 100, max: 1000 }),
  bleed: fc.integer({ min: 0, max: 5 }),
  most: fc.integer({ min: 1, max: 20 }),
});

describe('sheets on larger paper', () => {
  it('lie inside it, apart by twice the bleed, in its middle, no more than are of use', () => {
    fc.assert(
      fc.property(cases, ({ w, h, W, H, bleed, most }) => {
        const grid = gridOnParent(size(w, h), size(W, H), mm(bleed), most);
        const fits = (w <= W && h <= H) || (w <= H && h <= W);
        expect(grid !== undefined).toBe(fits);
        if (!grid) return;
        const { columns, rows, left, top, stepX, stepY, paper } = grid;
        expect((rows - 1) * columns).toBeLessThan(most);
        expect([paper.width, paper.height].sort()).toEqual([mm(W), mm(H)].sort());
        // Marks have room where that costs no sheet; else neighbours keep just what bleeds apart.
        for (const [step, side, room, count] of [
          [stepX, mm(w), paper.width, columns],
          [stepY, mm(h), paper.height, rows],
        ] as const) {
          const [close, apart] = [2 * mm(bleed), 2 * mm(bleed + 4.5)];
          expect([side + close, side + apart]).toContain(step);
          if (step === side + close) expect(count * (side + apart) - apart).toBeGreaterThan(room);
        }
        const right = paper.width - (left + (columns - 1) * stepX + mm(w));
        const below = paper.height - (top + (rows - 1) * stepY + mm(h));
        expect(left).toBeGreaterThanOrEqual(0);
        expect([right, below]).toEqual([left, top]);
      }),
      { numRuns: 300 },
    );
  });

  it('back to back: turned over like a page, each cell’s back lies behind its front', () => {
    fc.assert(
      fc.property(cases, ({ w, h, W, H, bleed, most }) => {
        const at = most % 2 ? ('middle' as const) : ('left-edge' as const);
        const grid = gridOnParent(size(w, h), { ...size(W, H), at }, mm(bleed), most);
        fc.pre(grid !== undefined);
        if (at === 'left-edge') expect(cellCorner(grid!, 0, 'A').x).toBe(mm(bleed));
        for (let k = 0; k < grid!.columns * grid!.rows; k++) {
          const [front, back] = [cellCorner(grid!, k, 'A'), cellCorner(grid!, k, 'B')];
          expect(back.y).toBe(front.y);
          expect(grid!.paper.width - back.x - mm(w)).toBe(front.x);
        }
      }),
      { numRuns: 100 },
    );
  });
});

describe('what a test print shows', () => {
  it('is made up for: a line that came out short comes out at 100 mm, a cross that stood aside in the middle', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 95, max: 105, noNaN: true }),
        fc.double({ min: 95, max: 105, noNaN: true }),
        fc.integer({ min: -8, max: 8 }),
        fc.integer({ min: -8, max: 8 }),
        fc.constantFrom('A' as const, 'B' as const),
        (acrossMm, downMm, right, down, side) => {
          const shift = { right: mm(right), down: mm(down) };
          const none = { right: mm(0), down: mm(0) };
          const measured = {
            across: nm(acrossMm * 1e6),
            down: nm(downMm * 1e6),
            front: side === 'A' ? shift : none,
            back: side === 'B' ? shift : none,
          };
          // The printer draws (x, y), from the paper's middle, at (x·a + r, y·d + s).
          const print = (x: number, y: number) => [
            (x * measured.across) / mm(100) + shift.right,
            (y * measured.down) / mm(100) + shift.down,
          ];
          const made = correctionFor(measured, side);
          const corrected = (x: number, y: number) => print(x * made.scaleX + made.right, y * made.scaleY + made.down);
          for (const [x, y] of [
            [0, 0],
            [mm(50), mm(-70)],
          ] as const)
            corrected(x, y).forEach((value, i) => expect(Math.abs(value - [x, y][i]!)).toBeLessThan(2));
        },
      ),
    );
  });
});

describe('a printer', () => {
  const draft: PrinterDraft = {
    name: ' Wheelhouse ',
    duplex: 'none',
    twoPass: { move: 'as-it-came', order: 'outermost-first', turned: false },
    unprintable: { top: mm(4), right: mm(4), bottom: mm(4), left: mm(4) },
    measured: null,
  };
  it('is kept under its tidied name, unless it contradicts itself', () => {
    expect(checkPrinter(draft)).toMatchObject({ ok: true, value: { name: 'Wheelhouse' } });
    expect(checkPrinter({ ...draft, name: '  ' })).toMatchObject({
      ok: false,
      problem: { code: 'printer-name-empty' },
    });
    expect(checkPrinter({ ...draft, twoPass: null })).toMatchObject({
      ok: false,
      problem: { code: 'printer-cannot-print-backs' },
    });
    expect(checkPrinter({ ...draft, duplex: 'long-edge', twoPass: null }).ok).toBe(true);
  });

  it('turned like a page a landscape sheet goes about its short edge, a portrait one about its long edge', () => {
    const two = draft.twoPass!;
    expect(flipForPass(size(297, 210), two)).toBe('short-edge');
    expect(flipForPass(size(210, 297), two)).toBe('long-edge');
    expect(flipForPass(size(297, 210), { ...two, turned: true })).toBe('long-edge');
    expect(flipForPass(size(210, 297), { ...two, turned: true })).toBe('short-edge');
  });
});
