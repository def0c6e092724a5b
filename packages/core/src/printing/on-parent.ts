import type { Printing } from '../document/printing.ts';
import { mm, type Nm } from '../units/nm.ts';

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

/** Room that marks take beside what bleeds: ticks, and the number of the sheet above them. */
export const MARKS = mm(4.5);

/**
 * As many sheets as a printed paper holds beside and below each other, in the middle of it or against the left edge of its front; the
 * paper lies or stands, whichever holds more. Between neighbours there is room for what bleeds over and, where that costs no sheet, for the marks of both. Undefined
 * where not even one fits.
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
    const along = (room: number, each: number, atMost: number) => {
      const fit = (gap: number) => Math.min(Math.floor((room + gap) / (each + gap)), atMost);
      const [close, apart] = [2 * bleed, 2 * (bleed + MARKS)];
      return fit(apart) === fit(close) ? { count: fit(apart), gap: apart } : { count: fit(close), gap: close };
    };
    const across = along(page.width, sheet.width, most);
    if (across.count < 1) return [];
    const down = along(page.height, sheet.height, Math.ceil(most / across.count));
    if (down.count < 1) return [];
    const [stepX, stepY] = [sheet.width + across.gap, sheet.height + down.gap];
    return [
      {
        paper: page,
        sheet,
        columns: across.count,
        rows: down.count,
        left: onto.at === 'left-edge' ? bleed : (page.width - (across.count * stepX - across.gap)) / 2,
        top: (page.height - (down.count * stepY - down.gap)) / 2,
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

/** How far marks may reach from each side of a cell before they meet the paper's edge, or the room of a neighbour's marks. */
export interface MarkRoom {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

export function markRoom(grid: ParentGrid, k: number, side: 'A' | 'B'): MarkRoom {
  const row = Math.floor(k / grid.columns);
  const column = side === 'A' ? k % grid.columns : grid.columns - 1 - (k % grid.columns);
  const { x, y } = cellCorner(grid, k, side);
  const between = [(grid.stepX - grid.sheet.width) / 2, (grid.stepY - grid.sheet.height) / 2] as const;
  return {
    left: column === 0 ? x : between[0],
    right: column === grid.columns - 1 ? grid.paper.width - x - grid.sheet.width : between[0],
    top: row === 0 ? y : between[1],
    bottom: row === grid.rows - 1 ? grid.paper.height - y - grid.sheet.height : between[1],
  };
}
