/** Files of the cutting plan, and what they are. */
export const CUTTING_FILES = [
  { file: 'cutting.pdf', type: 'application/pdf' },
  { file: 'cutting-tiles.pdf', type: 'application/pdf' },
  { file: 'cutting.svg', type: 'image/svg+xml' },
  { file: 'cutting.dxf', type: 'image/vnd.dxf' },
  { file: 'marks.csv', type: 'text/csv; charset=utf-8' },
] as const;
export type CuttingFile = (typeof CUTTING_FILES)[number]['file'];
