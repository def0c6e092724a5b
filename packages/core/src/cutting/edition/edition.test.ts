import fc from 'fast-check';
import loadHighs from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { lyingAfter, lyingIn } from '../../../test/replayed-cuts.ts';
import { finish } from '../../long-work.ts';
import { mm } from '../../units/nm.ts';
import { editionWork } from './edition.ts';
import type { EditionPlan, EditionTask, NeededPiece, StockedParent } from './edition-task.ts';
import { solveWith, type AskSolver } from '../linear-program.ts';

let ask: AskSolver;
beforeAll(async () => {
  const solve = solveWith(await loadHighs());
  ask = () => solve;
});

const NONE = { left: mm(0), right: mm(0), top: mm(0), bottom: mm(0) };
const parent = (id: string, width: number, height: number, more: Partial<StockedParent> = {}): StockedParent => ({
  id,
  width: mm(width),
  height: mm(height),
  fibre: 'any',
  trims: NONE,
  price: 1,
  ...more,
});
const piece = (id: string, width: number, height: number, needed: number): NeededPiece => ({
  id,
  width: mm(width),
  height: mm(height),
  grain: 'any',
  needed,
});
const planned = (task: Omit<EditionTask, 'gap'>): EditionPlan => {
  const plan = finish(editionWork({ ...task, gap: mm(0) }, ask));
  if (!plan.ok) throw new Error(plan.problem.code);
  return plan.value;
};
const made = (plan: EditionPlan, id: string): number =>
  plan.sheets.reduce((sum, { times, plan: one }) => sum + times * (one.counts[id] ?? 0), 0);

describe('an edition', () => {
  it('of folios of 280 × 210, 50 wanted: seven sheets of 640 × 900 with the grain right, six without', () => {
    const sheet = parent('p', 640, 900, { fibre: 'along-height' });
    const folio = piece('folio', 280, 210, 50);
    expect(planned({ parents: [sheet], pieces: [{ ...folio, grain: 'along-height' }] }).cost).toBe(7);
    expect(planned({ parents: [sheet], pieces: [{ ...folio, grain: 'along-width' }] }).cost).toBe(6);
  });

  it('finds the one sheet at hand that holds both pieces, though no piece alone asks for it', () => {
    const sheet = parent('p', 8, 5, { fibre: 'along-width', stock: 1 });
    const pieces = [{ ...piece('a', 4, 2, 1), grain: 'along-width' as const }, piece('b', 5, 2, 1)];
    const plan = planned({ parents: [sheet], pieces });
    expect([plan.cost, plan.proven]).toEqual([1, true]);
  });

  it('uses up an offcut before it buys', () => {
    const plan = planned({
      parents: [parent('new', 700, 1000, { price: 240 }), parent('offcut', 300, 420, { price: 0, stock: 1 })],
      pieces: [piece('end', 148, 210, 4)],
    });
    expect([plan.cost, plan.proven]).toEqual([0, true]);
  });

  it.each([
    [[piece('a', 900, 900, 1)], 'size'],
    [[{ ...piece('a', 600, 90, 1), grain: 'along-height' as const }], 'grain'],
  ])('says which piece fits no parent, and why', (pieces, why) => {
    const parents = [parent('p', 500, 700, { fibre: 'along-height' })];
    const plan = finish(editionWork({ parents, pieces, gap: mm(0) }, ask));
    expect(plan).toMatchObject({ ok: false, problem: { code: 'piece-fits-no-parent', piece: 'a', why } });
  });

  it('says when there is not enough paper', () => {
    const plan = finish(
      editionWork({ parents: [parent('p', 100, 100, { stock: 2 })], pieces: [piece('a', 60, 60, 3)], gap: mm(0) }, ask),
    );
    expect(plan).toMatchObject({ ok: false, problem: { code: 'not-enough-paper' } });
  });
});

describe('every sheet of an edition', () => {
  it('is cut as its list says, by trimmer, knife or tear, and all pieces are there, no more and no fewer', () => {
    const size = fc.record({
      w: fc.integer({ min: 60, max: 310 }),
      h: fc.integer({ min: 60, max: 310 }),
      needed: fc.integer({ min: 1, max: 12 }),
    });
    fc.assert(
      fc.property(
        fc.array(size, { minLength: 1, maxLength: 3 }),
        fc.constantFrom(0, 3),
        fc.constantFrom(undefined, 330, 460),
        fc.constantFrom('any' as const, 'along-width' as const),
        (sizes, gap, longest, fibre) => {
          const parents = [parent('a', 700, 1000, { fibre }), parent('b', 420, 594, { fibre, price: 2, stock: 4 })];
          const pieces = sizes.map(({ w, h, needed }, i): NeededPiece => ({
            ...piece(`${i}`, w, h, needed),
            grain: i ? 'any' : 'along-height',
          }));
          const found = finish(
            editionWork({ parents, pieces, gap: mm(gap), ...(longest ? { longest: mm(longest) } : {}) }, ask, 'quick'),
          );
          if (!found.ok) throw new Error(found.problem.code);
          for (const { plan } of found.value.sheets) {
            const from = parents.find(({ id }) => id === plan.parent)!;
            expect(lyingAfter(from, plan.cuts, mm(gap))).toEqual(lyingIn(from, plan));
          }
          for (const { id, needed } of pieces) expect(made(found.value, id)).toBe(needed);
        },
      ),
      { numRuns: 60 },
    );
  });
});
