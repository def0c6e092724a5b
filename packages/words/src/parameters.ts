/** Parameters of forms in words: the question, and what each answer is called. Shared names mean the same in every form. */
const QUESTIONS: Readonly<Record<string, string>> = {
  rows: 'Rows',
  columns: 'Columns',
  cover: 'The front cover is',
  reading: 'It is read',
  backsMeet: 'Where the strip turns and bare backs meet',
  facesMeet: 'Where the strip turns and printed sides meet',
  pages: 'Pages you have',
  folds: 'Folds',
  first: 'The first fold',
  ways: 'The moving half goes',
  sections: 'Sections, sewn together',
  flaps: 'Flaps of each folio, the outermost first',
  inset: 'A flap’s fold stands inside the fore-edge by',
  clearance: 'Its free edge stays from the gutter by',
  flapWidth: 'Flap, wide (0: as wide as it can be)',
  fold: 'Folded',
  panels: 'Panels',
  narrower: 'Each further in is narrower by',
  shortOfMiddle: 'Each flap stops short of the middle by',
};

/** Keyed by parameter and value. */
export const ANSWERS: Readonly<Record<string, string>> = {
  'cover.outer': 'at the end of a row',
  'cover.middle': 'beside the middle fold',
  'cover.back-of-first': 'bare paper',
  'cover.first': 'printed',
  'reading.left-to-right': 'left to right',
  'reading.right-to-left': 'right to left',
  'backsMeet.double-leaf': 'glued into one leaf',
  'backsMeet.pocket': 'made a pocket',
  'backsMeet.none': 'left open',
  'facesMeet.fold-out': 'a fold-out',
  'facesMeet.glued-shut': 'glued shut',
  'first.across': 'upright',
  'first.along': 'level',
  'ways.over': 'over',
  'ways.under': 'under',
  'ways.by-turns': 'by turns',
  'flaps.none': 'no flap',
  'flaps.left': 'opens to the left',
  'flaps.right': 'opens to the right',
  'flaps.both': 'opens both ways',
  'fold.half': 'in half',
  'fold.roll': 'rolled up',
  'fold.zigzag': 'to and fro',
  'fold.gate': 'as a gate',
};

/** What a question is about, where its words alone do not say it; by form where forms mean different things. */
const HINTS: Readonly<Record<string, string>> = {
  'slit-book.cover':
    'Which panel of the sheet becomes the front: one at the end of a row, or one beside the fold down the middle. The other pages follow.',
  'meander-book.cover':
    'Folded one way the book closes with the bare back of the first panel outside; the other way with its printed side.',
  backsMeet:
    'At the end of a row the strip folds over onto the next row, and two unprinted backs come to lie on one another. Glued, they are one stout leaf.',
  facesMeet:
    'At this turn two printed sides lie on one another, still joined at the head or the tail. Open, they are a page that folds out; glued, nobody reads them.',
  first: 'Upright: the fold stands and the right half moves. Level: the fold lies and the near half moves.',
  inset: 'So that a flap folded in is not caught when the fore-edge is trimmed.',
};

export const parameterHint = (form: string, name: string): string | undefined =>
  HINTS[`${form}.${name}`] ?? HINTS[name];

export const parameterQuestion = (name: string): string => QUESTIONS[name] ?? name;

/** `hides`: how many printed faces nobody would read with this answer. */
export function parameterAnswer(name: string, value: string, hides = 0): string {
  const answer = ANSWERS[`${name}.${value}`] ?? value;
  return value === 'glued-shut' && hides > 0 ? `${answer} (hides ${hides} pages)` : answer;
}
