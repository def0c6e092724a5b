import type { StageDeclared } from '../../base/stage.ts';
import { PANELS } from './panels.ts';

export const sheetsStage: StageDeclared = {
  path: 'sheets',
  name: 'Sheets',
  onStrip: true,
  panels: PANELS,
  things: [
    { title: 'save the whole book as one file', name: 'Save the whole book', also: 'download export backup zip keep' },
    { title: 'numbered dummy', name: 'Numbered dummy', also: 'print try' },
    { title: 'print file', name: 'Print file', also: 'PDF printing' },
    { title: 'lines for a cutter', name: 'Lines for a cutter', also: 'SVG DXF plotter machine' },
    { title: 'page plan as CSV or Markdown', name: 'CSV', also: 'table list spreadsheet' },
  ],
  load: async () => (await import('./sheets-stage.tsx')).SheetsStage,
};
