import type { StageDeclared } from '../../base/stage.ts';

export const pagesStage: StageDeclared = {
  path: 'pages',
  name: 'Pages',
  onStrip: true,
  panels: [],
  load: async () => (await import('./pages-stage.tsx')).PagesStage,
};
