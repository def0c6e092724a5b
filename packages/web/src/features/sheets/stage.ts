import type { StageDeclared } from '../../base/stage.ts';
import { PANELS } from './panels.ts';

export const sheetsStage: StageDeclared = {
  path: 'sheets',
  name: 'Sheets',
  onStrip: true,
  panels: PANELS,
  load: async () => (await import('./sheets-stage.tsx')).SheetsStage,
};
