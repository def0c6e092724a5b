import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { closedThickness } from '../pagination/creep.ts';
import { mm } from '../units/nm.ts';
import { oneSheet, type PartPlan, type SheetPlan } from './assembly.ts';
import { creasePattern } from './crease-pattern.ts';
import { connectedParts } from './laid-paper.ts';
import { JOINED_WITHIN, poseAt } from './poses.ts';
import { readBook } from './read-book.ts';
import type { CoverHold } from './hold.ts';
import { pageFaces } from './page-faces.ts';
import { lastMoment, runSteps, type FoldRun } from './run.ts';
import { sideUp } from './state.ts';
import type { Bend, CollapseStep, JoinStep } from './step.ts';

const [P, H] = [mm(100), mm(150)];

/** Strips of so many panels each, laid end to end, each but the last with a tab under the next one's first panel. */
function joined(lengths: readonly number[], tab: number, first: 'valley' | 'mountain'): FoldRun {
  let right = 0;
  const sheets = lengths.map((panels, i): SheetPlan => {
    const columns = [...Array.from({ length: panels }, () => P), ...(i < lengths.length - 1 ? [mm(tab)] : [])];
    const width = mm(columns.reduce((sum, w) => sum + w, 0) / 1e6);
    const sheet = { width, height: H, columns, rows: 1, right, level: i };
    right += panels * P;
    return sheet;
  });
  const tabOf = (strip: number) => `s${strip + 1}r1c${lengths[strip]! + 1}`;
  const strips: PartPlan = {
    part: 'strips',
    sheets,
    printed: ['A'],
    bare: lengths.slice(0, -1).map((_, strip) => tabOf(strip)),
  };
  const joins = lengths.slice(1).map((_, i): JoinStep => ({
    kind: 'join',
    purpose: 'join',
    how: 'glued-tab',
    lays: `s${i + 2}r1c1`,
    onto: tabOf(i),
  }));
  let fold = 0;
  const bends = lengths.flatMap((panels, sheet) =>
    Array.from({ length: panels - (sheet === lengths.length - 1 ? 1 : 0) }, (_, k): Bend => {
      const valley = (fold++ % 2 === 0) === (first === 'valley');
      return { crease: { sheet, axis: 'vertical', line: k + 1 }, to: valley ? 'valley' : 'mountain' };
    }),
  );
  return ran([strips], [...joins, { kind: 'collapse', purpose: 'collapse', bends }]);
}

function ran(parts: readonly PartPlan[], steps: Parameters<typeof runSteps>[1]): FoldRun {
  const run = runSteps(parts, steps);
  if (!run.ok) throw new Error(JSON.stringify(run.problem));
  return run.value;
}

/** The same concertina from one strip that is long enough. */
function whole(panels: number, first: 'valley' | 'mountain'): FoldRun {
  const bends = Array.from({ length: panels - 1 }, (_, k): Bend => ({
    crease: { axis: 'vertical', line: k + 1 },
    to: (k % 2 === 0) === (first === 'valley') ? 'valley' : 'mountain',
  }));
  const step: CollapseStep = { kind: 'collapse', purpose: 'collapse', bends };
  return ran(oneSheet({ width: mm(100 * panels), height: H, columns: panels, rows: 1 }), [step]);
}

const hold = (panel: string, side: 'A' | 'B'): CoverHold => ({
  kind: 'cover',
  cover: { panel, side },
  up: 'north',
  reading: 'left-to-right',
});

/** Panels of the concertina counted from its beginning, tabs left out. */
const counted = ({ laid }: FoldRun): ReadonlyMap<number, number> =>
  new Map(laid.panels.flatMap(({ label }, i) => (laid.bare.has(label) ? [] : [i])).map((panel, n) => [panel, n]));

const lengths = fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 2, maxLength: 4 });
const first = fc.constantFrom('valley' as const, 'mountain' as const);
const tab = fc.integer({ min: 5, max: 99 });

