import type { FormProblem } from '../../forms/form.ts';
import { fail, ok, type Result } from '../../result.ts';
import { finish } from '../../long-work.ts';
import { prepare, type CuttingPlan, type Prepared } from '../cutting-plan.ts';
import { laidSizes, type CutTask, type CuttingProblem, type Parent, type WantedPiece } from '../parent.ts';
import type { CountRule, TooFew } from './cheapest-counts.ts';
import { fillTable, tableValue } from '../pattern.ts';

/** A parent that can be bought or is at hand. */
export interface StockedParent extends Parent {
  /** what one costs, in whole smallest units of money (or of whatever is to be spared); an offcut at hand costs 0 */
  readonly price: number;
  /** how many there are; left out: as many as are wanted */
  readonly stock?: number;
}

/** A size and how many of it the edition needs. */
export interface NeededPiece extends Omit<WantedPiece, 'value' | 'most'> {
  readonly needed: number;
  /** how many of those are spares; left out: none are told apart */
  readonly spare?: number;
}

export interface EditionTask extends Pick<CutTask, 'gap' | 'longest'> {
  readonly parents: readonly StockedParent[];
  readonly pieces: readonly NeededPiece[];
}

/** So many parents cut alike. */
export interface CutAlike {
  readonly times: number;
  readonly plan: CuttingPlan;
}

export interface EditionPlan {
  readonly sheets: readonly CutAlike[];
  readonly cost: number;
  /** no choice of edge-to-edge patterns costs less */
  readonly bound: number;
  readonly proven: boolean;
  readonly proof: EditionProof;
}

/**
 * Why nothing costs less than the bound: a choice of sheets that does either breaks a rule (its worths are a Farkas vector: so many sheets cannot hold what the edition needs of them), or lies within a
 * choice that was gone through to the end. Where an edition was proven by column generation alone, the rules say less than the bound.
 */
export interface EditionProof {
  readonly rules: readonly CountRule[];
  readonly tooFew: readonly TooFew[];
}

export type EditionProblem =
  | CuttingProblem
  | { readonly code: 'nothing-needed' }
  /** `grain`: it would fit if its grain did not matter */
  | { readonly code: 'piece-fits-no-parent'; readonly piece: string; readonly why: 'size' | 'grain' | 'grain-unknown' }
  | { readonly code: 'not-enough-paper' }
  /** a book whose parts follow the paper does not come out of this one */
  | { readonly code: 'book-not-on-paper'; readonly problem: FormProblem };

/** How far an edition is: the best so far and what it cannot fall below. */
export interface EditionProgress {
  readonly doing: 'trying' | 'bounding' | 'proving';
  readonly cost: number | undefined;
  readonly bound: number;
}

/** An edition as it is searched: just what is needed, every parent's room, and so many of each parent as are of use. */
export interface Edition {
  readonly task: EditionTask;
  readonly pieces: readonly WantedPiece[];
  readonly cutTask: (parent: number) => CutTask;
  readonly prepared: readonly Prepared[];
  readonly demand: readonly number[];
  readonly price: readonly number[];
  readonly stock: readonly number[];
  readonly piecesInAll: number;
}

export function prepareEdition(task: EditionTask): Result<Edition, EditionProblem> {
  const wanted = task.pieces.filter(({ needed }) => needed > 0);
  if (wanted.length === 0) return fail({ code: 'nothing-needed' });
  const pieces: WantedPiece[] = wanted.map(({ needed, ...piece }) => ({ ...piece, most: needed }));
  const cutTask = (p: number): CutTask => ({
    parent: task.parents[p]!,
    pieces,
    gap: task.gap,
    ...(task.longest === undefined ? {} : { longest: task.longest }),
  });
  const prepared: Prepared[] = [];
  for (const p of task.parents.keys()) {
    const one = prepare(cutTask(p));
    if (!one.ok) return one;
    prepared.push(one.value);
  }
  const misfit = pieceThatFitsNowhere(task, pieces, prepared);
  if (misfit) return fail(misfit);
  // A piece that no sheet gives within the trimmer's reach: all is cut by rule and knife.
  if (task.longest !== undefined && !trimmerServes(pieces, prepared)) {
    const { longest: _, ...byKnife } = task;
    return prepareEdition(byKnife);
  }
  const demand = wanted.map(({ needed }) => needed);
  const piecesInAll = demand.reduce((a, b) => a + b);
  // Of what costs nothing no more than there are pieces is of use.
  const stock = task.parents.map(({ stock: there, price }) => there ?? (price === 0 ? piecesInAll : Infinity));
  const price = task.parents.map((parent) => parent.price);
  return ok({ task, pieces, cutTask, prepared, demand, price, stock, piecesInAll });
}

const trimmerServes = (pieces: readonly WantedPiece[], prepared: readonly Prepared[]): boolean =>
  pieces.every((_, i) =>
    prepared.some(({ room, sizes }) => {
      const own = sizes.filter(({ piece }) => piece === i);
      const worth = own.map(() => 1);
      return own.length > 0 && tableValue(finish(fillTable(room, own, worth))) > 0;
    }),
  );

function pieceThatFitsNowhere(
  task: EditionTask,
  pieces: readonly WantedPiece[],
  prepared: readonly Prepared[],
): EditionProblem | undefined {
  for (const [i, piece] of pieces.entries()) {
    const fits = prepared.some(({ room, sizes }) =>
      sizes.some((size) => size.piece === i && size.width <= room.width && size.height <= room.height),
    );
    if (fits) continue;
    const anyway = task.parents.filter((_, p) =>
      laidSizes('any', [piece]).some(
        ({ width, height }) =>
          width + task.gap <= prepared[p]!.room.width && height + task.gap <= prepared[p]!.room.height,
      ),
    );
    const why =
      anyway.length === 0 ? 'size' : anyway.some(({ fibre }) => fibre === 'unknown') ? 'grain-unknown' : 'grain';
    return { code: 'piece-fits-no-parent', piece: piece.id, why };
  }
  return undefined;
}

/** More than any edition costs: as many of every parent as there are pieces. */
export const aboveAll = ({ price, stock, piecesInAll }: Edition): number =>
  price.reduce((sum, c, p) => sum + c * Math.min(stock[p]!, piecesInAll), 0) + 1;
