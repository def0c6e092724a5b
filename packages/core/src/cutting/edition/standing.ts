import { leastCost, type CountRule, type TooFew } from './cheapest-counts.ts';
import { Columns, type Column } from './columns.ts';
import type { Edition, EditionProgress } from './edition-task.ts';

/** Where a search for an edition stands: patterns so far, the best choice of them, and what nothing costs less than. */
export class Standing {
  readonly columns = new Columns();
  readonly rules: CountRule[] = [];
  readonly tooFew: TooFew[] = [];
  /** how often each pattern is cut; left out: those that came later, not at all */
  times: readonly number[] | undefined;
  cost = Infinity;
  bound = 0;
  readonly #edition: Edition;

  constructor(edition: Edition) {
    this.#edition = edition;
  }

  get proven(): boolean {
    return this.bound >= this.cost;
  }

  offer(times: readonly number[]): void {
    const { price } = this.#edition;
    const sum = times.reduce((total, n, j) => total + n * price[this.columns.list[j]!.parent]!, 0);
    if (sum < this.cost) [this.times, this.cost] = [times, sum];
  }

  offerSheets(sheets: readonly { readonly column: Column; readonly times: number }[]): void {
    const times = new Map<number, number>();
    for (const { column, times: n } of sheets) {
      const j = this.columns.add(column);
      times.set(j, (times.get(j) ?? 0) + n);
    }
    this.offer(this.columns.list.map((_, j) => times.get(j) ?? 0));
  }

  /** What the rules say. */
  raise(least = 0): void {
    const { price, stock } = this.#edition;
    this.bound = Math.max(this.bound, least, leastCost(this.rules, price, stock, this.cost) ?? 0);
  }

  /** The patterns of the best choice, one for every sheet; alike ones follow one another. */
  used(): readonly Column[] {
    return (this.times ?? []).flatMap((n, j) => new Array<Column>(n).fill(this.columns.list[j]!));
  }

  now(doing: EditionProgress['doing']): EditionProgress {
    return { doing, cost: this.times ? this.cost : undefined, bound: this.bound };
  }
}
