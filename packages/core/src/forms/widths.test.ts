import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mm, type Nm } from '../units/nm.ts';
import { foldOutBooklet, foldOutWidths } from './fold-out-booklet.ts';
import { foliosOfSections } from './nested-booklet.ts';
import { withoutBlanks } from './without-blanks.ts';
import { panelsAcross, plainFold } from './plain-fold.ts';
import { planBook } from './planned-book.ts';

const sheetOf = (width: Nm) => ({ width, height: mm(210), fibre: 'any' as const });
const widths = fc.integer({ min: 200_000_000, max: 1_200_000_000 }).map((n) => n as Nm);
const sum = (parts: readonly number[]) => parts.reduce((all, one) => all + one, 0);

describe('plain folds', () => {
  it('A4 rolled in three: 100 / 100 / 97, as makers cut it', () => {
    const p = plainFold.parameters.parse({ fold: 'roll', narrower: mm(3) });
    expect(panelsAcross(p, { width: mm(297) })).toEqual([mm(100), mm(100), mm(97)]);
  });

  it('take up the whole width: a roll’s panels narrower by just the allowance, a gate’s flaps short of the middle by it', () => {
    fc.assert(
      fc.property(
        widths,
        fc.constantFrom('roll', 'gate'),
        fc.integer({ min: 3, max: 8 }),
        fc.integer({ min: 0, max: 3_000_000 }),
        (width, fold, panels, by) => {
          const p = plainFold.parameters.parse({ fold, panels, narrower: by, shortOfMiddle: by });
          const parts = panelsAcross(p, { width }) as readonly Nm[];
          expect(sum(parts)).toBe(width);
          if (fold === 'roll') {
            expect(parts[0]! - parts[1]!).toBeLessThan(panels);
            parts.slice(2).forEach((one, i) => expect(parts[i + 1]! - one).toBe(by));
          } else {
            // Measured as a maker does: folded over, the left flap's edge lies at twice its width from the left end.
            expect(Math.abs(width / 2 - 2 * parts[0]! - by)).toBeLessThan(3);
            expect(parts[2]).toBe(parts[0]);
          }
        },
      ),
    );
  });

  it('every panel folded in stays inside the closed leaflet', () => {
    fc.assert(
      fc.property(widths, fc.constantFrom('roll', 'gate'), fc.integer({ min: 3, max: 6 }), (width, fold, panels) => {
        const parameters = { fold, panels, narrower: mm(1), shortOfMiddle: mm(1) };
        const plan = planBook({ id: 'plain-fold', parameters }, sheetOf(width));
        fc.pre(plan.ok);
        if (plan.ok)
          expect(plan.value.reading.width).toBe(
            Math.max(...(panelsAcross(plainFold.parameters.parse(parameters), { width }) as readonly Nm[])),
          );
      }),
      { numRuns: 40 },
    );
  });

  it('panels narrowed away are refused with the panel and its width', () => {
    expect(
      planBook({ id: 'plain-fold', parameters: { fold: 'roll', panels: 8, narrower: mm(5) } }, sheetOf(mm(200))),
    ).toMatchObject({
      ok: false,
      problem: { code: 'panel-too-narrow' },
    });
  });
});

describe('fold-outs', () => {
  const flaps = fc.array(fc.constantFrom('none', 'left', 'right', 'both'), { minLength: 1, maxLength: 8 });
  it('are as wide as they can be: fold inside the fore-edge, free edge clear of the gutter, the widest folio on the sheet', () => {
    fc.assert(
      fc.property(
        flaps,
        widths,
        fc.integer({ min: 0, max: 5_000_000 }),
        fc.integer({ min: 3_000_000, max: 9_000_000 }),
        (each, width, inset, clearance) => {
          const p = foldOutBooklet.parameters.parse({ flaps: each, inset, clearance });
          const { leaf, carrier, flap } = foldOutWidths(p, { width });
          expect([leaf - carrier, carrier - flap]).toEqual([inset, clearance]);
          const plan = planBook({ id: 'fold-out-booklet', parameters: p }, sheetOf(width));
          if (!plan.ok) throw new Error(plan.problem.code);
          expect(Math.abs(plan.value.reading.width - leaf)).toBeLessThanOrEqual(
            each.every((one) => one === 'both') ? inset : 0,
          );
          const ends = plan.value.run.laid.sheets.map(({ verticals }) => verticals.at(-1)! / plan.value.run.laid.scale);
          for (const end of ends) expect(end).toBeLessThanOrEqual(width);
          // Nothing but what does not divide is left of the widest.
          expect(width - Math.max(...ends)).toBeLessThan(4);
          // Pages with and without: four a folio, two more a flap.
          const letters = plan.value.reading.pages.filter(({ letter }) => letter).length;
          expect(plan.value.reading.pages.length - letters).toBe(4 * each.length);
          expect(letters).toBe(2 * sum(each.map((one) => (one === 'none' ? 0 : one === 'both' ? 2 : 1))));
        },
      ),
      { numRuns: 60 },
    );
  });

  it('a flap wider than its leaf allows is refused with the most that it may be', () => {
    const choice = { id: 'fold-out-booklet', parameters: { flaps: ['right'], flapWidth: mm(150) } };
    expect(planBook(choice, sheetOf(mm(420)))).toMatchObject({
      ok: false,
      problem: { code: 'flap-wider-than-leaf', flap: mm(150) },
    });
  });
});

describe('folios of sections', () => {
  it('are all there, differ by one at most, the thicker sections first, never more sections than folios', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 400 }), fc.integer({ min: 1, max: 24 }), (pages, sections) => {
        const folios = foliosOfSections({ pages, sections });
        expect(sum(folios)).toBe(Math.ceil(pages / 4));
        expect(folios.length).toBe(Math.min(sections, Math.ceil(pages / 4)));
        expect(folios[0]! - folios.at(-1)!).toBeLessThanOrEqual(1);
        expect([...folios].sort((a, b) => b - a)).toEqual(folios);
      }),
    );
  });

  it('counts near one that leaves blanks: the one below and the one above, with their sheets', () => {
    const near = (pages: number) => {
      const plan = planBook({ id: 'nested-booklet', parameters: { pages } }, sheetOf(mm(297)));
      if (!plan.ok) throw new Error(plan.problem.code);
      return withoutBlanks(plan.value).map((one) => [one.form.parameters.pages, one.pages, one.sheets]);
    };
    expect(near(10)).toEqual([
      [8, 8, 2],
      [12, 12, 3],
    ]);
    expect([near(3), near(12)]).toEqual([[[4, 4, 1]], []]);
  });

  it.each([0, 401, 2.5, 'many'])('%s pages are refused by name', (pages) => {
    expect(planBook({ id: 'nested-booklet', parameters: { pages } }, sheetOf(mm(297)))).toMatchObject({
      ok: false,
      problem: { code: 'parameter-out-of-range', name: 'pages' },
    });
  });

  it.each([1, 2, 3])('%d pages make one folio with blanks', (pages) => {
    const plan = planBook({ id: 'nested-booklet', parameters: { pages } }, sheetOf(mm(297)));
    expect(plan.ok && [plan.value.run.laid.sheets.length, plan.value.reading.pages.length]).toEqual([1, 4]);
  });
});
