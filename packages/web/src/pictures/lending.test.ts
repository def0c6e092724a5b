import fc from 'fast-check';
import { expect, it } from 'vitest';
import { Lending } from './lending.ts';

it('what is used is never thrown away, and of the rest no more than a few are kept', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.tuple(fc.integer({ min: 0, max: 9 }), fc.boolean()), { maxLength: 60 }),
      fc.integer({ min: 0, max: 4 }),
      async (acts, most) => {
        const thrown: number[] = [];
        const live = new Set<number>();
        const made = new Map<number, string>();
        let next = 0;
        const lending = new Lending<number>(most, (value) => {
          thrown.push(value);
          live.delete(value);
        });
        const held: string[] = [];
        for (const [name, takes] of acts) {
          const key = String(name);
          if (takes) {
            const value = await lending.borrow(key, async () => {
              live.add(next);
              made.set(next, key);
              return next++;
            });
            expect(live.has(value)).toBe(true);
            expect(made.get(value)).toBe(key);
            held.push(key);
          } else if (held.includes(key)) {
            held.splice(held.indexOf(key), 1);
            lending.giveBack(key);
          }
          await Promise.resolve();
          await Promise.resolve();
          for (const used of held) expect([...live].some((value) => made.get(value) === used)).toBe(true);
          expect([...live].filter((value) => !held.includes(made.get(value)!)).length).toBeLessThanOrEqual(most);
        }
        expect(new Set(thrown).size).toBe(thrown.length);
      },
    ),
  );
});

it('what could not be made is made anew when it is asked for again', async () => {
  const lending = new Lending<number>(3, () => undefined);
  await expect(
    lending.during(
      'a',
      () => Promise.reject(new Error('no')),
      async () => 0,
    ),
  ).rejects.toThrow('no');
  expect(
    await lending.during(
      'a',
      async () => 7,
      async (value) => value,
    ),
  ).toBe(7);
});
