import type { FoldedBook } from '../forms/planned-book.ts';
import { sheetSize, sidesOf, type LaidPaper } from '../folding/laid-paper.ts';
import type { ChosenPaper } from '../document/chosen-paper.ts';
import { otherGrain, PAPER_KINDS, type Edge, type Paper, type PaperKind } from '../paper/paper.ts';
import type { FibreAxis, PieceGrain } from '../paper/sheet-size.ts';
import { OWN_SHEET, PAGES_SLOT, type Kit, type KitPiece, type PaperSlot } from '../document/kit.ts';
import { mm, nm, type Nm } from '../units/nm.ts';
import type { NeededPiece, StockedParent } from './edition/edition-task.ts';

/** Sheets of one copy that are of one size. */
export interface OwnSheets {
  readonly id: string;
  readonly width: Nm;
  readonly height: Nm;
  /** how many one copy takes */
  readonly each: number;
  readonly from: PaperSlot;
  /** goes through the printer; hinge strips do not */
  readonly printed: boolean;
}

/** The sheets of one copy by paper and size, as they are cut, the widest first: folios narrower than the sheet at their own width. */
export function ownSheets({ sheet, run: { laid } }: Pick<Counted, 'sheet' | 'run'>): readonly OwnSheets[] {
  const sizes = new Map<string, Omit<OwnSheets, 'id' | 'each'> & { each: number }>();
  laid.sheets.forEach(({ part }, k) => {
    const { cut: width, height } = sheetSize(laid, k);
    const from = slotOfPart(laid.parts[part]!);
    if (from === undefined) return;
    const key = `${from} ${width} ${height}`;
    const printed = sidesOf(laid, k).length > 0;
    const size = sizes.get(key) ?? { width, height, from, printed, each: 0 };
    size.each++;
    sizes.set(key, size);
  });
  const isWhole = ({ width, height, from }: Omit<OwnSheets, 'id'>) =>
    from === PAGES_SLOT && width === sheet.width && height === sheet.height;
  return [...sizes.values()]
    .sort((one, other) => other.width - one.width || other.height - one.height)
    .map((size, i, all) => ({ id: isWhole(size) ? OWN_SHEET : `${OWN_SHEET} ${placeOf(size, i, all)}`, ...size }));
}

/** Its place among the sizes of one paper; of another paper than that of the pages also which, and no place where there is one size. */
function placeOf(size: Omit<OwnSheets, 'id'>, i: number, all: readonly Omit<OwnSheets, 'id'>[]): string {
  const nth = all.slice(0, i).filter(({ from }) => from === size.from).length + 1;
  return size.from === PAGES_SLOT ? String(nth) : nth === 1 ? size.from : `${size.from} ${nth}`;
}

const slotOfPart = ({ part, paper }: LaidPaper['parts'][number]): PaperSlot | undefined =>
  paper === 'none' ? undefined : paper ? part : PAGES_SLOT;

/** What pieces are counted from. */
export interface Counted extends Pick<FoldedBook, 'sheet'> {
  readonly run: Pick<FoldedBook['run'], 'laid'>;
  readonly reading: Pick<FoldedBook['reading'], 'spineAxis'>;
}

/** The fibres of the form's sheet must run along its spine folds. */
export const sheetGrain = (plan: Pick<Counted, 'reading'>): Exclude<FibreAxis, 'any' | 'unknown'> =>
  plan.reading.spineAxis === 'vertical' ? 'along-height' : 'along-width';

/** Sheets of the book for all copies, and with spares: what is printed, and what is cut from paper. */
export function sheetsForEdition(
  plan: Pick<Counted, 'sheet' | 'run'>,
  kit: Kit,
): { readonly copies: number; readonly withSpares: number } {
  const own = ownSheets(plan).filter(({ printed }) => printed);
  const all = [...new Set(own.map(({ from }) => from))].map((slot) => sheetsFrom(own, kit, slot));
  const total = (which: 'copies' | 'withSpares') => all.reduce((sum, one) => sum + one[which], 0);
  return { copies: total('copies'), withSpares: total('withSpares') };
}

/** The same of those that are cut from one paper: each has spares of its own. */
function sheetsFrom(own: readonly OwnSheets[], kit: Kit, slot: PaperSlot) {
  const sizes = own.filter(({ from }) => from === slot);
  const copies = kit.copies * sizes.reduce((sum, { each }) => sum + each, 0);
  return { sizes, copies, withSpares: withSpares(copies, kit) };
}

/** How many of each size of sheet are spares: they go by the sizes' shares, what does not divide to the widest, which serves for any. */
function sheetsWithSpares(
  plan: Pick<Counted, 'sheet' | 'run'>,
  kit: Kit,
  slot: PaperSlot,
): readonly { readonly size: OwnSheets; readonly spare: number }[] {
  const { sizes, copies, withSpares: all } = sheetsFrom(ownSheets(plan), kit, slot);
  const shares = sizes.map(({ each }) => Math.floor(((all - copies) * each * kit.copies) / copies));
  const rest = all - copies - shares.reduce((sum, share) => sum + share, 0);
  return sizes.map((size, i) => ({ size, spare: shares[i]! + (i === 0 ? rest : 0) }));
}

