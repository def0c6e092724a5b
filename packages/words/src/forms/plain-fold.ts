import type { plainFold } from '@eight-up/core/forms/plain-fold';
import type { WordsOf } from './form-words.ts';

export const plainFoldWords: WordsOf<typeof plainFold> = {
  name: 'plain fold',
  one: 'plain fold',
  many: 'plain folds',
  holds: 'One sheet folded in half, rolled up, to and fro or as a gate.',
  made: 'Nothing but folds; in a roll the panels further in are narrower, at a gate the flaps stop short of the middle.',
  parameters: {
    fold: {
      asks: 'Folded',
      answers: { half: 'in half', roll: 'rolled up', zigzag: 'to and fro', gate: 'as a gate' },
    },
    panels: 'Panels',
    narrower: 'Each further in is narrower by',
    shortOfMiddle: 'Each flap stops short of the middle by',
  },
};
