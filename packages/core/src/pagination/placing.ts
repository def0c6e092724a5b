import {
  affineAfter,
  affineApply,
  quarterTurn,
  rotation,
  scaling,
  translation,
  type Affine,
} from '../geometry/affine.ts';
import type { Rect } from '../geometry/rect.ts';
import { nm } from '../units/nm.ts';
import { AS_IT_FITS, type Fit, type PageContent, type PageMargins } from '../document/pages.ts';
import type { AssetPage } from '../document/asset.ts';

/** A page as it is read, head up. Lengths in nanometres from its top left corner, y towards the tail. */
export interface PageBox {
  readonly width: number;
  readonly height: number;
  readonly spine: 'left' | 'right';
}

/** The share that one page has in a picture laid over several: a window in the room of the whole picture. */
export interface Share {
  /** of the whole, from its head and left */
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
  /** quarter turns clockwise from the page's head to the head of the whole */
  readonly turned: 0 | 1 | 2 | 3;
}

interface Size {
  readonly width: number;
  readonly height: number;
}

/**
 * The scale at which a fit lays a picture, turned by `turn` degrees, into a room. Turned by t, a w × h picture fills a box of
 * w|cos t| + h|sin t| by w|sin t| + h|cos t|; and the room, seen from the turned picture, one of the same form with the
 * roles exchanged. `fit` holds the first inside the room, `fill` the second inside the picture.
 */
export function fitScale(fit: Fit, picture: Size, room: Size, turn = 0): number {
  if (fit === 'actual') return 1;
  const [c, s] = rotation(turn).slice(0, 2).map(Math.abs) as [number, number];
  const [inside, around] = fit === 'fit' ? [picture, room] : [room, picture];
  const [x, y] = [inside.width * c + inside.height * s, inside.width * s + inside.height * c];
  return fit === 'fit' ? Math.min(around.width / x, around.height / y) : Math.max(x / around.width, y / around.height);
}

/** The room left inside a page's margins. */
function within(room: Rect, margins: PageMargins, spine: PageBox['spine']): Rect {
  const [left, right] = spine === 'left' ? [margins.spine, margins.foreEdge] : [margins.foreEdge, margins.spine];
  // Margins that meet leave a sliver, never a negative room.
  const width = Math.max(room.width - left - right, 1);
  const height = Math.max(room.height - margins.head - margins.tail, 1);
  return { left: room.left + left, top: room.top + margins.head, width, height };
}

const grown = (rect: Rect, by: number): Rect => ({
  left: rect.left - by,
  top: rect.top - by,
  width: rect.width + 2 * by,
  height: rect.height + 2 * by,
});

/** From the room of a whole spread (its own top left corner) to the page that shows its share of it. */
function wholeToPage(part: Share, page: PageBox): { readonly matrix: Affine; readonly whole: Size } {
  const lying = part.turned % 2 === 1;
  const [w, h] = lying ? [page.height, page.width] : [page.width, page.height];
  const whole = { width: w / part.width, height: h / part.height };
  const middle = translation(-(part.left + part.width / 2) * whole.width, -(part.top + part.height / 2) * whole.height);
  const matrix = [quarterTurn(part.turned), middle].reduce(affineAfter, translation(page.width / 2, page.height / 2));
  return { matrix, whole };
}

export interface PlacedOnPage {
  /** from the upright picture (nanometres from its top left corner) to the page as it is read */
  readonly matrix: Affine;
  /** paper over picture */
  readonly scale: number;
}

/** Lays a picture on its page, or the page's share of one that lies over several. */
export function placeOnPage(
  content: PageContent,
  asset: AssetPage,
  page: PageBox,
  bleed: number,
  share: Share | undefined,
): PlacedOnPage {
  const { right, down, turn, scale: zoom, margins } = content.placing ?? AS_IT_FITS;
  const { matrix: toPage, whole } = share ? wholeToPage(share, page) : { matrix: translation(0, 0), whole: page };
  const full = { left: 0, top: 0, width: whole.width, height: whole.height };
  const inner = within(full, margins, share ? 'left' : page.spine);
  const room = content.fit === 'bleed' ? grown(inner, bleed) : inner;
  const scale = fitScale(content.fit, asset, room, turn) * zoom;
  const matrix = [
    translation(room.left + room.width / 2 + right, room.top + room.height / 2 + down),
    rotation(turn),
    scaling(scale),
    translation(-asset.width / 2, -asset.height / 2),
  ].reduce(affineAfter, toPage);
  return { matrix, scale };
}

/** The upright rectangle round a picture laid through a matrix. */
export function extentOf(matrix: Affine, { width, height }: Size): Rect {
  const corners = [
    [0, 0],
    [width, 0],
    [0, height],
    [width, height],
  ].map(([x, y]) => affineApply(matrix, x!, y!));
  const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  return { left, top, width: Math.max(...xs) - left, height: Math.max(...ys) - top };
}

/** The content pushed by a way on its page (as read): in a spread the whole picture goes along, whichever way the page lies in it. */
export function pushed(content: PageContent, dx: number, dy: number, share: Share | undefined): PageContent {
  const old = content.placing ?? AS_IT_FITS;
  const [x, y] = affineApply(quarterTurn(-(share?.turned ?? 0)), dx, dy);
  return { ...content, placing: { ...old, right: nm(old.right + x), down: nm(old.down + y) } };
}
