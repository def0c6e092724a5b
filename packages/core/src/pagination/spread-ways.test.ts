import fc from 'fast-check';
import { expect, it } from 'vitest';
import { FIXTURES } from '../forms/fixtures.ts';
import { planBook } from '../forms/planned-book.ts';
import { mm } from '../units/nm.ts';
import { spreadPages } from './spread.ts';
import { spreadWays } from './spread-ways.ts';

const choice = fc
  .constantFrom(...Object.entries(FIXTURES))
  .chain(([id, { choices }]) => choices.map((parameters) => ({ id, parameters })));

it('every way that a page is offered takes this page in, and no two are the same', () => {
  fc.assert(
    fc.property(choice, fc.nat(), (form, seed) => {
      const planned = planBook(form, { width: mm(841), height: mm(594), fibre: 'any' });
      fc.pre(planned.ok);
      if (!planned.ok) return;
      const plan = planned.value;
      const page = seed % plan.reading.pages.length;
      const ways = spreadWays(plan, page);
      for (const { over, how } of ways)
        expect(spreadPages(plan, over, how).some((one) => one.page === page)).toBe(true);
      expect(new Set(ways.map(({ over, how }) => JSON.stringify([over, how]))).size).toBe(ways.length);
    }),
    { numRuns: 150 },
  );
});
