import type { running } from '@eight-up/core/stitches/running';
import { ALONG, BEGINS, STATIONS, type WordsOfStitch } from './stitch-words.ts';

export const runningWords: WordsOfStitch<typeof running> = {
  name: 'running stitch',
  holds: 'One section, in and out along the fold and back, so that thread lies all along on both sides.',
  made: 'Begin where it is to be tied, and leave the end hanging.',
  tied: 'Draw the thread tight along the fold and tie both ends with a square knot where it began.',
  parameters: {
    ...STATIONS,
    begins: BEGINS,
    start: { asks: 'Begun and tied at station', hint: 'Counted from the head; beyond the last it is the last.' },
    along: ALONG,
  },
};
