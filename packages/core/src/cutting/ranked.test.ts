import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { PaperAnswers } from './plan-on-paper.ts';
import { rank } from './ranked.ts';

/** As much of an answer as ranking looks at. */
const plan = fc.record({
  perSheet: fc.option(fc.integer({ min: 1, max: 40 })),
  count: fc.integer({ min: 1, max: 30 }),
  cost: fc.option(fc.integer({ min: 1, max: 900 })),
  waste: fc.double({ min: 0, max: 0.9, noNaN: true }),
  areaPerCopy: fc.integer({ min: 1, max: 900 }),
});
const result = fc.oneof(
  plan.map((value) => ({ ok: true as const, value })),
  fc.constant({ ok: false as const, problem: { code: 'no-paper' } }),
);
const answers = fc
  .array(fc.record({ right: result, careless: result }), { maxLength: 8 })
  .map((list) => list.map((one, i) => ({ ...one, paper: String(i), other: undefined })) as unknown as PaperAnswers[]);

describe('papers ranked', () => {
  it('every paper that serves is listed once, and what serves neither way is told; nothing is both', () => {
    fc.assert(
      fc.property(answers, fc.constantFrom('price' as const, 'area' as const), (list, by) => {
        const { comparable, unpriced, impossible } = rank(list, by);
        const listed = [...comparable, ...unpriced].map(({ paper }) => paper);
        expect([...listed].sort()).toEqual(list.filter(({ right }) => right.ok).map(({ paper }) => paper));
        expect(impossible.every(({ right, careless }) => !right.ok && !careless.ok)).toBe(true);
        expect(impossible.length).toBe(list.filter(({ right, careless }) => !right.ok && !careless.ok).length);
        if (by === 'area') expect(unpriced).toEqual([]);
        else {
          expect(comparable.every(({ right }) => right.value.cost !== null)).toBe(true);
          expect(unpriced.every(({ right }) => right.value.cost === null)).toBe(true);
          const costs = comparable.map(({ right }) => right.value.cost!);
          expect(costs).toEqual([...costs].sort((a, b) => a - b));
        }
      }),
    );
  });

  it('against the grain is told only where it promises more', () => {
    fc.assert(
      fc.property(answers, (list) => {
        for (const { right, careless } of rank(list, 'price').against) {
          expect(careless.ok).toBe(true);
          if (right.ok && careless.ok)
            expect(
              (careless.value.perSheet ?? 0) > (right.value.perSheet ?? 0) || careless.value.count < right.value.count,
            ).toBe(true);
        }
      }),
    );
  });
});
