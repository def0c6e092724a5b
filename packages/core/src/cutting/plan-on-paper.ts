import { fail, ok, type Result } from '../result.ts';
import type { LongWork } from '../long-work.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { otherGrain, type Paper } from '../paper/paper.ts';
import type { FibreAxis } from '../paper/sheet-size.ts';
import { cuttingWork, type CuttingPlan } from './cutting-plan.ts';
import { editionWork } from './edition/edition.ts';
import type { CutAlike, EditionProblem, NeededPiece, StockedParent } from './edition/edition-task.ts';
import { isOwnSheet, type Kit, type PaperSlot } from '../document/kit.ts';
import { gapOf, neededPieces, offcutParents, parentOf } from './kit.ts';
import { asSetOn, piecesEach, piecesOf, settledOn, type FollowsPaper, type SettledOnPaper } from './on-paper.ts';
import type { AskSolver } from './linear-program.ts';

/** The parts of an edition that are cut from one paper. */
export interface KitTask {
  readonly pieces: readonly NeededPiece[];
  readonly kit: Kit;
  /** the book's own sheets, where they are other ones on each paper */
  readonly follows?: FollowsPaper;
}

export const kitTask = (plan: FoldedBook, kit: Kit, slot: PaperSlot): KitTask => ({
  pieces: neededPieces(plan, kit, slot),
  kit,
});

/** How an edition is cut from one paper. */
export interface PaperPlan {
  /** the fibres the paper was taken to have */
  readonly fibre: FibreAxis;
  readonly sheets: readonly CutAlike[];
  /** whole sheets, spares included, offcuts not counted: what has to be there */
  readonly count: number;
  /** no cuts from edge to edge take fewer */
  readonly bound: number;
  readonly proven: boolean;
  /** hundredths of money for all those sheets; null where the price is not known */
  readonly cost: number | null;
  /** of the one size wanted, from one full sheet; null where several sizes share it */
  readonly perSheet: number | null;
  /** copies that one sheet gives which is cut full, a fraction too; null where several sizes share it */
  readonly copiesFull: number | null;
  /** one sheet cut full of the one size */
  readonly full: CuttingPlan | null;
  /** share of the sheets used that is in no piece */
  readonly waste: number;
  /** square metres of paper for one copy, without spares */
  readonly areaEach: number;
  /** hundredths of money for one copy, without spares, a fraction too; null where the price is not known */
  readonly costEach: number | null;
  /** the book as this paper settles it; left out: it is the same on any */
  readonly settled?: SettledOnPaper;
}

export type Effort = 'quick' | 'exact';

/** How far a plan is (0–1); where it is searched for, the fewest sheets so far, and how many it takes at least. */
export interface PlanProgress {
  readonly share: number;
  readonly sheets?: number;
  readonly bound?: number;
}

function* sharing<R>(work: LongWork<number, R>): LongWork<PlanProgress, R> {
  let step = work.next();
  for (; !step.done; step = work.next()) yield { share: step.value };
  return step.value;
}

/** The share alone. */
export function* shareOf<R>(work: LongWork<PlanProgress, R>): LongWork<number, R> {
  let step = work.next();
  for (; !step.done; step = work.next()) yield step.value.share;
  return step.value;
}

/**
 * The fewest sheets of a paper for all pieces of a kit, its offcuts used first. One size alone is settled by division, since the
 * most that one sheet yields is proven; several go through the search for editions.
 *
 * @param grain as the paper says; with the other grain; or as if grain did not matter
 */
export function* planOnPaper(
  { follows, ...task }: KitTask,
  paper: Paper,
  grain: 'own' | 'other' | 'ignored',
  ask: AskSolver,
  effort: Effort,
): LongWork<PlanProgress, Result<PaperPlan, EditionProblem>> {
  if (!follows) return yield* planPieces(task, paper, grain, ask, effort);
  const { kit } = task;
  const settled = settledOn(follows, kit, paper, grain);
  if (!settled.ok) return fail({ code: 'book-not-on-paper', problem: settled.problem });
  const others = task.pieces.filter(({ id }) => !isOwnSheet(id));
  const pieces = [...piecesOf(settled.value, follows, kit), ...others];
  const plan = yield* planPieces({ pieces, kit }, paper, grain, ask, effort);
  return plan.ok ? ok({ ...plan.value, settled: settled.value }) : plan;
}

