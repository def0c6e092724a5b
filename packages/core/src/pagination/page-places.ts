import { sheetSize, toNm } from '../folding/laid-paper.ts';
import type { SheetSide } from '../folding/hold.ts';
import { sideOfPage } from '../folding/reading.ts';
import { bounds } from '../folding/state.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import type { Rect } from '../geometry/rect.ts';
import { at } from '../result.ts';

/** Where one page of the book stands on the flat sheet. Lengths in nanometres, y towards the tail, seen from the face's own side. */
export interface PagePlace {
  /** 0-based, in reading order */
  readonly page: number;
  /** of the stack, 0 on top */
  readonly sheet: number;
  readonly side: SheetSide;
  /** label of the panel */
  readonly panel: string;
  readonly rect: Rect;
  /** clockwise, from the sheet's north to the page's head */
  readonly quarterTurns: 0 | 1 | 2 | 3;
  /** on which side the spine is as the page is read */
  readonly spine: 'left' | 'right';
}

/** How wide and high a page is as it is read, head up. */
export const sizeAsRead = ({
  rect,
  quarterTurns,
}: Pick<PagePlace, 'rect' | 'quarterTurns'>): { readonly width: number; readonly height: number } =>
  quarterTurns % 2 === 1 ? { width: rect.height, height: rect.width } : { width: rect.width, height: rect.height };

const placesOf = new WeakMap<FoldedBook, readonly PagePlace[]>();

/** The places of all pages, derived from the folded book. Kept by plan: screens ask after every change. */
export function pagePlaces(plan: FoldedBook): readonly PagePlace[] {
  const places = placesOf.get(plan) ?? placedPages(plan);
  placesOf.set(plan, places);
  return places;
}

function placedPages(plan: FoldedBook): readonly PagePlace[] {
  const { run, reading } = plan;
  return reading.pages.map(({ face, quarterTurns, left: seen }, page) => {
    const panel = at(run.laid.panels, face.panel);
    const box = seen ?? bounds([panel.outline]);
    const sheet = sheetSize(run.laid, panel.sheet);
    const [left, right] = [toNm(run.laid, box.left), toNm(run.laid, box.right)];
    const [top, bottom] = [toNm(run.laid, box.top), toNm(run.laid, box.bottom)];
    const rect = {
      left: face.side === 'A' ? left : sheet.width - right,
      top,
      width: right - left,
      height: bottom - top,
    };
    const spine = (sideOfPage(reading, page) === 'recto') === (reading.spineAt === 'west') ? 'left' : 'right';
    return { page, sheet: panel.sheet, side: face.side, panel: panel.label, rect, quarterTurns, spine };
  });
}
