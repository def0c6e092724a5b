import type { CutRect } from '@eight-up/core/cutting/lay-out';
import { cuttingDrawing } from '@eight-up/core/output/cutting-drawing';
import { benchSheetJob } from '@eight-up/core/print-jobs/bench-sheet-job';
import { cuttingTilesJob } from '@eight-up/core/print-jobs/cutting-tiles-job';
import type { PrintJob } from '@eight-up/core/print-jobs/print-job';
import { measureSize, type LengthUnit } from '@eight-up/core/units/measure';
import { benchWords, tileWords } from '@eight-up/words/print-jobs';
import type { CuttingAsked } from './cutting-files.ts';
import type { PlannedCut } from './planned-cut.ts';

/** An offcut is named by its size. */
const sizeIn =
  (unit: LengthUnit) =>
  ({ width, height }: CutRect): string =>
    measureSize(width, height, unit);

/** What goes through a printer of a cutting plan. */
export const CUTTING_JOBS = {
  'bench-sheet': (cut: PlannedCut, { unit, fine }: CuttingAsked) =>
    benchSheetJob(
      { ...cut.sheet, drawnWith: (letter) => cuttingDrawing({ ...cut, offcutWords: sizeIn(unit) }, true, letter) },
      unit,
      benchWords(cut, unit, unit === 'mm' ? 'mm' : fine),
    ),
  'cutting-tiles': (cut: PlannedCut, { unit, paper }: CuttingAsked) => {
    const words = { title: `${cut.title}, cutting plan at 1 : 1`, tile: tileWords(cut.title, unit) };
    return cuttingTilesJob({ ...cut, offcutWords: sizeIn(unit) }, paper, unit, words);
  },
} as const satisfies Readonly<Record<string, (cut: PlannedCut, asked: CuttingAsked) => PrintJob>>;
