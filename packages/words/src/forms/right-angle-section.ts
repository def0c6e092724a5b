import type { rightAngleSection } from '@eight-up/core/forms/right-angle-section';
import { READING, type WordsOf } from './form-words.ts';

export const rightAngleSectionWords: WordsOf<typeof rightAngleSection> = {
  name: 'right-angled section',
  one: 'right-angled section',
  many: 'right-angled sections',
  holds: 'Eight, sixteen or thirty-two pages from one sheet printed on both sides.',
  made: 'Folds at right angles, each across the one before; the bolts are slit with a blunt paper knife.',
  parameters: {
    folds: 'Folds',
    first: {
      asks: 'The first fold',
      hint: 'Upright: the fold stands and the right half moves. Level: the fold lies and the near half moves.',
      answers: { across: 'upright', along: 'level' },
    },
    ways: { asks: 'The moving half goes', answers: { over: 'over', under: 'under', 'by-turns': 'by turns' } },
    reading: READING,
  },
};
