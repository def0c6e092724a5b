import type { StageDeclared } from '../../base/stage.ts';
import { MARK_PANELS } from './panels.ts';

export const markStage: StageDeclared = {
  path: 'mark',
  name: 'Mark',
  onStrip: true,
  panels: MARK_PANELS,
  load: async () => (await import('./mark-stage.tsx')).MarkStage,
};
