import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planBook } from '../forms/planned-book.ts';
import { poseDrawing, stepDrawing } from '../output/step-drawing.ts';
import { mm } from '../units/nm.ts';
import { bookPose } from './book-pose.ts';
import { flatPose, poseAt } from './poses.ts';
import { placeOnTape, poseOnTape, tapeOf } from './rehearsal.ts';
import { aboutLine, after, moveSpot, STAY } from './rigid.ts';
import { runOnSheet } from '../../test/run-on-sheet.ts';
import { heightsOf } from './state.ts';

const made = planBook({ id: 'slit-book', parameters: {} }, { width: mm(297), height: mm(210), fibre: 'any' });
if (!made.ok) throw new Error(made.problem.code);
const plan = made.value;

describe('rigid moves', () => {
  it('about a line keep the line and every distance, and half a turn is a reflection in the plane', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('vertical' as const, 'horizontal' as const, 'rising' as const, 'falling' as const),
        fc.integer({ min: -50, max: 50 }),
        fc.double({ min: -180, max: 180, noNaN: true }),
        fc.tuple(fc.integer({ min: -90, max: 90 }), fc.integer({ min: -90, max: 90 })),
        (axis, at, degrees, [x, y]) => {
          const move = aboutLine({ axis, at }, 1, degrees, 1);
          const p = moveSpot(move, { x, y, z: 0 });
          const q = moveSpot(move, { x: 3, y: 4, z: 0 });
          expect(Math.hypot(p.x - q.x, p.y - q.y, p.z - q.z)).toBeCloseTo(Math.hypot(x - 3, y - 4), 8);
          const back = after(aboutLine({ axis, at }, 1, -degrees, 1), move);
          back.forEach((value, i) => expect(value).toBeCloseTo(STAY[i]!, 9));
        },
      ),
    );
  });

  it('lift the side they are told to', () => {
    const lifted = moveSpot(aboutLine({ axis: 'vertical', at: 10 }, 1, 90, 1), { x: 15, y: 0, z: 0 });
    expect([lifted.x, lifted.z].map((value) => Math.round(value * 1e9) / 1e9)).toEqual([10, 5]);
    const sunk = moveSpot(aboutLine({ axis: 'vertical', at: 10 }, -1, -90, 1), { x: 5, y: 0, z: 0 });
    expect(sunk.z).toBeCloseTo(-5, 9);
  });
});

