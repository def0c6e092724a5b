import type { Affine } from '../geometry/affine.ts';
import type { AssetInfo, AssetKind } from '../document/asset.ts';
import type { BookDocument } from '../document/document.ts';
import type { BookPage, PageContent } from '../document/pages.ts';
import { pageLabel } from '../folding/reading.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { shareAsPrinted } from '../pagination/gutter.ts';
import { pagePlaces, sizeAsRead, type PagePlace } from '../pagination/page-places.ts';
import { placeOnPage, type PageBox } from '../pagination/placing.ts';
import { letterPage, type Letters } from './lettering.ts';

/** What the drawing of a single page depends on besides the page itself; one object as long as none of it changes. */
export interface PageSetting {
  readonly plan: FoldedBook;
  readonly places: readonly PagePlace[];
  readonly assets: readonly AssetInfo[];
  readonly numbering: BookDocument['numbering'];
  readonly lettering: BookDocument['lettering'];
  readonly printing: BookDocument['printing'];
}

export const pageSetting = (
  plan: FoldedBook,
  { numbering, lettering, printing }: Pick<BookDocument, 'numbering' | 'lettering' | 'printing'>,
  assets: readonly AssetInfo[],
): PageSetting => ({ plan, places: pagePlaces(plan), assets, numbering, lettering, printing });

/** The room of a page as it is read: those on flaps, and those that carry one, are narrower than the book. */
export function pageBox({ places }: Pick<PageSetting, 'places'>, page: number): PageBox {
  const place = places[page]!;
  return { ...sizeAsRead(place), spine: place.spine };
}

/** A picture on its page as it will be printed. */
export interface PageFacePicture {
  readonly asset: string;
  readonly page: number;
  readonly kind: AssetKind;
  /** of the upright content (nanometres) */
  readonly width: number;
  readonly height: number;
  /** from the upright content to the page */
  readonly matrix: Affine;
}

/** Where a content lies on its page; its original may be lost. */
export function pictureOnPage(setting: PageSetting, page: number, content: PageContent): PageFacePicture | 'lost' {
  const { plan, places, printing } = setting;
  const info = setting.assets.find(({ id }) => id === content.asset);
  const natural = info?.pages[content.page];
  if (!info || !natural) return 'lost';
  const share = content.part && shareAsPrinted(plan, places[page]!, content.part, printing);
  const { matrix } = placeOnPage(content, natural, pageBox(setting, page), printing.bleed, share);
  const { width, height } = natural;
  return { asset: content.asset, page: content.page, kind: info.kind, width, height, matrix };
}

/** A page as the reader meets it: its picture through the same matrix as in print, its caption and number; in its own frame, nanometres. */
export interface PageFace {
  readonly width: number;
  readonly height: number;
  readonly picture: PageFacePicture | 'lost' | null;
  readonly letters: readonly Letters[];
}

export function pageFace(setting: PageSetting, page: number, shown: BookPage): PageFace {
  const { plan, numbering, lettering, printing } = setting;
  const box = pageBox(setting, page);
  return {
    width: box.width,
    height: box.height,
    picture: shown.content && pictureOnPage(setting, page, shown.content),
    letters: letterPage(box, shown, pageLabel(plan.reading, page, numbering), lettering, printing.safe),
  };
}
