import type { StageDeclared } from '../../base/stage.ts';

export const pagesStage: StageDeclared = {
  path: 'pages',
  name: 'Pages',
  onStrip: true,
  panels: [],
  things: [{ title: 'add pictures or a PDF', name: 'Add pictures or a PDF', also: 'import files photographs scans' }],
  load: async () => (await import('./pages-stage.tsx')).PagesStage,
};
