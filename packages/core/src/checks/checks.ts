import type { PlacedContent } from '../pagination/imposition.ts';
import { impose } from '../pagination/imposition.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import type { AssetLookup, BookDocument } from '../book/document.ts';
import { bottom, right } from '../geometry/rect.ts';

/** Pixels an inch at printed size: good from here on. */
export const GOOD_RESOLUTION = 300;
/** Below this it shows. */
export const SOFT_RESOLUTION = 200;

/** Something the maker should know before printing. `settle`: it spoils the sheet; `note`: it may be meant so. */
export type Check =
  | { readonly code: 'pages-missing'; readonly weight: 'settle'; readonly pages: readonly number[] }
  | { readonly code: 'original-lost'; readonly weight: 'settle'; readonly pages: readonly number[] }
  | {
      readonly code: 'resolution-low';
      readonly weight: 'settle' | 'note';
      readonly pages: readonly number[];
      readonly least: number;
    }
  | { readonly code: 'in-unprintable-margin'; readonly weight: 'settle'; readonly pages: readonly number[] }
  | { readonly code: 'grain-across-spine'; readonly weight: 'settle'; readonly spine: 'vertical' | 'horizontal' }
  | { readonly code: 'grain-unknown'; readonly weight: 'note'; readonly spine: 'vertical' | 'horizontal' }
  | { readonly code: 'tray-waiting'; readonly weight: 'note'; readonly count: number };

/** All checks of a book, what spoils the sheet first. */
export function checkBook(plan: FoldedBook, book: BookDocument, assets: AssetLookup): readonly Check[] {
  const placed = impose(plan, book.pages, assets, book.printing);
  const checks = [
    ...missingPages(book),
    ...lostOriginals(book, assets),
    ...grain(plan),
    ...inMargin(plan, book, placed),
    ...resolution(placed, 'settle', 0, SOFT_RESOLUTION),
    ...resolution(placed, 'note', SOFT_RESOLUTION, GOOD_RESOLUTION),
    ...waiting(book),
  ];
  return [...checks.filter(({ weight }) => weight === 'settle'), ...checks.filter(({ weight }) => weight === 'note')];
}

function missingPages(book: BookDocument): readonly Check[] {
  const pages = book.pages.flatMap((content, i) => (content ? [] : [i]));
  return pages.length ? [{ code: 'pages-missing', weight: 'settle', pages }] : [];
}

function lostOriginals(book: BookDocument, assets: AssetLookup): readonly Check[] {
  const pages = book.pages.flatMap((content, i) => (content && !assets(content.asset)?.pages[content.page] ? [i] : []));
  return pages.length ? [{ code: 'original-lost', weight: 'settle', pages }] : [];
}

/** Pages whose pictures print at `from` up to (not including) `below` pixels an inch, in one entry. */
function resolution(
  placed: readonly PlacedContent[],
  weight: 'settle' | 'note',
  from: number,
  below: number,
): readonly Check[] {
  const low = placed.filter(
    ({ pixelsPerInch }) => pixelsPerInch !== undefined && pixelsPerInch >= from && pixelsPerInch < below,
  );
  if (low.length === 0) return [];
  return [
    {
      code: 'resolution-low',
      weight,
      pages: low.map(({ page }) => page),
      least: Math.min(...low.map(({ pixelsPerInch }) => pixelsPerInch!)),
    },
  ];
}

/** Pages whose ink reaches into the strip along the sheet's edge that the printer leaves white. */
function inMargin({ sheet }: FoldedBook, book: BookDocument, placed: readonly PlacedContent[]): readonly Check[] {
  const { top, right: far, bottom: low, left } = book.printing.unprintable;
  // A hundredth of a millimetre of slack: a page shrunk to the margin touches it.
  const slack = 10_000;
  const pages = placed.flatMap(({ page, inked }) =>
    inked &&
    (inked.left < left - slack ||
      inked.top < top - slack ||
      right(inked) > sheet.width - far + slack ||
      bottom(inked) > sheet.height - low + slack)
      ? [page]
      : [],
  );
  return pages.length ? [{ code: 'in-unprintable-margin', weight: 'settle', pages }] : [];
}

function grain({ sheet, reading }: FoldedBook): readonly Check[] {
  const spine = reading.spineAxis;
  if (sheet.fibre === 'any') return [];
  if (sheet.fibre === 'unknown') return [{ code: 'grain-unknown', weight: 'note', spine }];
  const along = sheet.fibre === 'along-height' ? 'vertical' : 'horizontal';
  return along === spine ? [] : [{ code: 'grain-across-spine', weight: 'settle', spine }];
}

const waiting = (book: BookDocument): readonly Check[] =>
  book.tray.length ? [{ code: 'tray-waiting', weight: 'note', count: book.tray.length }] : [];