function* planPieces(
  { pieces, kit }: KitTask,
  paper: Paper,
  grain: 'own' | 'other' | 'ignored',
  ask: AskSolver,
  effort: Effort,
): LongWork<PlanProgress, Result<PaperPlan, EditionProblem>> {
  const fibreOf = (fibre: FibreAxis): FibreAxis =>
    grain === 'ignored' ? 'any' : grain === 'other' ? otherGrain(fibre) : fibre;
  const main = withFibre(parentOf(paper, kit, grain), fibreOf);
  const offcuts = offcutParents(paper).map((one) => withFibre(one, fibreOf));
  const shared = {
    gap: gapOf(kit),
    ...(kit.manner.longest === null ? {} : { longest: kit.manner.longest }),
  };
  const wanted = pieces.filter(({ needed }) => needed > 0);
  if (wanted.length === 1) return yield* oneSize(wanted[0]!, main, offcuts, paper, kit, shared);
  const work = editionWork({ parents: [main, ...offcuts], pieces: wanted, ...shared }, ask, effort);
  let step = work.next();
  for (; !step.done; step = work.next()) {
    const { cost: sheets, bound } = step.value;
    yield sheets === undefined ? { share: 0 } : { share: sheets ? bound / sheets : 1, sheets, bound };
  }
  if (!step.value.ok) return step.value;
  const { sheets, cost, bound, proven } = step.value.value;
  return ok(told(main.fibre, sheets, cost, bound, proven, paper, kit, wanted, null));
}

function* oneSize(
  piece: NeededPiece,
  main: StockedParent,
  offcuts: readonly StockedParent[],
  paper: Paper,
  kit: Kit,
  shared: { readonly gap: Kit['manner']['allowance']; readonly longest?: Kit['manner']['allowance'] },
): LongWork<PlanProgress, Result<PaperPlan, EditionProblem>> {
  const { needed, ...size } = piece;
  const on = function* (parent: StockedParent, most: number) {
    return yield* sharing(cuttingWork({ parent, pieces: [{ ...size, most }], ...shared }));
  };
  let left = needed;
  const sheets: CutAlike[] = [];
  for (const parent of offcuts) {
    // Full ones first; of the last only as much as is still missing.
    for (let stock = parent.stock ?? 1; left > 0 && stock > 0;) {
      const plan = yield* on(parent, left);
      if (!plan.ok || plan.value.pieces.length === 0) break;
      const times = Math.min(stock, Math.floor(left / plan.value.pieces.length));
      sheets.push({ times, plan: plan.value });
      left -= times * plan.value.pieces.length;
      stock -= times;
    }
  }
  const full = yield* on(main, Infinity);
  if (!full.ok) return full;
  const perSheet = full.value.pieces.length;
  if (perSheet === 0 && left > 0) {
    const anyway = yield* on({ ...main, fibre: 'any' }, Infinity);
    const fits = anyway.ok && anyway.value.pieces.length > 0;
    const why = !fits ? 'size' : main.fibre === 'unknown' ? 'grain-unknown' : 'grain';
    return fail({ code: 'piece-fits-no-parent', piece: piece.id, why });
  }
  const whole = perSheet ? Math.floor(left / perSheet) : 0;
  if (whole > 0) sheets.push({ times: whole, plan: full.value });
  left -= whole * perSheet;
  if (left > 0) {
    const last = yield* on(main, left);
    if (!last.ok) return last;
    sheets.push({ times: 1, plan: last.value });
  }
  const count = sheets.reduce((sum, { times, plan }) => sum + (plan.parent === main.id ? times : 0), 0);
  return ok(told(main.fibre, sheets, count, count, full.value.proven, paper, kit, [piece], full.value));
}

const withFibre = (parent: StockedParent, change: (fibre: FibreAxis) => FibreAxis): StockedParent => ({
  ...parent,
  fibre: change(parent.fibre),
});

const squareMetres = ({ width, height }: { readonly width: number; readonly height: number }): number =>
  (width / 1e9) * (height / 1e9);

/** Of what is cut, what the copies themselves take. */
const copiesTake = ({ needed, spare = 0 }: NeededPiece): number => needed - spare;

/** The share of all that is cut, by area, that the copies themselves take; the rest is spares. */
function copyShare(pieces: readonly NeededPiece[]): number {
  const area = (count: (piece: NeededPiece) => number) =>
    pieces.reduce((sum, piece) => sum + squareMetres(piece) * count(piece), 0);
  return area(copiesTake) / area(({ needed }) => needed);
}