describe('a concertina of joined strips', () => {
  it('folds, lies and reads as one strip that is long enough', () => {
    fc.assert(
      fc.property(lengths, tab, first, (strips, t, direction) => {
        const [run, one] = [
          joined(strips, t, direction),
          whole(
            strips.reduce((sum, k) => sum + k, 0),
            direction,
          ),
        ];
        const number = counted(run);
        const side = direction === 'valley' ? 'B' : 'A';
        const [read, plain] = [readBook(run, hold('s1r1c1', side)), readBook(one, hold('r1c1', side))];
        if (!read.ok || !plain.ok) throw new Error('both are read');
        const named = (panel: number) => number.get(panel)!;
        expect(read.value.layers.map(named)).toEqual(plain.value.layers);
        expect(read.value.pages.map(({ face }) => `${named(face.panel)}${face.side}`)).toEqual(
          plain.value.pages.map(({ face }) => `${face.panel}${face.side}`),
        );
        expect(read.value.gaps.map(({ kind, edges }) => [kind, edges])).toEqual(
          plain.value.gaps.map(({ kind, edges }) => [kind, edges]),
        );
        expect([read.value.width, read.value.height]).toEqual([P, H]);
        // What was glued on lies on that side still: above where its front looks up, below where that looks down.
        const { flat } = lastMoment(run);
        for (const {
          panels: [lays, onto],
        } of run.joined) {
          const above = flat.order.indexOf(lays) - flat.order.indexOf(onto);
          expect(Math.sign(above)).toBe(sideUp(flat, lays));
        }
        // Every panel lies where it lies in the whole strip, as far as it shows: the same place on the table.
        const lies = lastMoment(run).flat.placed;
        for (const [panel, n] of number) {
          const { a, d, tx } = lies[panel]!;
          const there = lastMoment(one).flat.placed[n]!;
          const start = run.laid.sheets[run.laid.panels[panel]!.sheet]!.right;
          // Strips have coordinates of their own: where its left edge goes is compared.
          expect([a, d, (tx - a * start) / run.laid.scale]).toEqual([there.a, there.d, there.tx / one.laid.scale]);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('hangs together once it is joined, moves without tearing, and keeps each strip’s own creases', () => {
    fc.assert(
      fc.property(lengths, tab, first, (strips, t, direction) => {
        const run = joined(strips, t, direction);
        const { hinges, bonds } = lastMoment(run);
        expect(connectedParts(run.laid.panels.length, hinges)).toHaveLength(strips.length);
        expect(connectedParts(run.laid.panels.length, [...hinges, ...bonds])).toHaveLength(1);
        for (const share of [0.1, 0.5, 0.9])
          expect(poseAt(run, run.steps.length - 1, share).gap).toBeLessThan(JOINED_WITHIN);
        strips.forEach((panels, sheet) =>
          expect(creasePattern(run, sheet)).toHaveLength(panels - (sheet === strips.length - 1 ? 1 : 0)),
        );
      }),
      { numRuns: 40 },
    );
  });

  it('is thicker by a layer for each tab; a tab hides the strip of the next back on which it is glued, and no front', () => {
    const run = joined([4, 3], 15, 'valley');
    const read = readBook(run, hold('s1r1c1', 'B'));
    if (!read.ok) throw new Error(read.problem.code);
    expect(closedThickness({ reading: read.value }, mm(0.2))).toBe(8 * mm(0.2));
    expect(read.value.pages.every(({ left }) => left === undefined)).toBe(true);
  });

  it('of a join each face loses what the other covers, at whichever edge; a tab carries no page on either side', () => {
    const sheet = { width: P, height: H, columns: 1, rows: 1 };
    const laid = (right: number, down: number) =>
      ran(
        [{ part: 'strips', printed: ['A', 'B'], sheets: [sheet, { ...sheet, right: mm(right), down: mm(down) }] }],
        [{ kind: 'join', purpose: 'join', how: 'glued-tab', lays: 's1r1c1', onto: 's2r1c1' }],
      );
    const left = (run: FoldRun, panel: number, side: 'A' | 'B') => {
      const box = pageFaces(run).leftOf({ panel, side });
      return box && [box.left, box.right, box.top, box.bottom].map((ticks) => ticks / run.laid.scale / 1e6);
    };
    // The first lies on top: its back meets the front of the second.
    expect([left(laid(70, 0), 0, 'B'), left(laid(70, 0), 1, 'A')]).toEqual([
      [0, 70, 0, 150],
      [30, 100, 0, 150],
    ]);
    expect([left(laid(0, 120), 0, 'B'), left(laid(0, 120), 1, 'A')]).toEqual([
      [0, 100, 0, 120],
      [0, 100, 30, 150],
    ]);
    expect([left(laid(70, 0), 0, 'A'), left(laid(70, 0), 1, 'B')]).toEqual([undefined, undefined]);
    const strips = joined([2, 2], 15, 'valley');
    const both = pageFaces({ ...strips, laid: { ...strips.laid, parts: [{ part: 'strips', printed: ['A', 'B'] }] } });
    const carried = (panel: number) => (['A', 'B'] as const).filter((side) => both.carries({ panel, side }));
    expect(strips.laid.panels.map((_, panel) => carried(panel).join(''))).toEqual(['AB', 'AB', '', 'AB', 'AB']);
    // Glued over the left edge of the third panel’s back.
    expect(both.leftOf({ panel: 3, side: 'B' })).toMatchObject({ left: mm(15) * strips.laid.scale });
  });

  it('two folios joined at a leaf are bound as one there: the gap is shut, and its faces are no pages', () => {
    const folio = { width: mm(200), height: H, columns: 2, rows: 1 };
    const run = ran(
      [{ part: 'folios', printed: ['A', 'B'], sheets: [folio, folio] }],
      [
        { kind: 'join', purpose: 'join', how: 'glued-tab', lays: 's1r1c1', onto: 's2r1c1' },
        {
          kind: 'fold',
          purpose: 'fold-the-nest',
          axis: 'vertical',
          at: { line: 1 },
          direction: 'valley',
          moving: 'after',
        },
      ],
    );
    const read = readBook(run, { kind: 'pile', cover: 'uppermost', reading: 'left-to-right' });
    if (!read.ok) throw new Error(JSON.stringify(read.problem));
    expect(read.value.gaps.map(({ kind }) => kind)).toEqual(['opening', 'opening', 'glued']);
    expect(read.value.pages).toHaveLength(6);
  });

  it('does not join what does not touch, and says which panels', () => {
    const apart = runSteps(
      [
        {
          part: 'strips',
          printed: ['A'],
          sheets: [0, 300].map((right) => ({ width: mm(100), height: H, columns: 1, rows: 1, right: mm(right) })),
        },
      ],
      [{ kind: 'join', purpose: 'join', how: 'tape', lays: 's2r1c1', onto: 's1r1c1' }],
    );
    expect(apart).toEqual({ ok: false, problem: { code: 'glue-apart', step: 0, panels: ['s2r1c1', 's1r1c1'] } });
  });
});
