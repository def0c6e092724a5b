/** For some worth of the pieces: what one sheet of each parent can hold at most, and what the edition needs. */
export interface CountRule {
  /** by piece */
  readonly worths: readonly number[];
  readonly reached: readonly number[];
  readonly need: number;
}

/** More choices of sheets than this are not gone through one by one. */
const MOST_CHOICES = 400_000;

/**
 * The least cost of whole numbers of sheets that obey every rule: a choice of sheets that holds the edition holds its worth,
 * whatever the pieces are taken to be worth. Rounding by rules is sharper than rounding the sum, since a small edition is few
 * sheets. Undefined where there are too many choices; `below` where none costs less.
 */
export function leastCost(
  rules: readonly CountRule[],
  price: readonly number[],
  stock: readonly number[],
  below: number,
): number | undefined {
  // The dearest first: few of them fit below the limit.
  const order = [...price.keys()].sort((a, b) => price[b]! - price[a]!);
  let looked = 0;
  let best = below;
  const left = rules.map(({ need }) => need * (1 - 1e-9));
  const choose = (k: number, cost: number): boolean => {
    if (++looked > MOST_CHOICES) return false;
    if (left.every((need) => need <= 0)) {
      best = cost;
      return true;
    }
    if (k === order.length) return true;
    const p = order[k]!;
    const take = (n: number): void => rules.forEach(({ reached }, r) => (left[r]! -= n * reached[p]!));
    // Of what costs nothing all there is may as well be taken.
    if (price[p] === 0) {
      if (stock[p] === Infinity) {
        best = Math.min(best, cost);
        return true;
      }
      take(stock[p]!);
      const within = choose(k + 1, cost);
      take(-stock[p]!);
      return within;
    }
    let n = 0;
    let within = true;
    for (; within && n <= stock[p]! && cost + n * price[p]! < best; n++) {
      within = choose(k + 1, cost + n * price[p]!);
      take(1);
    }
    take(-n);
    return within;
  };
  return choose(0, 0) ? best : undefined;
}
