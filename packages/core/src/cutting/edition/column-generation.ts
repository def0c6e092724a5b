import type { LongWork } from '../../long-work.ts';
import { chargedBound, listWorth, said, type BoundedRoom } from '../bounded.ts';
import { columnOf, type Column } from './columns.ts';
import { aboveAll, type Edition, type EditionProgress } from './edition-task.ts';
import type { LinearProgram, SolveLinear } from '../linear-program.ts';
import { fillTable, tableValue } from '../pattern.ts';
import type { Standing } from './standing.ts';

/** Rounds of the column generation: more than these sizes take. */
const MOST_ROUNDS = 60;
/** Steps by which the price of surplus is found. */
const SURPLUS_STEPS = 12;
/** More listed patterns than this are not handed to the solver at once. */
const MOST_COLUMNS = 500;

/**
 * Column generation over all choices of sheets at once (Gilmore & Gomory, Operations Research 9 and 13, 1961 and 1965), where there are too many to be gone through one by one. Patterns are priced exactly, so the
 * bound holds for every edge-to-edge pattern; it is taken from whole prices and from what sums of prices there are. Where the best whole combination of patterns does not meet it, every pattern that could take part in a
 * cheaper one is listed (its reduced cost lies within the gap) and the solver decides among all of them: then the answer is proven. False: there is not paper enough.
 */
export function* generateColumns(
  edition: Edition,
  standing: Standing,
  solve: SolveLinear,
): LongWork<EditionProgress, boolean> {
  const { prepared, pieces, demand, price, stock } = edition;
  const { columns, rules } = standing;
  const worst = aboveAll(edition);
  // Every piece alone, on every parent that holds it: the first programme has a solution if there is any.
  for (const [p, { room, sizes }] of prepared.entries())
    for (const [i] of pieces.entries()) {
      const own = sizes.filter(({ piece }) => piece === i);
      if (own.length === 0) continue;
      const table = yield* said(
        fillTable(
          room,
          own,
          own.map(() => 1),
        ),
        () => standing.now('trying'),
      );
      if (tableValue(table) > 0) columns.add(columnOf(p, table.best(), demand));
    }

  const stocked = [...stock.keys()].filter((p) => stock[p]! < Infinity);
  const rows: LinearProgram['rows'] = [
    ...demand.map((least) => ({ least })),
    ...stocked.map((p) => ({ most: stock[p]! })),
  ];
  // Where paper is short a piece may be left out of the programme, at more than any edition costs: a solution with one is none.
  const program = (whole: boolean): LinearProgram => ({
    whole,
    rows,
    columns: [
      ...columns.list.map(({ parent, counts }) => ({
        cost: price[parent]!,
        entries: [
          ...counts.flatMap((n, i) => (n > 0 ? [[i, n] as const] : [])),
          ...(stock[parent]! < Infinity ? [[demand.length + stocked.indexOf(parent), 1] as const] : []),
        ],
      })),
      ...demand.map((_, i) => ({ cost: worst, entries: [[i, 1] as const] })),
    ],
  });
  const choice = (values: readonly number[]): readonly number[] => values.slice(0, columns.list.length);

  const grain = 2 ** Math.floor(Math.log2(Math.max(...price, 1)) - 24);
  let values: readonly number[] = demand.map(() => 0);
  let slack: readonly number[] = price.map(() => 0);
  let lowest = -Infinity;
  const charges: (readonly number[])[] = price.map(() => demand.map(() => 0));
  const boundedRoom = (p: number): BoundedRoom => ({ ...prepared[p]!, most: demand });
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const relaxed = solve(program(false));
    if (relaxed.status !== 'optimal') return false;
    // Whole multiples of a power of two: sums of them are exact, whatever their order.
    const dual = demand.map((_, i) => Math.max(0, Math.floor(relaxed.duals[i]! / grain) * grain));
    const reached: number[] = [];
    let added = 0;
    for (const [p, { room, sizes }] of prepared.entries()) {
      const worth = sizes.map(({ piece }) => dual[piece]!);
      const table = yield* said(fillTable(room, sizes, worth), () => standing.now('bounding'));
      reached[p] = table.complete ? tableValue(table) : Infinity;
      const owed = stock[p]! < Infinity ? relaxed.duals[demand.length + stocked.indexOf(p)]! : 0;
      const worthIt = price[p]! - owed + 1e-7 * Math.max(1, price[p]!);
      if (tableValue(table) <= worthIt) continue;
      if (columns.addNew(columnOf(p, table.best(), demand))) {
        added++;
        continue;
      }
      // More of a piece than the edition needs made it worth so much: what is surplus is made to cost.
      const from = { charge: charges[p]!, enough: worthIt, steps: SURPLUS_STEPS, grain };
      const proper = yield* chargedBound(boundedRoom(p), dual, from, () => standing.now('bounding'));
      charges[p] = proper.charge;
      // Even one that does not pay by itself may do so with others.
      if (proper.best && columns.addNew({ parent: p, ...proper.best })) added++;
      reached[p] = Math.min(reached[p], proper.bound);
    }
    rules.push({ worths: dual, reached, need: dual.reduce((sum, value, i) => sum + value * demand[i]!, 0) });
    const lower = boundOf(dual, reached, demand, price, stock);
    if (lower.bound >= lowest) {
      lowest = lower.bound;
      values = lower.values;
      slack = lower.slack;
      standing.raise(nextSum(Math.max(0, lowest), price, standing.cost));
    }
    yield standing.now('bounding');
    if (added === 0 || standing.proven) break;
  }

  if (!standing.proven) {
    const whole = solve(program(true));
    if (covers(choice(whole.values), columns.list, demand)) standing.offer(choice(whole.values));
    yield standing.now('bounding');
  }

  // Proving: all patterns that a cheaper choice could use.
  if (!standing.proven) {
    const ceiling = Math.min(standing.cost, worst);
    const listed: Column[] = [];
    let all = true;
    for (const p of prepared.keys()) {
      const least = price[p]! - slack[p]! - (ceiling - lowest);
      const found = yield* listWorth(boundedRoom(p), values, { charge: charges[p]!, least }, () =>
        standing.now('proving'),
      );
      if (!found) all = false;
      listed.push(...(found ?? []).map((one) => ({ parent: p, ...one })));
      yield standing.now('proving');
    }
    if (listed.length <= MOST_COLUMNS) {
      for (const column of listed) columns.add(column);
      const decided = solve(program(true));
      if (covers(choice(decided.values), columns.list, demand)) standing.offer(choice(decided.values));
      // Nothing cheaper exists: the listed patterns were all that could have taken part in it.
      if (decided.status === 'optimal' && all) standing.bound = standing.cost;
    }
    yield standing.now('proving');
  }

  return true;
}

