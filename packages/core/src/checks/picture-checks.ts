import type { FoldedBook } from '../forms/planned-book.ts';
import type { AssetLookup } from '../document/asset.ts';
import { pagesPaper, type BookDocument } from '../document/document.ts';
import type { Margins } from '../printer/printer.ts';
import { sheetSize } from '../folding/laid-paper.ts';
import { bottom, meet, right, type Rect } from '../geometry/rect.ts';
import { metByGutter } from '../pagination/gutter.ts';
import { extentOf } from '../pagination/placing.ts';
import { layPoster, paperOnFace, type PlacedContent } from '../pagination/imposition.ts';
import { unreachedOn } from '../printing/reach.ts';
import { inch, mm } from '../units/nm.ts';
import type { Check } from './check.ts';
import { meetsPaper, pageEdges, SIDES, type Side } from './page-edges.ts';
import { GOOD_RESOLUTION, SOFT_RESOLUTION } from './resolution.ts';

/** Checks of the pictures as they lie on the sheet. */
export const pictureChecks = (
  plan: FoldedBook,
  book: BookDocument,
  placed: readonly PlacedContent[],
  assets: AssetLookup,
): readonly Check[] => [
  ...lostOriginals(book, assets),
  ...inMargin(plan, book, placed),
  ...posterInMargin(plan, book, assets),
  ...withoutBleed(plan, book, placed, assets),
  ...alongFolds(plan, book, placed),
  ...inGutter(plan, book, placed),
  ...beyondSpread(placed),
  ...resolution(placed, 'settle', 0, SOFT_RESOLUTION),
  ...resolution(placed, 'note', SOFT_RESOLUTION, GOOD_RESOLUTION),
];

function lostOriginals(book: BookDocument, assets: AssetLookup): readonly Check[] {
  const pages = book.pages.flatMap(({ content }, i) =>
    content && !assets(content.asset)?.pages[content.page] ? [i] : [],
  );
  return pages.length ? [{ code: 'original-lost', weight: 'settle', pages }] : [];
}

/** Pictures over several pages that reach beyond all of them without covering them on purpose. */
function beyondSpread(placed: readonly PlacedContent[]): readonly Check[] {
  const pages = placed.flatMap(({ page, content, asset, scale, rect, quarterTurns, share }) => {
    const { fit, placing } = content;
    if (!share || fit === 'fill' || fit === 'bleed') return [];
    const lying = (quarterTurns + share.turned) % 2 === 1;
    const [width, height] = lying ? [rect.height, rect.width] : [rect.width, rect.height];
    const turn = ((placing?.turn ?? 0) * Math.PI) / 180;
    const [c, s] = [Math.abs(Math.cos(turn)), Math.abs(Math.sin(turn))];
    const reaches = [asset.width * c + asset.height * s, asset.width * s + asset.height * c].map(
      (side) => side * scale,
    );
    const beyond = reaches[0]! > width / share.width + mm(1) || reaches[1]! > height / share.height + mm(1);
    return beyond ? [page] : [];
  });
  return pages.length ? [{ code: 'larger-than-spread', weight: 'note', pages }] : [];
}

/** Faces and lines of text that come to the gutter, a check for each. */
function inGutter(plan: FoldedBook, book: BookDocument, placed: readonly PlacedContent[]): readonly Check[] {
  const met = placed.map((one) => ({
    page: one.page,
    marks: metByGutter(plan, one, one.content, one.asset, book.printing),
  }));
  return (['face', 'text'] as const).flatMap((what): readonly Check[] => {
    const pages = met.flatMap(({ page, marks }) => (marks.some((mark) => mark.what === what) ? [page] : []));
    return pages.length ? [{ code: 'met-by-gutter', weight: 'settle', pages, what }] : [];
  });
}

/** Pages whose pictures print at `from` up to (not including) `below` pixels an inch, in one entry. */
function resolution(
  placed: readonly PlacedContent[],
  weight: Check['weight'],
  from: number,
  below: number,
): readonly Check[] {
  const low = placed.filter(
    ({ pixelsPerInch }) => pixelsPerInch !== undefined && pixelsPerInch >= from && pixelsPerInch < below,
  );
  if (low.length === 0) return [];
  const worst = low.reduce((one, other) => (other.pixelsPerInch! < one.pixelsPerInch! ? other : one));
  const { pixels } = worst.asset;
  return [
    {
      code: 'resolution-low',
      weight,
      pages: low.map(({ page }) => page),
      least: worst.pixelsPerInch!,
      good: { width: inch(pixels!.width / GOOD_RESOLUTION), height: inch(pixels!.height / GOOD_RESOLUTION) },
    },
  ];
}

/** A hundredth of a millimetre: what touches a line does not cross it. */
const SLACK = 10_000;

