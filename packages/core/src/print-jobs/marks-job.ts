import type { SheetSide } from '../folding/hold.ts';
import { marksOnFace, type ScoreTool, type SheetMarks } from '../marks/sheet-marks.ts';
import { inOneColumn, marksDrawing, type MarksLettering } from '../output/marks-drawing.ts';
import type { LengthUnit } from '../units/measure.ts';
import { benchSheetJob, type BenchWords } from './bench-sheet-job.ts';
import { pageOf, type PrintJob, type PrintPage } from './print-job.ts';
import type { PrinterPage } from './printer-pages.ts';
import { tilePages, type TilePlace } from './tiles.ts';

export interface MarksChoice {
  readonly tool: ScoreTool;
  readonly unit: LengthUnit;
  /** templates at the sheets' own size, or over several pages of a printer; or the bench sheet alone */
  readonly size: 'sheet' | 'tiled' | 'bench';
  readonly paper: PrinterPage;
}

export interface MarksWords {
  readonly bench: BenchWords;
  readonly lettering: (sheet: SheetMarks, side: SheetSide) => MarksLettering;
  readonly tile: (place: TilePlace) => string;
}

/** So many different sheets are drawn on the bench sheet; of more the first. */
const DRAWN = 6;

/** Marks to work by: a bench sheet to read at arm's length, then each face that is worked as a template at 1 : 1, sheets that are alike once. */
export function marksJob(groups: readonly (readonly SheetMarks[])[], choice: MarksChoice, words: MarksWords): PrintJob {
  const { tool, unit, size, paper } = choice;
  const each = groups.map(([first]) => first!);
  const faces = each.flatMap((sheet) =>
    (['A', 'B'] as const).filter((side) => marksOnFace(sheet, side, tool).length > 0).map((side) => ({ sheet, side })),
  );
  const whole = inOneColumn(each.slice(0, DRAWN).map((sheet) => marksDrawing(sheet, 'A', tool, BARE)));
  const bench = benchSheetJob({ ...whole, drawnWith: () => whole }, unit, words.bench);
  const templates = faces.flatMap(({ sheet, side }): readonly PrintPage[] => {
    const drawing = marksDrawing(sheet, side, tool, words.lettering(sheet, side));
    return size === 'tiled'
      ? tilePages(drawing, drawing.items, paper, unit, words.tile, side === 'A' ? 'front' : 'back')
      : [pageOf(drawing)];
  });
  return { title: words.bench.title, pages: size === 'bench' ? bench.pages : [...bench.pages, ...templates] };
}

/** Drawn small nothing is written. */
const BARE: MarksLettering = { name: '', mark: () => '', head: '', tab: '' };

/** Sheets that are marked just alike, together, in the order in which each kind comes first. */
export function alikeMarks(sheets: readonly SheetMarks[]): readonly (readonly SheetMarks[])[] {
  const groups = new Map<string, SheetMarks[]>();
  for (const sheet of sheets) {
    const { sheet: _, ...own } = sheet;
    const key = JSON.stringify(own);
    groups.set(key, [...(groups.get(key) ?? []), sheet]);
  }
  return [...groups.values()];
}
