import { countPieces, type Pattern } from '../pattern.ts';

/** A pattern of one parent, and how many pieces of each size it is taken to hold. */
export interface Column {
  readonly parent: number;
  readonly counts: readonly number[];
  readonly pattern: () => Pattern;
}

/** More of a piece than is needed counts for nothing. */
export const columnOf = (parent: number, pattern: Pattern, demand: readonly number[]): Column => ({
  parent,
  counts: countPieces(pattern, demand.length).map((n, i) => Math.min(n, demand[i]!)),
  pattern: () => pattern,
});

/** Patterns so far, each once. */
export class Columns {
  readonly list: Column[] = [];
  readonly #known = new Map<string, number>();
  /** adds a column; whether it was not known */
  addNew(column: Column): boolean {
    const before = this.list.length;
    return this.add(column) === before;
  }
  /** adds a column, unless it is known; its place */
  add(column: Column): number {
    const key = `${column.parent}:${column.counts.join()}`;
    const before = this.#known.get(key);
    if (before !== undefined) return before;
    this.#known.set(key, this.list.length);
    return this.list.push(column) - 1;
  }
}
