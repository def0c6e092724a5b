import { folioOf } from '../folding/fold-sheet.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import type { AssetPage, KeepClear, PageContent, Part, Printing } from '../book/document.ts';
import { affineApply } from '../geometry/affine.ts';
import { at } from '../result.ts';
import { nm, type Nm } from '../units/nm.ts';
import { creepPerFolio } from './creep.ts';
import { placeOnPage, type PageBox } from './placing.ts';
import { isTrueSpread } from './spread.ts';
import type { PagePlace } from './page-places.ts';

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
      const { left, right, hinge } = view;
      if (left === null || right === null || hinge !== 'spine' || isTrueSpread(plan, view)) return [];
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
  { run }: Pick<FoldedBook, 'run'>,
  sheets: readonly [number, number],
  printing: Pick<Printing, 'creep'>,
): Nm {
  const [one, other] = sheets.map((sheet) => folioOf(run.sheet, sheet)) as [
    ReturnType<typeof folioOf>,
    ReturnType<typeof folioOf>,
  ];
  return one.section === other.section ? nm(Math.abs(one.folio - other.folio) * creepPerFolio(printing.creep)) : nm(0);
}

/**
 * A page's share of a picture over two pieces of paper. Exactly halved, the halves would meet at the folds; but a strip h of the outer one is covered, and
 * the maker may want a strip o on both. Over two pages of width w the whole then takes 2w − h − o: the left page shows its first w, the right
 * page its last. What the eye sees ends at w − h on the outer page and begins o before that on the inner one. Other shares stay as they are.
 */
export function partAsPrinted(
  plan: FoldedBook,
  place: Pick<PagePlace, 'page' | 'sheet'>,
  part: Part,
  printing: Pick<Printing, 'creep'>,
): Part {
  const met = part.of === 2 && part.turned === 0 && part.page === place.page ? meetsPage(plan, place.page) : undefined;
  if (met === undefined) return part;
  const [mine, its] = [panelOf(plan, place.page), panelOf(plan, met)];
  const shared = hiddenInGutter(plan, [mine.sheet, its.sheet], printing) + (part.overlap ?? 0);
  const { outline } = mine;
  const page = (Math.max(...outline.map(({ x }) => x)) - Math.min(...outline.map(({ x }) => x))) / plan.run.sheet.scale;
  const whole = page / part.width - shared;
  // An overlap as wide as a page would leave no picture to share.
  if (whole <= page) return { ...part, left: 0, width: 1 };
  const width = page / whole;
  return { ...part, left: part.left === 0 ? 0 : 1 - width, width };
}

const panelOf = (plan: FoldedBook, page: number) => at(plan.run.sheet.panels, at(plan.reading.pages, page).face.panel);

/** What is to be kept clear of the gutter and comes nearer to it than `safe` on a page that shares its picture across two pieces of paper. */
export function metByGutter(
  plan: FoldedBook,
  place: PagePlace,
  content: PageContent,
  asset: AssetPage,
  printing: Printing,
): readonly KeepClear[] {
  if (!content.part || !content.clear?.length || meetsPage(plan, place.page) === undefined) return [];
  const part = partAsPrinted(plan, place, content.part, printing);
  const { width, height } =
    place.quarterTurns % 2 === 1 ? { width: place.rect.height, height: place.rect.width } : place.rect;
  const box: PageBox = { width, height, spine: place.spine };
  const { matrix } = placeOnPage({ ...content, part }, asset, box, printing.bleed);
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
