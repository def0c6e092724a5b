import type { link } from '@eight-up/core/stitches/link';
import { STATIONS, type WordsOfStitch } from './stitch-words.ts';

export const linkWords: WordsOfStitch<typeof link> = {
  name: 'link stitch',
  holds: 'Several sections, each hung on the one before it by thread along the spine; it opens flat.',
  made: 'Begin outside at the head of the first section and leave the end hanging. In the first, leave a loop at each station that the needle can go through.',
  tied: 'At the end of the second section tie the thread with the end left hanging; at the end of the last tie it twice under the thread of the one before.',
  parameters: STATIONS,
};
