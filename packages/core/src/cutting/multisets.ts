import type { LongWork } from '../long-work.ts';
import { bestWithin, chargedBound, dot, listWorth, type BoundedRoom, type ChargedBound } from './bounded.ts';
import { cheapestCounts, type CountRule, type TooFew } from './cheapest-counts.ts';
import type { Prepared } from './cutting-plan.ts';
import type { LinearProgram, SolveLinear } from './linear-program.ts';
import { packed, type Column } from './packing.ts';

export interface MultisetsTask {
  readonly prepared: readonly Prepared[];
  readonly demand: readonly number[];
  readonly price: readonly number[];
  readonly stock: readonly number[];
  readonly rules: readonly CountRule[];
  readonly columns: readonly Column[];
  /** only what costs less is looked for */
  readonly below: number;
  readonly solve: SolveLinear;
}

export interface MultisetsAnswer {
  /** the cheapest choice of sheets, with what is cut from each; undefined: none costs less */
  readonly found: { readonly cost: number; readonly used: readonly Column[] } | undefined;
  /** nothing costs less than this */
  readonly bound: number;
  /** why: a choice of sheets that obeys every rule lies within one of those that were gone through to the end */
  readonly rules: readonly CountRule[];
  readonly tooFew: readonly TooFew[];
  /** false: some choices could not be decided, or there were too many */
  readonly decided: boolean;
}

/** Limits, all of them counts. */
const MOST_MULTISETS = 400;
const MOST_CHOICES = 400_000;
const MOST_ROUNDS = 60;
const LAGRANGE_STEPS = 10;
const MOST_LISTED = 6_000;
const [FEW_NODES, MOST_NODES] = [3_000_000, 60_000_000];
/** More patterns than this are not handed to the solver at once. */
const MOST_SOLVED = 1200;
const [FEW_BRANCHES, MOST_BRANCHES] = [100, 3000];
const SHARES = [0.1, 0.2, 0.35, 0.55];
/** How far worths are moved towards the areas of their pieces, and how often charges are moved then. */
const TOWARDS_AREA = [0.25, 0.5, 0.75, 1];
const MIXED_STEPS = 6;
/** How far below a bound patterns are taken as they come, so many of them. */
const [FIRST_STEP, FARTHER, LAST_STEP] = [0.004, 2, 0.08];
const [ENOUGH_MET, MOST_MET, MOST_LOOKED] = [10, 60, 1500];
/** So many of the patterns that pay are taken at once. */
const TAKEN = 12;

/** What pieces are worth is counted in these: sums are exact, whatever their order. */
const GRAIN = 2 ** -44;
const grained = (value: number): number => Math.floor(value / GRAIN) * GRAIN;

/**
 * The cheapest edition by going through choices of sheets in the order of their cost (multisets: so many of each parent). For one choice n the share θ of the need that
 * it holds is maximised by column generation over edge-to-edge patterns; the dual worths π of any round, with an upper bound on what one sheet of each parent can hold of them, give a rule
 * Σ nₚ·reachₚ(π) ≥ π·d (Farkas). A choice that breaks it holds too little, and the rule cuts off others too. Where θ ≥ 1, all patterns within the slack are listed and a search decides: a packing is the
 * cheapest edition, and none means that every choice within n holds too little. Derivation in docs/cutting.md.
 */
export function* multisetWork(task: MultisetsTask): LongWork<{ readonly bound: number }, MultisetsAnswer> {
  const { price, stock, below } = task;
  const search = new Search(task);
  const rules = [...task.rules];
  const tooFew: TooFew[] = [];
  const undecided: TooFew[] = [];
  let bound = 0;
  let floor = Infinity;
  const answer = (found: MultisetsAnswer['found'], decided: boolean): MultisetsAnswer => ({
    found,
    bound: Math.min(floor, bound),
    rules,
    tooFew,
    decided: decided && undecided.length === 0,
  });
  for (let tried = 0; tried < MOST_MULTISETS; tried++) {
    const next = cheapestCounts({ rules, tooFew: [...tooFew, ...undecided], price, stock, below, most: MOST_CHOICES });
    if (next === 'stopped') return answer(undefined, false);
    if (next === undefined) {
      bound = below;
      return answer(undefined, true);
    }
    bound = next.cost;
    yield { bound: Math.min(floor, bound) };
    const outcome = yield* search.decide(next.counts, () => ({ bound: Math.min(floor, bound) }));
    if (outcome.kind === 'rule') rules.push(outcome.rule);
    else if (outcome.kind === 'packed') return answer({ cost: next.cost, used: outcome.used }, true);
    else if (outcome.kind === 'too-few') tooFew.push(next.counts);
    else {
      undecided.push(next.counts);
      floor = Math.min(floor, next.cost);
    }
  }
  return answer(undefined, false);
}

