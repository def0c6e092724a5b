import type { BookDocument } from '../document/document.ts';
import type { ChosenPaper } from '../document/chosen-paper.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import type { Paper } from '../paper/paper.ts';
import type { FibreAxis } from '../paper/sheet-size.ts';
import { ENGINE, fingerprint } from './jobs.ts';
import { isOwnSheet, type PaperSlot } from '../document/kit.ts';
import { sheetGrain } from './kit.ts';
import { otherGrain } from '../paper/paper.ts';
import { kitTask, type KitTask, type PaperPlan } from './plan-on-paper.ts';

/** What a plan depends on: another fingerprint, another plan. */
const inputOf = (task: KitTask, paper: Paper): string =>
  fingerprint([task.pieces, task.kit.manner, paper.sheet, paper.deckles, paper.offcuts]);

/** A plan fixed in the book: the paper as it is now, what it takes, and what it was asked. */
export function chosenPaper(task: KitTask, paper: Paper, grain: ChosenPaper['grain'], plan: PaperPlan): ChosenPaper {
  return {
    paper,
    grain,
    sheets: plan.count,
    cost: plan.cost,
    engine: ENGINE,
    input: inputOf(task, paper),
    cut: false,
  };
}

/** Whether a chosen plan no longer answers what the book asks: other parts, copies or manner, or an older search. */
export const isStale = (chosen: ChosenPaper, task: KitTask): boolean =>
  chosen.engine !== ENGINE || chosen.input !== inputOf(task, chosen.paper);

export const taskOf = (plan: FoldedBook, { kit }: Pick<BookDocument, 'kit'>, slot: PaperSlot): KitTask =>
  kitTask(plan, kit, slot);

/** How the fibres will run in the book's sheet when it is cut so; across as soon as one piece lies across. */
export function fibreOfSheet(plan: FoldedBook, paper: Paper, cut: PaperPlan): FibreAxis {
  const parent = paper.sheet.fibre;
  if (parent === 'any' || parent === 'unknown') return cut.fibre === parent || cut.fibre === 'any' ? parent : cut.fibre;
  // Counted as if grain did not matter, the real fibres still run as they do.
  const real = cut.fibre === 'any' ? parent : cut.fibre;
  const right = sheetGrain(plan);
  const lies = cut.sheets.flatMap(({ plan: one }) => one.pieces.filter(({ piece }) => isOwnSheet(piece)));
  const across = lies.some(({ turned }) => (turned ? otherGrain(real) : real) !== right);
  return across ? otherGrain(right) : right;
}
