import type { BookDocument } from '../document/document.ts';
import type { ChosenPaper } from '../document/chosen-paper.ts';
import { planBook, type FoldedBook } from '../forms/planned-book.ts';
import type { Paper } from '../paper/paper.ts';
import type { FibreAxis } from '../paper/sheet-size.ts';
import { ENGINE, fingerprint } from './jobs.ts';
import { isOwnSheet, PAGES_SLOT, type PaperSlot } from '../document/kit.ts';
import { asCounted, sheetGrain } from './kit.ts';
import { followsPaper, lyingSo, type SettledOnPaper } from './on-paper.ts';
import { otherGrain } from '../paper/paper.ts';
import { kitTask, type KitTask, type PaperPlan } from './plan-on-paper.ts';

/** What a plan depends on: another fingerprint, another plan. */
const inputOf = (task: KitTask, paper: Paper): string =>
  fingerprint([asCounted(task.pieces), task.kit.manner, paper.sheet, paper.deckles, paper.offcuts]);

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

/** The same for a search over papers: where the book's parts follow the paper, on each its own. */
export function taskOnAny(plan: FoldedBook, book: Pick<BookDocument, 'kit'>, slot: PaperSlot): KitTask {
  const follows = followsPaper(plan, slot);
  return { ...taskOf(plan, book, slot), ...(follows ? { follows } : {}) };
}

/** What taking a paper changes: the paper itself, and the fibres of the book's sheet, or the book as the paper settles it. */
export interface Taken {
  readonly chosen: ChosenPaper;
  readonly fibre?: FibreAxis;
  readonly settled?: SettledOnPaper;
}

/** A paper taken by a plan that was found for it; `paper` as the drawer has it, `name` where it is kept under another. */
export function takePaper(
  plan: FoldedBook,
  book: Pick<BookDocument, 'kit'>,
  slot: PaperSlot,
  paper: Paper,
  grain: ChosenPaper['grain'],
  found: PaperPlan,
  name = paper.name,
): Taken {
  const taken = { ...paper, name };
  if (!found.settled) {
    const chosen = chosenPaper(taskOf(plan, book, slot), taken, grain, found);
    return slot === PAGES_SLOT ? { chosen, fibre: fibreOfSheet(plan, paper, found) } : { chosen };
  }
  const { form, sheet } = lyingSo(found.settled, fibreOfSheet(plan, paper, found));
  const settled = { form, sheet: { ...sheet, fibre: grain === 'ignored' ? paper.sheet.fibre : sheet.fibre } };
  const again = planBook(settled.form, settled.sheet);
  // What was planned from can be folded.
  return { chosen: chosenPaper(taskOf(again.ok ? again.value : plan, book, slot), taken, grain, found), settled };
}

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
