import fc from 'fast-check';
import loadHighs from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { choices, waysToLie } from '../../../test/every-cut.ts';
import { finish } from '../../long-work.ts';
import { mm } from '../../units/nm.ts';
import { editionWork } from './edition.ts';
import { aboveAll, prepareEdition } from './edition-task.ts';
import type { EditionPlan, NeededPiece, StockedParent } from './edition-task.ts';
import { solveWith, type AskSolver, type SolveLinear } from '../linear-program.ts';
import { multisetWork } from './multisets.ts';
import { listPatterns } from '../pattern-list.ts';
import { fillTable } from '../pattern.ts';

let solve: SolveLinear;
let ask: AskSolver;
beforeAll(async () => {
  solve = solveWith(await loadHighs());
  ask = () => solve;
});

const NONE = { left: mm(0), right: mm(0), top: mm(0), bottom: mm(0) };
const fibre = fc.constantFrom('any' as const, 'along-width' as const, 'along-height' as const);
const side = fc.integer({ min: 5, max: 10 });
const cases = fc.record({
  parents: fc.array(
    fc.record({
      w: side,
      h: side,
      /** an offcut at hand costs nothing: there are only so many */
      price: fc.integer({ min: 0, max: 6 }),
      fibre,
      stock: fc.option(fc.integer({ min: 1, max: 3 }), { nil: undefined }),
    }),
    { minLength: 1, maxLength: 3 },
  ),
  pieces: fc.array(
    fc.record({
      w: fc.integer({ min: 2, max: 6 }),
      h: fc.integer({ min: 2, max: 6 }),
      needed: fc.integer({ min: 1, max: 4 }),
      grain: fibre,
    }),
    { minLength: 1, maxLength: 3 },
  ),
  longest: fc.option(fc.integer({ min: 4, max: 9 }), { nil: undefined }),
});
type Case = typeof cases extends fc.Arbitrary<infer T> ? T : never;

const taskOf = ({ parents, pieces, longest }: Case) => ({
  parents: parents.map(({ w, h, stock, ...more }, p): StockedParent => ({
    id: `p${p}`,
    width: mm(w),
    height: mm(h),
    trims: NONE,
    ...more,
    ...(stock === undefined ? (more.price === 0 ? { stock: 1 } : {}) : { stock }),
  })),
  pieces: pieces.map(({ w, h, ...more }, i): NeededPiece => ({ id: `${i}`, width: mm(w), height: mm(h), ...more })),
  gap: mm(0),
  ...(longest === undefined ? {} : { longest: mm(longest) }),
});
type Task = ReturnType<typeof taskOf>;

/** Everything that one sheet of each parent can hold, by trying every cut: written apart from the search. Where the trimmer does not give every piece, all by knife. */
function optionsOf({ parents, pieces, longest }: Task): readonly (readonly (readonly number[])[])[] {
  const need = pieces.map(({ needed }) => needed);
  const reaching = (far: number) =>
    parents.map((from) =>
      [...choices(from.width / 1e6, from.height / 1e6, waysToLie(from, pieces), need, far)].map((one) =>
        one.split(',').map(Number),
      ),
    );
  const trimmed = reaching(longest === undefined ? Infinity : longest / 1e6);
  const serves = pieces.every((_, i) => trimmed.some((options) => options.some((option) => option[i]! > 0)));
  return serves ? trimmed : reaching(Infinity);
}

