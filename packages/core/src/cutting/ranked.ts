import { rankAnswers, type PaperAnswers, type PaperPlan, type RankBy } from './plan-on-paper.ts';

/** A paper that serves with its grain right. */
export type RightAnswer = PaperAnswers & { readonly right: { readonly ok: true; readonly value: PaperPlan } };

/** What every paper answers, in the order and the groups in which makers weigh them. */
export interface Ranked {
  /** the grain right, the better first; by price only those whose price is known */
  readonly comparable: readonly RightAnswer[];
  /** asked by price: those without one, by the paper in a copy */
  readonly unpriced: readonly RightAnswer[];
  /** where disregarding grain would promise more than the right way */
  readonly against: readonly PaperAnswers[];
  /** neither way serves */
  readonly impossible: readonly PaperAnswers[];
}

const isRight = (one: PaperAnswers): one is RightAnswer => one.right.ok;

/** Only where disregarding grain promises more than the right way. */
export function promisesMore({ right, careless }: Pick<PaperAnswers, 'right' | 'careless'>): boolean {
  if (!careless.ok) return false;
  if (!right.ok) return true;
  const [one, other] = [right.value, careless.value];
  return (other.perSheet ?? 0) > (one.perSheet ?? 0) || other.count < one.count;
}

export function rank(answers: readonly PaperAnswers[], by: RankBy): Ranked {
  const ranked = rankAnswers(answers, by);
  const right = ranked.filter(isRight);
  // Ranked by price, papers without one cannot be compared with those that have one.
  const isComparable = ({ right: { value } }: RightAnswer) => by !== 'price' || value.cost !== null;
  return {
    comparable: right.filter(isComparable),
    unpriced: right.filter((one) => !isComparable(one)),
    against: ranked.filter(promisesMore),
    impossible: ranked.filter((one) => !one.right.ok && !one.careless.ok),
  };
}
