import { affineAfter, affineApply, quarterTurn, scaling, translation, type Affine } from '../geometry/affine.ts';
import { meet, scaledAboutCentre, type Rect } from '../geometry/rect.ts';
import { toNm } from '../folding/fold-sheet.ts';
import type { SheetSide } from '../folding/reading.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { NM_PER_INCH } from '../units/nm.ts';
import { at } from '../result.ts';
import type { AssetLookup, AssetPage, Fit, PageContent, Printing } from '../book/document.ts';

/** Where one page of the book stands on the flat sheet. Lengths in nanometres, y towards the tail, seen from the face's own side. */
export interface PagePlace {
  /** 0-based, in reading order */
  readonly page: number;
  readonly side: SheetSide;
  /** label of the panel */
  readonly panel: string;
  readonly rect: Rect;
  /** clockwise, from the sheet's north to the page's head */
  readonly quarterTurns: 0 | 1 | 2 | 3;
}

/** A content laid on its page. */
export interface PlacedContent extends PagePlace {
  readonly content: PageContent;
  readonly asset: AssetPage;
  /** from the upright content (nanometres from its top left corner) to the sheet */
  readonly matrix: Affine;
  /** nothing is drawn outside this */
  readonly clip: Rect;
  /** the part of the sheet that ink can reach: the content's own extent within the clip */
  readonly inked: Rect | undefined;
  /** pixels an inch as printed; absent for vector pages */
  readonly pixelsPerInch?: number;
}

/** The places of all pages, derived from the folded book. */
export function pagePlaces(plan: FoldedBook): readonly PagePlace[] {
  const { run, reading, sheet } = plan;
  return reading.pages.map(({ face, quarterTurns }, page) => {
    const panel = at(run.sheet.panels, face.panel);
    const xs = panel.outline.map((p) => toNm(run.sheet, p.x));
    const ys = panel.outline.map((p) => toNm(run.sheet, p.y));
    const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    const rect = {
      left: face.side === 'A' ? left : sheet.width - right,
      top,
      width: right - left,
      height: bottom - top,
    };
    return { page, side: face.side, panel: panel.label, rect, quarterTurns };
  });
}

/** Pages are never drawn smaller than this; margins that would ask for it leave no page worth printing. */
export const LEAST_SHRINK = 0.2;

/** By how much every page is drawn smaller so that the outermost stay within what the printer reaches: one scale for all. */
export function shrinkOf(places: readonly PagePlace[], printing: Printing): number {
  if (printing.margin === 'warn') return 1;
  const { top, right, bottom, left } = printing.unprintable;
  const scale = places.reduce(
    (least, { rect }) =>
      Math.min(least, 1 - (2 * Math.max(left, right)) / rect.width, 1 - (2 * Math.max(top, bottom)) / rect.height),
    1,
  );
  return Math.max(scale, LEAST_SHRINK);
}

/** The scale that a fit asks for: the box is the page as read, its head up. */
export function fitScale(
  fit: Fit,
  content: { readonly width: number; readonly height: number },
  boxWidth: number,
  boxHeight: number,
): number {
  if (fit === 'actual') return 1;
  const [x, y] = [boxWidth / content.width, boxHeight / content.height];
  return fit === 'fit' ? Math.min(x, y) : Math.max(x, y);
}

/** Lays every content on its page, turned as the page stands. Pages without content, or whose original is unknown, are left out. */
export function impose(
  plan: FoldedBook,
  pages: readonly (PageContent | null)[],
  assets: AssetLookup,
  printing: Printing,
): readonly PlacedContent[] {
  const places = pagePlaces(plan);
  const shrink = shrinkOf(places, printing);
  return places.flatMap((place): PlacedContent[] => {
    const content = pages[place.page];
    const asset = content ? assets(content.asset)?.pages[content.page] : undefined;
    return content && asset ? [layOn(place, content, asset, shrink)] : [];
  });
}

function layOn(place: PagePlace, content: PageContent, asset: AssetPage, shrink: number): PlacedContent {
  const clip = scaledAboutCentre(place.rect, shrink);
  const lying = place.quarterTurns % 2 === 1;
  const [boxWidth, boxHeight] = lying ? [clip.height, clip.width] : [clip.width, clip.height];
  const scale = fitScale(content.fit, asset, boxWidth, boxHeight);
  const centre = translation(clip.left + clip.width / 2, clip.top + clip.height / 2);
  const matrix = [
    quarterTurn(place.quarterTurns),
    scaling(scale),
    translation(-asset.width / 2, -asset.height / 2),
  ].reduce(affineAfter, centre);
  const corners = [affineApply(matrix, 0, 0), affineApply(matrix, asset.width, asset.height)];
  const [left, right] = [Math.min(corners[0]![0], corners[1]![0]), Math.max(corners[0]![0], corners[1]![0])];
  const [top, bottom] = [Math.min(corners[0]![1], corners[1]![1]), Math.max(corners[0]![1], corners[1]![1])];
  const inked = meet(clip, { left, top, width: right - left, height: bottom - top });
  const pixelsPerInch = asset.pixels && asset.pixels.width / ((asset.width * scale) / NM_PER_INCH);
  return { ...place, content, asset, matrix, clip, inked, ...(pixelsPerInch === undefined ? {} : { pixelsPerInch }) };
}
