import type { meanderBook } from '@eight-up/core/forms/meander-book';
import type { WordsOf } from './form-words.ts';

export const meanderBookWords: WordsOf<typeof meanderBook> = {
  name: 'meander book',
  one: 'meander book',
  many: 'meander books',
  holds: 'A thicker, smaller book: the sheet becomes one long strip, folded to and fro.',
  made: 'Cuts between the rows, each stopping one panel short; turns at head and tail.',
  parameters: {
    rows: 'Rows',
    columns: 'Columns',
    cover: {
      asks: 'The front cover is',
      hint: 'Folded one way the book closes with the bare back of the first panel outside; the other way with its printed side.',
      answers: { 'back-of-first': 'bare paper', first: 'printed' },
    },
    backs: {
      asks: 'It is held together by',
      hint: 'All backs glued, it is bound like a book for good. With nothing glued it is tied with a cord round its spine, and opens out to the whole sheet again.',
      answers: { turns: 'glue at its turns', all: 'glue between all backs', none: 'a cord, nothing is glued' },
    },
    backsMeet: {
      asks: 'Where the strip turns and bare backs meet',
      hint: 'At the end of a row the strip folds over onto the next row, and two unprinted backs come to lie on one another. Glued, they are one stout leaf.',
      answers: { 'double-leaf': 'glued into one leaf', pocket: 'made a pocket', none: 'left open' },
    },
    facesMeet: {
      asks: 'Where the strip turns and printed sides meet',
      hint: 'At this turn two printed sides lie on one another, still joined at the head or the tail. Open, they are a page that folds out; glued, nobody reads them.',
      answers: { 'fold-out': 'a fold-out', 'glued-shut': 'glued shut' },
    },
  },
};
