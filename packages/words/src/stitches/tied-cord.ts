import type { tiedCord } from '@eight-up/core/stitches/tied-cord';
import type { WordsOfStitch } from './stitch-words.ts';

export const tiedCordWords: WordsOfStitch<typeof tiedCord> = {
  name: 'tied cord',
  holds: 'A cord through the middle opening and round the spine: no hole, and the sheet can be opened out again.',
  made: 'Lay the cord along the fold of the middle opening, both ends out at head and tail.',
  tied: 'Bring the ends together and tie a bow, firm but not so that the spine bends.',
  parameters: {
    knot: {
      asks: 'Tied',
      answers: { 'at-the-tail': 'at the tail', outside: 'outside, in the middle', inside: 'inside, in the middle' },
    },
  },
};
