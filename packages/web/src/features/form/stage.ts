import type { StageDeclared } from '../../app/stage.ts';

export const formStage: StageDeclared = {
  path: 'form',
  name: 'Form',
  onStrip: true,
  panels: [],
  load: async () => (await import('./form-stage.tsx')).FormStage,
};
