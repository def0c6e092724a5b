import type { LongWork } from '../../long-work.ts';
import { said } from '../bounded.ts';
import type { Column } from './columns.ts';
import { searched } from '../cutting-plan.ts';
import type { Edition } from './edition-task.ts';
import { timesWithin } from './sheets-cut.ts';

/** What a round of greedy sheets is fond of: factors of worth. */
export interface Taste {
  readonly parent: readonly number[];
  readonly piece: readonly number[];
}

/** First just the price, then each time a little otherwise; the same on every machine (a linear congruence; Knuth, TAOCP 2, 3.3.4). */
export function tastesOf(parents: number, pieces: number, rounds: number): readonly Taste[] {
  let state = 8;
  const next = (spread: number): number => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return 1 + spread * (state / 2 ** 32 - 0.5);
  };
  return Array.from({ length: parents === 1 && pieces === 1 ? 1 : rounds }, (_, round) => ({
    parent: Array.from({ length: parents }, () => (round === 0 ? 1 : next(0.5))),
    piece: Array.from({ length: pieces }, () => (round === 0 ? 1 : next(0.6))),
  }));
}

/** Fills sheet after sheet with what is still needed; of several parents the one that gives most for its price. Undefined: there is not paper enough that way. */
export function* greedySheets<Q>(
  { task, cutTask, demand }: Edition,
  taste: Taste,
  say: () => Q,
): LongWork<Q, readonly { readonly column: Column; readonly times: number }[] | undefined> {
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
