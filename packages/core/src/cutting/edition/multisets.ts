import type { LongWork } from '../../long-work.ts';
import { cheapestCounts, type CountRule, type TooFew } from './cheapest-counts.ts';
import { grained, type Search } from './choice.ts';
import { decideChoice } from './choice-decided.ts';
import { Columns, type Column } from './columns.ts';
import type { Prepared } from '../cutting-plan.ts';
import type { Holding } from './easier-sheets.ts';
import type { SolveLinear } from '../linear-program.ts';

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
  readonly found: (Holding & { readonly cost: number }) | undefined;
  /** nothing costs less than this */
  readonly bound: number;
  /** why: a choice of sheets that obeys every rule lies within one of those that were gone through to the end */
  readonly rules: readonly CountRule[];
  readonly tooFew: readonly TooFew[];
  /** false: some choices could not be decided, or there were too many */
  readonly decided: boolean;
}

/** More choices than this are not decided. */
const MOST_MULTISETS = 400;

/**
 * The cheapest edition by going through choices of sheets in the order of their cost (multisets: so many of each parent). For one choice n the share θ of the need that
 * it holds is maximised by column generation over edge-to-edge patterns; the dual worths π of any round, with an upper bound on what one sheet of each parent can hold of them, give a rule
 * Σ nₚ·reachₚ(π) ≥ π·d (Farkas). A choice that breaks it holds too little, and the rule cuts off others too. Where θ ≥ 1, all patterns within the slack are listed and a search decides: a packing is the
 * cheapest edition, and none means that every choice within n holds too little. Derivation in docs/cutting.md.
 */
export function* multisetWork(task: MultisetsTask): LongWork<{ readonly bound: number }, MultisetsAnswer> {
  const { price, stock, below } = task;
  const search = searchOf(task);
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
    const next = cheapestCounts({ rules, tooFew: [...tooFew, ...undecided], price, stock, below });
    if (next === 'stopped') return answer(undefined, false);
    if (next === undefined) {
      bound = below;
      return answer(undefined, true);
    }
    bound = next.cost;
    yield { bound: Math.min(floor, bound) };
    const outcome = yield* decideChoice(search, next.counts, () => ({ bound: Math.min(floor, bound) }));
    if (outcome.kind === 'rule') rules.push(outcome.rule);
    else if (outcome.kind === 'packed') return answer({ cost: next.cost, ...outcome.holding }, true);
    else if (outcome.kind === 'too-few') tooFew.push(next.counts);
    else {
      undecided.push(next.counts);
      floor = Math.min(floor, next.cost);
    }
  }
  return answer(undefined, false);
}

/** A search with the patterns that are known already. */
function searchOf(task: MultisetsTask): Search {
  const { prepared, demand, solve } = task;
  const tight = new Columns();
  task.columns.forEach((column) => tight.add(column));
  const areas = demand.map((_, i) => areaOf(task, i));
  return {
    prepared,
    demand,
    solve,
    areas,
    tight,
    loose: new Columns(),
    charges: prepared.map(() => demand.map(() => 0)),
  };
}

/** Of a piece, as it lies on whatever parent it fits. */
function areaOf({ prepared }: MultisetsTask, piece: number): number {
  const size = prepared.flatMap(({ sizes }) => sizes).find((one) => one.piece === piece);
  return size ? grained(size.width * size.height * 1e-18) : 0;
}
