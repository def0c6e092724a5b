import type { StageDeclared } from '../../base/stage.ts';
import { QUESTIONS } from './questions.ts';

export const paperStage: StageDeclared = {
  path: 'paper',
  name: 'Paper',
  onStrip: true,
  panels: QUESTIONS,
  things: [
    { title: 'copies', name: 'Copies', also: 'edition how many', query: { ask: 'book' } },
    { title: 'spares', name: 'Spares', also: 'spoiled more extra', query: { ask: 'book' } },
    {
      title: 'parts of one copy',
      name: 'Parts of one copy',
      also: 'boards endpapers covering hinges',
      query: { ask: 'book' },
    },
    {
      title: 'how edges are made',
      name: 'Edges are',
      also: 'cut torn deckle trimmed squaring trimmer',
      query: { ask: 'book' },
    },
  ],
  load: async () => (await import('./paper-stage.tsx')).PaperStage,
};
