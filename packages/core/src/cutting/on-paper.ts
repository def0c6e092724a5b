import type { ChosenPaper } from '../document/chosen-paper.ts';
import type { Kit, PaperSlot } from '../document/kit.ts';
import { PAGES_SLOT } from '../document/kit.ts';
import { layPaper } from '../folding/laid-paper.ts';
import type { FormProblem } from '../forms/form.ts';
import { formById } from '../forms/registry.ts';
import type { FoldedBook, FormChoice } from '../forms/planned-book.ts';
import { otherGrain, type Paper } from '../paper/paper.ts';
import type { FibreAxis, Sheet } from '../paper/sheet-size.ts';
import { fail, ok, type Result } from '../result.ts';
import type { NeededPiece } from './edition/edition-task.ts';
import { gapOf, neededPieces, parentOf, withSpares } from './kit.ts';

/** A book whose parts follow the paper that they are cut from, as it is before one is taken. */
export interface FollowsPaper {
  readonly form: FormChoice;
  readonly spineAxis: FoldedBook['reading']['spineAxis'];
}

/** A form as a paper settles it, and that paper as the book's sheet. */
export interface SettledOnPaper {
  readonly form: FormChoice;
  readonly sheet: Sheet;
}

/** What follows the paper of a slot; undefined: nothing, its pieces are the same on any. */
export const followsPaper = (plan: FoldedBook, slot: PaperSlot): FollowsPaper | undefined =>
  slot === PAGES_SLOT && plan.form.cutFromSheet
    ? { form: { id: plan.form.id, parameters: plan.parameters }, spineAxis: plan.reading.spineAxis }
    : undefined;

/** The book as it is settled for its edition on a paper that is taken so. */
export function settledOn(
  { form: choice }: Pick<FollowsPaper, 'form'>,
  kit: Kit,
  paper: Paper,
  grain: ChosenPaper['grain'],
): Result<SettledOnPaper, FormProblem> {
  const form = formById(choice.id)!;
  const sheet = { ...paper.sheet, fibre: fibreTaken(paper, grain) };
  const settled = form.cutFromSheet!.on(choice.parameters, {
    sheet,
    trims: parentOf(paper, kit, grain).trims,
    gap: gapOf(kit),
    copies: withSpares(kit.copies, kit),
  });
  return settled.ok
    ? ok({ form: { id: choice.id, parameters: { ...choice.parameters, ...settled.value } }, sheet })
    : fail(settled.problem);
}

/** The pieces that it needs of that paper, itself not folded: a search over many papers asks often. */
export function piecesOf(
  { form: choice, sheet }: SettledOnPaper,
  follows: FollowsPaper,
  kit: Kit,
): readonly NeededPiece[] {
  const { parts } = formById(choice.id)!.assembly(choice.parameters, sheet);
  const laid = layPaper(parts, []);
  return neededPieces({ sheet, run: { laid }, reading: follows }, kit, PAGES_SLOT);
}

/** What becomes of the sheet's fibres when a paper is taken so. */
export const fibreTaken = (paper: Paper, grain: ChosenPaper['grain']): FibreAxis =>
  grain === 'ignored' ? 'any' : grain === 'other' ? otherGrain(paper.sheet.fibre) : paper.sheet.fibre;
