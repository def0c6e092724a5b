import type { FormProblem } from '../forms/form.ts';
import { fail, ok, type Result } from '../result.ts';
import { finish, type LongWork } from '../long-work.ts';
import { chargedBound, listWorth, said, type BoundedRoom } from './bounded.ts';
import { planOf, prepare, searched, type CuttingPlan, type Prepared } from './cutting-plan.ts';
import type { LinearProgram, SolveLinear } from './linear-program.ts';
import { laidSizes, type CutTask, type CuttingProblem, type Parent, type WantedPiece } from './parent.ts';
import { multisetWork } from './multisets.ts';
import { Columns, columnOf, type Column } from './columns.ts';
import { leastCost, type CountRule, type TooFew } from './cheapest-counts.ts';
import { countPieces, fillTable, tableValue, without, type Pattern } from './pattern.ts';

/** A parent that can be bought or is at hand. */
export interface StockedParent extends Parent {
  /** what one costs, in whole smallest units of money (or of whatever is to be spared); an offcut at hand costs 0 */
  readonly price: number;
  /** how many there are; left out: as many as are wanted */
  readonly stock?: number;
}

/** A size and how many of it the edition needs. */
export interface NeededPiece extends Omit<WantedPiece, 'value' | 'most'> {
  readonly needed: number;
}

export interface EditionTask extends Pick<CutTask, 'gap' | 'longest'> {
  readonly parents: readonly StockedParent[];
  readonly pieces: readonly NeededPiece[];
}

/** So many parents cut alike. */
export interface CutAlike {
  readonly times: number;
  readonly plan: CuttingPlan;
}

export interface EditionPlan {
  readonly sheets: readonly CutAlike[];
  readonly cost: number;
  /** no choice of edge-to-edge patterns costs less */
  readonly bound: number;
  readonly proven: boolean;
  readonly proof: EditionProof;
}

/**
 * Why nothing costs less than the bound: a choice of sheets that does either breaks a rule (its worths are a Farkas vector: so many sheets cannot hold what the edition needs of them), or lies within a
 * choice that was gone through to the end. Where an edition was proven by column generation alone, the rules say less than the bound.
 */
export interface EditionProof {
  readonly rules: readonly CountRule[];
  readonly tooFew: readonly TooFew[];
}

export type EditionProblem =
  | CuttingProblem
  | { readonly code: 'nothing-needed' }
  /** `grain`: it would fit if its grain did not matter */
  | { readonly code: 'piece-fits-no-parent'; readonly piece: string; readonly why: 'size' | 'grain' | 'grain-unknown' }
  | { readonly code: 'not-enough-paper' }
  /** a book whose parts follow the paper does not come out of this one */
  | { readonly code: 'book-not-on-paper'; readonly problem: FormProblem };

/** How far an edition is: the best so far and what it cannot fall below. */
export interface EditionProgress {
  readonly doing: 'trying' | 'bounding' | 'proving';
  readonly cost: number | undefined;
  readonly bound: number;
}

/** Rounds of the column generation: more than these sizes take. */
const MOST_ROUNDS = 60;
/** Steps by which the price of surplus is found. */
const SURPLUS_STEPS = 12;
/** More listed patterns than this are not handed to the solver at once. */
const MOST_COLUMNS = 500;

/**
 * The cheapest way to cut an edition from several parents (cutting stock; Gilmore & Gomory, Operations Research 9 and 13, 1961
 * and 1965). Greedy sheets give a first answer. Column generation prices patterns by the exact search of pattern.ts, so its bound
 * holds for every edge-to-edge pattern; it is taken from whole prices and from what sums of prices there are. Where the best
 * whole combination of those patterns does not meet the bound, every pattern that could take part in a cheaper one is listed
 * (its reduced cost lies within the gap) and the solver decides among all of them: then the answer is proven. Derivation in
 * docs/cutting.md.
 *
 * @param effort quick: the greedy sheets and the bound of plain worths only
 */
