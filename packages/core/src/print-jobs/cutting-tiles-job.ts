import { cuttingDrawing, type PlanToDraw } from '../output/cutting-drawing.ts';
import type { LengthUnit } from '../units/measure.ts';
import { mm } from '../units/nm.ts';
import type { PrintJob } from './print-job.ts';
import type { PrinterPage } from './printer-pages.ts';
import { tilePages, type TilePlace } from './tiles.ts';

const LETTER = mm(8);

/** A cutting plan at 1 : 1 over as many printer pages as it takes. */
export function cuttingTilesJob(
  drawn: PlanToDraw,
  page: PrinterPage,
  unit: LengthUnit,
  words: { readonly title: string; readonly tile: (place: TilePlace) => string },
): PrintJob {
  const items = cuttingDrawing(drawn, true, LETTER).items.filter(({ kind }) => kind !== 'area');
  return { title: words.title, pages: tilePages(drawn.sheet, items, page, unit, words.tile) };
}
