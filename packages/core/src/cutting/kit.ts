import type { FoldedBook } from '../forms/planned-book.ts';
import { sheetSize } from '../folding/laid-paper.ts';
import { PAPER_KINDS, type Paper, type PaperKind } from '../paper/paper.ts';
import type { FibreAxis } from '../paper/sheet-size.ts';
import { mm, nm, type Nm } from '../units/nm.ts';
import type { NeededPiece, StockedParent } from './edition.ts';
import type { PieceGrain } from './parent.ts';

/** A part of the book cut from paper, board or covering, besides the sheet that the form folds. */
export interface KitPiece {
  readonly id: string;
  readonly name: string;
  readonly width: Nm;
  readonly height: Nm;
  readonly grain: PieceGrain;
  /** how many one book takes */
  readonly each: number;
  readonly on: PaperKind;
  readonly note: string;
}

export const CUT_EDGES = ['cut', 'torn', 'trimmed'] as const;
/**
 * How edges are made: cut to size; torn, which loses its allowance between two pieces; cut oversize and trimmed later, which adds
 * its allowance on every side.
 */
export type CutEdge = (typeof CUT_EDGES)[number];

export interface CuttingManner {
  readonly edge: CutEdge;
  readonly allowance: Nm;
  /** taken off all four sides to come to a true right angle */
  readonly squaring: Nm;
  /** taken off where a sheet has a deckle */
  readonly deckle: Nm;
  /** the longest cut of the maker's trimmer; null: rule and knife, any length */
  readonly longest: Nm | null;
}

/** What an edition takes: how many, of which parts, cut how. */
export interface Kit {
  readonly copies: number;
  /** spare sheets: so many, or so many of a hundred, whichever is more */
  readonly spareSheets: number;
  readonly sparePercent: number;
  readonly pieces: readonly KitPiece[];
  readonly manner: CuttingManner;
}

/** Usual: two spare sheets or a tenth; nothing lost to squaring on clean sheets; 10 mm for a deckle, 3 mm for a tear. */
export const USUAL_KIT: Kit = {
  copies: 1,
  spareSheets: 2,
  sparePercent: 10,
  pieces: [],
  manner: { edge: 'cut', allowance: mm(3), squaring: mm(0), deckle: mm(10), longest: null },
};

export type KitProblem =
  | { readonly code: 'kit-copies-not-a-number'; readonly most: number }
  | { readonly code: 'kit-spares-not-a-number' }
  | {
      readonly code: 'kit-piece-not-a-size';
      readonly name: string;
      readonly side: 'width' | 'height';
      readonly length: Nm;
    }
  | { readonly code: 'kit-piece-count'; readonly name: string }
  | { readonly code: 'kit-piece-twice'; readonly name: string }
  | { readonly code: 'kit-allowance'; readonly what: 'allowance' | 'squaring' | 'deckle' | 'longest' };

const MOST_COPIES = 100_000;

/** What cannot be meant in a kit. */
export function kitProblem({ copies, spareSheets, sparePercent, pieces, manner }: Kit): KitProblem | undefined {
  if (!Number.isInteger(copies) || copies < 1 || copies > MOST_COPIES)
    return { code: 'kit-copies-not-a-number', most: MOST_COPIES };
  if (!(spareSheets >= 0 && spareSheets <= MOST_COPIES && sparePercent >= 0 && sparePercent <= 1000))
    return { code: 'kit-spares-not-a-number' };
  const ids = new Set<string>();
  for (const { id, name, each, ...size } of pieces) {
    if (ids.has(id) || isOwnSheet(id)) return { code: 'kit-piece-twice', name };
    ids.add(id);
    for (const side of ['width', 'height'] as const)
      if (size[side] < mm(2) || size[side] > mm(5000))
        return { code: 'kit-piece-not-a-size', name, side, length: size[side] };
    if (!Number.isInteger(each) || each < 1 || each > 1000) return { code: 'kit-piece-count', name };
  }
  for (const what of ['allowance', 'squaring', 'deckle'] as const)
    if (manner[what] < 0 || manner[what] > mm(200)) return { code: 'kit-allowance', what };
  return manner.longest !== null && (manner.longest < mm(20) || manner.longest > mm(5000))
    ? { code: 'kit-allowance', what: 'longest' }
    : undefined;
}

/** The form's own sheet has this id among the pieces; narrower folios of the same book have it with a number. */
export const OWN_SHEET = 'sheet';

export const isOwnSheet = (id: string): boolean => id === OWN_SHEET || id.startsWith(`${OWN_SHEET} `);

/** What one piece of the kit is called; null: a sheet that the form folds. */
export const pieceName = (kit: Kit, id: string): string | null =>
  kit.pieces.find((piece) => piece.id === id)?.name ?? null;

/** Sheets of one copy that are of one size. */
export interface OwnSheets {
  readonly id: string;
  readonly width: Nm;
  readonly height: Nm;
  /** how many one copy takes */
  readonly each: number;
}

