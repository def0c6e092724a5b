import { at } from '../result.ts';
import type { Isometry } from '../geometry/isometry.ts';
import type { Outline } from '../geometry/outline.ts';
import type { Nm } from '../units/nm.ts';
import type { SheetSide } from './hold.ts';
import type { FlatState } from './state.ts';
import type { GlueHow } from './step.ts';

/** One face of one panel. */
export interface Face {
  readonly panel: number;
  readonly side: SheetSide;
}

export type BookEdge = 'spine' | 'head' | 'tail' | 'fore-edge';

/**
 * The space between two neighbouring layers. `opening`: free but for the spine. `fold-out`: free at the
 * spine and held by a fold at one other edge, round which it opens. `closed`: a bolt (or several edges) keeps
 * it shut. `glued`: shut by the maker.
 */
export interface Gap {
  /** the face that looks into the gap from the layer nearer the front cover, and the one that meets it */
  readonly faces: readonly [Face, Face];
  readonly kind: 'opening' | 'fold-out' | 'closed' | 'glued';
  /** edges along which a fold closes the gap */
  readonly edges: readonly BookEdge[];
  readonly glue?: GlueHow;
}

/** A printed face that can be seen in the book, in reading order. */
export interface Page {
  readonly face: Face;
  /** recto: the front of a leaf, seen after its turn; verso: its back. What a flap shows opened out goes with the page beside it. */
  readonly side: 'recto' | 'verso';
  /** the number that it has by itself (1 first): pages on flaps have that of the page they hang on, and a letter */
  readonly number: number;
  readonly letter?: 'a' | 'b';
  /** quarter turns clockwise from the sheet's north to the page's head, looking at the face's own side */
  readonly quarterTurns: 0 | 1 | 2 | 3;
  /** what a join leaves of its face, on the unfolded sheet, in ticks; left out: all of it */
  readonly left?: Box;
}

