import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inch, mm, nm } from '../units/nm.ts';
import { planCutting, type CuttingPlan } from './cutting-plan.ts';
import type { CutRect } from './lay-out.ts';
import { choices, waysToLie } from '../../test/every-cut.ts';
import { lyingAfter, lyingIn } from '../../test/replayed-cuts.ts';
import type { Parent, WantedPiece } from './parent.ts';

const NONE = { left: mm(0), right: mm(0), top: mm(0), bottom: mm(0) };
const parent = (width: number, height: number, more: Partial<Parent> = {}): Parent => ({
  id: 'p',
  width: mm(width),
  height: mm(height),
  fibre: 'any',
  trims: NONE,
  ...more,
});
const piece = (width: number, height: number, more: Partial<WantedPiece> = {}): WantedPiece => ({
  id: `${width}×${height}`,
  width: mm(width),
  height: mm(height),
  grain: 'any',
  ...more,
});
const planned = (sheet: Parent, pieces: readonly WantedPiece[], gap = mm(0)): CuttingPlan => {
  const plan = planCutting({ parent: sheet, pieces, gap });
  if (!plan.ok) throw new Error(plan.problem.code);
  return plan.value;
};
const total = (plan: CuttingPlan) => plan.pieces.length;

describe('worked cases', () => {
  it('folios of 280 × 210 from 640 × 900: right grain gives 8, the other way 9', () => {
    const sheet = parent(640, 900, { fibre: 'along-height' });
    expect(total(planned(sheet, [piece(280, 210, { grain: 'along-height' })]))).toBe(8);
    expect(total(planned(sheet, [piece(280, 210, { grain: 'along-width' })]))).toBe(9);
  });

  it('a hair too large does not fit, and inches lose nothing to rounding', () => {
    expect(total(planned(parent(420, 297), [piece(210, 297)]))).toBe(2);
    const hair = { ...piece(210, 297), width: nm(mm(210) + 1) };
    expect(total(planned(parent(420, 297), [hair]))).toBe(1);
    const sixteenths = { ...piece(0, 0), id: 'in', width: inch(1 / 16), height: inch(11) };
    expect(total(planned({ ...parent(0, 0), width: inch(8.5), height: inch(11) }, [sixteenths]))).toBe(136);
  });

  it('trims and the gap of a tear are lost where they are lost, and nowhere else', () => {
    const trims = { left: mm(5), right: mm(5), top: mm(5), bottom: mm(5) };
    expect(total(planned(parent(310, 210, { trims }), [piece(100, 200)]))).toBe(3);
    expect(total(planned(parent(309, 210, { trims }), [piece(100, 200)]))).toBe(2);
    // Two gaps between three pieces.
    expect(total(planned(parent(306, 200), [piece(100, 200)], mm(3)))).toBe(3);
    expect(total(planned(parent(305, 200), [piece(100, 200)], mm(3)))).toBe(2);
  });

  it('no more of a size than asked for', () => {
    const plan = planned(parent(400, 300), [piece(100, 100, { most: 3 }), piece(200, 50, { most: 4 })]);
    expect(plan.counts['100×100']).toBeLessThanOrEqual(3);
    expect(plan.counts['200×50']).toBeLessThanOrEqual(4);
    expect(plan.value).toBeLessThanOrEqual(plan.bound);
  });

  it('a sheet too large for the trimmer either way is broken down by rule and knife, the rest is cut on it', () => {
    const task = { parent: parent(700, 1000), pieces: [piece(148, 210)], gap: mm(0) };
    const [plain, trimmer] = [planCutting(task), planCutting({ ...task, longest: mm(460) })];
    if (!plain.ok || !trimmer.ok) throw new Error('not cut');
    expect([total(plain.value), total(trimmer.value), trimmer.value.proven]).toEqual([20, 20, true]);
    const long = trimmer.value.cuts.filter(({ from, to }) => to - from > mm(460));
    expect(long.length).toBeGreaterThan(0);
    // From side to side of the sheet, every one of them.
    for (const { axis, from, to } of long) expect(to - from).toBe(axis === 'upright' ? mm(1000) : mm(700));
  });

  it('grain that nobody knows gives nothing where the piece needs one', () => {
    const sheet = parent(640, 900, { fibre: 'unknown' });
    expect(total(planned(sheet, [piece(280, 210, { grain: 'along-height' })]))).toBe(0);
    expect(total(planned(sheet, [piece(280, 210)]))).toBeGreaterThan(0);
  });
});