type Outcome =
  | { readonly kind: 'rule'; readonly rule: CountRule }
  | { readonly kind: 'packed'; readonly used: readonly Column[] }
  | { readonly kind: 'too-few' | 'undecided' };

/** Everything that is kept from one choice of sheets to the next. */
class Search {
  private readonly task: MultisetsTask;
  private readonly columns: Column[] = [];
  private readonly known = new Set<string>();
  /** by parent: what surplus was charged last */
  private readonly charges: (readonly number[])[];
  private readonly areas: readonly number[];
  private readonly area: number;

  constructor(task: MultisetsTask) {
    this.task = task;
    task.columns.forEach((column) => this.add(column));
    this.charges = task.prepared.map(() => task.demand.map(() => 0));
    this.areas = task.demand.map((_, i) => areaOf(task, i));
    this.area = dot(this.areas, task.demand);
  }

  private add(column: Column): boolean {
    const key = `${column.parent}:${column.counts.join()}`;
    if (this.known.has(key)) return false;
    this.known.add(key);
    this.columns.push(column);
    return true;
  }

  *decide<Q>(counts: readonly number[], say: () => Q): LongWork<Q, Outcome> {
    const { demand, solve } = this.task;
    const used = [...counts.keys()].filter((p) => counts[p]! > 0);
    for (let round = 0; round < MOST_ROUNDS; round++) {
      const relaxed = solve(this.program(counts, used, false));
      if (relaxed.status !== 'optimal') return { kind: 'undecided' };
      const dual = demand.map((_, i) => Math.max(0, grained(relaxed.duals[i]!)));
      const need = dot(dual, demand);
      const owed = used.map((_, k) => Math.max(0, -relaxed.duals[demand.length + k]!));
      const theta = relaxed.values.at(-1)!;
      if (need <= 0) return { kind: 'undecided' };
      let added = 0;
      const reach: number[] = [];
      for (const [k, p] of used.entries()) {
        const enough = owed[k]! * (1 + 1e-9) + 1e-12;
        const priced = yield* this.price(p, dual, enough, LAGRANGE_STEPS, say);
        reach[k] = priced.bound;
        if (priced.best && priced.best.worth > enough && this.add({ parent: p, ...priced.best })) added++;
      }
      const most = used.reduce((sum, p, k) => sum + counts[p]! * reach[k]!, 0);
      if (most < need * (1 - 1e-9)) return { kind: 'rule', rule: yield* this.ruleOf(dual, used, reach, say) };
      if (theta >= THETA_ENOUGH && round % TRY_EVERY === 0) {
        const whole = this.rounded(counts, used, FEW_BRANCHES);
        if (whole) return { kind: 'packed', used: whole };
      }
      if (added > 0) continue;
      // No pattern is found that pays: listed from the bound downwards, one is, or there is none.
      let missed = false;
      for (const [k, p] of used.entries()) {
        const enough = owed[k]! * (1 + 1e-9) + 1e-12;
        if (reach[k]! <= enough) continue;
        const from = { bound: reach[k]!, charge: this.charges[p]!, enough };
        const exact = yield* bestWithin(this.room(p), dual, from, say);
        reach[k] = exact.reach;
        if (!exact.decided) missed = true;
        for (const one of exact.better.slice(0, TAKEN)) if (this.add({ parent: p, ...one })) added++;
      }
      const sure = used.reduce((sum, p, k) => sum + counts[p]! * reach[k]!, 0);
      if (sure < need * (1 - 1e-9)) return { kind: 'rule', rule: yield* this.ruleOf(dual, used, reach, say) };
      if (added > 0) continue;
      if (missed) {
        // Worths from few patterns lie far out, and so do their bounds: what is found nearer the areas may pay too, or refute it at once.
        const nearer = yield* this.nearer(counts, used, dual, owed, say);
        if (nearer.rule) return { kind: 'rule', rule: nearer.rule };
        if (nearer.added > 0) continue;
        return { kind: 'undecided' };
      }
      return yield* this.packing(counts, used, dual, reach, say);
    }
    return { kind: 'undecided' };
  }

