import { dot } from '../bounded.ts';
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

/** What is done with sheets that are filled. */
export interface Filled {
  /** only fillings that hold the whole need are asked for */
  readonly whole: boolean;
  /** all sheets are filled, or nothing is needed any more; true: no other filling is wanted */
  readonly met: (taken: readonly Column[], left: readonly number[], labour: number) => boolean;
  /** what a pattern costs a hand, the second time in a row too; fillings that cost no less than the limit are passed over */
  readonly labour?: (column: Column, again: boolean) => number;
  readonly limit?: () => number;
}

/** One sheet is filled within the other. */
const MOST_SHEETS = 2000;

/**
 * Fills sheet after sheet, depth first, the best patterns of a parent first and never an earlier one after a later. What a pattern is worth less than its parent reaches, and what it
 * holds beyond the need, is lost; more than the slack cannot be.
 */
export function fillSheets(task: PackingTask, filled: Filled): 'met' | 'ended' | 'stopped' {
  const { demand, worths: each, reach, sheets, slack, nodes: most } = task;
  if (sheets.reduce((sum, n) => sum + n, 0) > MOST_SHEETS) return 'stopped';
  const lists = task.lists.map((list) =>
    list.map((column) => ({ column, worth: dot(column.counts, each) })).sort((a, b) => b.worth - a.worth),
  );
  const greatest = lists.map((list) =>
    demand.map((_, i) => list.reduce((top, { column }) => Math.max(top, column.counts[i]!), 0)),
  );
  const left = [...demand];
  const taken: Column[] = [];
  let nodes = 0;
  const tolerance = 1e-9 * dot(each, demand) + 1e-12;
  const outOfReach = (k: number, done: number): boolean => {
    for (let i = 0; i < left.length; i++) {
      if (left[i]! <= 0) continue;
      let hold = (sheets[k]! - done) * greatest[k]![i]!;
      for (let other = k + 1; other < lists.length; other++) hold += sheets[other]! * greatest[other]![i]!;
      if (hold < left[i]!) return true;
    }
    return false;
  };
  const choose = (k: number, done: number, from: number, loss: number, labour: number): 'met' | 'ended' | 'stopped' => {
    const nothingLeft = left.every((n) => n <= 0);
    if (nothingLeft || k === lists.length)
      return (nothingLeft || !filled.whole) && filled.met(taken, left, labour) ? 'met' : 'ended';
    if (done === sheets[k]) return choose(k + 1, 0, 0, loss, labour);
    if (filled.whole && outOfReach(k, done)) return 'ended';
    const list = lists[k]!;
    for (let j = from; j < list.length; j++) {
      const { column, worth } = list[j]!;
      const short = reach[k]! - worth;
      if (loss + short > slack + tolerance) break;
      if (++nodes > most) return 'stopped';
      const { counts } = column;
      let over = 0;
      for (let i = 0; i < left.length; i++)
        if (counts[i]! > left[i]!) over += (counts[i]! - Math.max(0, left[i]!)) * each[i]!;
      if (loss + short + over > slack + tolerance) continue;
      const more = labour + (filled.labour?.(column, done > 0 && taken.at(-1) === column) ?? 0);
      if (filled.limit && more >= filled.limit()) continue;
      const before = [...left];
      for (let i = 0; i < left.length; i++) left[i] = Math.max(0, left[i]! - counts[i]!);
      taken.push(column);
      const within = choose(k, done + 1, j, loss + short + over, more);
      taken.pop();
      for (let i = 0; i < left.length; i++) left[i] = before[i]!;
      if (within !== 'ended') return within;
    }
    return 'ended';
  };
  return choose(0, 0, 0, 0, 0);
}

/** The first filling that holds the whole need. Undefined: there is none of these patterns. */
export function packed(task: PackingTask): readonly Column[] | 'stopped' | undefined {
  let found: readonly Column[] | undefined;
  const met = (taken: readonly Column[]): boolean => {
    found = [...taken];
    return true;
  };
  const outcome = fillSheets(task, { whole: true, met });
  return outcome === 'stopped' ? 'stopped' : found;
}