/** Pages whose ink reaches into the strip along the sheet's edge that the printer leaves white. */
function inMargin(plan: FoldedBook, book: BookDocument, placed: readonly PlacedContent[]): readonly Check[] {
  const margins = unreachedOn(plan, book);
  // On larger paper what runs over the sheet is cut off with the rest.
  const pages = placed.flatMap(({ page, inked, sheet }) => {
    const { width, height } = sheetSize(plan.run.laid, sheet);
    const ink = inked && book.printing.onto ? meet(inked, { left: 0, top: 0, width, height }) : inked;
    return ink && reachesMargin(ink, { width, height }, margins) ? [page] : [];
  });
  return pages.length ? [{ code: 'in-unprintable-margin', weight: 'settle', pages }] : [];
}

/** Whether ink reaches into the strip that the printer leaves white. */
const reachesMargin = (
  inked: Rect,
  sheet: Pick<Rect, 'width' | 'height'>,
  { top, right: far, bottom: low, left }: Margins,
): boolean =>
  inked.left < left - SLACK ||
  inked.top < top - SLACK ||
  right(inked) > sheet.width - far + SLACK ||
  bottom(inked) > sheet.height - low + SLACK;

function posterInMargin(plan: FoldedBook, book: BookDocument, assets: AssetLookup): readonly Check[] {
  const inked = layPoster(plan, book, assets)?.inked;
  return inked && reachesMargin(inked, sheetSize(plan.run.laid, 0), unreachedOn(plan, book))
    ? [{ code: 'poster-in-margin', weight: 'settle' }]
    : [];
}

/** Pictures that reach just to an edge along which their sheet is cut out of larger paper, or a narrower folio out of its sheet. */
function withoutBleed(
  plan: FoldedBook,
  book: BookDocument,
  placed: readonly PlacedContent[],
  assets: AssetLookup,
): readonly Check[] {
  const cutOut = book.printing.onto !== null;
  const pages = placed.flatMap(({ page, matrix, asset, rect, content, sheet, side }) => {
    if (content.fit === 'bleed') return [];
    const paper = paperOnFace(plan, { sheet, side });
    const isCut = (edge: Side) =>
      cutOut ||
      (paper.width < sheetSize(plan.run.laid, sheet).width &&
        !pagesPaper(book) &&
        edge === (side === 'A' ? 'right' : 'left'));
    const [picture, room, edges] = [sidesOf(extentOf(matrix, asset)), sidesOf(rect), sidesOf(paper)];
    const ends = SIDES.some(
      (edge) => isCut(edge) && Math.abs(room[edge] - edges[edge]) < mm(0.1) && picture[edge] < room[edge] + SLACK,
    );
    return ends ? [page] : [];
  });
  const poster = cutOut && book.poster?.fit === 'fill' && layPoster(plan, book, assets);
  return [
    ...(pages.length ? [{ code: 'no-bleed-at-cut', weight: 'note', pages } as const] : []),
    ...(poster ? [{ code: 'poster-no-bleed', weight: 'note' } as const] : []),
  ];
}

/** Front and back, fold and print, meet within a millimetre only (usual): a border must be several times as wide to look even. */
const NARROW_BORDER = mm(3);

const sidesOf = (rect: Rect): Readonly<Record<Side, number>> => ({
  left: rect.left,
  top: rect.top,
  right: -right(rect),
  bottom: -bottom(rect),
});

/** Pictures that leave a narrow border along a fold or slit, and those that are cut off there without covering their page on purpose. */
function alongFolds(plan: FoldedBook, book: BookDocument, placed: readonly PlacedContent[]): readonly Check[] {
  // Pages shrunk to the printer's margin keep their borders by choice.
  if (book.printing.margin === 'shrink') return [];
  const edges = pageEdges(plan);
  const gaps = placed
    .filter(({ content }) => !content.part)
    .map(({ page, matrix, asset, rect, content }) => {
      const [picture, room] = [sidesOf(extentOf(matrix, asset)), sidesOf(rect)];
      const here = SIDES.filter((side) => meetsPaper(edges[page]![side])).map((side) => picture[side] - room[side]);
      return {
        page,
        here,
        upright: (content.placing?.turn ?? 0) % 90 === 0,
        covers: content.fit === 'fill' || content.fit === 'bleed',
      };
    });
  const narrow = gaps.filter(
    ({ here, upright }) => upright && here.some((gap) => gap > SLACK && gap < NARROW_BORDER - SLACK),
  );
  const past = gaps.filter(({ here, covers }) => !covers && here.some((gap) => gap < -mm(1)));
  return [
    ...(narrow.length
      ? [{ code: 'border-along-fold', weight: 'note', pages: narrow.map(({ page }) => page) } as const]
      : []),
    ...(past.length ? [{ code: 'cut-off-at-fold', weight: 'note', pages: past.map(({ page }) => page) } as const] : []),
  ];
}
