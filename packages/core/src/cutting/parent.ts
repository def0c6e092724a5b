import { fail, ok, type Result } from '../result.ts';
import type { FibreAxis, PieceGrain } from '../paper/sheet-size.ts';
import { nm, type Nm } from '../units/nm.ts';

/** A sheet as bought, lying as it is cut: y towards the tail. Lengths in nanometres. */
export interface Parent {
  readonly id: string;
  readonly width: Nm;
  readonly height: Nm;
  readonly fibre: FibreAxis;
  /** taken off each edge first, to square the sheet or to lose a deckle */
  readonly trims: { readonly left: Nm; readonly right: Nm; readonly top: Nm; readonly bottom: Nm };
}

/** What is wanted: a size, its grain, how many pages one piece makes. */
export interface WantedPiece {
  readonly id: string;
  readonly width: Nm;
  readonly height: Nm;
  readonly grain: PieceGrain;
  /** what one is worth when sizes compete; left out: its area */
  readonly value?: number;
  /** no more than so many from one parent; left out: as many as there is room for */
  readonly most?: number;
}

export type CuttingProblem =
  | { readonly code: 'parent-not-a-sheet'; readonly parent: string }
  | { readonly code: 'trim-leaves-nothing'; readonly parent: string }
  | { readonly code: 'piece-not-a-size'; readonly piece: string }
  | { readonly code: 'piece-named-twice'; readonly piece: string }
  | { readonly code: 'gap-negative' }
  | { readonly code: 'longest-cut-not-a-length' }
  | { readonly code: 'nothing-wanted' };

export interface CutTask {
  readonly parent: Parent;
  readonly pieces: readonly WantedPiece[];
  /** lost at every cut between two pieces: a saw's kerf, the allowance of a tear */
  readonly gap: Nm;
  /** the longest cut of the maker's trimmer; a sheet too large for it either way is first broken down by rule and knife, from side to side; left out: any cut */
  readonly longest?: Nm;
}

/** The longest side of anything that is cut by hand; beyond it a unit was mistaken. */
const MOST = 20_000_000_000;

const isSide = (length: number): boolean => Number.isSafeInteger(length) && length > 0 && length <= MOST;

/** The part of a parent that pieces are cut from, or why there is none. */
export function workable({ parent, pieces, gap, longest }: CutTask): Result<{ width: Nm; height: Nm }, CuttingProblem> {
  if (!isSide(parent.width) || !isSide(parent.height)) return fail({ code: 'parent-not-a-sheet', parent: parent.id });
  if (pieces.length === 0) return fail({ code: 'nothing-wanted' });
  const wrong = pieces.find(({ width, height }) => !isSide(width) || !isSide(height));
  if (wrong) return fail({ code: 'piece-not-a-size', piece: wrong.id });
  const ids = pieces.map(({ id }) => id);
  const twice = ids.find((id, i) => ids.indexOf(id) !== i);
  if (twice !== undefined) return fail({ code: 'piece-named-twice', piece: twice });
  if (!Number.isSafeInteger(gap) || gap < 0) return fail({ code: 'gap-negative' });
  if (longest !== undefined && !isSide(longest)) return fail({ code: 'longest-cut-not-a-length' });
  const { left, right, top, bottom } = parent.trims;
  const width = nm(parent.width - left - right);
  const height = nm(parent.height - top - bottom);
  return width > 0 && height > 0 && Math.min(left, right, top, bottom) >= 0
    ? ok({ width, height })
    : fail({ code: 'trim-leaves-nothing', parent: parent.id });
}

/** A size as it may lie on the parent: the piece as it is, or turned by a quarter. */
export interface LaidSize {
  readonly piece: number;
  readonly turned: boolean;
  readonly width: number;
  readonly height: number;
}

/**
 * How each piece may lie so that its fibres run as it needs them: a piece keeps the parent's axis, so a turned piece
 * exchanges which of its sides the fibres follow. Where either grain is unimportant, both ways.
 */
export function laidSizes(fibre: FibreAxis, pieces: readonly WantedPiece[]): readonly LaidSize[] {
  return pieces.flatMap(({ width, height, grain }, piece) => {
    const asIs = { piece, turned: false, width, height };
    const turned = { piece, turned: true, width: height, height: width };
    const free = grain === 'any' || fibre === 'any';
    // Turned or not a square takes the same room; but only one way its fibres run as it needs them.
    if (width === height) return free ? [asIs] : fibre === 'unknown' ? [] : [grain === fibre ? asIs : turned];
    if (free) return [asIs, turned];
    if (fibre === 'unknown') return [];
    return grain === fibre ? [asIs] : [turned];
  });
}
