import type { StageDeclared } from '../../base/stage.ts';

export const editionStage: StageDeclared = {
  path: 'edition',
  name: 'Against the edition before',
  onStrip: false,
  panels: [],
  load: async () => (await import('./edition.tsx')).Edition,
};