export function* editionWork(
  task: EditionTask,
  solve: SolveLinear,
  effort: 'exact' | 'quick' = 'exact',
): LongWork<EditionProgress, Result<EditionPlan, EditionProblem>> {
  const wanted = task.pieces.filter(({ needed }) => needed > 0);
  if (wanted.length === 0) return fail({ code: 'nothing-needed' });
  const pieces: WantedPiece[] = wanted.map(({ needed, ...piece }) => ({ ...piece, most: needed }));
  const cutTask = (p: number): CutTask => ({
    parent: task.parents[p]!,
    pieces,
    gap: task.gap,
    ...(task.longest === undefined ? {} : { longest: task.longest }),
  });
  const prepared: Prepared[] = [];
  for (const p of task.parents.keys()) {
    const one = prepare(cutTask(p));
    if (!one.ok) return one;
    prepared.push(one.value);
  }
  const misfit = pieceThatFitsNowhere(task, pieces, prepared);
  if (misfit) return fail(misfit);
  // A piece that no sheet gives within the trimmer's reach: all is cut by rule and knife.
  if (task.longest !== undefined && !trimmerServes(pieces, prepared)) {
    const { longest: _, ...byKnife } = task;
    return yield* editionWork(byKnife, solve, effort);
  }
  const demand = wanted.map(({ needed }) => needed);
  const price = task.parents.map((parent) => parent.price);
  const piecesInAll = demand.reduce((a, b) => a + b);
  // Of what costs nothing no more than there are pieces is of use.
  const stock = task.parents.map(({ stock: there, price: each }) => there ?? (each === 0 ? piecesInAll : Infinity));

  const columns = new Columns();
  let best: readonly number[] | undefined;
  let cost = Infinity;
  let bound = 0;
  const offer = (times: readonly number[]): void => {
    const sum = times.reduce((total, n, j) => total + n * price[columns.list[j]!.parent]!, 0);
    if (sum < cost) [best, cost] = [times, sum];
  };
  const now = (doing: EditionProgress['doing']): EditionProgress => ({
    doing,
    cost: best ? cost : undefined,
    bound,
  });

  // First answers: sheet after sheet, each filled as well as it goes, from every order of preference.
  const tastes = tastesOf(task.parents.length, pieces.length).slice(0, effort === 'quick' ? QUICK_ROUNDS : ROUNDS);
  const greedily = function* (taste: Taste): LongWork<EditionProgress, void> {
    const greedy = yield* greedySheets(task, cutTask, demand, taste, () => now('trying'));
    if (!greedy) return;
    const times = new Map<number, number>();
    for (const { column, times: n } of greedy) {
      const j = columns.add(column);
      times.set(j, (times.get(j) ?? 0) + n);
    }
    offer(columns.list.map((_, j) => times.get(j) ?? 0));
    yield now('trying');
  };
  yield* greedily(tastes[0]!);

  // Rules from plain worths: all by area, and every piece and pair of pieces alone.
  const rules: CountRule[] = [];
  const tooFew: TooFew[] = [];
  const byArea = pieces.map(({ width, height }) => width * height * 1e-6);
  const alone = pieces.map((_, i) => byArea.map((worth, j) => (i === j ? worth : 0)));
  const pairs = pieces.flatMap((_, i) =>
    pieces.slice(i + 1).map((__, j) => byArea.map((worth, k) => (k === i || k === i + 1 + j ? worth : 0))),
  );
  for (const worths of [byArea, ...alone, ...(effort === 'quick' ? pairs : [])]) {
    const reached: number[] = [];
    for (const { room, sizes } of prepared) {
      const table = yield* said(
        fillTable(
          room,
          sizes,
          sizes.map(({ piece }) => worths[piece]!),
        ),
        () => now('bounding'),
      );
      reached.push(table.complete ? tableValue(table) : Infinity);
    }
    rules.push({ worths, reached, need: worths.reduce((sum, worth, i) => sum + worth * demand[i]!, 0) });
  }

  bound = leastCost(rules, price, stock, cost) ?? 0;
  for (const taste of tastes.slice(1)) {
    if (bound >= cost) break;
    yield* greedily(taste);
    bound = leastCost(rules, price, stock, cost) ?? 0;
  }
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
        () => now('trying'),
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

  bound = leastCost(rules, price, stock, cost) ?? 0;
  const answered = (): Result<EditionPlan, EditionProblem> =>
    best
      ? ok({
          sheets: cutOut(task, cutTask, prepared, columns.list, best, demand),
          cost,
          bound: Math.min(cost, bound),
          proven: bound >= cost,
          proof: { rules, tooFew },
        })
      : fail({ code: 'not-enough-paper' });
  if (best && (effort === 'quick' || bound >= cost)) return answered();

  // More than any edition costs: as many of every parent as there are pieces.
  const worst = price.reduce((sum, c, p) => sum + c * Math.min(stock[p]!, piecesInAll), 0) + 1;

  // Choices of sheets in the order of their cost, each packed or refuted.
  {
    const multisets = yield* said(
      multisetWork({
        prepared,
        demand,
        price,
        stock,
        rules,
        columns: columns.list,
        below: Math.min(cost, worst),
        solve,
      }),
      () => now('proving'),
    );
    bound = Math.max(bound, multisets.bound);
    rules.push(...multisets.rules.slice(rules.length));
    tooFew.push(...multisets.tooFew);
    if (multisets.found) {
      const times = new Map<number, number>();
      for (const column of multisets.found.used) {
        const j = columns.add(column);
        times.set(j, (times.get(j) ?? 0) + 1);
      }
      offer(columns.list.map((_, j) => times.get(j) ?? 0));
    }
    if (multisets.decided) bound = cost;
    if (multisets.decided || bound >= cost) return answered();
  }

  // Column generation.
  const grain = 2 ** Math.floor(Math.log2(Math.max(...price, 1)) - 24);
  let values: readonly number[] = demand.map(() => 0);
  let slack: readonly number[] = price.map(() => 0);
  let lowest = -Infinity;
  const charges: (readonly number[])[] = price.map(() => demand.map(() => 0));
  const boundedRoom = (p: number): BoundedRoom => ({ ...prepared[p]!, most: demand });
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const relaxed = solve(program(false));
    if (relaxed.status !== 'optimal') return fail({ code: 'not-enough-paper' });
    // Whole multiples of a power of two: sums of them are exact, whatever their order.
    const dual = demand.map((_, i) => Math.max(0, Math.floor(relaxed.duals[i]! / grain) * grain));
    const reached: number[] = [];
    let added = 0;
    for (const [p, { room, sizes }] of prepared.entries()) {
      const worth = sizes.map(({ piece }) => dual[piece]!);
      const table = yield* said(fillTable(room, sizes, worth), () => now('bounding'));
      reached[p] = table.complete ? tableValue(table) : Infinity;
      const owed = stock[p]! < Infinity ? relaxed.duals[demand.length + stocked.indexOf(p)]! : 0;
      const worthIt = price[p]! - owed + 1e-7 * Math.max(1, price[p]!);
      if (tableValue(table) <= worthIt) continue;
      if (columns.isNew(columnOf(p, table.best(), demand))) {
        added++;
        continue;
      }
      // More of a piece than the edition needs made it worth so much: what is surplus is made to cost.
      const from = { charge: charges[p]!, enough: worthIt, steps: SURPLUS_STEPS, grain };
      const proper = yield* chargedBound(boundedRoom(p), dual, from, () => now('bounding'));
      charges[p] = proper.charge;
      // Even one that does not pay by itself may do so with others.
      if (proper.best && columns.isNew({ parent: p, ...proper.best })) added++;
      reached[p] = Math.min(reached[p], proper.bound);
    }
    rules.push({ worths: dual, reached, need: dual.reduce((sum, value, i) => sum + value * demand[i]!, 0) });
    const lower = boundOf(dual, reached, demand, price, stock);
    if (lower.bound >= lowest) {
      lowest = lower.bound;
      values = lower.values;
      slack = lower.slack;
      bound = Math.max(bound, nextSum(Math.max(0, lowest), price, cost), leastCost(rules, price, stock, cost) ?? 0);
    }
    yield now('bounding');
    if (added === 0 || bound >= cost) break;
  }

  if (bound < cost) {
    const whole = solve(program(true));
    if (covers(choice(whole.values), columns.list, demand)) offer(choice(whole.values));
    yield now('bounding');
  }

  // Proving: all patterns that a cheaper choice could use.
  if (bound < cost) {
    const ceiling = Math.min(cost, worst);
    const listed: Column[] = [];
    let all = true;
    for (const p of prepared.keys()) {
      const least = price[p]! - slack[p]! - (ceiling - lowest);
      const found = yield* listWorth(boundedRoom(p), values, { charge: charges[p]!, least }, () => now('proving'));
      if (!found) all = false;
      listed.push(...(found ?? []).map((one) => ({ parent: p, ...one })));
      yield now('proving');
    }
    if (listed.length <= MOST_COLUMNS) {
      for (const column of listed) columns.add(column);
      const decided = solve(program(true));
      if (covers(choice(decided.values), columns.list, demand)) offer(choice(decided.values));
      // Nothing cheaper exists: the listed patterns were all that could have taken part in it.
      if (decided.status === 'optimal' && all) bound = cost;
    }
    yield now('proving');
  }

  return answered();
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

