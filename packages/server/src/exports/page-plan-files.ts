import Papa from 'papaparse';
import type { PlanRow } from '@eight-up/core/book/page-plan-row';
import type { PagePlanRow } from '@eight-up/core/output/page-plan';
import { guarded, readPagePlan, type PlanFileProblem } from '@eight-up/core/output/read-page-plan';
import type { Result } from '@eight-up/core/result';
import { csvText, readCsv } from '../csv.ts';

/** The page plan for a spreadsheet: comma-separated, UTF-8 with the mark that makes spreadsheets believe it. */
export const pagePlanCsv = (rows: readonly PagePlanRow[]): string =>
  csvText(
    Papa.unparse(
      rows.map((row) =>
        Object.fromEntries(Object.entries(row).map(([key, value]) => [key, guarded(value as string | number)])),
      ),
      { newline: '\r\n' },
    ),
  );

/** A page plan that comes back, separated by commas, semicolons or tabs. */
export function readPagePlanCsv(bytes: Buffer): Result<readonly PlanRow[], PlanFileProblem> {
  return readPagePlan(readCsv(bytes));
}

/** The same as a Markdown table. */
export function pagePlanMarkdown(title: string, rows: readonly PagePlanRow[]): string {
  const cell = (value: string | number) =>
    String(value).replaceAll('\\', '\\\\').replaceAll('|', '\\|').replaceAll('\n', ' ');
  const head = ['page', 'on the sheet', 'turned', 'file', 'fit', 'pixels an inch'];
  const body = rows.map(({ label, side, panel, turned, file, pageOfFile, fit, pixelsPerInch }) =>
    [
      label,
      `${side} ${panel}`,
      `${turned}°`,
      pageOfFile ? `${file}, page ${pageOfFile}` : file,
      fit,
      pixelsPerInch,
    ].map(cell),
  );
  const line = (cells: readonly (string | number)[]) => `| ${cells.join(' | ')} |`;
  return [`# ${cell(title)}: page plan`, '', line(head), line(head.map(() => '---')), ...body.map(line), ''].join('\n');
}
