import { describe, expect, it } from 'vitest';
import { mm } from '../units/nm.ts';
import { planBook } from '../forms/planned-book.ts';
import { readBook } from './read-book.ts';
import type { CoverHold, SheetSide } from './hold.ts';
import { pageLabel } from './reading.ts';
import { runOnSheet } from '../../test/run-on-sheet.ts';
import type { Step } from './step.ts';

const A4 = { width: mm(297), height: mm(210), fibre: 'any' as const };
const half = (axis: 'vertical' | 'horizontal', direction: 'valley' | 'mountain' = 'valley'): Step => ({
  kind: 'fold',
  purpose: 'halve',
  axis,
  at: { share: [1, 2] },
  direction,
  moving: 'after',
});

function read(columns: number, rows: number, steps: readonly Step[], hold: CoverHold, printed: readonly SheetSide[]) {
  const run = runOnSheet({ width: A4.width, height: A4.height, columns, rows }, steps, printed);
  if (!run.ok) throw new Error(run.problem.code);
  const reading = readBook(run.value, hold);
  return {
    run: run.value,
    problem: reading.ok ? undefined : reading.problem,
    reading: reading.ok ? reading.value : undefined,
  };
}

const cover = (panel: string, side: SheetSide, reading: CoverHold['reading'] = 'left-to-right'): CoverHold => ({
  kind: 'cover',
  cover: { panel, side },
  up: 'north',
  reading,
});

describe('a sheet folded once is a folio', () => {
  // Right half over left, printed both sides: the back of the right half lies on top, the fold is at its right.
  const steps = [half('vertical')];

  it('has four pages: cover, one opening that is one piece of paper, back', () => {
    const { reading, run } = read(2, 1, steps, cover('r1c2', 'B', 'right-to-left'), ['A', 'B']);
    const label = (page: number) => {
      const { panel, side } = reading!.pages[page]!.face;
      return run.laid.panels[panel]!.label + side;
    };
    expect(reading!.pages.map((_, i) => label(i))).toEqual(['r1c2B', 'r1c2A', 'r1c1A', 'r1c1B']);
    expect(reading!.gaps).toMatchObject([{ kind: 'opening', edges: ['spine'] }]);
    expect(reading!.leaves).toBe(2);
  });

  it('opens round its fore-edge when it is read the other way', () => {
    const { reading } = read(2, 1, steps, cover('r1c2', 'B'), ['A', 'B']);
    expect(reading!.gaps).toMatchObject([{ kind: 'fold-out', edges: ['fore-edge'] }]);
    expect(reading!.views.map(({ left, right }) => [left, right])).toEqual([
      [null, 0],
      [1, 2],
      [3, null],
    ]);
  });

  it('says so when the cover lies inside', () => {
    expect(read(2, 1, steps, cover('r1c2', 'A'), ['A']).problem).toEqual({ code: 'cover-inside', panel: 'r1c2' });
    expect(read(2, 1, steps, cover('r9c9', 'A'), ['A']).problem).toEqual({ code: 'no-such-cover', panel: 'r9c9' });
  });
});

describe('bolts', () => {
  it('folded twice at right angles, the tails are shut: pages that can never be seen are a problem, named', () => {
    const steps = [half('horizontal'), half('vertical')];
    const shut = read(2, 2, steps, cover('r1c2', 'B', 'right-to-left'), ['A', 'B']);
    expect(shut.problem).toMatchObject({ code: 'page-unreachable', edges: expect.arrayContaining(['spine', 'tail']) });
    // Printed on the outside alone, nothing is lost.
    expect(read(2, 2, steps, cover('r1c2', 'B', 'right-to-left'), ['B']).reading?.pages).toHaveLength(4);
  });

  it('an open sheet is no pile, and standing paper no book', () => {
    expect(read(2, 1, [], cover('r1c1', 'A'), ['A']).problem).toMatchObject({ code: 'not-one-pile', panel: 'r1c2' });
    const standing: Step = {
      kind: 'collapse',
      purpose: 'collapse',
      bends: [{ crease: { axis: 'vertical', line: 1 }, to: 'valley', degrees: 90 }],
    };
    expect(read(2, 1, [standing], cover('r1c1', 'A'), ['A']).problem).toEqual({ code: 'still-standing' });
  });
});

describe('page labels', () => {
  const planned = (id: string, parameters: Record<string, unknown> = {}) => {
    const plan = planBook({ id, parameters }, A4);
    if (!plan.ok) throw new Error(plan.problem.code);
    return plan.value.reading;
  };
  const labels = (reading: ReturnType<typeof planned>, numbering: 'cover-is-1' | 'covers-apart') =>
    reading.pages.map((_, i) => {
      const label = pageLabel(reading, i, numbering);
      return label.kind === 'number' ? label.number : label.kind;
    });

  it('number the cover as 1, or set the covers apart', () => {
    expect(labels(planned('slit-book'), 'cover-is-1')).toEqual([1, 2, 3, 4, 5, 6, 7, 8]);
    expect(labels(planned('slit-book'), 'covers-apart')).toEqual(['front', 1, 2, 3, 4, 5, 6, 'back']);
  });

  it('do not set apart what is no cover: the bare backs of a meander carry no page', () => {
    expect(labels(planned('meander-book', { rows: 2, columns: 4 }), 'covers-apart')).toEqual([1, 2, 3, 4, 5, 6, 7, 8]);
    // Printed cover, odd number of panels: a front, and a bare back.
    expect(labels(planned('meander-book', { rows: 3, columns: 3, cover: 'first' }), 'covers-apart')).toEqual([
      'front',
      1,
      2,
      3,
      4,
      5,
      6,
      7,
      8,
    ]);
  });
});