  /** Maximise the share of the need that so many sheets hold, or choose whole patterns that hold all of it. */
  private program(
    counts: readonly number[],
    used: readonly number[],
    whole: boolean,
    columns = this.columns,
  ): LinearProgram {
    const { demand } = this.task;
    const mine = columns.filter(({ parent }) => counts[parent]! > 0);
    const patterns = mine.map((column) => ({
      cost: 0,
      entries: [
        ...column.counts.flatMap((n, i) => (n > 0 ? [[i, n] as const] : [])),
        [demand.length + used.indexOf(column.parent), 1] as const,
      ],
    }));
    return whole
      ? {
          whole,
          rows: [...demand.map((least) => ({ least })), ...used.map((p) => ({ most: counts[p]! }))],
          columns: [...patterns, ...demand.map((_, i) => ({ cost: 1, entries: [[i, 1] as const] }))],
        }
      : {
          whole,
          rows: [...demand.map(() => ({ least: 0 })), ...used.map((p) => ({ most: counts[p]! }))],
          columns: [...patterns, { cost: -1, entries: demand.map((d, i) => [i, -d] as const) }],
        };
  }

  /** Whole patterns of those at hand that hold the need; undefined: the solver found none. */
  private rounded(
    counts: readonly number[],
    used: readonly number[],
    branches: number,
    columns = this.columns,
  ): readonly Column[] | undefined {
    const { demand, solve } = this.task;
    const mine = columns.filter(({ parent }) => counts[parent]! > 0);
    const decided = solve({ ...this.program(counts, used, true, columns), branches });
    const times = decided.values.slice(0, mine.length);
    const taken = mine.flatMap((column, j) => new Array<Column>(Math.max(0, times[j] ?? 0)).fill(column));
    const holds = demand.every((d, i) => taken.reduce((sum, column) => sum + column.counts[i]!, 0) >= d);
    const within = used.every((p) => taken.filter(({ parent }) => parent === p).length <= counts[p]!);
    return holds && within ? taken : undefined;
  }

  /**
   * Other worths than those of the patterns at hand, towards the areas: any of them may refute, and patterns are met that pay. Where none does, what is best by the worths that
   * bound most sharply is listed and taken, whether it pays or not: the next worths then lie nearer to those (a stabilised column generation; Wentges, International Transactions in Operational Research 4, 1997).
   */
  private *nearer<Q>(
    counts: readonly number[],
    used: readonly number[],
    dual: readonly number[],
    owed: readonly number[],
    say: () => Q,
  ): LongWork<Q, { readonly rule?: CountRule; readonly added: number }> {
    const { demand } = this.task;
    const need = dot(dual, demand);
    let added = 0;
    let sharpest = {
      ratio: Infinity,
      worths: dual,
      bounds: [] as readonly number[],
      charges: [] as (readonly number[])[],
    };
    for (const share of TOWARDS_AREA) {
      const worths = dual.map((value, i) => grained((1 - share) * value + (share * need * this.areas[i]!) / this.area));
      const bounds: number[] = [];
      const charges: (readonly number[])[] = [];
      for (const [k, p] of used.entries()) {
        const from = { charge: this.charges[p]!, enough: 0, steps: MIXED_STEPS, grain: GRAIN, whole: true };
        const priced = yield* chargedBound(this.room(p), worths, from, say);
        [bounds[k], charges[k]] = [priced.bound, priced.charge];
        for (const met of priced.seen)
          if (dot(met.counts, dual) > owed[k]! * (1 + 1e-9) + 1e-12 && this.add({ parent: p, ...met })) added++;
      }
      const ratio = used.reduce((sum, p, k) => sum + counts[p]! * bounds[k]!, 0) / dot(worths, demand);
      if (ratio < 1 - 1e-9) return { rule: yield* this.ruleOf(worths, used, bounds, say), added };
      if (ratio < sharpest.ratio) sharpest = { ratio, worths, bounds, charges };
    }
    if (added > 0) return { added };
    for (const [k, p] of used.entries())
      for (let step = FIRST_STEP; step < LAST_STEP; step *= FARTHER) {
        const least = sharpest.bounds[k]! * (1 - step);
        const listed = yield* listWorth(this.room(p), sharpest.worths, { charge: sharpest.charges[k]!, least }, say);
        if (!listed) break;
        const before = added;
        for (const one of listed) if (added - before < MOST_MET && this.add({ parent: p, ...one })) added++;
        if (added - before >= ENOUGH_MET || listed.length >= MOST_LOOKED) break;
      }
    return { added };
  }

