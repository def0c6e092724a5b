import type { PDFDocument } from '@cantoo/pdf-lib';
import { measureSize, type LengthUnit } from '@eight-up/core/units/measure';
import { mm } from '@eight-up/core/units/nm';
import { cuttingDrawing } from '@eight-up/core/output/cutting-drawing';
import { embedFonts, printable } from './fonts.ts';
import { newDocument } from './pdf-draw.ts';
import type { PlannedCut } from './planned-cut.ts';
import { drawTiles, tileWords, type PrinterPage } from './tiles.ts';

const LETTER = mm(8);

/** The plan at 1 : 1 over as many printer pages as it takes. */
export async function cuttingTilesPdf(cut: PlannedCut, page: PrinterPage, unit: LengthUnit): Promise<PDFDocument> {
  const { sheet, title } = cut;
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
  const items = whole.items.filter(({ kind }) => kind !== 'area');
  const document = await newDocument(`${title}, cutting plan at 1 : 1`);
  const drawn = items.flatMap((item) => (item.kind === 'text' ? [item.text] : [])).join('');
  const fonts = await embedFonts(document, `${drawn}${tileWords(title, unit, [88, 88, 88, 88])}0123456789`);
  drawTiles(document, fonts, { sheet, items, name: title }, page, unit);
  return document;
}
