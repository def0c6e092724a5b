import type { LongWork } from '../../long-work.ts';
import { dot, said } from '../bounded.ts';
import type { CountRule } from './cheapest-counts.ts';
import { heldAtMost, ruleOf, tooLittle, type Choice, type Search, type Worths } from './choice.ts';
import { shareHeld } from './choice-program.ts';
import { columnOf } from './columns.ts';
import { countPieces, fillTable, tableValue } from '../pattern.ts';

/** Rounds of the column generation: more than these sizes take. */
const MOST_ROUNDS = 60;

/**
 * Column generation by patterns that may hold more of a piece than is needed (Gilmore & Gomory, Operations Research 13, 1965): the most that one sheet holds of some worths is a single table then.
 * Most choices that hold too little are refuted so; of the others, the worths by which they hold least. Undefined: a room has more places than are looked at.
 */
export function* looseWorths<Q>(
  search: Search,
  choice: Choice,
  say: () => Q,
): LongWork<Q, { readonly rule: CountRule } | { readonly worths: Worths } | undefined> {
  const { demand, prepared, loose, tight } = search;
  const charges = prepared.map(() => demand.map(() => 0));
  let worths = search.areas;
  let closest: { readonly ratio: number; readonly worths: Worths } | undefined;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const need = dot(worths, demand);
    if (need <= 0) break;
    const reach: number[] = [];
    let added = 0;
    for (const [k, p] of choice.used.entries()) {
      const { room, sizes } = prepared[p]!;
      const table = yield* said(
        fillTable(
          room,
          sizes,
          sizes.map(({ piece }) => worths[piece]!),
        ),
        say,
      );
      if (!table.complete) return undefined;
      reach[k] = tableValue(table);
      const pattern = table.best();
      if (loose.addNew({ parent: p, counts: countPieces(pattern, demand.length), pattern: () => pattern })) added++;
      tight.add(columnOf(p, pattern, demand));
    }
    const held = heldAtMost(choice, reach);
    if (tooLittle(held, need)) return { rule: yield* ruleOf(search, choice, worths, reach, say) };
    if (!closest || held / need < closest.ratio) closest = { ratio: held / need, worths: { worths, reach, charges } };
    if (added === 0) break;
    const next = shareHeld(search, choice, loose.list);
    if (!next) break;
    worths = next.worths;
  }
  return closest;
}
