import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { finish } from '../long-work.ts';
import { mm, nm } from '../units/nm.ts';
import { slipAdvice } from './advice.ts';
import { blocksMeasured } from './blocks-measured.ts';
import { blockEdges, emptyErrors, makeBook, panelsOf, roomFor, type SlipTask } from './book-errors.ts';
import { exactSlip, expected, within, worstOf } from './exact.ts';
import { handProblem, USUAL_HAND, type Hand } from './hand.ts';
import { MARKING_METHODS } from './method.ts';
import { simulateSlip } from './simulate.ts';
import { readHand } from './test-strip.ts';

const HAND: Hand = { ...USUAL_HAND, reading: mm(0.25), jig: mm(0.1), jigBias: mm(0), blade: mm(0), placing: mm(0) };
const task = (more: Partial<SlipTask>): SlipTask => ({
  strips: [16],
  panelWidth: mm(95),
  method: 'one-datum',
  end: 'after',
  hand: HAND,
  takeUp: mm(0),
  ...more,
});
const S = HAND.reading;
const J = HAND.jig;

/** Length and block of each method for n panels, as they are derived by hand (docs/slip.md): standard deviations, and the bias of a length. */
const DERIVED = {
  'one-datum': (n: number) => [S, S * Math.sqrt(4 * n - 3), 0],
  stepping: (n: number) => [S * Math.sqrt(2 * n), S * Math.sqrt(2 * n), 0],
  jig: (n: number, bias: number) => [J * Math.sqrt(n), J * Math.sqrt(n), n * bias],
  'last-edge': (n: number) => [S * Math.sqrt((n * (n + 1) * (2 * n + 1)) / 6), S * Math.sqrt(Math.ceil(n / 2)), 0],
  stop: (n: number) => [S * Math.sqrt(4 * n - 3), S, 0],
  board: (n: number) => [J * Math.SQRT2, J * Math.sqrt(4 * n - 2), 0],
} as const;

const strips = fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 6 });
const hand = fc
  .record({
    reading: fc.integer({ min: 20, max: 600 }),
    jig: fc.integer({ min: 10, max: 300 }),
    jigBias: fc.integer({ min: -100, max: 100 }),
    blade: fc.integer({ min: 0, max: 300 }),
    placing: fc.integer({ min: 0, max: 400 }),
    halving: fc.integer({ min: 10, max: 400 }),
    cover: fc.integer({ min: 0, max: 400 }),
  })
  .map(
    (um) => Object.fromEntries(Object.entries(um).map(([what, value]) => [what, nm(value * 1000)])) as unknown as Hand,
  );

