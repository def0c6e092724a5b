import type { Form } from './form.ts';
import { choice, parameters, reading, type ParametersOf } from './parameters.ts';
import { oneSheet } from '../folding/assembly.ts';
import type { Bend, FoldStep, Step } from '../folding/step.ts';

export const slitBookParameters = parameters({
  /** the column on which the front cover stands: an outer one, or one of the two beside the slit */
  cover: choice(['outer', 'middle'], 'outer'),
  reading,
});

/** The cover stands head up in the lower row, its spine on a first or third vertical crease. */
const COVER_COLUMN = {
  'left-to-right': { outer: 4, middle: 2 },
  'right-to-left': { outer: 1, middle: 3 },
} as const;

type Parameters = ParametersOf<typeof slitBookParameters>;

/** The one-sheet slit book: eight pages from one printed side. */
export const slitBook: Form<Parameters, 'slit-book'> = {
  id: 'slit-book',
  family: 'one-sheet',
  parameters: slitBookParameters,
  lies: 'landscape',
  beginsWith: (pictures) => (pictures <= 8 ? {} : undefined),
  assembly: (p, sheet) => ({
    parts: oneSheet({ ...sheet, columns: 4, rows: 2 }),
    steps: stepsOf(p),
    hold: {
      kind: 'cover',
      cover: { panel: `r2c${COVER_COLUMN[p.reading][p.cover]}`, side: 'A' },
      up: 'north',
      reading: p.reading,
    },
  }),
};

function stepsOf({ cover, reading }: Parameters): readonly Step[] {
  const column = COVER_COLUMN[reading][cover];
  const coverSpine = reading === 'left-to-right' ? column - 1 : column;
  const row = (line: number, fromRow: number): Bend['crease'] => ({
    axis: 'vertical',
    line,
    from: fromRow,
    to: fromRow + 1,
  });
  const spines = [1, 3].flatMap((line) => [row(line, 0), row(line, 1)]);
  const isCover = (crease: Bend['crease']) => 'line' in crease && crease.line === coverSpine && crease.from === 1;
  const halve: FoldStep = {
    kind: 'fold',
    purpose: 'halve',
    axis: 'vertical',
    at: { share: [1, 2] },
    direction: 'valley',
    moving: 'after',
  };
  const lengthwise: FoldStep = {
    kind: 'fold',
    purpose: 'halve-lengthwise',
    axis: 'horizontal',
    at: { share: [1, 2] },
    direction: 'mountain',
    moving: 'before',
  };
  return [
    halve,
    { ...halve, purpose: 'halve-again' },
    { kind: 'unfold', purpose: 'open', which: 'all' },
    lengthwise,
    { kind: 'unfold', purpose: 'open', which: 'all' },
    { kind: 'slit', purpose: 'slit-middle', segments: [{ axis: 'horizontal', line: 1, from: 1, to: 3 }] },
    lengthwise,
    {
      kind: 'collapse',
      purpose: 'push-to-plus',
      anchor: 'r2c1',
      stands: true,
      bends: [
        ...spines.map((crease): Bend => ({ crease, to: 'valley', degrees: 90 })),
        { crease: { axis: 'vertical', line: 2 }, to: 'mountain' },
      ],
    },
    {
      kind: 'wrap',
      purpose: 'wrap-arms',
      anchor: 'r2c1',
      stands: true,
      bends: spines.map((crease): Bend => ({ crease, to: isCover(crease) ? 'mountain' : 'valley' })),
    },
  ];
}
