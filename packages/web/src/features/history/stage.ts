import type { StageDeclared } from '../../base/stage.ts';

export const historyStage: StageDeclared = {
  path: 'history',
  name: 'Every change of this book',
  onStrip: false,
  keys: 'Y',
  panels: [],
  load: async () => (await import('./history.tsx')).History,
};
