import type { LongWork } from '../../long-work.ts';
import type { CountRule } from './cheapest-counts.ts';
import { choiceOf, type Search, type Worths } from './choice.ts';
import { littleToLose, packChoice, type Effort, type Packed } from './choice-packing.ts';
import type { Holding } from './easier-sheets.ts';
import { looseWorths } from './loose-worths.ts';
import { tightWorths, type Tightly } from './tight-worths.ts';

export type Decided =
  | { readonly kind: 'rule'; readonly rule: CountRule }
  | { readonly kind: 'packed'; readonly holding: Holding }
  | { readonly kind: 'too-few' | 'undecided' };

/** Ever more is tried: a choice is mostly decided by little, and what takes long in one way is short in another. */
const EFFORTS: readonly Effort[] = [
  { joins: 300_000, nodes: 200_000, branches: 0, nearer: false },
  { joins: 1_000_000, nodes: 2_000_000, branches: 100, nearer: true },
  { joins: 3_000_000, nodes: 60_000_000, branches: 3000, nearer: true },
];
/** Of what all sheets can lose, what one may: a quick look, and all of them. */
const [FIRST_SHARES, ALL_SHARES] = [
  [0.1, 0.25],
  [0.1, 0.2, 0.35, 0.55, 1],
];

/** Whether so many sheets hold the need: a rule or an exhaustive search that says no, or a packing. Derivation in docs/cutting.md. */
export function* decideChoice<Q>(search: Search, counts: readonly number[], say: () => Q): LongWork<Q, Decided> {
  const choice = choiceOf(counts);
  const packedBy = ({ worths, reach }: Worths, { used, patterns }: Packed): Decided => {
    const byParent = counts.map((_, p) => reach[choice.used.indexOf(p)] ?? 0);
    return {
      kind: 'packed',
      holding: { used, patterns: [...search.tight.list, ...patterns], worths, reach: byParent },
    };
  };
  const loosely = yield* looseWorths(search, choice, say);
  if (loosely && 'rule' in loosely) return { kind: 'rule', ...loosely };
  const little = loosely && littleToLose(search, choice, loosely.worths);
  let tightly: Tightly;
  for (const effort of EFFORTS) {
    if (loosely) {
      const shares = little ? ALL_SHARES : FIRST_SHARES;
      const first = yield* packChoice(search, choice, loosely.worths, shares, effort, say);
      if (typeof first !== 'string') return packedBy(loosely.worths, first);
      if (first === 'too-few') return { kind: 'too-few' };
    }
    tightly ??= yield* tightWorths(search, choice, effort, say);
    if (tightly && 'rule' in tightly) return { kind: 'rule', ...tightly };
    if (tightly && 'packing' in tightly)
      return packedBy(tightly.worths, { used: tightly.packing, patterns: search.tight.list });
    const known = tightly ?? (little ? undefined : loosely);
    if (!known) continue;
    const all = yield* packChoice(search, choice, known.worths, ALL_SHARES, effort, say);
    if (typeof all !== 'string') return packedBy(known.worths, all);
    if (all === 'too-few') return { kind: 'too-few' };
  }
  return { kind: 'undecided' };
}
