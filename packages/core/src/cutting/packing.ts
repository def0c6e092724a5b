import { dot } from './bounded.ts';
import type { Column } from './columns.ts';

export interface PackingTask {
  readonly demand: readonly number[];
  /** by piece */
  readonly worths: readonly number[];
  /** by used parent */
  readonly reach: readonly number[];
  readonly sheets: readonly number[];
  readonly lists: readonly (readonly Column[])[];
  readonly slack: number;
  /** places looked at, at most */
  readonly nodes: number;
}

/**
 * Depth first, sheet after sheet, the best patterns of a parent first and never an earlier one after a later. What a pattern is worth less than its parent reaches, and what it
 * holds beyond the need, is lost; more than the slack cannot be.
 */
export function packed({
  demand,
  worths: each,
  reach,
  sheets,
  lists,
  slack,
  nodes: most,
}: PackingTask): readonly Column[] | 'stopped' | undefined {
  const left = [...demand];
  const taken: Column[] = [];
  const worths = lists.map((list) => list.map(({ counts }) => dot(counts, each)));
  const greatest = lists.map((list) =>
    demand.map((_, i) => list.reduce((most, { counts }) => Math.max(most, counts[i]!), 0)),
  );
  let nodes = 0;
  const tolerance = 1e-9 * dot(each, demand) + 1e-12;
  const choose = (k: number, done: number, from: number, loss: number): boolean | 'stopped' => {
    if (left.every((n) => n <= 0)) return true;
    if (k === lists.length) return false;
    if (done === sheets[k]) return choose(k + 1, 0, 0, loss);
    for (let i = 0; i < left.length; i++) {
      if (left[i]! <= 0) continue;
      let hold = (sheets[k]! - done) * greatest[k]![i]!;
      for (let other = k + 1; other < lists.length; other++) hold += sheets[other]! * greatest[other]![i]!;
      if (hold < left[i]!) return false;
    }
    const list = lists[k]!;
    for (let j = from; j < list.length; j++) {
      const short = reach[k]! - worths[k]![j]!;
      if (loss + short > slack + tolerance) break;
      if (++nodes > most) return 'stopped';
      const { counts } = list[j]!;
      let over = 0;
      for (let i = 0; i < left.length; i++)
        if (counts[i]! > left[i]!) over += (counts[i]! - Math.max(0, left[i]!)) * each[i]!;
      if (loss + short + over > slack + tolerance) continue;
      const before = [...left];
      for (let i = 0; i < left.length; i++) left[i] = Math.max(0, left[i]! - counts[i]!);
      taken.push(list[j]!);
      const within = choose(k, done + 1, j, loss + short + over);
      if (within) return within;
      taken.pop();
      for (let i = 0; i < left.length; i++) left[i] = before[i]!;
    }
    return false;
  };
  const outcome = choose(0, 0, 0, 0);
  return outcome === 'stopped' ? 'stopped' : outcome ? taken : undefined;
}
