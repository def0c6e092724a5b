import type { StageDeclared } from '../../base/stage.ts';
import { MARK_PANELS } from './panels.ts';

export const markStage: StageDeclared = {
  path: 'mark',
  name: 'Mark',
  onStrip: true,
  panels: MARK_PANELS,
  things: [
    { title: 'marks on paper', name: 'Marks on paper', also: 'bench sheet templates print', query: { ask: 'marks' } },
    { title: 'your hand', name: 'Your hand', also: 'slip reading ruler jig error', query: { ask: 'slip' } },
  ],
  load: async () => (await import('./mark-stage.tsx')).MarkStage,
};
