import type { StageDeclared } from '../../base/stage.ts';

export const foldStage: StageDeclared = {
  path: 'fold',
  name: 'Fold',
  onStrip: true,
  panels: [],
  load: async () => (await import('./fold-stage.tsx')).FoldStage,
};
