import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { leastCost, type CountRule } from './cheapest-counts.ts';

/** The same by going through all counts up to a small number. */
function byHand(
  rules: readonly CountRule[],
  price: readonly number[],
  stock: readonly number[],
  below: number,
): number {
  const most = 7;
  let best = below;
  const go = (p: number, counts: readonly number[], cost: number): void => {
    if (p === price.length) {
      const holds = rules.every(
        ({ reached, need }) => reached.reduce((sum, one, i) => sum + one * counts[i]!, 0) >= need - 1e-9,
      );
      if (holds && cost < best) best = cost;
      return;
    }
    for (let n = 0; n <= Math.min(most, stock[p]!); n++) go(p + 1, [...counts, n], cost + n * price[p]!);
  };
  go(0, [], 0);
  return best;
}

describe('the least cost of whole sheets under all rules', () => {
  it('is what going through them finds', () => {
    const rule = fc.record({
      worths: fc.constant<number[]>([]),
      reached: fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 3, maxLength: 3 }),
      need: fc.integer({ min: 0, max: 12 }),
    });
    fc.assert(
      fc.property(
        fc.array(rule, { minLength: 1, maxLength: 3 }),
        fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 3, maxLength: 3 }),
        fc.array(fc.integer({ min: 0, max: 7 }), { minLength: 3, maxLength: 3 }),
        (rules, price, stock) => {
          expect(leastCost(rules, price, stock, 50)).toBe(byHand(rules, price, stock, 50));
        },
      ),
      { numRuns: 200 },
    );
  });

  it('takes what costs nothing first, and says nothing where there are too many choices', () => {
    expect(leastCost([{ reached: [4, 4], need: 8 }], [0, 5], [1, Infinity], 100)).toBe(5);
    expect(leastCost([{ reached: [4, 4], need: 8 }], [0, 5], [Infinity, Infinity], 100)).toBe(0);
    const many = Array.from({ length: 5 }, () => 1);
    const needs = [{ reached: many, need: 1e6 }];
    expect(
      leastCost(
        needs,
        many,
        many.map(() => Infinity),
        Infinity,
      ),
    ).toBeUndefined();
  });
});
