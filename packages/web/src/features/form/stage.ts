import type { StageDeclared } from '../../base/stage.ts';

export const formStage: StageDeclared = {
  path: 'form',
  name: 'Form',
  onStrip: true,
  panels: [],
  load: async () => (await import('./form-stage.tsx')).FormStage,
};
