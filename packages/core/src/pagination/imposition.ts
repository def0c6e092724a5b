import { affineAfter, quarterTurn, translation, type Affine } from '../geometry/affine.ts';
import { bottom, meet, right, scaledAboutCentre, type Rect } from '../geometry/rect.ts';
import { sheetSize, sidesOf, toNm } from '../folding/laid-paper.ts';
import type { SheetSide } from '../folding/hold.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { NM_PER_INCH } from '../units/nm.ts';
import type { AssetLookup, AssetPage } from '../document/asset.ts';
import type { BookDocument } from '../document/document.ts';
import type { PageContent } from '../document/pages.ts';
import type { Printing } from '../document/printing.ts';
import type { PrintedBook } from '../printing/print-layout.ts';
import { unreachedOn } from '../printing/reach.ts';
import { bounds } from '../folding/state.ts';
import { isFaceGlued } from '../folding/page-faces.ts';
import { pagePlaces, sizeAsRead, type PagePlace } from './page-places.ts';
import { creepOf } from './creep.ts';
import { shareAsPrinted } from './gutter.ts';
import { folioOfPage } from '../folding/nest.ts';
import { extentOf, placeOnPage, type PageBox, type Share } from './placing.ts';

/** A content laid on the sheet. */
export interface Laid {
  readonly sheet: number;
  readonly side: SheetSide;
  readonly content: PageContent;
  readonly asset: AssetPage;
  /** from the upright content (nanometres from its top left corner) to the sheet */
  readonly matrix: Affine;
  /** nothing is drawn outside this; it reaches past the sheet's edge where a picture bleeds */
  readonly clip: Rect;
  /** the part of the sheet that ink can reach: the content's own extent within the clip */
  readonly inked: Rect | undefined;
  /** paper over picture */
  readonly scale: number;
  /** pixels an inch as printed; absent for vector pages */
  readonly pixelsPerInch?: number;
}

/** A content laid on its page. */
export type PlacedContent = PagePlace & Laid & { readonly share: Share | undefined };

/** Pages are never drawn smaller than this; margins that would ask for it leave no page worth printing. */
export const LEAST_SHRINK = 0.2;

/** By how much every page is drawn smaller so that the outermost stay within what the printer reaches: one scale for all. */
export function shrinkOf(plan: FoldedBook, book: PrintedBook): number {
  if (book.printing.margin === 'warn') return 1;
  const { top, right, bottom, left } = unreachedOn(plan, book);
  const scale = pagePlaces(plan).reduce(
    (least, { rect }) =>
      Math.min(least, 1 - (2 * Math.max(left, right)) / rect.width, 1 - (2 * Math.max(top, bottom)) / rect.height),
    1,
  );
  return Math.max(scale, LEAST_SHRINK);
}

/** A place's room on the sheet as a page that is read head up, and the way from there to the sheet; `toSpine` moves all of it for creep. */
export function pageOnSheet(
  { quarterTurns, spine }: Pick<PagePlace, 'quarterTurns' | 'spine'>,
  room: Rect,
  toSpine = 0,
): { readonly box: PageBox; readonly toSheet: Affine } {
  const { width, height } = sizeAsRead({ rect: room, quarterTurns });
  const centre = translation(room.left + room.width / 2, room.top + room.height / 2);
  const across = spine === 'left' ? -toSpine : toSpine;
  const toSheet = [quarterTurn(quarterTurns), translation(across - width / 2, -height / 2)].reduce(affineAfter, centre);
  return { box: { width, height, spine }, toSheet };
}

/** How a content was last laid, and what that depended on: after a change most of a book lies as it lay. */
const laidBefore = new WeakMap<
  PageContent,
  { readonly on: readonly [PagePlace, AssetPage, Printing, number]; readonly placed: PlacedContent }
>();

/** Lays every content on its page, turned as the page stands. Pages without content, or whose original is unknown, are left out. */
export function impose(
  plan: FoldedBook,
  { pages, ...book }: Pick<BookDocument, 'pages'> & PrintedBook,
  assets: AssetLookup,
): readonly PlacedContent[] {
  const places = pagePlaces(plan);
  const { printing } = book;
  const shrink = shrinkOf(plan, book);
  return places.flatMap((place): PlacedContent[] => {
    const content = pages[place.page]?.content;
    const asset = content ? assets(content.asset)?.pages[content.page] : undefined;
    if (!content || !asset) return [];
    const before = laidBefore.get(content);
    const on = [place, asset, printing, shrink] as const;
    if (before && on.every((one, i) => one === before.on[i])) return [before.placed];
    const placed = layOnPlace(plan, place, content, asset, printing, shrink);
    laidBefore.set(content, { on, placed });
    return [placed];
  });
}

function layOnPlace(
  plan: FoldedBook,
  place: PagePlace,
  content: PageContent,
  asset: AssetPage,
  printing: Printing,
  shrink: number,
): PlacedContent {
  const room = scaledAboutCentre(place.rect, shrink);
  const within = content.fit === 'bleed' ? overTheEdge(room, paperOnFace(plan, place), printing.bleed) : room;
  const clip = content.part
    ? overBareEnds(plan, place, within, printing.bleed, content.part.over.kind === 'stretch')
    : within;
  // A picture that runs on over the spine stays where it meets its other half.
  const moved = content.part ? 0 : creepOf(folioOfPage(plan, place.page).folio, printing.creep);
  const { box, toSheet } = pageOnSheet(place, room, moved);
  const share = content.part && shareAsPrinted(plan, place, content.part, printing);
  return { ...place, ...layOn(content, asset, box, toSheet, clip, printing.bleed, share), side: place.side, share };
}

