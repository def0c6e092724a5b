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
  /** its parts stay as they are set, by an earlier paper or by the maker; left out: as the paper asks for them */
  readonly as?: 'set';
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
  { form: choice, as }: Pick<FollowsPaper, 'form' | 'as'>,
  kit: Kit,
  paper: Paper,
  grain: ChosenPaper['grain'],
): Result<SettledOnPaper, FormProblem> {
  const form = formById(choice.id)!;
  const sheet = { ...paper.sheet, fibre: fibreTaken(paper, grain) };
  if (as === 'set') return ok({ form: choice, sheet });
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

/** The same with its parts as they are set, where they serve on that paper and are other ones than it would ask for. */
export function asSetOn(
  follows: FollowsPaper,
  { form: settled, sheet }: SettledOnPaper,
): (FollowsPaper & { readonly as: 'set' }) | undefined {
  const { serves, alike } = formById(follows.form.id)!.cutFromSheet!;
  const { parameters } = follows.form;
  return serves(parameters, sheet) && !alike(parameters, settled.parameters) ? { ...follows, as: 'set' } : undefined;
}

/** The same with its parts as they are set, where they serve on a paper that is taken so; otherwise as that paper asks for them. */
export function asSetWhereItServes(follows: FollowsPaper, paper: Paper, grain: ChosenPaper['grain']): FollowsPaper {
  const { serves } = formById(follows.form.id)!.cutFromSheet!;
  return serves(follows.form.parameters, { ...paper.sheet, fibre: fibreTaken(paper, grain) })
    ? { ...follows, as: 'set' }
    : follows;
}

/** Its parts with their fibres lying so. */
export function lyingSo({ form: { id, parameters }, sheet }: SettledOnPaper, fibre: FibreAxis): SettledOnPaper {
  const lying = formById(id)!.cutFromSheet!.lying(parameters, fibre);
  return { form: { id, parameters: { ...parameters, ...lying } }, sheet };
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

/** Pieces of one copy that are cut from the paper of its pages. */
export function piecesEach(settled: SettledOnPaper | undefined): number {
  if (!settled) return 1;
  const { parts } = formById(settled.form.id)!.assembly(settled.form.parameters, settled.sheet);
  return parts.reduce((sum, { paper, sheets }) => sum + (paper ? 0 : sheets.length), 0);
}

/** What becomes of the sheet's fibres when a paper is taken so. */
export const fibreTaken = (paper: Paper, grain: ChosenPaper['grain']): FibreAxis =>
  grain === 'ignored' ? 'any' : grain === 'other' ? otherGrain(paper.sheet.fibre) : paper.sheet.fibre;
