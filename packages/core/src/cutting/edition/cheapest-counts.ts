/** More choices of sheets than this are not gone through one by one. */
const MOST_CHOICES = 400_000;

/** For some worth of the pieces: what one sheet of each parent can hold at most, and what the edition needs. */
export interface CountRule {
  /** by piece */
  readonly worths: readonly number[];
  readonly reached: readonly number[];
  readonly need: number;
}

/** A choice of sheets that is known to hold too little; every choice within it too. */
export type TooFew = readonly number[];

export interface CountsTask {
  readonly rules: readonly CountRule[];
  readonly tooFew: readonly TooFew[];
  readonly price: readonly number[];
  readonly stock: readonly number[];
  /** only what costs less */
  readonly below: number;
}

export interface CheapestCounts {
  readonly counts: readonly number[];
  readonly cost: number;
}

/**
 * The cheapest whole numbers of sheets that obey every rule and lie within no choice that is known to hold too little. Undefined: none costs less; `stopped`: there are too many.
 * What costs nothing is all taken. Gone through with the dearest parent first; from any rule r what is still needed costs at least need_r ÷ (the most that a unit of money reaches with the parents that are left).
 */
export function cheapestCounts({
  rules,
  tooFew,
  price,
  stock,
  below,
}: CountsTask): CheapestCounts | 'stopped' | undefined {
  const order = [...price.keys()].sort((a, b) => price[b]! - price[a]!);
  const left = rules.map(({ need }) => need * (1 - 1e-9));
  // Where it is not known how far a sheet reaches, one is enough; an endless reach could not be taken back.
  const reaches = rules.map(({ reached, need }) => reached.map((reach) => (reach === Infinity ? need : reach)));
  /** from each place in the order on: the most that any parent still to come reaches for its price, rule by rule */
  const reach: number[][] = [];
  for (let k = order.length; k >= 0; k--) {
    const p = order[k];
    reach[k] = reaches.map((reached, r) =>
      p === undefined ? 0 : Math.max(reach[k + 1]![r]!, price[p]! > 0 ? reached[p]! / price[p]! : Infinity),
    );
  }
  const counts = new Array<number>(price.length).fill(0);
  let looked = 0;
  let best: CheapestCounts | undefined;
  let limit = below;
  const excluded = (): boolean => tooFew.some((few) => counts.every((n, p) => n <= few[p]!));
  const choose = (k: number, cost: number): boolean => {
    if (++looked > MOST_CHOICES) return false;
    const met = left.every((need) => need <= 0);
    if (met && !excluded()) {
      [best, limit] = [{ counts: [...counts], cost }, cost];
      return true;
    }
    if (k === order.length) return true;
    for (let r = 0; r < left.length; r++) if (left[r]! > 0 && cost + left[r]! / reach[k]![r]! >= limit) return true;
    const p = order[k]!;
    const take = (n: number): void => {
      counts[p]! += n;
      for (let r = 0; r < rules.length; r++) left[r]! -= n * reaches[r]![p]!;
    };
    if (price[p] === 0) {
      take(stock[p]!);
      const within = choose(k + 1, cost);
      take(-stock[p]!);
      return within;
    }
    let n = 0;
    let within = true;
    for (; within && n <= stock[p]! && cost + n * price[p]! < limit; n++) {
      within = choose(k + 1, cost + n * price[p]!);
      take(1);
    }
    take(-n);
    return within;
  };
  return choose(0, 0) ? best : 'stopped';
}

/**
 * The least cost of whole numbers of sheets that obey every rule: a choice of sheets that holds the edition holds its worth, whatever the pieces are taken to be worth. Rounding by rules is sharper
 * than rounding the sum, since a small edition is few sheets. Undefined where there are too many choices; `below` where none costs less.
 */
export function leastCost(
  rules: readonly CountRule[],
  price: readonly number[],
  stock: readonly number[],
  below: number,
): number | undefined {
  const found = cheapestCounts({ rules, tooFew: [], price, stock, below });
  return found === 'stopped' ? undefined : (found?.cost ?? below);
}