/** Lays the poster on the whole of face B, seen with the sheet turned over from left to right. */
export function layPoster(
  { run: { laid } }: Pick<FoldedBook, 'run'>,
  { poster, printing }: Pick<BookDocument, 'poster' | 'printing'>,
  assets: AssetLookup,
): Laid | undefined {
  const asset = poster ? assets(poster.asset)?.pages[poster.page] : undefined;
  // Where the back carries pages nothing can hang there.
  if (!poster || !asset || sidesOf(laid, 0).includes('B')) return undefined;
  const { width, height } = sheetSize(laid, 0);
  const room = { left: 0, top: 0, width, height };
  const clip = poster.fit === 'bleed' ? overTheEdge(room, room, printing.bleed) : room;
  const box = { width, height, spine: 'left' as const };
  return { sheet: 0, side: 'B', ...layOn(poster, asset, box, translation(0, 0), clip, printing.bleed) };
}

/** What becomes of a sheet's paper, as a face shows it: of a folio narrower than its sheet only the folio; the rest is cut off. */
export function paperOnFace({ run }: FoldedBook, { sheet, side }: Pick<Laid, 'sheet' | 'side'>): Rect {
  const { width, height, cut } = sheetSize(run.laid, sheet);
  return { left: side === 'A' ? 0 : width - cut, top: 0, width: cut, height };
}

/** A room that reaches past the paper by the bleed wherever it touches its edge; at folds the neighbour begins. */
function overTheEdge(room: Rect, paper: Rect, bleed: number): Rect {
  const near = (a: number, b: number) => Math.abs(a - b) < 1;
  const left = near(room.left, paper.left) ? paper.left - bleed : room.left;
  const top = near(room.top, paper.top) ? paper.top - bleed : room.top;
  const far = near(right(room), right(paper)) ? right(paper) + bleed : right(room);
  const low = near(bottom(room), bottom(paper)) ? bottom(paper) + bleed : bottom(room);
  return { left, top, width: far - left, height: low - top };
}

/** Thinner than any pen, wider than any screen's rounding. */
const HAIR = 50_000;

/**
 * A picture over several pages runs on over what beside its page is no page: all over a tab that is seen, by the bleed over one that is glued down, and by the
 * bleed under what covers the rest of its panel.
 */
function overBareEnds(
  { run, reading }: FoldedBook,
  { page, sheet, side }: PagePlace,
  clip: Rect,
  bleed: number,
  isUnfolded: boolean,
): Rect {
  const { laid } = run;
  const { face, left: seen } = reading.pages[page]!;
  const own = bounds([laid.panels[face.panel]!.outline]);
  const ends = seen ?? own;
  const tabs = laid.panels.flatMap(({ sheet: of, label, outline }, panel) =>
    of === sheet && laid.bare.has(label) ? [{ panel, box: bounds([outline]) }] : [],
  );
  const runsOn = (edge: 'left' | 'right') =>
    isUnfolded &&
    laid.panels.some(
      ({ sheet: of, label, outline }) =>
        of === sheet && !laid.bare.has(label) && bounds([outline])[edge === 'left' ? 'right' : 'left'] === own[edge],
    );
  const over = (edge: 'left' | 'right'): number => {
    if (ends[edge] !== own[edge]) return Math.min(bleed, toNm(laid, Math.abs(ends[edge] - own[edge])));
    const tab = tabs.find(({ box }) => box[edge === 'left' ? 'right' : 'left'] === own[edge]);
    // At a fold the picture runs on into its next part: a hair over it, so that no seam shows however finely it is drawn.
    if (!tab) return runsOn(edge) ? HAIR : 0;
    const width = toNm(laid, tab.box.right - tab.box.left);
    return isFaceGlued(run, { panel: tab.panel, side }) ? Math.min(bleed, width) : width;
  };
  const [west, east] = side === 'A' ? [over('left'), over('right')] : [over('right'), over('left')];
  return { ...clip, left: clip.left - west, width: clip.width + west + east };
}

function layOn(
  content: PageContent,
  asset: AssetPage,
  box: PageBox,
  toSheet: Affine,
  clip: Rect,
  bleed: number,
  share?: Share,
): Omit<Laid, 'side' | 'sheet'> {
  const { matrix: onPage, scale } = placeOnPage(content, asset, box, bleed, share);
  const matrix = affineAfter(toSheet, onPage);
  const inked = meet(clip, extentOf(matrix, asset));
  const pixelsPerInch = asset.pixels && asset.pixels.width / ((asset.width * scale) / NM_PER_INCH);
  return { content, asset, matrix, clip, inked, scale, ...(pixelsPerInch === undefined ? {} : { pixelsPerInch }) };
}

/** How far the furthest of these pictures runs over the edge of its sheet, or of a narrower folio; nothing where none does. */
export const overhang = (plan: FoldedBook, laid: readonly Pick<Laid, 'clip' | 'sheet' | 'side'>[]): number =>
  laid.reduce((most, one) => {
    const [{ clip }, paper] = [one, paperOnFace(plan, one)];
    return Math.max(
      most,
      paper.left - clip.left,
      paper.top - clip.top,
      right(clip) - right(paper),
      bottom(clip) - bottom(paper),
    );
  }, 0);
