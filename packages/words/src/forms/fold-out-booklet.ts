import type { foldOutBooklet } from '@eight-up/core/forms/fold-out-booklet';
import { READING, type WordsOf } from './form-words.ts';

export const foldOutBookletWords: WordsOf<typeof foldOutBooklet> = {
  name: 'booklet with fold-outs',
  one: 'folio',
  many: 'folios',
  holds: 'A nested booklet with flaps that fold in and open out beyond the fore-edge.',
  made: 'Cut each folio to its width, fold its flaps in, then nest and fold the folios together.',
  parameters: {
    flaps: {
      asks: 'Flaps of each folio, the outermost first',
      answers: { none: 'no flap', left: 'opens to the left', right: 'opens to the right', both: 'opens both ways' },
    },
    inset: {
      asks: 'A flap’s fold stands inside the fore-edge by',
      hint: 'So that a flap folded in is not caught when the fore-edge is trimmed.',
    },
    clearance: 'Its free edge stays from the gutter by',
    flapWidth: 'Flap, wide (0: as wide as it can be)',
    reading: READING,
  },
};
