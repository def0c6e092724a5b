import Papa from 'papaparse';
import { guarded } from '@eight-up/core/output/read-page-plan';
import { paperTable, readPaperTable, type PaperTableProblem } from '@eight-up/core/paper/paper-table';
import type { Paper, PaperDraft } from '@eight-up/core/paper/paper';
import type { Result } from '@eight-up/core/result';
import type { LengthUnit } from '@eight-up/core/units/measure';
import { csvText, readCsv } from '../csv.ts';

/** The drawer for a spreadsheet. */
export const papersCsv = (papers: readonly Paper[], unit: LengthUnit): string =>
  csvText(
    Papa.unparse(
      paperTable(papers, unit).map((row) => row.map(guarded)),
      { newline: '\r\n' },
    ),
  );

/** Papers out of a spreadsheet. */
export const readPapersCsv = (
  bytes: Buffer,
  unit: LengthUnit,
  newId: () => string,
): Result<readonly PaperDraft[], PaperTableProblem> =>
  readPaperTable(
    readCsv(bytes).map((row) => row.map((text) => text.replace(/^'(?=['=+\-@\t\r])/, ''))),
    unit,
    newId,
  );
