import type { Choice, Search } from './choice.ts';
import { grained } from './choice.ts';
import type { Column } from './columns.ts';
import type { LinearProgram } from '../linear-program.ts';

/** The share of the need that a choice holds by the patterns at hand, and what that says of worths. */
export interface HeldShare {
  readonly share: number;
  readonly worths: readonly number[];
  /** by used parent: what a pattern must be worth to pay */
  readonly owed: readonly number[];
}

/** Maximise the share of the need that so many sheets hold. Undefined: the solver does not know. */
export function shareHeld(
  { demand, solve }: Search,
  choice: Choice,
  columns: readonly Column[],
): HeldShare | undefined {
  const { rows, patterns } = programOf(demand, choice, columns, 0);
  const share = { cost: -1, entries: demand.map((d, i) => [i, -d] as const) };
  const answer = solve({ whole: false, rows, columns: [...patterns, share] });
  if (answer.status !== 'optimal') return undefined;
  return {
    share: answer.values.at(-1)!,
    worths: demand.map((_, i) => Math.max(0, grained(answer.duals[i]!))),
    owed: choice.used.map((_, k) => Math.max(0, -answer.duals[demand.length + k]!)),
  };
}

/** Whole patterns of those at hand that hold the need; undefined: the solver found none. */
export function wholePatterns(
  { demand, solve }: Search,
  choice: Choice,
  columns: readonly Column[],
  branches: number,
): readonly Column[] | undefined {
  const { rows, patterns, mine } = programOf(demand, choice, columns);
  const missing = demand.map((_, i) => ({ cost: 1, entries: [[i, 1] as const] }));
  const decided = solve({ whole: true, rows, columns: [...patterns, ...missing], branches });
  const times = decided.values.slice(0, mine.length);
  const taken = mine.flatMap((column, j) => new Array<Column>(Math.max(0, times[j] ?? 0)).fill(column));
  const holds = demand.every((d, i) => taken.reduce((sum, column) => sum + column.counts[i]!, 0) >= d);
  const within = choice.used.every((p) => taken.filter(({ parent }) => parent === p).length <= choice.counts[p]!);
  return holds && within ? taken : undefined;
}

/** A row for every piece, then one for every used parent. */
function programOf(
  demand: readonly number[],
  { counts, used }: Choice,
  columns: readonly Column[],
  least?: number,
): Pick<LinearProgram, 'rows'> & { readonly patterns: LinearProgram['columns']; readonly mine: readonly Column[] } {
  const mine = columns.filter(({ parent }) => counts[parent]! > 0);
  return {
    mine,
    patterns: mine.map((column) => ({
      cost: 0,
      entries: [
        ...column.counts.flatMap((n, i) => (n > 0 ? [[i, n] as const] : [])),
        [demand.length + used.indexOf(column.parent), 1] as const,
      ],
    })),
    rows: [...demand.map((d) => ({ least: least ?? d })), ...used.map((p) => ({ most: counts[p]! }))],
  };
}
