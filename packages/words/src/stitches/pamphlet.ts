import type { pamphlet } from '@eight-up/core/stitches/pamphlet';
import { ALONG, BEGINS, STATIONS, type WordsOfStitch } from './stitch-words.ts';

export const BESIDE = {
  asks: 'Of an even count, begun at the one',
  answers: { 'nearer-head': 'nearer the head', 'nearer-tail': 'nearer the tail' },
} as const;

export const pamphletWords: WordsOfStitch<typeof pamphlet> = {
  name: 'pamphlet stitch',
  holds: 'One section, one thread: out from the middle to one end, back past it to the other, and home.',
  made: 'Begin at the middle and leave the end hanging.',
  tied: 'Lay the two ends on either side of the long stitch, draw the thread tight along the fold, never across it, and tie a square knot over the long stitch.',
  parameters: { ...STATIONS, begins: BEGINS, beside: BESIDE, along: ALONG },
};