/** The most pieces by trying every cut at every whole millimetre: slow, sure, and written apart. */
function exhaustive(width: number, height: number, sizes: readonly (readonly [number, number, number])[]): number {
  const known = new Map<number, number>();
  const best = (w: number, h: number): number => {
    const key = w * 1000 + h;
    const before = known.get(key);
    if (before !== undefined) return before;
    let most = Math.max(0, ...sizes.filter(([a, b]) => a <= w && b <= h).map(([, , worth]) => worth));
    for (let x = 1; 2 * x <= w; x++) most = Math.max(most, best(x, h) + best(w - x, h));
    for (let y = 1; 2 * y <= h; y++) most = Math.max(most, best(w, y) + best(w, h - y));
    known.set(key, most);
    return most;
  };
  return best(width, height);
}

const small = fc.integer({ min: 2, max: 9 });
const grain = fc.constantFrom('any' as const, 'along-width' as const, 'along-height' as const);
const pieces = fc
  .array(fc.record({ w: small, h: small, grain }), { minLength: 1, maxLength: 3 })
  .map((list) => list.map(({ w, h, grain: needs }, i) => piece(w, h, { id: `${i}`, grain: needs })));
const sheet = fc
  .record({
    w: fc.integer({ min: 8, max: 34 }),
    h: fc.integer({ min: 8, max: 34 }),
    fibre: fc.constantFrom('any' as const, 'along-width' as const, 'along-height' as const),
    trim: fc.integer({ min: 0, max: 2 }),
  })
  .map(({ w, h, fibre, trim }) => parent(w, h, { fibre, trims: { ...NONE, left: mm(trim), bottom: mm(trim) } }));

const apart = (a: CutRect, b: CutRect) =>
  a.left + a.width <= b.left || b.left + b.width <= a.left || a.top + a.height <= b.top || b.top + b.height <= a.top;

