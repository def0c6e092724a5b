import { meet, type Rect } from '../geometry/rect.ts';
import type { DrawItem } from '../output/drawing.ts';
import type { LengthUnit } from '../units/measure.ts';
import { mm } from '../units/nm.ts';
import { movedThings, type Printed, type PrintPage } from './print-job.ts';
import { PRINTER_PAGES, RIM, type PrinterPage } from './printer-pages.ts';
import { BAR, scaleBar } from './scale-bar.ts';

const CROSS = mm(5);

interface Extent {
  readonly width: number;
  readonly height: number;
}

/** Where a tile lies in the whole, counted from 1. */
export interface TilePlace {
  readonly row: number;
  readonly rows: number;
  readonly column: number;
  readonly columns: number;
}

/** How a sheet is spread over printer pages at its real size. */
export function tilesOf(sheet: Extent, page: PrinterPage) {
  const { width, height } = PRINTER_PAGES[page];
  const tile = { width: width - 2 * RIM, height: height - 2 * RIM };
  const columns = Math.ceil(sheet.width / tile.width);
  const rows = Math.ceil(sheet.height / tile.height);
  return { tile, columns, rows };
}

/** What of some things lies within a frame. */
const within = (things: readonly Printed[], clip: Rect): readonly Printed[] => {
  const items = things.flatMap((thing): readonly DrawItem[] =>
    thing.kind === 'original' ? [] : thing.kind === 'within' ? thing.items : [thing],
  );
  const originals = things.flatMap((thing): readonly Printed[] => {
    const common = thing.kind === 'original' ? meet(thing.clip, clip) : undefined;
    return thing.kind === 'original' && common ? [{ ...thing, clip: common }] : [];
  });
  return [...originals, ...(items.length > 0 ? [{ kind: 'within' as const, clip, items }] : [])];
};

/** A sheet at 1 : 1 over as many printer pages as it takes, with crosses to lay them together by, and a bar; `say` words what stands on the rim. Pictures come first, lines and letters on them. */
export function tilePages(
  sheet: Extent,
  things: readonly Printed[],
  page: PrinterPage,
  unit: LengthUnit,
  say: (place: TilePlace) => string,
  side: 'front' | 'back' = 'front',
): readonly PrintPage[] {
  const { width, height } = PRINTER_PAGES[page];
  const { tile, columns, rows } = tilesOf(sheet, page);
  return Array.from({ length: rows * columns }, (_, i): PrintPage => {
    const [row, column] = [Math.floor(i / columns), i % columns];
    // Turned over from left to right, a back lies behind its front.
    const left = side === 'front' ? column * tile.width : sheet.width - (column + 1) * tile.width;
    return {
      width,
      height,
      things: [
        ...within(movedThings(things, RIM - left, RIM - row * tile.height), { left: RIM, top: RIM, ...tile }),
        ...crosses(tile),
        ...scaleBar(BAR[unit], RIM, height - RIM / 2 + mm(3)),
        {
          kind: 'text',
          text: say({ row: row + 1, rows, column: column + 1, columns }),
          at: { x: RIM, y: RIM / 2 },
          size: mm(2.7),
          quarterTurns: 0,
          from: 'start',
        },
      ],
    };
  });
}

/** A cross at each corner of the tile: neighbours share theirs. */
const crosses = (tile: Extent): readonly DrawItem[] =>
  [RIM, RIM + tile.width].flatMap((x) =>
    [RIM, RIM + tile.height].flatMap((y): DrawItem[] => [
      {
        kind: 'line',
        layer: 'mark',
        points: [
          { x: x - CROSS, y },
          { x: x + CROSS, y },
        ],
      },
      {
        kind: 'line',
        layer: 'mark',
        points: [
          { x, y: y - CROSS },
          { x, y: y + CROSS },
        ],
      },
    ]),
  );
