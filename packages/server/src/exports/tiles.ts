import { clip, endPath, popGraphicsState, pushGraphicsState, rectangle, type PDFDocument } from '@cantoo/pdf-lib';
import { measure, type LengthUnit } from '@eight-up/core/units/measure';
import { mm, toPoints } from '@eight-up/core/units/nm';
import { placedItems, type DrawItem } from '@eight-up/core/output/drawing';
import { scaleBar } from './bench-sheet.ts';
import { printable, type DrawingFonts } from './fonts.ts';
import { drawDrawing } from './pdf-draw.ts';

export const PRINTER_PAGES = {
  a4: { width: mm(210), height: mm(297) },
  a3: { width: mm(297), height: mm(420) },
  letter: { width: mm(215.9), height: mm(279.4) },
} as const;
export type PrinterPage = keyof typeof PRINTER_PAGES;

/** Left free round each tile: more than any home printer fails to reach (13 mm at one edge, usual). */
export const RIM = mm(15);
const CROSS = mm(5);

interface Extent {
  readonly width: number;
  readonly height: number;
}

/** How a sheet is spread over printer pages at its real size. */
export function tilesOf(sheet: Extent, page: PrinterPage) {
  const { width, height } = PRINTER_PAGES[page];
  const tile = { width: width - 2 * RIM, height: height - 2 * RIM };
  const columns = Math.ceil(sheet.width / tile.width);
  const rows = Math.ceil(sheet.height / tile.height);
  return { tile, columns, rows };
}

const barOf = (unit: LengthUnit) => (unit === 'mm' ? mm(100) : mm(101.6));

/** What stands on the rim of a tile. */
export const tileWords = (name: string, unit: LengthUnit, [row, rows, column, columns]: readonly number[]): string =>
  printable(
    `${name}: row ${row! + 1} of ${rows!}, column ${column! + 1} of ${columns!}. Print at 100 %; the bar is ${measure(barOf(unit), unit)}. Lay the crosses over each other.`,
  );

/** Draws a sheet at 1 : 1 over as many printer pages as it takes, with crosses to lay them together by. */
export function drawTiles(
  document: PDFDocument,
  fonts: DrawingFonts,
  { sheet, items, name }: { readonly sheet: Extent; readonly items: readonly DrawItem[]; readonly name: string },
  page: PrinterPage,
  unit: LengthUnit,
): void {
  const { width, height } = PRINTER_PAGES[page];
  const { tile, columns, rows } = tilesOf(sheet, page);
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const sheetPage = document.addPage([toPoints(width), toPoints(height)]);
      sheetPage.pushOperators(
        pushGraphicsState(),
        rectangle(...([RIM, RIM, tile.width, tile.height].map(toPoints) as [number, number, number, number])),
        clip(),
        endPath(),
      );
      const moved = placedItems(items, 1, RIM - column * tile.width, RIM - row * tile.height);
      drawDrawing(sheetPage, { width, height, items: moved }, fonts);
      sheetPage.pushOperators(popGraphicsState());
      const rim: readonly DrawItem[] = [
        ...crosses(tile),
        ...scaleBar(barOf(unit), RIM, height - RIM / 2 + mm(3)),
        {
          kind: 'text',
          text: tileWords(name, unit, [row, rows, column, columns]),
          at: { x: RIM, y: RIM / 2 },
          size: mm(2.7),
          quarterTurns: 0,
          from: 'start',
        },
      ];
      drawDrawing(sheetPage, { width, height, items: rim }, fonts);
    }
}

/** A cross at each corner of the tile: neighbours share theirs. */
function crosses(tile: { readonly width: number; readonly height: number }): readonly DrawItem[] {
  return [RIM, RIM + tile.width].flatMap((x) =>
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
}