  private room(p: number): BoundedRoom {
    const { room, sizes } = this.task.prepared[p]!;
    return { room, sizes, most: this.task.demand };
  }

  /** What one sheet of a parent can hold of some worths at most; the charges are kept for the next time. */
  private *price<Q>(
    p: number,
    dual: readonly number[],
    enough: number,
    steps: number,
    say: () => Q,
  ): LongWork<Q, ChargedBound> {
    const from = { charge: this.charges[p]!, enough, steps, grain: GRAIN };
    const priced = yield* chargedBound(this.room(p), dual, from, say);
    this.charges[p] = priced.charge;
    return priced;
  }

  /** The same worths for every parent: what is cut off by them. */
  private *ruleOf<Q>(
    dual: readonly number[],
    used: readonly number[],
    reach: readonly number[],
    say: () => Q,
  ): LongWork<Q, CountRule> {
    const { prepared, demand } = this.task;
    const reached: number[] = [];
    for (const p of prepared.keys()) {
      const k = used.indexOf(p);
      reached[p] = k >= 0 ? reach[k]! : (yield* this.price(p, dual, 0, 3, say)).bound;
    }
    return { worths: dual, reached, need: dot(dual, demand) };
  }

  /** Whether so many sheets really hold the need: every pattern that a packing could use is listed, then gone through. */
  private *packing<Q>(
    counts: readonly number[],
    used: readonly number[],
    dual: readonly number[],
    reach: readonly number[],
    say: () => Q,
  ): LongWork<Q, Outcome> {
    const { demand } = this.task;
    const quick = this.rounded(counts, used, FEW_BRANCHES);
    if (quick) return { kind: 'packed', used: quick };
    const slack = used.reduce((sum, p, k) => sum + counts[p]! * reach[k]!, 0) - dot(dual, demand);
    const within = function* (this: Search, share: number): LongWork<Q, readonly (readonly Column[])[] | undefined> {
      const lists: (readonly Column[])[] = [];
      for (const [k, p] of used.entries()) {
        const least = Math.max(0, reach[k]! - share * slack * (1 + 1e-9) - 1e-12);
        const listed = yield* listWorth(this.room(p), dual, { charge: this.charges[p]!, least }, say);
        if (!listed || listed.length > MOST_LISTED) return undefined;
        lists[k] = [...listed].sort((a, b) => b.worth - a.worth).map((one) => ({ parent: p, ...one }));
      }
      return lists;
    }.bind(this);
    // A packing loses the slack in all, so most of its sheets lose little: those that lose least first.
    for (const share of SHARES) {
      const lists = yield* within(share);
      if (!lists) break;
      const sheets = used.map((p) => counts[p]!);
      const tried = packed({ demand, dual, reach, slack, lists, sheets, nodes: FEW_NODES });
      if (tried && tried !== 'stopped') return { kind: 'packed', used: tried };
      if (lists.flat().length > MOST_SOLVED) continue;
      lists.flat().forEach((column) => this.add(column));
      const solved = this.rounded(counts, used, MOST_BRANCHES);
      if (solved) return { kind: 'packed', used: solved };
    }
    const lists = yield* within(1);
    if (!lists) return { kind: 'undecided' };
    const found = packed({ demand, dual, reach, slack, lists, sheets: used.map((p) => counts[p]!), nodes: MOST_NODES });
    if (found === 'stopped') {
      const solved = this.rounded(counts, used, MOST_BRANCHES, lists.flat());
      return solved ? { kind: 'packed', used: solved } : { kind: 'undecided' };
    }
    return found ? { kind: 'packed', used: found } : { kind: 'too-few' };
  }
}

/** From here on a choice of sheets may hold the need: whole patterns of those at hand are tried. */
const THETA_ENOUGH = 1 + 1e-7;
/** Every so many rounds. */
const TRY_EVERY = 3;

/** Of a piece, as it lies on whatever parent it fits. */
function areaOf({ prepared }: MultisetsTask, piece: number): number {
  const size = prepared.flatMap(({ sizes }) => sizes).find((one) => one.piece === piece);
  return size ? size.width * size.height * 1e-18 : 0;
}