/** A rectangle of a sheet as face A shows it, in ticks. */
export interface Box {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

export const cornersOf = ({ left, right, top, bottom }: Box): Outline => [
  { x: left, y: top },
  { x: right, y: top },
  { x: right, y: bottom },
  { x: left, y: bottom },
];

export interface HiddenFace {
  readonly face: Face;
  /** glued to another page, or to a cover */
  readonly why: 'glued' | 'cover';
}

/** An opening is read in one of four directions. */
export type Toward = 'right' | 'left' | 'below' | 'above';

/** What lies side by side before the reader: page numbers (0-based), or null for an unprinted face or the outside. */
export interface View {
  readonly left: number | null;
  readonly right: number | null;
  /** the gap that is open, or where the book is closed */
  readonly gap: number | 'front' | 'back';
  /** round which edge it opens */
  readonly hinge: BookEdge;
  /** where the later of the two pages lies from the earlier, before the reader */
  readonly toward: Toward;
  /** the page of the two that stands on its head there */
  readonly headDown?: number;
  /** everything that lies side by side, in reading direction, where that is more than the two: a flap opened out, a sheet unfolded */
  readonly row?: readonly number[];
  /** flaps that are opened out */
  readonly opened?: readonly number[];
  /** of a sheet read by unfolding: after how many steps of its programme it looks so, and whether it is turned over */
  readonly unfolded?: { readonly moment: number; readonly over: boolean };
  /** of a concertina: how hands hold it while this is seen */
  readonly stance?: Stance;
}

/** How a concertina is held; `over`: turned over, so that its back is read. Leafed: open at the fold between two panels. */
export type Stance = { readonly over: boolean } & (
  | { readonly kind: 'closed' | 'whole' | 'stands' | 'star' }
  | { readonly kind: 'leafed'; readonly between: readonly [number, number] }
);

/** Whether the two pages of a view lie one above the other. */
export const isStacked = ({ toward }: Pick<View, 'toward'>): boolean => toward === 'below' || toward === 'above';

/** A finished book as a reader meets it. All lengths of the closed book are in nanometres. */
export interface Reading {
  /** the closed book lying with its front cover up and its head to the north */
  readonly held: FlatState;
  /** how the last moment of the run has to be moved to be held so */
  readonly toHeld: Isometry;
  readonly spineAt: 'west' | 'east';
  /** layers from the front cover to the back; tabs, which lie under glue, are none */
  readonly layers: readonly number[];
  /** of each tab, the panel that it is glued to */
  readonly tabs: ReadonlyMap<number, number>;
  readonly gaps: readonly Gap[];
  readonly pages: readonly Page[];
  readonly hidden: readonly HiddenFace[];
  readonly views: readonly View[];
  /** the page on the back of the closed book (0-based); null where that is unprinted */
  readonly backPage: number | null;
  readonly leaves: number;
  readonly width: Nm;
  readonly height: Nm;
  /** the axis of the unfolded sheet to which the spine, and so the grain, should run parallel */
  readonly spineAxis: 'vertical' | 'horizontal';
  /** folded edges that have to be slit before the pages can be read */
  readonly bolts: readonly BookEdge[];
}

export type ReadingProblem =
  | { readonly code: 'not-one-pile'; readonly panel: string }
  /** a flap that reaches past the spine when it is folded in */
  | { readonly code: 'flap-past-spine'; readonly panel: string }
  | { readonly code: 'still-standing' }
  | { readonly code: 'cover-inside'; readonly panel: string }
  | { readonly code: 'no-such-cover'; readonly panel: string }
  | {
      readonly code: 'page-unreachable';
      readonly panel: string;
      readonly side: SheetSide;
      readonly edges: readonly BookEdge[];
    };

/** By panel, which layer it is, counted from the front cover; a tab's is that of the panel it is glued to. */
export function depthsOf({ layers, tabs }: Pick<Reading, 'layers' | 'tabs'>): readonly number[] {
  const depth = new Array<number>(layers.length + tabs.size);
  layers.forEach((panel, i) => (depth[panel] = i));
  for (const [tab, panel] of tabs) depth[tab] = depth[panel]!;
  return depth;
}

/** Recto: the front of a leaf, seen after its turn; verso: its back. */
export const sideOfPage = ({ pages }: Pick<Reading, 'pages'>, page: number): Page['side'] => at(pages, page).side;

/** Whether the pages number themselves with the cover as 1, or the covers stand apart. */
export type Numbering = 'cover-is-1' | 'covers-apart';

/** What stands under a page: its number, or which cover it is. */
export type PageLabel =
  | { readonly kind: 'number'; readonly number: number; readonly letter?: 'a' | 'b' }
  | { readonly kind: 'front' | 'back' };

/** The pages that are seen while the book is closed: its front (a pair of doors has two) and, as it lies turned over, its back; null where that is unprinted. */
export function coversOf({ views, backPage }: Pick<Reading, 'views' | 'backPage'>): {
  readonly front: readonly number[];
  readonly back: number | null;
} {
  const { left, right } = views[0]!;
  return { front: [left, right].filter((page) => page !== null), back: backPage };
}

/** The label of page `index` (0-based). Covers stand apart only where a printed face is the outside of the book. */
export function pageLabel(
  reading: Pick<Reading, 'views' | 'pages' | 'backPage'>,
  index: number,
  numbering: Numbering,
): PageLabel {
  const { number, letter } = at(reading.pages, index);
  const flap = letter ? { letter } : {};
  if (numbering === 'cover-is-1') return { kind: 'number', number, ...flap };
  const { front, back } = coversOf(reading);
  if (front.includes(index)) return { kind: 'front' };
  if (index === back) return { kind: 'back' };
  // Covers that are met before a page do not count.
  const before = front.length + (back !== null && back < index ? 1 : 0);
  return { kind: 'number', number: number - before, ...flap };
}