const covers = (times: readonly number[], columns: readonly Column[], demand: readonly number[]): boolean =>
  times.length === columns.length &&
  demand.every((n, i) => columns.reduce((sum, { counts }, j) => sum + counts[i]! * times[j]!, 0) >= n);

/**
 * A bound from any prices of pieces π ≥ 0 (Farley, Operations Research 38, 1990): scaled by θ until no pattern of a parent that
 * can be bought at will is worth more than it costs; of parents in stock, s of them at most save s·(worth − cost).
 */
function boundOf(
  dual: readonly number[],
  reached: readonly number[],
  demand: readonly number[],
  price: readonly number[],
  stock: readonly number[],
): { readonly bound: number; readonly values: number[]; readonly slack: number[] } {
  const free = [...price.keys()].filter((p) => stock[p] === Infinity && reached[p]! > 0);
  const scale = Math.min(1, ...free.map((p) => price[p]! / reached[p]!));
  const slack = price.map((c, p) => (stock[p] === Infinity ? 0 : Math.min(0, c - scale * reached[p]!)));
  const values = dual.map((value) => value * scale);
  const bound =
    values.reduce((sum, value, i) => sum + value * demand[i]!, 0) +
    slack.reduce((sum, value, p) => sum + (value === 0 ? 0 : value * stock[p]!), 0);
  // A hair less than computed, for what floating point may have added; below 0 it still goes with its slack.
  return {
    bound: Number.isFinite(bound) ? bound - 1e-7 * Math.max(1, Math.abs(bound)) : -Infinity,
    values,
    slack,
  };
}

/** More sums than this are not listed; then only the common divisor counts. */
const MOST_SUMS = 2_000_000;

/** The least sum of prices that is not below a bound: what is paid is a sum of prices. */
function nextSum(least: number, price: readonly number[], most: number): number {
  const step = price.reduce((a, b) => divisor(a, b), 0);
  if (step === 0) return 0;
  const first = Math.ceil(least / step - 1e-9);
  if (!Number.isFinite(most) || most / step > MOST_SUMS) return first * step;
  const top = Math.round(most / step);
  const reached = new Uint8Array(top + 1);
  reached[0] = 1;
  for (const c of new Set(price.map((p) => Math.round(p / step))))
    if (c > 0) for (let sum = c; sum <= top; sum++) if (reached[sum - c]) reached[sum] = 1;
  for (let sum = Math.max(0, first); sum <= top; sum++) if (reached[sum]) return sum * step;
  return most;
}

const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));
