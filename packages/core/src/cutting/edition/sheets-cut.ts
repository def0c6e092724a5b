import type { Column } from './columns.ts';
import { planOf } from '../cutting-plan.ts';
import type { CutAlike, Edition } from './edition-task.ts';
import { labour, type Labour } from '../lay-out.ts';
import { countPieces, without, type Pattern } from '../pattern.ts';

/** How often all of these pieces are still wanted. */
export const timesWithin = (counts: readonly number[], left: readonly number[]): number =>
  Math.min(...counts.flatMap((n, i) => (n > 0 ? [Math.floor(left[i]! / n)] : [])));

/** The sheets of a choice, those cut alike together; what is cut beyond the need is left uncut, on the last sheets that hold it. */
export function sheetsCut({ cutTask, prepared, demand }: Edition, used: readonly Column[]): readonly CutAlike[] {
  const left = [...demand];
  const alike = new Map<string, { parent: number; pattern: Pattern; times: number }>();
  const times = new Map<Column, number>();
  used.forEach((column) => times.set(column, (times.get(column) ?? 0) + 1));
  times.forEach((n, { parent, counts, pattern: drawn }) => {
    const pattern = drawn();
    for (let done = 0; done < n;) {
      // As long as all of it is needed the sheets are alike; only the last ones are looked at one by one.
      const whole = Math.min(n - done, timesWithin(countPieces(pattern, counts.length), left));
      const trimmed = whole > 0 ? pattern : without(pattern, left);
      if (whole > 0) countPieces(pattern, counts.length).forEach((each, i) => (left[i]! -= each * whole));
      done += Math.max(1, whole);
      if (trimmed.kind === 'offcut') continue;
      const key = `${parent} ${JSON.stringify(trimmed)}`;
      const before = alike.get(key);
      alike.set(key, { parent, pattern: trimmed, times: (before?.times ?? 0) + Math.max(1, whole) });
    }
  });
  return [...alike.values()].map(({ parent, pattern, times: n }) => {
    const plan = planOf(cutTask(parent), prepared[parent]!.room, [pattern], 0);
    return { times: n, plan };
  });
}

/** What all sheets cost a hand: cuts, then marks to set, once for sheets cut alike, then how small the largest offcut is. Less is better. */
export function labourOfAll(sheets: readonly CutAlike[]): Labour {
  const each = sheets.map(({ times, plan }) => ({ times, labour: labour(plan) }));
  return [
    each.reduce((sum, one) => sum + one.times * one.labour[0], 0),
    each.reduce((sum, one) => sum + one.labour[1], 0),
    Math.min(0, ...each.map((one) => one.labour[2])),
  ];
}