describe('every plan', () => {
  it('is worth as much as trying every cut finds', () => {
    fc.assert(
      fc.property(sheet, pieces, (from, wanted) => {
        const plan = planned(from, wanted);
        const sizes = wanted.flatMap((one) => {
          const [w, h] = [one.width / 1e6, one.height / 1e6];
          const worth = wanted.length === 1 ? 1 : w * h;
          const free = one.grain === 'any' || from.fibre === 'any';
          const asIs = free || one.grain === from.fibre;
          return [
            ...(asIs || w === h ? [[w, h, worth] as const] : []),
            ...(free || !asIs ? [[h, w, worth] as const] : []),
          ];
        });
        const w = (from.width - from.trims.left - from.trims.right) / 1e6;
        const h = (from.height - from.trims.top - from.trims.bottom) / 1e6;
        expect(plan.value).toBe(exhaustive(w, h, sizes));
        expect([plan.proven, plan.bound]).toEqual([true, plan.value]);
      }),
      { numRuns: 150 },
    );
  });

  it('has no piece over another or outside, each with its grain right, and loses no paper', () => {
    fc.assert(
      fc.property(sheet, pieces, fc.integer({ min: 0, max: 1 }), (from, wanted, gap) => {
        const plan = planned(from, wanted, mm(gap));
        const all = [...plan.pieces, ...plan.offcuts];
        const room = {
          right: from.width - from.trims.right,
          bottom: from.height - from.trims.bottom,
        };
        all.forEach((one, i) => {
          expect(one.left).toBeGreaterThanOrEqual(from.trims.left);
          expect(one.top).toBeGreaterThanOrEqual(from.trims.top);
          expect(one.left + one.width).toBeLessThanOrEqual(room.right);
          expect(one.top + one.height).toBeLessThanOrEqual(room.bottom);
          for (const other of all.slice(i + 1)) expect(apart(one, other)).toBe(true);
        });
        for (const { piece: id, turned, width, height } of plan.pieces) {
          const one = wanted.find((candidate) => candidate.id === id)!;
          expect([width, height]).toEqual(turned ? [one.height, one.width] : [one.width, one.height]);
          if (one.grain === 'any' || from.fibre === 'any' || width === height) continue;
          const runs = turned ? (from.fibre === 'along-width' ? 'along-height' : 'along-width') : from.fibre;
          expect(runs).toBe(one.grain);
        }
        const used = all.reduce((sum, one) => sum + (one.width / 1e6) * (one.height / 1e6), 0);
        const paper = ((room.right - from.trims.left) / 1e6) * ((room.bottom - from.trims.top) / 1e6);
        if (gap === 0) expect(used).toBeCloseTo(paper, 6);
        else expect(used).toBeLessThanOrEqual(paper + 1e-6);
      }),
      { numRuns: 150 },
    );
  });

  it('is cut edge to edge in the order it gives, until just its pieces and offcuts lie there', () => {
    fc.assert(
      fc.property(sheet, pieces, fc.integer({ min: 0, max: 1 }), (from, wanted, gap) => {
        const plan = planned(from, wanted, mm(gap));
        expect(lyingAfter(from, plan.cuts, mm(gap))).toEqual(lyingIn(from, plan));
      }),
      { numRuns: 250 },
    );
  });

  it('of real sheets and sizes is cut so too, with limits and with a trimmer', () => {
    const side = fc.integer({ min: 40, max: 320 });
    const real = fc.record({
      sheet: fc.constantFrom([594, 420], [640, 900], [700, 1000], [297, 420], [457.2, 609.6]),
      fibre: fc.constantFrom('any' as const, 'along-width' as const, 'along-height' as const),
      wanted: fc.array(fc.record({ w: side, h: side, grain, most: fc.constantFrom(undefined, 1, 3, 6) }), {
        minLength: 1,
        maxLength: 2,
      }),
      gap: fc.constantFrom(0, 3),
      longest: fc.constantFrom(undefined, 305, 460),
    });
    fc.assert(
      fc.property(real, ({ sheet: [w, h], fibre, wanted, gap, longest }) => {
        const from = parent(w!, h!, { fibre, trims: { ...NONE, top: mm(5) } });
        const list = wanted.map(({ most, ...one }, i) =>
          piece(one.w, one.h, { id: `${i}`, grain: one.grain, ...(most ? { most } : {}) }),
        );
        const plan = planCutting({
          parent: from,
          pieces: list,
          gap: mm(gap),
          ...(longest ? { longest: mm(longest) } : {}),
        });
        if (!plan.ok) throw new Error(plan.problem.code);
        expect(lyingAfter(from, plan.value.cuts, mm(gap))).toEqual(lyingIn(from, plan.value));
      }),
      { numRuns: 150 },
    );
  });

  it.each([
    [6, 60, 180],
    [3, 170, 170],
  ])('%d of %d × %d from A2 with any grain: no cut beyond what is left, no offcut in two needlessly', (most, w, h) => {
    const from = parent(594, 420);
    const plan = planned(from, [piece(w, h, { most })]);
    expect(lyingAfter(from, plan.cuts, mm(0))).toEqual(lyingIn(from, plan));
    // Two offcuts that make up one rectangle together could have stayed one.
    const { offcuts } = plan;
    for (const [i, one] of offcuts.entries())
      for (const other of offcuts.slice(i + 1)) {
        const beside =
          one.top === other.top &&
          one.height === other.height &&
          (one.left + one.width === other.left || other.left + other.width === one.left);
        const below =
          one.left === other.left &&
          one.width === other.width &&
          (one.top + one.height === other.top || other.top + other.height === one.top);
        expect(beside || below).toBe(false);
      }
  });

  it('lays a square so that its fibres run as it needs them, and says so', () => {
    const short = parent(640, 900, { fibre: 'along-width' });
    const across = planned(short, [piece(210, 210, { grain: 'along-height' })]);
    expect(across.pieces.map(({ turned }) => turned)).toEqual(across.pieces.map(() => true));
    const along = planned(short, [piece(210, 210, { grain: 'along-width' })]);
    expect(along.pieces.map(({ turned }) => turned)).toEqual(along.pieces.map(() => false));
  });
});

const worthMost = (found: ReadonlySet<string>, worth: readonly number[]) =>
  Math.max(...[...found].map((one) => one.split(',').reduce((sum, n, i) => sum + Number(n) * worth[i]!, 0)));

