import type { StageDeclared } from '../../base/stage.ts';

export const formStage: StageDeclared = {
  path: 'form',
  name: 'Form',
  onStrip: true,
  panels: [],
  things: [{ title: 'the sheet you have', name: 'The sheet you have', also: 'size width height grain A4 letter' }],
  load: async () => (await import('./form-stage.tsx')).FormStage,
};
