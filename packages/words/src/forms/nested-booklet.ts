import type { nestedBooklet } from '@eight-up/core/forms/nested-booklet';
import { READING, type WordsOf } from './form-words.ts';

export const nestedBookletWords: WordsOf<typeof nestedBooklet> = {
  name: 'nested booklet',
  one: 'folio',
  many: 'folios',
  holds: 'Any number of pages, four to a folio, one folio inside another.',
  made: 'Print both sides, lay the folios into one another, fold; sew or staple through the fold.',
  parameters: {
    pages: 'Pages you have',
    sections: 'Sections, sewn together',
    reading: READING,
  },
};
