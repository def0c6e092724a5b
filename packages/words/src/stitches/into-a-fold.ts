import type { intoAFold } from '@eight-up/core/stitches/into-a-fold';
import { BESIDE } from './pamphlet.ts';
import { BEGINS, STATIONS, type WordsOfStitch } from './stitch-words.ts';

export const intoAFoldWords: WordsOfStitch<typeof intoAFold> = {
  name: 'sewn into a fold',
  holds:
    'One section in the fold of another piece, a cover’s or a concertina’s valley, with the pamphlet stitch through both.',
  made: 'Lay the section into the fold, heads flush, and go through both from the middle on.',
  tied: 'Lay the two ends on either side of the long stitch, draw the thread tight along the fold, and tie a square knot over the long stitch.',
  parameters: {
    ...STATIONS,
    begins: BEGINS,
    beside: BESIDE,
    along: { asks: 'The piece that it is sewn into, thick', hint: 'All of its layers at that fold.' },
  },
};
