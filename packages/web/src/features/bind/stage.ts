import type { StageDeclared } from '../../base/stage.ts';
import { BIND_PANELS } from './panels.ts';

export const bindStage: StageDeclared = {
  path: 'bind',
  name: 'Bind',
  onStrip: true,
  panels: BIND_PANELS,
  load: async () => (await import('./bind-stage.tsx')).BindStage,
};
