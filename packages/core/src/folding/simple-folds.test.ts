import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { foldPoints, markPoints, type FallingPoint } from '../../test/falling-points.ts';
import { NORMALS, type Axis } from '../geometry/line.ts';
import { apply } from '../geometry/isometry.ts';
import { overlap, sameExtents } from '../geometry/outline.ts';
import { mm, type Nm } from '../units/nm.ts';
import { crossingsOf } from './collapse.ts';
import { runOnSheet } from '../../test/run-on-sheet.ts';
import { lastMoment, type FoldRun } from './run.ts';
import { extentsOfAll, outlinesOf, sideUp, type FlatState } from './state.ts';
import type { FoldStep, Step } from './step.ts';

const rankOf = ({ order }: FlatState): readonly number[] =>
  order.reduce<number[]>((rank, panel, height) => {
    rank[panel] = height;
    return rank;
  }, []);

const axis = fc.constantFrom<Axis>('vertical', 'horizontal', 'rising', 'falling');
const straight = fc.constantFrom<Axis>('vertical', 'horizontal');

const fold = (axes: fc.Arbitrary<Axis>) =>
  fc.record({
    kind: fc.constant('fold' as const),
    purpose: fc.constant('fold' as const),
    axis: axes,
    at: fc.tuple(fc.integer({ min: 1, max: 4 }), fc.constant(5)).map((share) => ({ share: share as [number, number] })),
    direction: fc.constantFrom('valley' as const, 'mountain' as const),
    moving: fc.constantFrom('before' as const, 'after' as const),
  });

const widths = fc.array(
  fc.integer({ min: 7, max: 90 }).map((n) => mm(n)),
  { minLength: 1, maxLength: 5 },
);
const total = (parts: readonly Nm[]) => parts.reduce((sum, part) => sum + part, 0) as Nm;

/** The middles of all panels, in millimetres: marks that lie inside panels, never on creases. */
function middles(run: FoldRun): readonly (readonly [number, number])[] {
  return run.laid.panels.map(({ outline }) => [
    outline.reduce((sum, p) => sum + p.x, 0) / outline.length / run.laid.scale / 1e6,
    outline.reduce((sum, p) => sum + p.y, 0) / outline.length / run.laid.scale / 1e6,
  ]);
}

/** Drops the marks through the same folds; corners are carried along to know the paper's reach. */
function dropThrough(
  marks: readonly (readonly [number, number])[],
  steps: readonly FoldStep[],
  corners: readonly (readonly [number, number])[],
): FallingPoint[] {
  const points = markPoints([...marks, ...corners]);
  for (const step of steps) {
    const n = NORMALS[step.axis];
    const values = points.map(({ x, y }) => n.x * x + n.y * y);
    const [least, most] = [Math.min(...values), Math.max(...values)];
    const [part, of] = (step.at as { share: readonly [number, number] }).share;
    foldPoints(points, {
      normal: [n.x, n.y],
      offset: least + ((most - least) * part) / of,
      movesPositive: step.moving === 'after',
      up: step.direction === 'valley',
    });
  }
  return points.slice(0, marks.length);
}

/** All corners of all final panels: enough to know how far the paper reaches after every fold. */
const cornersOf = (run: FoldRun) =>
  run.laid.panels.flatMap(({ outline }) =>
    outline.map((p) => [p.x / run.laid.scale / 1e6, p.y / run.laid.scale / 1e6] as const),
  );

function expectSameStack(run: FoldRun, steps: readonly FoldStep[]): void {
  const { flat } = lastMoment(run);
  const marks = middles(run);
  const dropped = dropThrough(marks, steps, cornersOf(run));
  const extents = extentsOfAll(outlinesOf(run.laid, flat));
  const rank = rankOf(flat);
  run.laid.panels.forEach((panel, i) => {
    const middle = { x: marks[i]![0] * 1e6 * run.laid.scale, y: marks[i]![1] * 1e6 * run.laid.scale };
    const placed = apply(flat.placed[i]!, middle);
    expect(placed.x / run.laid.scale / 1e6).toBeCloseTo(dropped[i]!.x, 6);
    expect(placed.y / run.laid.scale / 1e6).toBeCloseTo(dropped[i]!.y, 6);
    expect(sideUp(flat, i) === 1).toBe(dropped[i]!.faceUp);
    for (let j = 0; j < i; j++) {
      if (overlap(extents[i]!, extents[j]!))
        expect(rank[i]! > rank[j]!, `${panel.label} above ${j}`).toBe(dropped[i]!.height > dropped[j]!.height);
    }
  });
}

