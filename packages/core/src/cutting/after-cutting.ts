import type { Offcut, Paper } from '../paper/paper.ts';
import type { FibreAxis } from '../paper/sheet-size.ts';
import type { Nm } from '../units/nm.ts';
import { offcutUses } from './offcut-use.ts';
import type { PaperPlan } from './plan-on-paper.ts';

/** An offcut worth keeping, as often as it is left. */
export interface LeftOver {
  readonly width: Nm;
  readonly height: Nm;
  readonly fibre: FibreAxis;
  readonly times: number;
}

/** So many kinds of offcuts a paper's drawer holds. */
const MOST_OFFCUTS = 200;

/** A paper of the drawer once a plan is cut from it: its sheets and the offcuts that were used taken off, what was left put in. */
export function afterCutting(
  paper: Paper,
  { sheets, count }: Pick<PaperPlan, 'sheets' | 'count'>,
  left: readonly LeftOver[],
  newId: () => string,
): Paper {
  // Several plans may use one kind of offcut.
  const used = (id: string) => sheets.reduce((sum, { times, plan }) => sum + (plan.parent === id ? times : 0), 0);
  const kept: Offcut[] = [
    ...paper.offcuts.map((one) => ({ ...one, count: one.count - used(one.id) })).filter((one) => one.count > 0),
    ...left.map(({ times, ...offcut }) => ({ id: newId(), ...offcut, count: times })),
  ];
  return {
    ...paper,
    stock: paper.stock === null ? null : Math.max(0, paper.stock - count),
    offcuts: kept.slice(0, MOST_OFFCUTS),
  };
}

/** What a plan leaves that is good for something beside a book of this closed size, alike together, the largest first. */
export function leftOver(
  { sheets }: Pick<PaperPlan, 'sheets'>,
  fibre: FibreAxis,
  page: { readonly width: Nm; readonly height: Nm },
): readonly LeftOver[] {
  const bySize = new Map<string, LeftOver>();
  for (const { times, plan } of sheets)
    for (const { width, height } of plan.offcuts) {
      const key = `${width} ${height}`;
      bySize.set(key, { width, height, fibre, times: times + (bySize.get(key)?.times ?? 0) });
    }
  return [...bySize.values()]
    .filter((offcut) => !offcutUses(offcut, page).includes('scrap'))
    .sort((one, other) => other.width * other.height - one.width * one.height);
}
