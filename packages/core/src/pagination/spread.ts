import { bottom, right, type Rect } from '../geometry/rect.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { moveOutline } from '../geometry/outline.ts';
import { isOneSide, toNm } from '../folding/laid-paper.ts';
import { bounds } from '../folding/state.ts';
import { lastMoment } from '../folding/run.ts';
import { cornersOf, isStacked, type View } from '../folding/reading.ts';
import { at } from '../result.ts';
import type { Part, SpreadHow, SpreadOver } from '../document/pages.ts';
import { pagePlaces, sizeAsRead, type PagePlace } from './page-places.ts';
import type { Share } from './placing.ts';

export interface SpreadPage {
  readonly page: number;
  readonly share: Share;
}

/** A page's window in the whole, in whatever unit, and how the whole lies against the page. */
interface Cell {
  readonly page: number;
  readonly window: Rect;
  readonly turned: Share['turned'];
}

const pagesOf = new WeakMap<FoldedBook, Map<string, readonly SpreadPage[]>>();

/** The pages of the spread that a page's part belongs to; kept by plan, since every drawing of a page asks. */
export function pagesOfPart(plan: FoldedBook, { over, how }: Pick<Part, 'over' | 'how'>): readonly SpreadPage[] {
  const known = pagesOf.get(plan) ?? new Map<string, readonly SpreadPage[]>();
  pagesOf.set(plan, known);
  const key = `${how} ${JSON.stringify(over)}`;
  const pages = known.get(key) ?? spreadPages(plan, over, how);
  known.set(key, pages);
  return pages;
}

/** Which pages a spread takes, and the share that each has in the whole; empty where there is no such opening or row. */
export function spreadPages(plan: FoldedBook, over: SpreadOver, how: SpreadHow): readonly SpreadPage[] {
  if (over.kind === 'opening') {
    const view = plan.reading.views[over.view];
    return view ? asShares(openingCells(plan, view)) : [];
  }
  if (over.kind === 'stretch') {
    const view = viewOfStretch(plan, over);
    return view ? asShares(unfoldedCells(plan, view).filter(({ page }) => page >= over.from && page <= over.to)) : [];
  }
  if (!isOneSide(plan.run.laid)) return [];
  const places = pagePlaces(plan).filter(({ page }) => over.kind !== 'row' || rowOf(plan, page) === over.row);
  // A strip is only there in the book: on the sheet its pages are the sheet.
  if (over.kind === 'strip') return how === 'in-the-book' ? asShares(bookCells(plan, places, false)) : [];
  return asShares(how === 'opened-out' ? places.map(openedCell) : bookCells(plan, places, over.kind === 'sheet'));
}

/** Of a stack of sheets no row is one piece of paper across its pages. */
const rowOf = (plan: FoldedBook, page: number): number | undefined =>
  isOneSide(plan.run.laid) ? at(plan.run.laid.panels, at(plan.reading.pages, page).face.panel).row : undefined;

/** Rows of panels that carry at least two pages: those over which a picture can run. */
export const spreadRows = (plan: FoldedBook): readonly number[] => {
  const rows = plan.reading.pages.map((_, page) => rowOf(plan, page));
  return [...new Set(rows)].filter(
    (row): row is number => row !== undefined && rows.filter((other) => other === row).length > 1,
  );
};

/** Unfolded, the whole lies on the sheet as it is; each page shows what lies on its panel, turned as the page stands. */
const openedCell = ({ page, rect, quarterTurns }: PagePlace): Cell => ({
  page,
  window: rect,
  turned: ((4 - quarterTurns) % 4) as Share['turned'],
});

