import type { AssetPage } from '../document/asset.ts';
import type { KeepClear, PageContent, Part } from '../document/pages.ts';
import type { Printing } from '../document/printing.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { affineApply } from '../geometry/affine.ts';
import { nm, type Nm } from '../units/nm.ts';
import { creepPerFolio } from './creep.ts';
import { folioOfPage, type Folio } from '../folding/nest.ts';
import { sizeAsRead, type PagePlace } from './page-places.ts';
import { placeOnPage, type Share } from './placing.ts';
import { isTrueSpread, pagesOfPart } from './spread.ts';

/** Two pages that are seen together and printed on two pieces of paper. */
const metOf = new WeakMap<FoldedBook, ReadonlyMap<number, number>>();

/** The page that a page meets across the gutter on another piece of paper; undefined where the paper is whole, or nothing is opposite. */
export function meetsPage(plan: FoldedBook, page: number): number | undefined {
  const known = metOf.get(plan) ?? meetings(plan);
  metOf.set(plan, known);
  return known.get(page);
}

const meetings = (plan: FoldedBook): ReadonlyMap<number, number> =>
  new Map(
    plan.reading.views.flatMap((view): [number, number][] => {
      const { left, right, hinge, unfolded } = view;
      // Unfolded, a picture is cut where its pages lie: nothing is hidden between them.
      if (left === null || right === null || unfolded || hinge !== 'spine' || isTrueSpread(plan, view)) return [];
      return [
        [left, right],
        [right, left],
      ];
    }),
  );

/**
 * How much of the outer folio's page disappears in the gutter beside the inner one's: folds of a nest lie one outside another, each a creep
 * further out, so that between folios i and j of one section a strip of |i − j|·c is covered. Sections gathered cover nothing of each other.
 */
export function hiddenInGutter(
  plan: FoldedBook,
  pages: readonly [number, number],
  printing: Pick<Printing, 'creep'>,
): Nm {
  const [one, other] = pages.map((page) => folioOfPage(plan, page)) as [Folio, Folio];
  return one.section === other.section ? nm(Math.abs(one.folio - other.folio) * creepPerFolio(printing.creep)) : nm(0);
}

/**
 * A page's share of a picture over several, as it is printed; undefined where the book has no such pages any more. Over two pieces of paper: exactly halved, the halves would meet
 * at the folds; but a strip h of the outer one is covered, and the maker may want a strip o on both. Over two pages of width w the whole then takes
 * 2w − h − o: the left page shows its first w, the right page its last. What the eye sees ends at w − h on the outer page and begins o before that on
 * the inner one. Other shares stay as they are.
 */
export function shareAsPrinted(
  plan: FoldedBook,
  place: PagePlace,
  part: Part,
  printing: Pick<Printing, 'creep'>,
): Share | undefined {
  const pages = pagesOfPart(plan, part);
  const share = pages.find(({ page }) => page === part.page)?.share;
  if (!share || pages.length !== 2 || share.turned !== 0 || part.page !== place.page) return share;
  const met = meetsPage(plan, place.page);
  if (met === undefined) return share;
  const hidden = hiddenInGutter(plan, [place.page, met], printing);
  const page = sizeAsRead(place).width;
  const whole = page / share.width - hidden - (part.overlap ?? 0);
  // An overlap as wide as a page would leave no picture to share.
  if (whole <= page) return { ...share, left: 0, width: 1 };
  const width = page / whole;
  return { ...share, left: share.left === 0 ? 0 : 1 - width, width };
}

/** What is to be kept clear of the gutter and comes nearer to it than `safe` on a page that shares its picture across two pieces of paper. */
export function metByGutter(
  plan: FoldedBook,
  place: PagePlace,
  content: PageContent,
  asset: AssetPage,
  printing: Printing,
): readonly KeepClear[] {
  if (!content.part || !content.clear?.length || meetsPage(plan, place.page) === undefined) return [];
  const share = shareAsPrinted(plan, place, content.part, printing);
  const { width, height } = sizeAsRead(place);
  const { matrix } = placeOnPage(content, asset, { width, height, spine: place.spine }, printing.bleed, share);
  return content.clear.filter((mark) => {
    const xs = cornersOf(mark).map(([x, y]) => affineApply(matrix, x * asset.width, y * asset.height)[0]);
    // How far the nearest and the furthest edge lie from the gutter into the page; beyond it is less than nothing.
    const inward = xs.map((x) => (place.spine === 'left' ? x : width - x));
    return Math.min(...inward) < printing.safe && Math.max(...inward) > -printing.safe;
  });
}

const cornersOf = ({ left, top, width, height }: KeepClear) =>
  [
    [left, top],
    [left + width, top],
    [left, top + height],
    [left + width, top + height],
  ] as const;
