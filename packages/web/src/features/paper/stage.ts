import type { StageDeclared } from '../../base/stage.ts';
import { QUESTIONS } from './questions.ts';

export const paperStage: StageDeclared = {
  path: 'paper',
  name: 'Paper',
  onStrip: true,
  panels: QUESTIONS,
  load: async () => (await import('./paper-stage.tsx')).PaperStage,
};
