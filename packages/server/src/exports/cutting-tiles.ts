import { clip, endPath, popGraphicsState, pushGraphicsState, rectangle } from '@cantoo/pdf-lib';
import { measureSize, measure, type LengthUnit } from '@eight-up/core/units/measure';
import { mm, toPoints } from '@eight-up/core/units/nm';
import { cuttingDrawing } from '@eight-up/core/output/cutting-drawing';
import { placedItems, type DrawItem } from '@eight-up/core/output/drawing';
import { scaleBar } from './bench-sheet.ts';
import { embedFonts, printable } from './fonts.ts';
import { drawDrawing, newDocument } from './pdf-draw.ts';
import type { PlannedCut } from './planned-cut.ts';

export const PRINTER_PAGES = {
  a4: { width: mm(210), height: mm(297) },
  a3: { width: mm(297), height: mm(420) },
  letter: { width: mm(215.9), height: mm(279.4) },
} as const;
export type PrinterPage = keyof typeof PRINTER_PAGES;

/** Left free round each tile: more than any home printer fails to reach (13 mm at one edge, usual). */
const RIM = mm(15);
const CROSS = mm(5);
const LETTER = mm(8);

/** How a plan is spread over printer pages at its real size. */
export function tilesOf(sheet: { readonly width: number; readonly height: number }, page: PrinterPage) {
  const { width, height } = PRINTER_PAGES[page];
  const tile = { width: width - 2 * RIM, height: height - 2 * RIM };
  const columns = Math.ceil(sheet.width / tile.width);
  const rows = Math.ceil(sheet.height / tile.height);
  return { tile, columns, rows };
}

/** The plan at 1 : 1 over as many printer pages as it takes, with crosses to lay them together by. */
export async function cuttingTilesPdf(cut: PlannedCut, page: PrinterPage, unit: LengthUnit): Promise<Uint8Array> {
  const { width, height } = PRINTER_PAGES[page];
  const { sheet } = cut;
  const { tile, columns, rows } = tilesOf(sheet, page);
  const whole = cuttingDrawing(
    {
      plan: cut.plan,
      sheet,
      nameOf: (id) => printable(cut.nameOf(id)),
      offcutWords: (rect) => printable(measureSize(rect.width, rect.height, unit)),
    },
    true,
    LETTER,
  );
  const lines = whole.items.filter(({ kind }) => kind !== 'area');
  const bar = unit === 'mm' ? mm(100) : mm(101.6);
  const words = (row: number, column: number) =>
    printable(
      `${cut.title}: row ${row + 1} of ${rows}, column ${column + 1} of ${columns}. Print at 100 %; the bar is ${measure(bar, unit)}. Lay the crosses over each other.`,
    );
  const document = await newDocument(`${cut.title}, cutting plan at 1 : 1`);
  const drawn = lines.flatMap((item) => (item.kind === 'text' ? [item.text] : [])).join('');
  const fonts = await embedFonts(document, `${drawn}${words(88, 88)}0123456789`);
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const sheetPage = document.addPage([toPoints(width), toPoints(height)]);
      sheetPage.pushOperators(
        pushGraphicsState(),
        rectangle(...([RIM, RIM, tile.width, tile.height].map(toPoints) as [number, number, number, number])),
        clip(),
        endPath(),
      );
      const moved = placedItems(lines, 1, RIM - column * tile.width, RIM - row * tile.height);
      drawDrawing(sheetPage, { width, height, items: moved }, fonts);
      sheetPage.pushOperators(popGraphicsState());
      const rim: readonly DrawItem[] = [
        ...crosses(tile),
        ...scaleBar(bar, RIM, height - RIM / 2 + mm(3)),
        {
          kind: 'text',
          text: words(row, column),
          at: { x: RIM, y: RIM / 2 },
          size: mm(2.7),
          quarterTurns: 0,
          from: 'start',
        },
      ];
      drawDrawing(sheetPage, { width, height, items: rim }, fonts);
    }
  return document.save();
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