describe('what a slip costs', () => {
  it('is for each method what is derived for it: the length, the block, the bias of a jig', () => {
    for (const [method, derived] of Object.entries(DERIVED))
      for (const n of [2, 3, 8, 16, 25]) {
        const bias = mm(0.03);
        const { length, block } = exactSlip(
          task({ strips: [n], method: method as 'jig', hand: { ...HAND, jigBias: bias } }),
        );
        const [long, square, offset] = derived(n, bias);
        expect(length.sd / long!, `${method} ${n}`).toBeCloseTo(1, 9);
        expect(block.sd / square!, `${method} ${n}`).toBeCloseTo(1, 9);
        expect(length.bias).toBeCloseTo(offset!, 3);
        // The bias of a jig is in every panel: to and fro it cancels, but for one that is over.
        expect(block.bias).toBeCloseTo(method === 'jig' && n % 2 ? bias : 0, 3);
      }
  });

  it('of an end that is cut true the block keeps 2σ√(n − 1) by one datum; by a jig it gets the bias of all panels', () => {
    const { block, length } = exactSlip(task({ end: 'before' }));
    expect([block.sd / S, length.sd]).toEqual([expect.closeTo(2 * Math.sqrt(15), 9), 0]);
    const jigged = exactSlip(task({ method: 'jig', end: 'before', hand: { ...HAND, jigBias: mm(0.05) } }));
    expect(Math.abs(jigged.block.bias)).toBeCloseTo(16 * mm(0.05), 3);
    expect(jigged.block.sd / J).toBeCloseTo(Math.sqrt(2 * 16), 9);
  });

  it('by halving the block has σ√(n/2), the length is the sheet’s; of up to 16 panels no crease has more than 0.75 σ', () => {
    for (const n of [2, 4, 8, 16, 32]) {
      const { block, length } = exactSlip(task({ strips: [n], method: 'halving' }));
      expect(block.sd / HAND.halving).toBeCloseTo(Math.sqrt(n / 2), 9);
      expect(length.sd).toBe(0);
      const most = Math.max(...Array.from({ length: n - 1 }, (_, k) => creaseSd(n, k + 1)));
      expect(most / HAND.halving).toBeLessThanOrEqual(n <= 16 ? 0.746 : 0.82);
    }
  });

  it('of joined strips, a datum each: length σ√s, block σ√(4N − 3s), and σ_p² a joint in both', () => {
    fc.assert(
      fc.property(strips, fc.integer({ min: 0, max: 400 }), (lengths, um) => {
        const placing = nm(um * 1000);
        const [s, n] = [lengths.length, panelsOf(lengths)];
        const joints = (s - 1) * placing ** 2;
        const { length, block, register } = exactSlip(task({ strips: lengths, hand: { ...HAND, placing } }));
        expect(length.sd).toBeCloseTo(Math.sqrt(s * S ** 2 + joints), 3);
        expect(block.sd).toBeCloseTo(Math.sqrt((4 * n - 3 * s) * S ** 2 + joints), 3);
        expect(register.map(({ sd }) => Math.round(sd))).toEqual(
          Array.from({ length: s - 1 }, () => Math.round(Math.hypot(S, placing))),
        );
        // Cut by a datum, folded by a jig: what is placed at joints comes to it, and every panel has its bias.
        const jigged = exactSlip(
          task({ strips: lengths, method: 'jig', hand: { ...HAND, placing, jigBias: mm(0.02) } }),
        );
        expect(jigged.block.sd).toBeCloseTo(Math.sqrt(n * J ** 2 + joints), 3);
        expect(jigged.length.bias).toBeCloseTo(n * mm(0.02), 3);
      }),
    );
  });

  it('simulated is what is exact, by every method, for any hand', () => {
    fc.assert(
      fc.property(
        strips,
        hand,
        fc.constantFrom(...MARKING_METHODS),
        fc.constantFrom('before' as const, 'after' as const),
        fc.integer({ min: 0, max: 2 ** 31 }),
        (lengths, own, method, end, seed) => {
          const asked = task({ strips: lengths, hand: own, method, end, takeUp: mm(0.05) });
          const [exact, drawn] = [exactSlip(asked), finish(simulateSlip(asked, 4000, seed / 2 ** 31))];
          for (const [one, other] of [
            [exact.length, drawn.length],
            [exact.block, drawn.block],
            [exact.covers, drawn.covers],
          ] as const) {
            // The 95th of a hundred of 4,000 varies by about 2 % of the deviation: five times that.
            expect(Math.abs(other - one.within95)).toBeLessThanOrEqual(0.16 * one.sd + 1);
          }
          const joint = worstOf(exact.register);
          if (joint) expect(drawn.worstJoint).toBeGreaterThanOrEqual(joint.within95 - 0.16 * joint.sd - 1);
          expect(drawn.histogram.books.reduce((sum, books) => sum + books, 0)).toBe(4000);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('of all edges of a block the worst is out by 2.1 times the last one’s deviation, folded to the last edge 2.3 times', () => {
    for (const [method, times] of [
      ['stepping', 2.1],
      ['jig', 2.1],
      ['last-edge', 2.3],
    ] as const) {
      const asked = task({ method });
      const { worstEdge } = finish(simulateSlip(asked, 40_000, 0.5));
      expect(Math.abs(worstEdge / exactSlip(asked).block.sd - times), method).toBeLessThan(0.12);
    }
  });

  it('is drawn as the block lies: its last edge is where the block’s error says, whatever mark was moved', () => {
    fc.assert(
      fc.property(strips, fc.infiniteStream(fc.integer({ min: -300, max: 300 })), (lengths, stream) => {
        const asked = task({ strips: lengths });
        const book = emptyErrors(asked);
        makeBook(asked, () => stream.next().value! / 100, book, roomFor(asked));
        const edges = blockEdges(book.wider);
        expect(Math.abs(edges.at(-1)!)).toBeCloseTo(Math.abs(book.block), 3);
        expect(Math.max(...edges.map(Math.abs))).toBeCloseTo(book.worst, 3);
      }),
    );
  });

  it('advises what keeps the covers, and how exact a hand must be for it', () => {
    const asked = task({ strips: [4, 4, 4, 4, 4, 4], hand: USUAL_HAND });
    const { methods, needed } = slipAdvice(asked, { covers: mm(1), pictures: mm(1) });
    const of = (method: string) => methods.find((one) => one.method === method)!;
    expect([of('one-datum').keepsCovers, of('one-datum').keepsPictures]).toEqual([false, true]);
    expect(needed.what).toBe('reading');
    // Six joints placed and two covers alone are out by more than a millimetre: no ruler mends that.
    expect(needed.most).toBeUndefined();
    const careful = { ...asked, hand: { ...USUAL_HAND, placing: mm(0.1), cover: mm(0.1) } };
    const { needed: found } = slipAdvice(careful, { covers: mm(1), pictures: mm(1) });
    const kept = (reading: number) =>
      exactSlip({ ...careful, hand: { ...careful.hand, reading: nm(reading) } }).covers.within95 <= mm(1);
    expect([kept(found.most!), kept(found.most! + 3000)]).toEqual([true, false]);
  });
});

/** The deviation of one crease of a halved strip, drawn: what lies between the beginning and it is too wide. */
function creaseSd(n: number, crease: number): number {
  const asked = task({ strips: [n], method: 'halving' });
  const [book, room] = [emptyErrors(asked), roomFor(asked)];
  let variance = 0;
  for (let j = 0; j < n; j++) {
    let i = 0;
    makeBook(asked, () => (i++ === j ? 1 : 0), book, room);
    variance += book.wider.slice(0, crease).reduce((sum, w) => sum + w, 0) ** 2;
  }
  return Math.sqrt(variance);
}

describe('a normal distribution', () => {
  it('has 95 of 100 within 1.96 deviations; with a bias, beyond it', () => {
    expect(within(0, 1, 0.95)).toBeCloseTo(1.96, 3);
    expect(within(10, 1, 0.95)).toBeCloseTo(11.645, 3);
    expect(within(3, 0, 0.95)).toBe(3);
    expect([expected(0, 1), expected(-5, 0.1), expected(2, 0)]).toEqual([
      expect.closeTo(Math.sqrt(2 / Math.PI), 6),
      expect.closeTo(5, 6),
      2,
    ]);
  });
});

describe('finished blocks', () => {
  it('tell the hand that would make them so, from three on; that hand expects what was measured', () => {
    fc.assert(
      fc.property(
        strips,
        fc.constantFrom('one-datum' as const, 'jig' as const, 'stop' as const),
        fc.array(fc.integer({ min: 100, max: 2000 }), { minLength: 1, maxLength: 12 }),
        (lengths, method, um) => {
          const asked = task({ strips: lengths, method, hand: { ...USUAL_HAND, blade: mm(0) } });
          const found = blocksMeasured(
            asked,
            um.map((value) => nm(value * 1000)),
          );
          expect(found.hand !== undefined).toBe(um.length >= 3);
          if (!found.hand) return;
          const { block } = exactSlip({ ...asked, hand: found.hand });
          expect(Math.abs(block.sd / found.out - 1)).toBeLessThan(0.02);
        },
      ),
    );
  });
});

describe('a test strip', () => {
  const step = mm(20);
  const strip = (off: readonly number[], folded: number | null = null) => ({
    step,
    readBack: off.map((d, i) => nm((i + 1) * step + mm(d))),
    folded: folded === null ? null : mm(folded),
  });

  it('gives the reading error of a hand, and how sure that is: two readings stand in each mark, where the ruler lay counts for nothing', () => {
    const read = readHand(strip([0.1, -0.1, 0.1, -0.1, 0.1, -0.1, 0.1, -0.1, 0.1, -0.1], 19.8));
    if (!read.ok) throw new Error(read.problem.code);
    const expected = mm(0.1) * Math.sqrt(10 / 9 / 2);
    expect(read.value.reading).toBe(Math.round(expected));
    expect(read.value.sure).toBe(Math.round(expected / Math.sqrt(18)));
    expect([read.value.takeUp, read.value.marks]).toEqual([mm(0.2), 10]);
    const moved = readHand(strip([2.1, 1.9, 2.1, 1.9, 2.1, 1.9, 2.1, 1.9, 2.1, 1.9]));
    expect(moved.ok && Math.abs(moved.value.reading - read.value.reading)).toBeLessThan(3);
  });

  it('of too few marks, or of a mark that was mistaken, says nothing', () => {
    expect(readHand(strip([0.1, 0.2]))).toEqual({
      ok: false,
      problem: { code: 'test-strip-short', marks: 2, least: 5 },
    });
    expect(readHand(strip([0.1, 0.2, 20, 0, 0]))).toMatchObject({ problem: { code: 'test-strip-mark-off', mark: 3 } });
    expect(readHand(strip([0, 0, 0, 0, 0], 2))).toMatchObject({ problem: { code: 'test-strip-fold-off' } });
  });

  it('a hand of nought or of a hand’s breadth is none', () => {
    expect(handProblem(USUAL_HAND)).toBeUndefined();
    for (const reading of [mm(0), mm(50), mm(-1)])
      expect(handProblem({ ...USUAL_HAND, reading })).toMatchObject({ code: 'hand-not-possible', what: 'reading' });
    expect(handProblem({ ...USUAL_HAND, jigBias: mm(-0.1) })).toBeUndefined();
  });
});