/** What a round of greedy sheets is fond of: factors of worth. */
interface Taste {
  readonly parent: readonly number[];
  readonly piece: readonly number[];
}

/** Rounds of greedy sheets, each with other tastes: what they cost bounds the choices of sheets that are gone through. */
const ROUNDS = 4;
/** Of a quick answer. */
const QUICK_ROUNDS = 3;

/** First just the price, then each time a little otherwise; the same on every machine (a linear congruence; Knuth, TAOCP 2, 3.3.4). */
function tastesOf(parents: number, pieces: number): readonly Taste[] {
  let state = 8;
  const next = (spread: number): number => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return 1 + spread * (state / 2 ** 32 - 0.5);
  };
  return Array.from({ length: parents === 1 && pieces === 1 ? 1 : ROUNDS }, (_, round) => ({
    parent: Array.from({ length: parents }, () => (round === 0 ? 1 : next(0.5))),
    piece: Array.from({ length: pieces }, () => (round === 0 ? 1 : next(0.6))),
  }));
}

/** Fills sheet after sheet with what is still needed; of several parents the one that gives most for its price. */
function* greedySheets(
  task: EditionTask,
  cutTask: (p: number) => CutTask,
  demand: readonly number[],
  taste: Taste,
  say: () => EditionProgress,
): LongWork<EditionProgress, readonly { readonly column: Column; readonly times: number }[] | undefined> {
  const left = [...demand];
  const stock = task.parents.map((parent) => parent.stock ?? Infinity);
  const used: { readonly column: Column; readonly times: number }[] = [];
  while (left.some((n) => n > 0)) {
    let best: { column: Column; merit: number } | undefined;
    for (const [p, parent] of task.parents.entries()) {
      if (stock[p]! <= 0) continue;
      const base = cutTask(p);
      const pieces = base.pieces.map((piece, i) => ({
        ...piece,
        most: left[i]!,
        value: (piece.width / 1e6) * (piece.height / 1e6) * taste.piece[i]!,
      }));
      const plan = yield* said(searched({ ...base, pieces }, 'quick'), say);
      if (!plan.ok || plan.value.pieces.length === 0) continue;
      const merit = (plan.value.value / (parent.price + 1e-9)) * taste.parent[p]!;
      if (best && merit <= best.merit) continue;
      const counts = base.pieces.map(({ id }) => plan.value.counts[id] ?? 0);
      const { pattern } = plan.value;
      best = { column: { parent: p, counts, pattern: () => pattern }, merit };
    }
    if (!best) return undefined;
    // The same sheet again, as long as what it holds is still needed.
    const { column } = best;
    const again = Math.min(stock[column.parent]!, timesWithin(column.counts, left));
    const times = Math.max(1, again);
    used.push({ column, times });
    stock[column.parent]! -= times;
    column.counts.forEach((n, i) => (left[i]! = Math.max(0, left[i]! - n * times)));
    yield say();
  }
  return used;
}

