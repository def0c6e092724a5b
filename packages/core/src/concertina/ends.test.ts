import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { oneSheet } from '../folding/assembly.ts';
import { lastMoment, runSteps } from '../folding/run.ts';
import { sideUp } from '../folding/state.ts';
import type { Bend } from '../folding/step.ts';
import { mm } from '../units/nm.ts';
import { endsOf, type Covers } from './ends.ts';
import { foldAfter, jointsAfter, stripsInBook } from './joint-side.ts';

const first = fc.constantFrom('valley' as const, 'mountain' as const);

/** The ends of a strip that the engine folds to and fro: on which face each looks away from the packet. */
function foldedEnds(panels: number, direction: 'valley' | 'mountain') {
  const bends = Array.from({ length: panels - 1 }, (_, k): Bend => ({
    crease: { axis: 'vertical', line: k + 1 },
    to: foldAfter(k + 1, direction),
  }));
  const run = runSteps(oneSheet({ width: mm(100 * panels), height: mm(150), columns: panels, rows: 1 }), [
    { kind: 'collapse', purpose: 'collapse', bends },
  ]);
  if (!run.ok) throw new Error(JSON.stringify(run.problem));
  const { flat } = lastMoment(run.value);
  const outward = (panel: number) => {
    // Of the packet's outermost two, what is above looks up and what is below looks down.
    const isAbove = flat.order.indexOf(panel) > flat.order.indexOf(panel === 0 ? panels - 1 : 0);
    return (sideUp(flat, panel) === 1) === isAbove ? 'front' : 'back';
  };
  return { first: outward(0), last: outward(panels - 1) };
}

describe('the ends of a concertina', () => {
  it('turn outwards what the folded strip turns outwards', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 24 }), first, (panels, direction) => {
        expect(endsOf(panels, direction, 'both', false).outward).toEqual(foldedEnds(panels, direction));
      }),
    );
  });

  it('with two covers and one printed side, nothing is hidden just where the first fold is a valley and the panels are even', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 400 }), first, (panels, direction) => {
        const { hidden, shown } = endsOf(panels, direction, 'both', false);
        expect(hidden.length === 0).toBe(direction === 'valley' && panels % 2 === 0);
        if (panels % 2 === 1) expect(hidden.length).toBe(1);
        expect(shown).toBe(panels - hidden.length);
      }),
    );
  });

  it('printed on both sides two covers hide two faces, of an odd number one on each side', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 400 }), first, (panels, direction) => {
        const { hidden, shown } = endsOf(panels, direction, 'both', true);
        expect(shown).toBe(2 * panels - 2);
        expect(new Set(hidden.map(({ face }) => face)).size).toBe(panels % 2 === 1 ? 2 : 1);
      }),
    );
  });

  it('without covers everything is seen', () => {
    for (const covers of ['none', 'one', 'both'] satisfies Covers[])
      expect(endsOf(8, 'mountain', covers, false).hidden.length).toBe({ none: 0, one: 1, both: 2 }[covers]);
  });
});

describe('strips in their book', () => {
  it('an odd one makes the next begin the other way, and joints lie where they were wanted', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 8 }),
        first,
        (lengths, direction) => {
          const strips = stripsInBook(lengths, direction);
          // Fold after fold, joints among them, each the other way than the one before.
          const folds = strips.flatMap(({ panels, begins, joint }) => {
            const inside = Array.from({ length: panels - 1 }, (_, k) =>
              (k % 2 === 0) === (begins === 'valley') ? 'valley' : 'mountain',
            );
            return joint ? [...inside, joint] : inside;
          });
          expect(folds).toEqual(
            folds.map((_, i) => ((i % 2 === 0) === (direction === 'valley') ? 'valley' : 'mountain')),
          );
          for (const side of ['valleys', 'mountains'] as const) {
            const wanted = jointsAfter(side, direction);
            for (const { from, panels, joint } of strips)
              if (joint) {
                const isOdd = (from + panels - 1) % 2 === 1;
                expect(isOdd === (wanted === 'odd')).toBe(joint === (side === 'valleys' ? 'valley' : 'mountain'));
              }
          }
        },
      ),
    );
  });
});
