import type { FoldedBook } from '../forms/planned-book.ts';
import { sheetSize } from '../folding/laid-paper.ts';
import { PAPER_KINDS, type Paper, type PaperKind } from '../paper/paper.ts';
import type { FibreAxis, PieceGrain } from '../paper/sheet-size.ts';
import { OWN_SHEET, type Kit } from '../document/kit.ts';
import { mm, nm, type Nm } from '../units/nm.ts';
import type { NeededPiece, StockedParent } from './edition.ts';

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
