import type { saddleStaples } from '@eight-up/core/stitches/saddle-staples';
import { type WordsOfStitch } from './stitch-words.ts';

export const saddleStaplesWords: WordsOfStitch<typeof saddleStaples> = {
  name: 'saddle staples',
  holds: 'One section, stapled through the fold from outside: quick, for many copies.',
  made: 'Lay the section over the saddle, its spine up, and staple on the fold.',
  tied: 'Press both legs flat in the middle opening; one that stands up scratches.',
  parameters: {
    stations: 'Staples',
    school: { asks: 'They stand', answers: { even: 'evenly', inset: 'between two insets' } },
    inset: 'From head and tail to the middle of one',
    crown: 'A staple’s back is long',
    along: { asks: 'Stapled along: thickness of a cover', hint: 'Nothing where there is none.' },
  },
};