const trimmerServes = (pieces: readonly WantedPiece[], prepared: readonly Prepared[]): boolean =>
  pieces.every((_, i) =>
    prepared.some(({ room, sizes }) => {
      const own = sizes.filter(({ piece }) => piece === i);
      const worth = own.map(() => 1);
      return own.length > 0 && tableValue(finish(fillTable(room, own, worth))) > 0;
    }),
  );

function pieceThatFitsNowhere(
  task: EditionTask,
  pieces: readonly WantedPiece[],
  prepared: readonly Prepared[],
): EditionProblem | undefined {
  for (const [i, piece] of pieces.entries()) {
    const fits = prepared.some(({ room, sizes }) =>
      sizes.some((size) => size.piece === i && size.width <= room.width && size.height <= room.height),
    );
    if (fits) continue;
    const anyway = task.parents.filter((_, p) =>
      laidSizes('any', [piece]).some(
        ({ width, height }) =>
          width + task.gap <= prepared[p]!.room.width && height + task.gap <= prepared[p]!.room.height,
      ),
    );
    const why =
      anyway.length === 0 ? 'size' : anyway.some(({ fibre }) => fibre === 'unknown') ? 'grain-unknown' : 'grain';
    return { code: 'piece-fits-no-parent', piece: piece.id, why };
  }
  return undefined;
}