describe('poses', () => {
  it('begin and end in the flat states of the engine, wherever paper lies flat', () => {
    plan.run.steps.forEach((_, step) => {
      const [before, next] = [plan.run.moments[step]!, plan.run.moments[step + 1]!];
      if (!before.standing) expectSame(poseAt(plan.run, step, 0).panels, flatPose(plan.run.laid, before.flat));
      if (!next.standing) expectSame(poseAt(plan.run, step, 1).panels, flatPose(plan.run.laid, next.flat));
    });
  });

  it('of the slit book halve twice the same way, as its words say: the right edge comes over to the left', () => {
    for (const name of ['halve', 'halve-again']) {
      const step = plan.run.steps.findIndex((one) => one.purpose === name);
      expect(plan.run.motions[step]).toMatchObject({ kind: 'fold', side: 1, up: true });
    }
  });

  it('of the slit book push to a plus: four arms at right angles, two panels each, standing upright', () => {
    const push = plan.run.steps.findIndex(({ purpose }) => purpose === 'push-to-plus');
    const { panels } = poseAt(plan.run, push, 1);
    const normals = panels.map((m) => [m[2]!, m[6]!, m[10]!]);
    for (const normal of normals) expect(Math.abs(normal[2]!)).toBeLessThan(1e-9);
    const along = normals.filter(([x]) => Math.abs(x!) > 0.99).length;
    expect([along, normals.length - along]).toEqual([4, 4]);
  });

  it('say schematic when a movement would tear the paper', () => {
    // A degree-four vertex with all sectors at right angles folds flat, but not with all creases bending alike.
    const run = runOnSheet({ width: mm(200), height: mm(200), columns: 2, rows: 2 }, [
      {
        kind: 'collapse',
        purpose: 'collapse',
        bends: [
          { crease: { axis: 'vertical', line: 1 }, to: 'valley' },
          { crease: { axis: 'horizontal', line: 1, from: 0, to: 1 }, to: 'mountain' },
          { crease: { axis: 'horizontal', line: 1, from: 1, to: 2 }, to: 'valley' },
        ],
      },
    ]);
    if (!run.ok) throw new Error(run.problem.code);
    expect(poseAt(run.value, 0, 0.5)).toMatchObject({ schematic: true });
    expect(poseAt(run.value, 0, 1)).toMatchObject({ schematic: false });
  });

  it('pile layers one over another: heights count what lies beneath', () => {
    const last = plan.run.moments[plan.run.moments.length - 1]!;
    expect([...heightsOf(plan.run.laid, last.flat)].sort((a, b) => a - b)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    expect(heightsOf(plan.run.laid, plan.run.moments[0]!.flat)).toEqual(plan.run.laid.panels.map(() => 0));
  });
});

describe('layers', () => {
  /** Height of a panel's middle in space, its lift included, in layers. */
  const raised = (pose: ReturnType<typeof poseOnTape>, panel: number) => pose.panels[panel]![10]! * pose.lifts[panel]!;

  it('stand over one another as they lie, face up or face down, after every step that ends flat', () => {
    plan.run.steps.forEach((_, step) => {
      const next = plan.run.moments[step + 1]!;
      if (next.standing) return;
      const pose = poseAt(plan.run, step, 1);
      heightsOf(plan.run.laid, next.flat).forEach((height, panel) =>
        expect(raised(pose, panel)).toBeCloseTo(height, 9),
      );
    });
  });

  it('of the open book lie with the open pages on top, on either side', () => {
    plan.reading.views.slice(1, -1).forEach((view, i) => {
      const pose = bookPose(plan.run, plan.reading, i + 1, 0);
      const left = plan.reading.layers.slice(0, (view.gap as number) + 1);
      const right = plan.reading.layers.slice((view.gap as number) + 1);
      const topOf = (panels: readonly number[]) =>
        panels.reduce((best, panel) => (raised(pose, panel) > raised(pose, best) ? panel : best));
      expect(topOf(left)).toBe(plan.reading.pages[view.left!]!.face.panel);
      expect(topOf(right)).toBe(plan.reading.pages[view.right!]!.face.panel);
    });
  });
});

describe('the tape of the rehearsal', () => {
  it('runs from the flat sheet through the steps to the last opening', () => {
    const { steps, end } = tapeOf(plan);
    expect([steps, end]).toEqual([9, 9 + plan.reading.views.length]);
    expect(placeOnTape(plan, 0)).toEqual({ kind: 'paper', done: 0 });
    expect(placeOnTape(plan, steps)).toEqual({ kind: 'paper', done: steps });
    expect(placeOnTape(plan, steps + 1)).toEqual({ kind: 'book', view: 0 });
    expect(placeOnTape(plan, end)).toEqual({ kind: 'book', view: plan.reading.views.length - 1 });
  });

  it('stops at its ends', () => {
    expectSame(poseOnTape(plan, -5).panels, poseOnTape(plan, 0).panels);
    expectSame(poseOnTape(plan, 1e6).panels, poseOnTape(plan, tapeOf(plan).end).panels);
  });

  it('shows the open pages face up: the page left of the gap and the one right of it', () => {
    plan.reading.views.slice(1, -1).forEach((view, i) => {
      const { panels } = bookPose(plan.run, plan.reading, i + 1, 0);
      for (const page of [view.left, view.right]) {
        const { panel } = plan.reading.pages[page!]!.face;
        expect(panels[panel]![10], `page ${page! + 1}`).toBeCloseTo(1, 9);
      }
      // The left one lies to the left.
      const middle = (page: number) => {
        const { panel } = plan.reading.pages[page]!.face;
        const { outline } = plan.run.laid.panels[panel]!;
        const spots = outline.map((p) =>
          moveSpot(panels[panel]!, {
            x: (p.x * 1e-6) / plan.run.laid.scale,
            y: (p.y * 1e-6) / plan.run.laid.scale,
            z: 0,
          }),
        );
        return spots.reduce((sum, { x }) => sum + x, 0) / spots.length;
      };
      expect(middle(view.left!)).toBeLessThan(middle(view.right!));
    });
  });
});

describe('step drawings', () => {
  it('stay inside their frame and show every panel, whatever the pose', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: tapeOf(plan).end, noNaN: true }), (position) => {
        const drawing = poseDrawing(plan.run, poseOnTape(plan, position), 4000, 3000, 1);
        const areas = drawing.items.filter((item) => item.kind === 'area');
        expect(areas).toHaveLength(8);
        // The frame leaves a millimetre of room; here everything is far smaller, so only the ends are checked.
        for (const { points } of areas) for (const { x, y } of points) expect(Number.isFinite(x + y)).toBe(true);
      }),
      { numRuns: 60 },
    );
    const drawing = stepDrawing(plan.run, 7, mm(40), mm(30));
    const points = drawing.items.flatMap((item) => ('points' in item ? item.points : []));
    expect(Math.min(...points.map(({ x }) => x))).toBeGreaterThanOrEqual(0);
    expect(Math.max(...points.map(({ x }) => x))).toBeLessThanOrEqual(mm(40));
    expect(Math.min(...points.map(({ y }) => y))).toBeGreaterThanOrEqual(0);
    expect(Math.max(...points.map(({ y }) => y))).toBeLessThanOrEqual(mm(30));
  });

  it('show the cut once it has been made', () => {
    const slit = plan.run.steps.findIndex(({ purpose }) => purpose === 'slit-middle');
    const cuts = (step: number) =>
      stepDrawing(plan.run, step, mm(40), mm(30)).items.filter((item) => item.kind === 'line' && item.layer === 'slit');
    expect([cuts(slit - 1).length, cuts(slit).length > 0]).toEqual([0, true]);
  });
});

function expectSame(one: readonly (readonly number[])[], other: readonly (readonly number[])[]): void {
  one.forEach((matrix, i) => matrix.forEach((value, k) => expect(value).toBeCloseTo(other[i]![k]!, 6)));
}