const little = fc.record({
  w: fc.integer({ min: 5, max: 13 }),
  h: fc.integer({ min: 5, max: 13 }),
  fibre: fc.constantFrom('any' as const, 'along-width' as const, 'along-height' as const),
  wanted: fc.array(
    fc.record({
      w: fc.integer({ min: 2, max: 7 }),
      h: fc.integer({ min: 2, max: 7 }),
      grain,
      most: fc.integer({ min: 0, max: 3 }),
      value: fc.integer({ min: 1, max: 9 }),
    }),
    { minLength: 1, maxLength: 3 },
  ),
});

describe('with limits', () => {
  it('no more of each than wanted, still the most of all choices, and proven', () => {
    fc.assert(
      fc.property(little, ({ w, h, fibre, wanted }) => {
        const from = parent(w, h, { fibre });
        const list = wanted.map((one, i) =>
          piece(one.w, one.h, { id: `${i}`, grain: one.grain, most: one.most, value: one.value }),
        );
        const plan = planned(from, list);
        list.forEach(({ id, most }) => expect(plan.counts[id]).toBeLessThanOrEqual(most!));
        const all = choices(
          w,
          h,
          waysToLie(from, list),
          wanted.map(({ most }) => most),
        );
        expect(plan.value).toBe(
          worthMost(
            all,
            wanted.map(({ value }) => value),
          ),
        );
        expect([plan.proven, plan.bound]).toEqual([true, plan.value]);
      }),
      { numRuns: 120 },
    );
  });

  it('cuts a sheet down first where its full length is more than the trimmer reaches', () => {
    const plan = planCutting({ parent: parent(5, 8), pieces: [piece(2, 7)], gap: mm(0), longest: mm(7) });
    expect(plan).toMatchObject({ ok: true, value: { value: 2, proven: true } });
  });

  it('no cut longer than the trimmer reaches, and the most that such cuts give', () => {
    fc.assert(
      fc.property(little, fc.integer({ min: 3, max: 13 }), ({ w, h, fibre, wanted }, longest) => {
        const from = parent(w, h, { fibre });
        const list = wanted.map((one, i) => piece(one.w, one.h, { id: `${i}`, grain: one.grain, value: one.value }));
        const plan = planCutting({ parent: from, pieces: list, gap: mm(0), longest: mm(longest) });
        if (!plan.ok) throw new Error(plan.problem.code);
        const many = wanted.map(() => 40);
        const worth = wanted.map(({ value }) => value);
        const reached = worthMost(choices(w, h, waysToLie(from, list), many, longest), worth);
        // Longer ones only where the paper was too large for the trimmer either way, or nothing fits the trimmer at all.
        if (plan.value.value > 0 && Math.min(w, h) <= longest && reached > 0)
          for (const { from: start, to } of plan.value.cuts) expect(to - start).toBeLessThanOrEqual(mm(longest));
        expect(plan.value.value).toBe(
          reached > 0 ? reached : worthMost(choices(w, h, waysToLie(from, list), many), worth),
        );
        expect(plan.value.proven).toBe(true);
      }),
      { numRuns: 120 },
    );
  });
});

describe('what cannot be cut', () => {
  it.each([
    [parent(0, 100), [piece(10, 10)], 'parent-not-a-sheet'],
    [parent(1e9, 100), [piece(10, 10)], 'parent-not-a-sheet'],
    [parent(100, 100), [piece(-5, 10)], 'piece-not-a-size'],
    [parent(100, 100), [], 'nothing-wanted'],
    [parent(100, 100, { trims: { ...NONE, left: mm(60), right: mm(40) } }), [piece(10, 10)], 'trim-leaves-nothing'],
  ] as const)('is told as a problem', (from, wanted, code) => {
    expect(planCutting({ parent: from, pieces: wanted, gap: mm(0) })).toMatchObject({ ok: false, problem: { code } });
  });

  it('larger than the parent gives no piece, and says that this is the most', () => {
    const plan = planned(parent(100, 100), [piece(101, 10)]);
    expect([total(plan), plan.bound, plan.proven, plan.offcuts.length]).toEqual([0, 0, true, 1]);
  });
});