describe('simple folds', () => {
  it('give the stack that falling points give: random unequal grids, all layers', () => {
    fc.assert(
      fc.property(widths, widths, fc.array(fold(straight), { minLength: 1, maxLength: 4 }), (columns, rows, steps) => {
        const run = runOnSheet({ width: total(columns), height: total(rows), columns, rows }, steps);
        fc.pre(run.ok || run.problem.code !== 'nothing-moves');
        if (!run.ok) throw new Error(run.problem.code);
        expectSameStack(run.value, steps);
        expect(crossingsOf(run.value.laid, lastMoment(run.value).flat, lastMoment(run.value))).toBeUndefined();
      }),
      { numRuns: 150 },
    );
  });

  it('give the stack that falling points give: creases at 45° too', () => {
    fc.assert(
      fc.property(widths, widths, fc.array(fold(axis), { minLength: 1, maxLength: 3 }), (columns, rows, steps) => {
        const run = runOnSheet({ width: total(columns), height: total(rows), columns, rows }, steps);
        fc.pre(run.ok || run.problem.code !== 'nothing-moves');
        if (!run.ok) throw new Error(run.problem.code);
        expectSameStack(run.value, steps);
        expect(crossingsOf(run.value.laid, lastMoment(run.value).flat, lastMoment(run.value))).toBeUndefined();
      }),
      { numRuns: 100 },
    );
  });

  it('keep every panel whole: no area is lost where creases part panels', () => {
    const twiceArea = (outline: readonly { readonly x: number; readonly y: number }[]) => {
      let sum = 0n;
      outline.forEach((p, i) => {
        const q = outline[(i + 1) % outline.length]!;
        sum += BigInt(p.x) * BigInt(q.y) - BigInt(q.x) * BigInt(p.y);
      });
      return sum < 0n ? -sum : sum;
    };
    fc.assert(
      fc.property(fc.array(fold(axis), { minLength: 1, maxLength: 3 }), (steps) => {
        const run = runOnSheet({ width: mm(210), height: mm(148), columns: 2, rows: 3 }, steps);
        fc.pre(run.ok);
        const { panels, sheets } = run.value.laid;
        const [sheet] = sheets;
        expect(panels.reduce((sum, { outline }) => sum + twiceArea(outline), 0n)).toBe(
          2n * BigInt(sheet!.width) * BigInt(sheet!.height),
        );
      }),
    );
  });

  it('undone leave the sheet as it was, whatever was folded', () => {
    fc.assert(
      fc.property(fc.array(fold(straight), { minLength: 1, maxLength: 3 }), (steps) => {
        const run = runOnSheet({ width: mm(297), height: mm(210), columns: 3, rows: 2 }, [
          ...steps,
          { kind: 'unfold', purpose: 'open', which: 'all' },
        ]);
        fc.pre(run.ok);
        const { flat, bends } = lastMoment(run.value);
        expect(flat.placed.every((f) => f.a === 1 && f.d === 1 && f.tx === 0 && f.ty === 0)).toBe(true);
        expect(bends.every((bend) => bend === 0)).toBe(true);
      }),
    );
  });

  it('turned over while folded, still unfold flat', () => {
    const steps: readonly Step[] = [
      { kind: 'fold', purpose: 'fold', axis: 'vertical', at: { share: [1, 2] }, direction: 'valley', moving: 'after' },
      { kind: 'turn-over', purpose: 'turn-over' },
      { kind: 'rotate', purpose: 'rotate', quarterTurns: 1 },
      { kind: 'unfold', purpose: 'unfold', which: 'all' },
    ];
    const run = runOnSheet({ width: mm(200), height: mm(100), columns: 2, rows: 1 }, steps);
    if (!run.ok) throw new Error(run.problem.code);
    const { flat } = lastMoment(run.value);
    const extents = extentsOfAll(outlinesOf(run.value.laid, flat));
    expect(sideUp(flat, 0)).toBe(-1);
    expect(sameExtents(extents[0]!, extents[1]!)).toBe(false);
  });
});

describe('impossible programmes name step and place', () => {
  const sheet = { width: mm(200), height: mm(100), columns: 4, rows: 2 };
  const first = (steps: readonly Step[], plan = sheet) => {
    const run = runOnSheet(plan, steps);
    return run.ok ? undefined : run.problem;
  };
  const half = (direction: 'valley' | 'mountain', moving: 'before' | 'after'): FoldStep => ({
    kind: 'fold',
    purpose: 'fold',
    axis: 'vertical',
    at: { share: [1, 2] },
    direction,
    moving,
  });

  it('a cut that severs the sheet', () => {
    expect(first([{ kind: 'cut', purpose: 'cut', segments: [{ axis: 'vertical', line: 1 }] }])).toEqual({
      code: 'severed',
      step: 0,
      panels: ['r1c1', 'r2c1'],
    });
  });
  it('a slit that runs to the edge', () => {
    expect(
      first([{ kind: 'slit', purpose: 'slit', segments: [{ axis: 'horizontal', line: 1, from: 0, to: 2 }] }]),
    ).toEqual({
      code: 'slit-reaches-the-edge',
      step: 0,
    });
  });
  it('a fold with all paper on one side', () => {
    expect(
      first([
        { kind: 'fold', purpose: 'fold', axis: 'vertical', at: { nm: mm(300) }, direction: 'valley', moving: 'after' },
      ]),
    ).toEqual({ code: 'nothing-moves', step: 0 });
  });
  it('a flap that lies under others and is to fold upwards', () => {
    // Folded in half, the lower layer's flap cannot come up through the upper one.
    expect(
      first([half('valley', 'after'), { ...half('valley', 'before'), layers: { flapWith: 'r1c1' } }]),
    ).toMatchObject({ code: 'fold-blocked', step: 1, panel: 'r1c1', by: 'r1c4' });
  });
  it('glue between panels that do not touch', () => {
    const glue = {
      kind: 'glue',
      purpose: 'glue',
      between: ['r1c1', 'r1c3'],
      whenBacksMeet: 'pocket',
      whenFacesMeet: 'none',
    } as const;
    expect(first([glue])).toEqual({ code: 'glue-apart', step: 0, panels: ['r1c1', 'r1c3'] });
  });
  it('unfolding what is not folded', () => {
    expect(first([{ kind: 'unfold', purpose: 'unfold', which: 'last' }])).toEqual({
      code: 'nothing-to-unfold',
      step: 0,
    });
  });
});