/** The sheets of one copy by size, as they are cut, the widest first: folios narrower than the sheet at their own width. */
export function ownSheets({ sheet, run: { laid } }: Pick<FoldedBook, 'sheet' | 'run'>): readonly OwnSheets[] {
  const sizes = new Map<string, { readonly width: Nm; readonly height: Nm; each: number }>();
  laid.sheets.forEach((_, k) => {
    const { cut: width, height } = sheetSize(laid, k);
    const size = sizes.get(`${width} ${height}`) ?? { width, height, each: 0 };
    size.each++;
    sizes.set(`${width} ${height}`, size);
  });
  return [...sizes.values()]
    .sort((one, other) => other.width - one.width || other.height - one.height)
    .map(({ width, height, each }, i) => ({
      id: width === sheet.width && height === sheet.height ? OWN_SHEET : `${OWN_SHEET} ${i + 1}`,
      width,
      height,
      each,
    }));
}

/** The fibres of the form's sheet must run along its spine folds. */
export const sheetGrain = (plan: FoldedBook): Exclude<FibreAxis, 'any' | 'unknown'> =>
  plan.reading.spineAxis === 'vertical' ? 'along-height' : 'along-width';

/** Sheets of the book for all copies, and with spares: what is printed, and what is cut from paper. */
export function sheetsForEdition(
  { run }: Pick<FoldedBook, 'run'>,
  kit: Kit,
): { readonly copies: number; readonly withSpares: number } {
  const copies = kit.copies * run.laid.sheets.length;
  return { copies, withSpares: withSpares(copies, kit) };
}

/** How many of each size of sheet, spares included: they go by the sizes' shares, what does not divide to the widest, which serves for any. */
function sheetsWithSpares(
  plan: Pick<FoldedBook, 'sheet' | 'run'>,
  kit: Kit,
): readonly (readonly [OwnSheets, number])[] {
  const { copies, withSpares: all } = sheetsForEdition(plan, kit);
  const sizes = ownSheets(plan);
  const shares = sizes.map(({ each }) => Math.floor(((all - copies) * each * kit.copies) / copies));
  const rest = all - copies - shares.reduce((sum, share) => sum + share, 0);
  return sizes.map((size, i) => [size, size.each * kit.copies + shares[i]! + (i === 0 ? rest : 0)] as const);
}

/**
 * The pieces of one kind of material that the edition needs, spares included, as they are cut: with what is trimmed off later. Spares are spare pieces: a sheet of
 * paper gives several, and it is the piece that is spoiled.
 */
export function neededPieces(plan: FoldedBook, kit: Kit, kind: PaperKind): readonly NeededPiece[] {
  const more = kit.manner.edge === 'trimmed' ? 2 * kit.manner.allowance : 0;
  const piece = (
    { id, width, height }: Pick<OwnSheets, 'id' | 'width' | 'height'>,
    grain: PieceGrain,
    needed: number,
  ): NeededPiece => ({ id, width: nm(width + more), height: nm(height + more), grain, needed });
  const own =
    kind === 'text' ? sheetsWithSpares(plan, kit).map(([size, count]) => piece(size, sheetGrain(plan), count)) : [];
  const others = kit.pieces
    .filter(({ on }) => on === kind)
    .map((one) => piece(one, one.grain, withSpares(one.each * kit.copies, kit)));
  return [...own, ...others];
}

/** The kinds of material that a kit asks for. */
export const kindsOf = (kit: Kit): readonly PaperKind[] =>
  PAPER_KINDS.filter((kind) => kind === 'text' || kit.pieces.some(({ on }) => on === kind));

/** What a cut between two pieces loses. */
export const gapOf = ({ manner }: Kit): Nm => (manner.edge === 'torn' ? manner.allowance : mm(0));

/** A paper as a parent: squared, its deckles off. Without a price its area is what it costs. */
export function parentOf(paper: Paper, { manner }: Pick<Kit, 'manner'>): StockedParent {
  const trim = (edge: Paper['deckles'][number]): Nm =>
    paper.deckles.includes(edge) ? nm(Math.max(manner.deckle, manner.squaring)) : manner.squaring;
  return {
    id: paper.id,
    ...paper.sheet,
    trims: { left: trim('left'), right: trim('right'), top: trim('top'), bottom: trim('bottom') },
    price: 1,
  };
}

/** The offcuts of a paper as parents that cost nothing. */
export const offcutParents = (paper: Paper): readonly StockedParent[] =>
  paper.offcuts.map(({ id, width, height, fibre, count }) => ({
    id,
    width,
    height,
    fibre,
    trims: { left: mm(0), right: mm(0), top: mm(0), bottom: mm(0) },
    price: 0,
    stock: count,
  }));

/** How many to have at hand of what an edition takes so many of. */
export const withSpares = (count: number, { spareSheets, sparePercent }: Kit): number =>
  count + Math.max(spareSheets, Math.ceil((count * sparePercent) / 100 - 1e-9));