/** The sheets of a choice, those cut alike together; what is cut beyond the need is left uncut, on the last sheets that hold it. */
function cutOut(
  task: EditionTask,
  cutTask: (p: number) => CutTask,
  prepared: readonly Prepared[],
  columns: readonly Column[],
  times: readonly number[],
  demand: readonly number[],
): readonly CutAlike[] {
  const left = [...demand];
  const alike = new Map<string, { parent: number; pattern: Pattern; times: number }>();
  times.forEach((n, j) => {
    const { parent, counts } = columns[j]!;
    const pattern = n > 0 ? columns[j]!.pattern() : undefined;
    if (!pattern) return;
    for (let done = 0; done < n;) {
      // As long as all of it is needed the sheets are alike; only the last ones are looked at one by one.
      const whole = Math.min(n - done, timesWithin(countPieces(pattern, counts.length), left));
      const trimmed = whole > 0 ? pattern : without(pattern, left);
      if (whole > 0) countPieces(pattern, counts.length).forEach((each, i) => (left[i]! -= each * whole));
      done += Math.max(1, whole);
      if (trimmed.kind === 'offcut') continue;
      const key = `${parent} ${JSON.stringify(trimmed)}`;
      const before = alike.get(key);
      alike.set(key, { parent, pattern: trimmed, times: (before?.times ?? 0) + Math.max(1, whole) });
    }
  });
  return [...alike.values()].map(({ parent, pattern, times: n }) => {
    const plan = planOf(cutTask(parent), prepared[parent]!.room, [pattern], 0);
    return { times: n, plan };
  });
}

/** How often all of these pieces are still wanted. */
const timesWithin = (counts: readonly number[], left: readonly number[]): number =>
  Math.min(...counts.flatMap((n, i) => (n > 0 ? [Math.floor(left[i]! / n)] : [])));