/**
 * The pieces cut from one paper that the edition needs, spares included, as they are cut: with what is trimmed off later. Spares are spare pieces: a sheet of
 * paper gives several, and it is the piece that is spoiled.
 */
export function neededPieces(plan: Counted, kit: Kit, slot: PaperSlot): readonly NeededPiece[] {
  const more = kit.manner.edge === 'trimmed' ? 2 * kit.manner.allowance : 0;
  const piece = (
    { id, width, height }: Pick<OwnSheets, 'id' | 'width' | 'height'>,
    grain: PieceGrain,
    copies: number,
    spare: number,
  ): NeededPiece => ({ id, width: nm(width + more), height: nm(height + more), grain, needed: copies + spare, spare });
  const own = kit.ownSheets
    ? []
    : sheetsWithSpares(plan, kit, slot).map(({ size, spare }) =>
        piece(size, sheetGrain(plan), size.each * kit.copies, spare),
      );
  const others = kit.pieces
    .filter(({ from }) => from === slot)
    .map((one) => {
      const copies = one.each * kit.copies;
      return piece(one, one.grain, copies, withSpares(copies, kit) - copies);
    });
  return [...own, ...others];
}

/** What is cut from one paper: of which kind it must be, whether the book's own sheets are among it, and which pieces of the kit. */
export interface CutTogether {
  readonly slot: PaperSlot;
  readonly kind: PaperKind;
  readonly own: readonly OwnSheets[];
  readonly pieces: readonly KitPiece[];
}

/** The same without telling the spares apart: what a plan is asked for. */
export const asCounted = (pieces: readonly NeededPiece[]): readonly NeededPiece[] =>
  pieces.map(({ spare: _, ...piece }) => piece);

/** Everything that a paper has to be taken for: first what the pages are cut from, then by kind, as the kit has it. */
export function cutTogether(plan: Pick<Counted, 'sheet' | 'run'>, kit: Kit): readonly CutTogether[] {
  const sheets = ownSheets(plan);
  const kinds = new Map<PaperSlot, PaperKind>([
    ...sheets.map(({ from }) => [from, 'text'] as const),
    ...kit.pieces.map(({ from, on }) => [from, on] as const),
  ]);
  const place = ([slot, kind]: readonly [PaperSlot, PaperKind]) =>
    2 * PAPER_KINDS.indexOf(kind) + (slot === kind ? 0 : 1);
  return [...kinds]
    .sort((one, other) => place(one) - place(other))
    .map(([slot, kind]) => ({
      slot,
      kind,
      own: sheets.filter(({ from }) => from === slot),
      pieces: kit.pieces.filter(({ from }) => from === slot),
    }));
}

/** What a cut between two pieces loses. */
export const gapOf = ({ manner }: Kit): Nm => (manner.edge === 'torn' ? manner.allowance : mm(0));

/** The edges of a sheet at which a deckle stays: those that come to lie at head and tail, never those at a spine, a fore-edge or a joint. */
function keptDeckles({ deckles, sheet }: Paper, manner: Kit['manner'], grain: ChosenPaper['grain']): readonly Edge[] {
  if (!manner.deckles || grain === 'ignored') return [];
  const fibre = grain === 'other' ? otherGrain(sheet.fibre) : sheet.fibre;
  const across: readonly Edge[] =
    fibre === 'along-height' ? ['top', 'bottom'] : fibre === 'along-width' ? ['left', 'right'] : [];
  return deckles.filter((edge) => across.includes(edge));
}

/** Whether a deckle stays on a paper that is taken so. */
export const keepsDeckle = (paper: Paper, { manner }: Pick<Kit, 'manner'>, grain: ChosenPaper['grain']): boolean =>
  keptDeckles(paper, manner, grain).length > 0;

/** A paper as a parent, taken with its fibres so: squared, its deckles off, but where they are kept. Without a price its area is what it costs. */
export function parentOf(
  paper: Paper,
  { manner }: Pick<Kit, 'manner'>,
  grain: ChosenPaper['grain'] = 'own',
): StockedParent {
  const kept = keptDeckles(paper, manner, grain);
  const trim = (edge: Edge): Nm =>
    kept.includes(edge)
      ? mm(0)
      : paper.deckles.includes(edge)
        ? nm(Math.max(manner.deckle, manner.squaring))
        : manner.squaring;
  return {
    id: paper.id,
    ...paper.sheet,
    trims: { left: trim('left'), right: trim('right'), top: trim('top'), bottom: trim('bottom') },
    price: 1,
  };
}

/** An offcut is square already. */
export const NO_TRIMS = { left: mm(0), right: mm(0), top: mm(0), bottom: mm(0) } as const;

/** The offcuts of a paper as parents that cost nothing. */
export const offcutParents = (paper: Paper): readonly StockedParent[] =>
  paper.offcuts.map(({ id, width, height, fibre, count }) => ({
    id,
    width,
    height,
    fibre,
    trims: NO_TRIMS,
    price: 0,
    stock: count,
  }));

/** How many to have at hand of what an edition takes so many of. */
export const withSpares = (count: number, { spareSheets, sparePercent }: Kit): number =>
  count + Math.max(spareSheets, Math.ceil((count * sparePercent) / 100 - 1e-9));
