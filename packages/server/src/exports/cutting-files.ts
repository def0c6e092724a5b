import type { Reading } from '@eight-up/core/cutting/marks';
import type { PrinterPage } from '@eight-up/core/print-jobs/printer-pages';

/** What is asked of the files of a cutting plan. */
export interface CuttingAsked {
  /** which of the plans, counted from 1 */
  readonly plan: number;
  readonly unit: 'mm' | 'in';
  readonly fine: Exclude<Reading, 'mm'>;
  readonly paper: PrinterPage;
}

/** Papers to print of a cutting plan, and what else comes of it. */
export const CUTTING_PAPERS = [
  { file: 'cutting.pdf', paper: 'bench-sheet' },
  { file: 'cutting-tiles.pdf', paper: 'cutting-tiles' },
] as const;
export const CUTTING_FILES = [
  { file: 'cutting.svg', type: 'image/svg+xml' },
  { file: 'cutting.dxf', type: 'image/vnd.dxf' },
  { file: 'cutting.csv', type: 'text/csv; charset=utf-8' },
] as const;
export type CuttingFile = (typeof CUTTING_FILES)[number]['file'];