/** Whether so many sheets hold what is left. */
function holds(options: ReturnType<typeof optionsOf>, counts: readonly number[], need: readonly number[]): boolean {
  const known = new Map<string, boolean>();
  const from = (p: number, left: number, need_: readonly number[]): boolean => {
    if (need_.every((n) => n <= 0)) return true;
    if (p === counts.length) return false;
    if (left === 0) return from(p + 1, counts[p + 1] ?? 0, need_);
    const key = `${p} ${left} ${need_.join()}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    const able = options[p]!.some((option) =>
      from(
        p,
        left - 1,
        need_.map((n, i) => Math.max(0, n - option[i]!)),
      ),
    );
    known.set(key, able);
    return able;
  };
  return from(0, counts[0]!, need);
}

/** Every choice of sheets that costs less than so much; what is free as often as there is any. */
function cheaper({ parents }: Task, below: number): readonly (readonly number[])[] {
  const found: number[][] = [];
  const go = (p: number, counts: number[], cost: number): void => {
    if (cost >= below) return;
    if (p === parents.length) {
      found.push(counts);
      return;
    }
    const { price, stock = Infinity } = parents[p]!;
    for (let n = 0; n <= stock && cost + n * price < below; n++) go(p + 1, [...counts, n], cost + n * price);
  };
  go(0, [], 0);
  return found;
}

/** A double as a whole multiple of 2 to the −1074: sums and products of these are exact. */
function exact(value: number): bigint {
  if (!Number.isFinite(value)) throw new Error('no number');
  const bits = new DataView(new ArrayBuffer(8));
  bits.setFloat64(0, Math.abs(value));
  const [high, low] = [bits.getUint32(0), bits.getUint32(4)];
  const exponent = high >>> 20;
  const mantissa = (BigInt(high & 0xfffff) << 32n) | BigInt(low);
  const whole = exponent === 0 ? mantissa : (mantissa | (1n << 52n)) << BigInt(exponent - 1);
  return value < 0 ? -whole : whole;
}
const sum = (parts: readonly bigint[]): bigint => parts.reduce((a, b) => a + b, 0n);

/**
 * Takes a proof apart: every rule's reach is at least what any sheet holds of its worths, worked out by trying every cut; every choice of sheets that costs less breaks a rule, in exact
 * arithmetic, or lies within one that was gone through; and those really hold too little.
 */
function checkProof(task: Task, { proof, cost }: Pick<EditionPlan, 'proof' | 'cost'>): void {
  const options = optionsOf(task);
  const need = task.pieces.map(({ needed }) => needed);
  const sound = proof.rules.map(({ worths, reached }) => {
    const worth = worths.map(exact);
    reached.forEach((reach, p) => {
      if (reach === Infinity) return;
      const most = options[p]!.map((option) => sum(option.map((n, i) => BigInt(n) * worth[i]!)));
      const held = most.reduce((a, b) => (a > b ? a : b), 0n);
      // Sums of plain areas may have been rounded in the last place.
      expect(exact(reach) + (exact(reach) >> 40n) >= held).toBe(true);
    });
    return { worth, reached };
  });
  for (const few of proof.tooFew) expect(holds(options, few, need)).toBe(false);
  for (const counts of cheaper(task, cost)) {
    const within = proof.tooFew.some((few) => counts.every((n, p) => n <= few[p]!));
    const broken = sound.some(({ worth, reached }) => {
      if (counts.some((n, p) => n > 0 && reached[p] === Infinity)) return false;
      const holding = sum(counts.map((n, p) => (n === 0 ? 0n : BigInt(n) * exact(reached[p]!))));
      return holding < sum(need.map((n, i) => BigInt(n) * worth[i]!));
    });
    expect(within || broken).toBe(true);
  }
}

describe('editions against trying everything', () => {
  it('cost as little, are proven, and their proofs come apart as they should', () => {
    fc.assert(
      fc.property(cases, (one) => {
        const task = taskOf(one);
        const found = finish(editionWork(task, ask));
        const options = optionsOf(task);
        const need = task.pieces.map(({ needed }) => needed);
        if (!found.ok) {
          // Nothing is held by all there is, nor by twenty of each.
          const all = task.parents.map(({ stock = 20 }) => Math.min(stock, 20));
          expect(holds(options, all, need)).toBe(false);
          return;
        }
        const { cost, bound, proven, sheets } = found.value;
        expect([bound, proven]).toEqual([cost, true]);
        const used = task.parents.map(({ id }) =>
          sheets.reduce((n, { times, plan }) => n + (plan.parent === id ? times : 0), 0),
        );
        expect(holds(options, used, need)).toBe(true);
        for (const { id, needed } of task.pieces)
          expect(sheets.reduce((n, { times, plan }) => n + times * (plan.counts[id] ?? 0), 0)).toBe(needed);
        expect(used.reduce((n, times, p) => n + times * task.parents[p]!.price, 0)).toBeLessThanOrEqual(cost);
        expect(cheaper(task, cost).some((counts) => holds(options, counts, need))).toBe(false);
        checkProof(task, found.value);
      }),
      { numRuns: 2000 },
    );
  }, 300_000);
});

describe('choices of sheets from nothing', () => {
  it('come to the cheapest that holds the need, each refuted for a reason, without anything known before', () => {
    fc.assert(
      fc.property(cases, (one) => {
        const task = taskOf(one);
        const prepared = prepareEdition(task);
        if (!prepared.ok) return;
        const edition = prepared.value;
        const { price, piecesInAll, demand } = edition;
        // Just that something is needed: every other rule is to be found.
        const any = { worths: demand.map(() => 1), reached: price.map(() => Infinity), need: piecesInAll };
        const below = aboveAll(edition);
        const found = finish(multisetWork({ ...edition, rules: [any], columns: [], below, solve }));
        expect(found.decided).toBe(true);
        const options = optionsOf(task);
        if (!found.found) {
          const all = task.parents.map(({ stock = piecesInAll }) => Math.min(stock, piecesInAll));
          expect(holds(options, all, demand)).toBe(false);
          return;
        }
        const { cost, used } = found.found;
        const counts = price.map((_, p) => used.filter(({ parent }) => parent === p).length);
        expect(holds(options, counts, demand)).toBe(true);
        expect(counts.reduce((sum, n, p) => sum + n * price[p]!, 0)).toBe(cost);
        checkProof(task, { proof: found, cost });
      }),
      { numRuns: 500 },
    );
  }, 300_000);
});

describe('the list of what a room holds', () => {
  it('is every choice that counts for enough and that no other contains, whatever pieces are worth', () => {
    const listed = fc.record({
      w: fc.integer({ min: 4, max: 12 }),
      h: fc.integer({ min: 4, max: 12 }),
      sizes: fc.array(
        fc.record({
          w: fc.integer({ min: 2, max: 6 }),
          h: fc.integer({ min: 2, max: 6 }),
          most: fc.integer({ min: 1, max: 4 }),
          worth: fc.integer({ min: 0, max: 12 }),
        }),
        { minLength: 1, maxLength: 3 },
      ),
      share: fc.double({ min: 0.2, max: 1, noNaN: true }),
      longest: fc.option(fc.integer({ min: 3, max: 11 }), { nil: undefined }),
    });
    fc.assert(
      fc.property(listed, ({ w, h, sizes, share, longest }) => {
        const laid = sizes.map(({ w: width, h: height }, piece) => ({ piece, turned: false, width, height }));
        const most = sizes.map((size) => size.most);
        const worth = sizes.map((size) => size.worth);
        const room = { width: w, height: h, longest: longest ?? Infinity };
        const table = finish(fillTable(room, laid, worth));
        const counts = [
          ...choices(
            w,
            h,
            sizes.map((size, i) => [size.w, size.h, i] as const),
            most,
            longest ?? Infinity,
          ),
        ].map((one) => one.split(',').map(Number));
        const value = (one: readonly number[]) => one.reduce((all, n, i) => all + n * worth[i]!, 0);
        const least = share * Math.max(...counts.map(value));
        const wanted = counts
          .filter((one) => value(one) >= least)
          .filter((one) => !counts.some((more) => more !== one && one.every((n, i) => n <= more[i]!)));
        const found = finish(
          listPatterns({ room, sizes: laid, worth, table, most, least, plain: { worth, least }, joins: 1e7 }),
        )!;
        const greatest = found
          .map((one) => one.counts)
          .filter((one, i, all) => !all.some((more, k) => k !== i && one.every((n, c) => n <= more[c]!)));
        const told = (list: readonly (readonly number[])[]) => list.map((one) => one.join()).sort();
        // Of pieces that are worth nothing it need not tell all.
        if (worth.every((one) => one > 0)) expect(told(greatest)).toEqual(told(wanted));
        else expect(Math.max(...found.map((one) => value(one.counts)))).toBe(Math.max(...counts.map(value)));
      }),
      { numRuns: 1000 },
    );
  }, 120_000);
});