/** In the book, pages stand side by side in reading order; over a whole sheet, in as many rows as the sheet has. */
function bookCells(plan: FoldedBook, places: readonly PagePlace[], inRows: boolean): readonly Cell[] {
  const columns = inRows ? plan.run.laid.sheets[0]!.verticals.length - 1 : places.length;
  const rtl = plan.reading.spineAt === 'east';
  const rows = Array.from({ length: Math.ceil(places.length / columns) }, (_, i) =>
    places.slice(i * columns, (i + 1) * columns),
  );
  let top = 0;
  return rows.flatMap((row) => {
    let left = 0;
    const cells = (rtl ? [...row].reverse() : row).map((place): Cell => {
      const { width, height } = sizeAsRead(place);
      const cell = { page: place.page, window: { left, top, width, height }, turned: 0 as const };
      left += width;
      return cell;
    });
    top += Math.max(...row.map((place) => sizeAsRead(place).height));
    return cells;
  });
}

/** The opening in which pages lie side by side in one row; undefined where they never do. */
const viewOfStretch = ({ reading }: FoldedBook, { from, to }: { readonly from: number; readonly to: number }) =>
  reading.views.find(({ row, unfolded }) => unfolded && row?.includes(from) && row.includes(to));

/**
 * The pages of a row where they lie once it is opened out: what is narrowed, hidden under a tab or left open between two ends is neither stretched nor left out of the
 * picture, which runs on as if it were whole.
 */
function unfoldedCells(plan: FoldedBook, { row = [], unfolded }: View): readonly Cell[] {
  const { moment, over } = unfolded!;
  const { laid, moments } = plan.run;
  const { placed } = at(moments, moment).flat;
  return row.map((page): Cell => {
    const { face, left: seen } = at(plan.reading.pages, page);
    const {
      left,
      right: end,
      top,
      bottom: low,
    } = bounds([moveOutline(at(placed, face.panel), seen ? cornersOf(seen) : at(laid.panels, face.panel).outline)]);
    const [x, y] = [toNm(laid, over ? -end : left), toNm(laid, top)];
    return {
      page,
      window: { left: x, top: y, width: toNm(laid, end - left), height: toNm(laid, low - top) },
      turned: 0,
    };
  });
}

/** The pages of an opening as they lie before the reader. At a fold-out of a strip the page before its fold lies head down. */
function openingCells(plan: FoldedBook, view: View): readonly Cell[] {
  const { left, right: after, toward, headDown, row, unfolded } = view;
  if (row && unfolded) return unfoldedCells(plan, view);
  if (row)
    return bookCells(
      plan,
      row.map((page) => at(pagePlaces(plan), page)),
      false,
    );
  if (left === null || after === null) return [];
  const stacked = isStacked(view);
  // What stands first, on the left or on top.
  const inOrder = toward === 'right' || toward === 'below' ? [left, after] : [after, left];
  // Leaves of a book are alike; what is unfolded may differ panel by panel.
  const sizes = inOrder.map((page) => (unfolded ? sizeAsRead(at(pagePlaces(plan), page)) : plan.reading));
  const [first] = sizes;
  return inOrder.map((page, i): Cell => {
    const { width, height } = sizes[i]!;
    const place =
      i === 0 ? { left: 0, top: 0 } : { left: stacked ? 0 : first!.width, top: stacked ? first!.height : 0 };
    return { page, window: { ...place, width, height }, turned: page === headDown ? 2 : 0 };
  });
}

function asShares(cells: readonly Cell[]): readonly SpreadPage[] {
  if (cells.length < 2) return [];
  const [left, top] = [Math.min(...cells.map((c) => c.window.left)), Math.min(...cells.map((c) => c.window.top))];
  const width = Math.max(...cells.map((c) => right(c.window))) - left;
  const height = Math.max(...cells.map((c) => bottom(c.window))) - top;
  return cells.map(({ page, window, turned }) => ({
    page,
    share: {
      left: (window.left - left) / width,
      top: (window.top - top) / height,
      width: window.width / width,
      height: window.height / height,
      turned,
    },
  }));
}

/** Whether an opening is one unbroken piece of paper across its hinge: a fold joins just its two panels. */
export function isTrueSpread(plan: FoldedBook, { left, right: after }: View): boolean {
  if (left === null || after === null) return false;
  const [one, other] = [left, after].map((page) => at(plan.reading.pages, page).face.panel);
  return lastMoment(plan.run).hinges.some(({ p, q }) => (p === one && q === other) || (p === other && q === one));
}
