import type { CuttingManner, Kit } from '../document/kit.ts';
import { PAGES_SLOT } from '../document/kit.ts';
import type { FormProblem } from '../forms/form.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import type { Paper } from '../paper/paper.ts';
import type { FibreAxis } from '../paper/sheet-size.ts';
import { ok, type Result } from '../result.ts';
import type { Nm } from '../units/nm.ts';
import { ENGINE, fingerprint } from './jobs.ts';
import type { NeededPiece } from './edition/edition-task.ts';
import { asCounted, neededPieces, sheetGrain } from './kit.ts';
import {
  asSetWhereItServes,
  followsPaper,
  lyingSo,
  settledOn,
  type FollowsPaper,
  type SettledOnPaper,
} from './on-paper.ts';
import type { KitTask } from './plan-on-paper.ts';

/** A book as it was when it was planned together with others: its pieces, spares included. */
export interface JointBook {
  readonly id: string;
  readonly title: string;
  readonly revision: number;
  readonly form: string;
  readonly kit: Kit;
  readonly pieces: readonly NeededPiece[];
  /** of the closed book: what offcuts are good for goes by it */
  readonly page: { readonly width: Nm; readonly height: Nm };
}

/** Several books cut from the sheets of one paper: a record of its own, which names them as they were. */
export interface JointPlan {
  readonly name: string;
  readonly books: readonly JointBook[];
  /** a snapshot, so that an old plan never changes when the drawer does */
  readonly paper: Paper;
  readonly manner: CuttingManner;
  readonly engine: number;
  /** whole sheets for all of them, and what they cost; offcuts of the paper are used first */
  readonly sheets: number;
  readonly cost: number | null;
  readonly proven: boolean;
  /** whole sheets for each book, were it cut by itself, one after another; left out in plans made before this was asked */
  readonly apart?: readonly number[];
  /** its sheets are taken off the drawer's count and what was left lies in it */
  readonly cut: boolean;
}

/** What has become of a book since it was planned with others. */
export type JointChange = 'gone' | 'other-pieces';

/** All that a book takes of the paper of its pages, its own sheets too where its own kit leaves them out. */
export const jointPieces = (plan: FoldedBook, { ownSheets: _, ...kit }: Kit): readonly NeededPiece[] =>
  neededPieces(plan, kit, PAGES_SLOT);

/**
 * A book whose parts follow the paper, as the pile's paper settles it: as they are set where they serve there, otherwise as that paper asks
 * for them, like where one takes it for the book alone. Undefined: the book is the same on any paper.
 */
export function settledOnPile(
  plan: FoldedBook,
  { ownSheets: _, ...kit }: Kit,
  paper: Paper,
): Result<SettledOnPaper | undefined, FormProblem> {
  const follows = followsPaper(plan, PAGES_SLOT);
  if (!follows) return ok(undefined);
  const lying = (fibre: FibreAxis): FollowsPaper => ({
    ...follows,
    form: lyingSo({ form: follows.form, sheet: paper.sheet }, fibre).form,
  });
  // Whatever lay across is to lie along the folds here.
  const right = paper.sheet.fibre === 'any' || paper.sheet.fibre === 'unknown' ? follows : lying(sheetGrain(plan));
  return settledOn(asSetWhereItServes(right, paper, 'own'), kit, paper, 'own');
}

/** The pieces of all books as one question; each is named by its book's place and its own name. */
export function jointTask({ books, manner }: Pick<JointPlan, 'books' | 'manner'>): KitTask {
  const [first] = books;
  return {
    pieces: books.flatMap(({ pieces }, book) =>
      asCounted(pieces).map((piece) => ({ ...piece, id: `${book} ${piece.id}` })),
    ),
    // Copies and spares are counted in the pieces already.
    kit: { ...first!.kit, copies: 1, pieces: [], manner },
  };
}

/** Hundredths of money for one copy of a book, without spares, by its share of what is cut; undefined where the price is not known. */
export function costOfCopy({ books, cost }: Pick<JointPlan, 'books' | 'cost'>, book: JointBook): number | undefined {
  if (cost === null) return undefined;
  const area = (count: (piece: NeededPiece) => number, of: readonly JointBook[]) =>
    of.flatMap(({ pieces }) => pieces).reduce((sum, one) => sum + one.width * one.height * count(one), 0);
  const all = area(({ needed }) => needed, books);
  return (cost * (area(({ needed, spare = 0 }) => needed - spare, [book]) / all)) / book.kit.copies;
}

/** Whose piece it is, and what it is called there. */
export function ownerOf(
  { books }: Pick<JointPlan, 'books'>,
  piece: string,
): { readonly book: JointBook; readonly piece: string } {
  const space = piece.indexOf(' ');
  return { book: books[Number(piece.slice(0, space))]!, piece: piece.slice(space + 1) };
}

export interface ChangedBook {
  readonly book: string;
  readonly title: string;
  readonly how: JointChange;
}

/** What has changed since: `now` has every book that is still there, with its pieces as they are. */
export function changedSince(
  plan: Pick<JointPlan, 'books' | 'engine'>,
  now: ReadonlyMap<string, readonly NeededPiece[]>,
): readonly ChangedBook[] {
  return plan.books.flatMap(({ id, title, pieces }): readonly ChangedBook[] => {
    const there = now.get(id);
    if (!there) return [{ book: id, title, how: 'gone' }];
    return fingerprint(asCounted(there)) === fingerprint(asCounted(pieces)) && plan.engine === ENGINE
      ? []
      : [{ book: id, title, how: 'other-pieces' }];
  });
}
