import type { slitBook } from '@eight-up/core/forms/slit-book';
import { READING, type WordsOf } from './form-words.ts';

export const slitBookWords: WordsOf<typeof slitBook> = {
  name: 'one-sheet slit book',
  one: 'slit book',
  many: 'slit books',
  holds: 'A small eight-page book from one printed side, with no glue and no thread.',
  made: 'Three folds, one slit, and the sheet wraps round itself.',
  parameters: {
    cover: {
      asks: 'The front cover is',
      hint: 'Which panel of the sheet becomes the front: one at the end of a row, or one beside the fold down the middle. The other pages follow.',
      answers: { outer: 'at the end of a row', middle: 'beside the middle fold' },
    },
    reading: READING,
  },
};
