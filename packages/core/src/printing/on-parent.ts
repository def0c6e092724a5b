import type { Printing } from '../book/document.ts';
import type { Nm } from '../units/nm.ts';

interface Size {
  readonly width: number;
  readonly height: number;
}

/** Where sheets lie on the larger paper that they are printed on, to be cut out and gathered. Nanometres from its top left. */
export interface ParentGrid {
  readonly paper: Size;
  readonly sheet: Size;
  readonly columns: number;
  readonly rows: number;
  readonly left: number;
  readonly top: number;
  /** from one sheet's left (or top) edge to the next one's */
  readonly stepX: number;
  readonly stepY: number;
}

/**
 * As many sheets as a printed paper holds beside and below each other, in the middle of it or against the left edge of its front; the
 * paper lies or stands, whichever holds more. Between neighbours there is room for what bleeds over. Undefined where not even one fits.
 *
 * @param most no more than so many are of use
 */
export function gridOnParent(
  { width, height }: Size,
  onto: Size & { readonly at?: NonNullable<Printing['onto']>['at'] },
  bleed: Nm | number,
  most: number,
): ParentGrid | undefined {
  const sheet = { width, height };
  const paper = { width: onto.width, height: onto.height };
  const grids = [paper, { width: paper.height, height: paper.width }].flatMap((page): ParentGrid[] => {
    const gap = 2 * bleed;
    const fit = (room: number, each: number) => Math.floor((room + gap) / (each + gap));
    const columns = Math.min(fit(page.width, sheet.width), most);
    const rows = columns > 0 ? Math.min(fit(page.height, sheet.height), Math.ceil(most / columns)) : 0;
    if (columns < 1 || rows < 1) return [];
    const [stepX, stepY] = [sheet.width + gap, sheet.height + gap];
    return [
      {
        paper: page,
        sheet,
        columns,
        rows,
        left: onto.at === 'left-edge' ? bleed : (page.width - (columns * stepX - gap)) / 2,
        top: (page.height - (rows * stepY - gap)) / 2,
        stepX,
        stepY,
      },
    ];
  });
  return grids.reduce<ParentGrid | undefined>(
    (best, one) => (!best || one.columns * one.rows > best.columns * best.rows ? one : best),
    undefined,
  );
}

/** The corner of the k-th cell on the front, row by row; on the back, seen turned over like a page, everything is mirrored. */
export function cellCorner(grid: ParentGrid, k: number, side: 'A' | 'B'): { readonly x: number; readonly y: number } {
  const row = Math.floor(k / grid.columns);
  const column = k % grid.columns;
  const x = grid.left + column * grid.stepX;
  return { x: side === 'A' ? x : grid.paper.width - x - grid.sheet.width, y: grid.top + row * grid.stepY };
}