function told(
  fibre: FibreAxis,
  sheets: readonly CutAlike[],
  count: number,
  bound: number,
  proven: boolean,
  paper: Paper,
  kit: Kit,
  pieces: readonly NeededPiece[],
  full: CuttingPlan | null,
): PaperPlan {
  const share = copyShare(pieces);
  const used = sheets.reduce(
    (sum, { times, plan }) => sum + times * plan.pieces.reduce((area, piece) => area + squareMetres(piece), 0),
    0,
  );
  const taken = sheets.reduce((sum, { times, plan }) => sum + times * squareMetres(sizeOfParent(plan, paper)), 0);
  return {
    fibre,
    sheets,
    count,
    bound: Math.ceil(bound - 1e-9),
    proven,
    cost: paper.price === null ? null : paper.price * count,
    perSheet: full && full.pieces.length,
    copiesFull: full && full.pieces.length / (copiesTake(pieces[0]!) / kit.copies),
    full,
    waste: taken > 0 ? 1 - used / taken : 0,
    areaEach: (count * squareMetres(paper.sheet) * share) / kit.copies,
    costEach: paper.price === null ? null : (paper.price * count * share) / kit.copies,
  };
}

/** The sheet or the offcut that a plan cuts. */
export const sizeOfParent = (plan: CuttingPlan, paper: Paper) =>
  paper.offcuts.find(({ id }) => id === plan.parent) ?? paper.sheet;

/** The answers of one paper for one book. */
export interface PaperAnswers {
  readonly paper: string;
  /** with the grain along the folds */
  readonly right: Result<PaperPlan, EditionProblem>;
  /** the same sheet, were its fibres the other way; undefined where grain is no matter */
  readonly other: Result<PaperPlan, EditionProblem> | undefined;
  /** what a count that ignores grain promises */
  readonly careless: Result<PaperPlan, EditionProblem>;
  /** the grain right and its parts as they are set, where they serve and this paper would ask for others */
  readonly asSet?: Result<PaperPlan, EditionProblem>;
}

/** The same question with the parts as they are set; undefined where there is nothing to ask: see `asSetOn`. */
export function taskAsSet(task: KitTask, right: Result<PaperPlan, EditionProblem>): KitTask | undefined {
  const settled = right.ok ? right.value.settled : undefined;
  const follows = task.follows && settled && asSetOn(task.follows, settled);
  return follows && { ...task, follows };
}

/** All answers of one paper; where its grain is unknown, `right` and `other` are those for either axis. */
export function* answersOf(
  task: KitTask,
  paper: Paper,
  ask: AskSolver,
  effort: Effort,
): LongWork<number, PaperAnswers> {
  const unknown = paper.sheet.fibre === 'unknown';
  const known: Paper = unknown ? { ...paper, sheet: { ...paper.sheet, fibre: 'along-height' } } : paper;
  const right = yield* shareOf(planOnPaper(task, known, 'own', ask, effort));
  const other =
    known.sheet.fibre === 'any' ? undefined : yield* shareOf(planOnPaper(task, known, 'other', ask, effort));
  const careless = yield* shareOf(planOnPaper(task, known, 'ignored', ask, effort));
  const set = taskAsSet(task, right);
  const asSet = set && (yield* shareOf(planOnPaper(set, known, 'own', ask, effort)));
  return { paper: paper.id, right, other, careless, ...(asSet ? { asSet } : {}) };
}

/** What papers are ranked by. */
export type RankBy = 'price' | 'area' | 'joints';

/** The better first: those that can be cut right, by price a book and, apart from them, those without a price by area a book; or by their joints, then so. */
export function rankAnswers<A extends PaperAnswers>(answers: readonly A[], by: RankBy): readonly A[] {
  const key = ({ right }: A): readonly [number, number, number] => {
    if (!right.ok) return [2, 0, 0];
    const { cost, areaEach, settled } = right.value;
    if (by === 'joints') return [0, piecesEach(settled), cost ?? areaEach];
    return by === 'price' && cost !== null ? [0, cost, areaEach] : [by === 'price' ? 1 : 0, areaEach, 0];
  };
  return [...answers].sort((a, b) => {
    const [one, other] = [key(a), key(b)];
    return one[0] - other[0] || one[1] - other[1] || one[2] - other[2];
  });
}
