import { PAPER_KINDS, type PaperKind } from '../paper/paper.ts';
import type { PieceGrain } from '../paper/sheet-size.ts';
import { mm, type Nm } from '../units/nm.ts';

/**
 * Names what is cut from one paper: all parts of one kind of material that ask for nothing else are cut from one; otherwise the part, or piece, that first
 * asked for a paper of its own, which others may share.
 */
export type PaperSlot = string;

/** What the book's own sheets are cut from, as long as their part of the book asks for nothing else. */
export const PAGES_SLOT: PaperSlot = 'text' satisfies PaperKind;

const isKind = (slot: PaperSlot): slot is PaperKind => (PAPER_KINDS as readonly string[]).includes(slot);

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
  /** with what else it is cut from one paper, of that kind */
  readonly from: PaperSlot;
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
  /** deckles that run across the fibres stay: head and tail of whatever has its spine along them; left out: all come off */
  readonly deckles?: 'kept-at-head-and-tail' | undefined;
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
  /** the book's own sheets are cut in a plan with other books; left out: here */
  readonly ownSheets?: 'elsewhere' | undefined;
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
  /** cut from one paper with a part of another kind of material */
  | { readonly code: 'kit-piece-of-other-paper'; readonly name: string; readonly other: string | null }
  | { readonly code: 'kit-allowance'; readonly what: 'allowance' | 'squaring' | 'deckle' | 'longest' };

const MOST_COPIES = 100_000;

/** What cannot be meant in a kit. */
export function kitProblem({ copies, spareSheets, sparePercent, pieces, manner }: Kit): KitProblem | undefined {
  if (!Number.isInteger(copies) || copies < 1 || copies > MOST_COPIES)
    return { code: 'kit-copies-not-a-number', most: MOST_COPIES };
  if (!(spareSheets >= 0 && spareSheets <= MOST_COPIES && sparePercent >= 0 && sparePercent <= 1000))
    return { code: 'kit-spares-not-a-number' };
  const ids = new Set<string>();
  for (const { id, name, each, on, from, ...size } of pieces) {
    if (ids.has(id) || isOwnSheet(id)) return { code: 'kit-piece-twice', name };
    ids.add(id);
    for (const side of ['width', 'height'] as const)
      if (size[side] < mm(2) || size[side] > mm(5000))
        return { code: 'kit-piece-not-a-size', name, side, length: size[side] };
    if (!Number.isInteger(each) || each < 1 || each > 1000) return { code: 'kit-piece-count', name };
    if (isKind(from) && from !== on) return { code: 'kit-piece-of-other-paper', name, other: null };
    const other = pieces.find((one) => one.from === from && one.on !== on);
    if (other) return { code: 'kit-piece-of-other-paper', name, other: other.name };
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

/** Whether anything is cut from it, or could be. */
export const isSlotOf = ({ pieces }: Kit, slot: PaperSlot): boolean =>
  isKind(slot) || pieces.some(({ from }) => from === slot);

/** What one piece of the kit is called; null: a sheet that the form folds. */
export const pieceName = (kit: Kit, id: string): string | null =>
  kit.pieces.find((piece) => piece.id === id)?.name ?? null;
