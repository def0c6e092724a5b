/** Parameters of forms in words: the question, and what each answer is called. Shared names mean the same in every form. */
const QUESTIONS: Readonly<Record<string, string>> = {
  rows: 'Rows',
  columns: 'Columns',
  cover: 'The front cover is',
  reading: 'It is read',
  backsMeet: 'At a turn where backs meet',
  facesMeet: 'At a turn where printed faces meet',
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
  'cover.outer': 'on an outer column',
  'cover.middle': 'on a middle column',
  'cover.back-of-first': 'the back of panel 1',
  'cover.first': 'printed panel 1',
  'reading.left-to-right': 'left to right',
  'reading.right-to-left': 'right to left',
  'backsMeet.double-leaf': 'double leaf',
  'backsMeet.pocket': 'pocket',
  'backsMeet.none': 'left open',
  'facesMeet.fold-out': 'fold-out',
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

export const parameterQuestion = (name: string): string => QUESTIONS[name] ?? name;

/** `hides`: how many printed faces nobody would read with this answer. */
export function parameterAnswer(name: string, value: string, hides = 0): string {
  const answer = ANSWERS[`${name}.${value}`] ?? value;
  return value === 'glued-shut' && hides > 0 ? `${answer} (hides ${hides} pages)` : answer;
}
