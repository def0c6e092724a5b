import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nm } from '../units/nm.ts';
import { planStrips, type EditionOfStrips } from './plan-strips.ts';
import { spreadOf } from './strip-lengths.ts';

type Bounds = Readonly<
  Record<Exclude<keyof EditionOfStrips, 'jointsAfter' | 'tabAtEnd'>, readonly [least: number, most: number]>
>;

/** Editions with numbers within bounds, joints wherever they may be wanted. */
const editions = (bounds: Bounds): fc.Arbitrary<EditionOfStrips> =>
  fc
    .record({
      jointsAfter: fc.constantFrom('odd' as const, 'even' as const, 'any' as const),
      tabAtEnd: fc.boolean(),
      ...Object.fromEntries(Object.entries(bounds).map(([key, [min, max]]) => [key, fc.integer({ min, max })])),
    })
    .map((task) => task as unknown as EditionOfStrips);

/** Small enough to try everything. */
const small = editions({
  panels: [2, 8],
  panelWidth: [4, 9],
  tab: [0, 4],
  rowLength: [8, 60],
  gap: [0, 2],
  books: [1, 2],
  rowsOnSheet: [1, 3],
});

const lengthOf = (task: EditionOfStrips, strips: readonly number[], i: number): number =>
  strips[i]! * task.panelWidth + (task.tabAtEnd || i < strips.length - 1 ? task.tab : 0);

/** Every way of parting the panels, tried: joints where they may lie, every strip within a row. */
function* everyParting(task: EditionOfStrips): Generator<readonly number[]> {
  const fits = (k: number, tab: number) => k * task.panelWidth + tab <= task.rowLength;
  const go = function* (done: number, strips: readonly number[]): Generator<readonly number[]> {
    if (fits(task.panels - done, task.tabAtEnd ? task.tab : 0)) yield [...strips, task.panels - done];
    for (let k = 1; done + k < task.panels && fits(k, task.tab); k++) {
      const at = done + k;
      if (task.jointsAfter !== 'any' && (at % 2 === 1) !== (task.jointsAfter === 'odd')) continue;
      yield* go(at, [...strips, k]);
    }
  };
  yield* go(0, []);
}

/** The fewest rows that hold all pieces, tried piece by piece. */
function rowsByTrying(pieces: readonly number[], row: number, gap: number): number {
  const sorted = [...pieces].sort((a, b) => b - a);
  let best = sorted.length;
  const least = Math.ceil(sorted.reduce((sum, one) => sum + one + gap, 0) / (row + gap));
  const go = (i: number, rooms: readonly number[]): void => {
    if (rooms.length >= best || best === least) return;
    if (i === sorted.length) {
      best = rooms.length;
      return;
    }
    const seen = new Set<number>();
    rooms.forEach((room, r) => {
      const left = room - gap - sorted[i]!;
      if (left < 0 || seen.has(room)) return;
      seen.add(room);
      go(
        i + 1,
        rooms.map((one, k) => (k === r ? left : one)),
      );
    });
    go(i + 1, [...rooms, row - sorted[i]!]);
  };
  go(0, []);
  return best;
}

function byTrying(task: EditionOfStrips): readonly [number, number, number] | undefined {
  let best: readonly [number, number, number] | undefined;
  for (const strips of everyParting(task)) {
    const pieces = Array.from({ length: task.books }, () => strips.map((_, i) => lengthOf(task, strips, i))).flat();
    // The other way round none would be better for it: rows are counted only where they could be.
    const volume = pieces.reduce((sum, one) => sum + one + task.gap, 0) / (task.rowLength + task.gap);
    if (best && Math.ceil(Math.ceil(volume) / task.rowsOnSheet) > best[0]) continue;
    const sheets = Math.ceil(rowsByTrying(pieces, task.rowLength, task.gap) / task.rowsOnSheet);
    const one = [sheets, strips.length - 1, spreadOf(strips)] as const;
    if (!best || one[0] - best[0] || one[1] - best[1] || one[2] - best[2]) {
      const order = best ? one[0] - best[0] || one[1] - best[1] || one[2] - best[2] : -1;
      if (order < 0) best = one;
    }
  }
  return best;
}

describe('a concertina cut into strips', () => {
  it('takes no more sheets, no more joints and no less alike strips than trying everything finds', () => {
    let proven = 0;
    let all = 0;
    fc.assert(
      fc.property(small, (task) => {
        const [plan, best] = [planStrips(task), byTrying(task)];
        expect(plan === undefined).toBe(best === undefined);
        if (!plan || !best) return;
        all++;
        if (plan.proven.alike) proven++;
        expect([plan.sheets, plan.joints, spreadOf(plan.strips)]).toEqual(best);
        expect(plan.bound).toBeLessThanOrEqual(best[0]);
      }),
      { numRuns: 600 },
    );
    expect(proven / all).toBeGreaterThan(0.9);
  });

  it('every row holds what it is to hold, every strip is cut once for each book, and joints lie where they may', () => {
    const large = editions({
      panels: [2, 400],
      panelWidth: [20, 150],
      tab: [0, 19],
      rowLength: [60, 1200],
      gap: [0, 5],
      books: [1, 40],
      rowsOnSheet: [1, 8],
    });
    fc.assert(
      fc.property(large, (task) => {
        const plan = planStrips(task);
        if (!plan) return;
        const { strips, rows, sheets } = plan;
        expect(strips.reduce((sum, k) => sum + k, 0)).toBe(task.panels);
        for (const row of rows)
          expect(
            row.strips.reduce((sum, i) => sum + lengthOf(task, strips, i), (row.strips.length - 1) * task.gap),
          ).toBeLessThanOrEqual(task.rowLength);
        strips.forEach((_, i) =>
          expect(rows.reduce((sum, row) => sum + row.times * row.strips.filter((one) => one === i).length, 0)).toBe(
            task.books,
          ),
        );
        expect(sheets).toBe(Math.ceil(rows.reduce((sum, { times }) => sum + times, 0) / task.rowsOnSheet));
        if (task.jointsAfter !== 'any')
          strips.slice(0, -1).reduce((done, k) => {
            expect((done + k) % 2 === 1).toBe(task.jointsAfter === 'odd');
            return done + k;
          }, 0);
      }),
      { numRuns: 300 },
    );
  });

  it('of the worked example: four panels on a strip of 500 with a tab, six on one of 700', () => {
    const task = {
      panels: 16,
      panelWidth: nm(100),
      tab: nm(15),
      tabAtEnd: false,
      jointsAfter: 'any',
      gap: nm(0),
      books: 1,
    } as const;
    expect(planStrips({ ...task, rowLength: nm(500), rowsOnSheet: 4 })).toMatchObject({
      sheets: 1,
      joints: 3,
      proven: { sheets: true, joints: true, alike: true },
    });
    expect(planStrips({ ...task, panels: 17, rowLength: nm(500), rowsOnSheet: 4 })?.strips).toEqual([4, 4, 4, 5]);
    expect(planStrips({ ...task, panels: 18, rowLength: nm(500), rowsOnSheet: 4 })?.sheets).toBe(2);
    expect(planStrips({ ...task, panels: 19, rowLength: nm(700), rowsOnSheet: 3 })).toMatchObject({
      sheets: 1,
      joints: 2,
    });
    expect(planStrips({ ...task, panels: 21, tab: nm(0), rowLength: nm(700), rowsOnSheet: 3 })?.sheets).toBe(1);
  });
});
