import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mm } from '../units/nm.ts';
import { runOnSheet } from '../../test/run-on-sheet.ts';
import { lastMoment } from './run.ts';
import type { Bend, CollapseStep } from './step.ts';

const permutations = (n: number): readonly (readonly number[])[] =>
  n === 0
    ? [[]]
    : permutations(n - 1).flatMap((rest) =>
        Array.from({ length: n }, (_, at) => [...rest.slice(0, at), n - 1, ...rest.slice(at)]),
      );

/**
 * All orders of a strip of equal panels folded at every crease, by trying every permutation: creases on the same
 * side must nest or stand apart, and each crease closes the way it is told (stamp folding, counted by hand here).
 */
function stripOrders(valleys: readonly boolean[]): readonly (readonly number[])[] {
  const n = valleys.length + 1;
  return permutations(n).filter((order) => {
    const height = (panel: number) => order.indexOf(panel);
    return valleys.every((valley, i) => {
      const upFacing = i % 2 === 0;
      if (height(i + 1) > height(i) !== (valley === upFacing)) return false;
      return valleys.every((_, j) => {
        if (j <= i || (j - i) % 2 === 1) return true; // on the other side
        const [low, high] = [Math.min(height(i), height(i + 1)), Math.max(height(i), height(i + 1))];
        const inside = (panel: number) => height(panel) > low && height(panel) < high;
        return inside(j) === inside(j + 1);
      });
    });
  });
}

const assign = (directions: readonly boolean[]): readonly Bend[] =>
  directions.map((valley, i) => ({ crease: { axis: 'vertical', line: i + 1 }, to: valley ? 'valley' : 'mountain' }));

const collapse = (bends: readonly Bend[], more: Partial<CollapseStep> = {}): CollapseStep => ({
  kind: 'collapse',
  purpose: 'collapse',
  bends,
  ...more,
});

describe('collapse by crease assignment', () => {
  it('finds the one order, both of several, or none: as trying every permutation does', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 1, maxLength: 5 }), (valleys) => {
        const orders = stripOrders(valleys);
        const n = valleys.length + 1;
        const run = runOnSheet({ width: mm(50 * n), height: mm(80), columns: n, rows: 1 }, [collapse(assign(valleys))]);
        if (orders.length === 1) {
          if (!run.ok) throw new Error(run.problem.code);
          expect(lastMoment(run.value).flat.order).toEqual(orders[0]);
          return;
        }
        expect(run.ok ? 'one' : run.problem.code).toBe(orders.length === 0 ? 'paper-through-paper' : 'ambiguous');
        if (!run.ok && run.problem.code === 'ambiguous') {
          const named = run.problem.orders.map((order) => order.map((label) => Number(label.slice(3)) - 1));
          for (const order of named) expect(orders).toContainEqual(order);
          expect(named[0]).not.toEqual(named[1]);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('takes layer constraints where an assignment alone is ambiguous', () => {
    // A roll of four: each valley; the free end may lie inside the roll or be tucked elsewhere.
    const valleys = [true, true, true];
    const plan = { width: mm(200), height: mm(80), columns: 4, rows: 1 };
    const bare = runOnSheet(plan, [collapse(assign(valleys))]);
    expect(bare).toMatchObject({ ok: false, problem: { code: 'ambiguous', step: 0 } });
    if (bare.ok || bare.problem.code !== 'ambiguous') return;
    const wanted = bare.problem.orders[0];
    const settled = runOnSheet(plan, [
      collapse(assign(valleys), { above: wanted.slice(1).map((over, i) => [over, wanted[i]!] as const) }),
    ]);
    if (!settled.ok) throw new Error(settled.problem.code);
    expect(lastMoment(settled.value).flat.order.map((i) => settled.value.laid.panels[i]!.label)).toEqual(wanted);
  });

  it('refuses an assignment whose panels no longer meet', () => {
    // Folding one arm of a cross of creases and not the one across from it tears the middle.
    const bends: readonly Bend[] = [{ crease: { axis: 'vertical', line: 1, from: 0, to: 1 }, to: 'valley' }];
    expect(runOnSheet({ width: mm(200), height: mm(200), columns: 2, rows: 2 }, [collapse(bends)])).toMatchObject({
      ok: false,
      problem: { code: 'loop-does-not-close', step: 0 },
    });
  });

  it('refuses a cross of four valleys, which would push paper through paper', () => {
    const bends: readonly Bend[] = [
      { crease: { axis: 'vertical', line: 1 }, to: 'valley' },
      { crease: { axis: 'horizontal', line: 1 }, to: 'valley' },
    ];
    expect(runOnSheet({ width: mm(200), height: mm(200), columns: 2, rows: 2 }, [collapse(bends)])).toMatchObject({
      ok: false,
      problem: { code: 'paper-through-paper' },
    });
  });

  it('says when a step needs the paper flat', () => {
    const standing = collapse([{ crease: { axis: 'vertical', line: 1 }, to: 'valley', degrees: 90 }]);
    expect(
      runOnSheet({ width: mm(200), height: mm(200), columns: 2, rows: 1 }, [
        standing,
        { kind: 'turn-over', purpose: 'turn-over' },
      ]),
    ).toMatchObject({ ok: false, problem: { code: 'not-flat', step: 1 } });
  });
});
