import type { StageDeclared } from '../../base/stage.ts';

export const feedStage: StageDeclared = {
  path: 'feed',
  name: 'How your printer feeds',
  onStrip: false,
  panels: [],
  load: async () => (await import('./feed-rehearsal.tsx')).FeedRehearsal,
};
