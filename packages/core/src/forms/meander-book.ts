import { oneSheet } from '../folding/assembly.ts';
import type { Bend, GridSegment, Step } from '../folding/step.ts';
import type { Form } from './form.ts';
import { choice, count, parameters, type ParametersOf } from './parameters.ts';

const GLUED = { only: { backs: ['turns', 'all'] } } as const;

export const meanderBookParameters = parameters({
  rows: count(2, 8, 4),
  columns: count(2, 8, 4),
  /** which side of panel 1 is the front cover */
  cover: choice(['back-of-first', 'first'], 'back-of-first'),
  /** what is glued: turns alone; every leaf back to back, which binds it; or nothing, so that it is tied with a cord and opens out again */
  backs: choice(['turns', 'all', 'none'], 'turns'),
  /** at a turn where the backs meet: one double leaf (glued all over), a pocket (glued on two sides), or left open */
  backsMeet: choice(['double-leaf', 'pocket', 'none'], 'double-leaf', { when: 'backs-meet', ...GLUED }),
  /** at a turn where printed faces meet: a fold-out, or glued shut (which hides two pages) */
  facesMeet: choice(['fold-out', 'glued-shut'], 'fold-out', { when: 'faces-meet', ...GLUED }),
});

type P = ParametersOf<typeof meanderBookParameters>;

/** Panels in the order of the strip: row 1 left to right, row 2 right to left, and so on. */
const strip = ({ rows, columns }: P): readonly string[] =>
  Array.from({ length: rows * columns }, (_, i) => {
    const row = Math.floor(i / columns);
    const step = i % columns;
    return `r${row + 1}c${row % 2 === 0 ? step + 1 : columns - step}`;
  });

/** To and fro: the folds of the strip alternate; the first closes on the printed face where the back of panel 1 is the cover. */
const directionOf = (p: P, fold: number): 'valley' | 'mountain' =>
  (fold % 2 === 1) === (p.cover === 'back-of-first') ? 'valley' : 'mountain';

/** The serpentine: between the rows, each cut stops one panel short, at alternate ends. */
const cuts = ({ rows, columns }: P): readonly GridSegment[] =>
  Array.from({ length: rows - 1 }, (_, i) =>
    i % 2 === 0
      ? { axis: 'horizontal', line: i + 1, from: 0, to: columns - 1 }
      : { axis: 'horizontal', line: i + 1, from: 1, to: columns },
  );

/** Column creases keep one direction down all rows as long as the sheet is whole. */
const columnBends = (p: P): readonly Bend[] =>
  Array.from({ length: p.columns - 1 }, (_, i) => ({
    crease: { axis: 'vertical', line: i + 1 },
    to: directionOf(p, i + 1),
  }));

/** The rows are only creased here, to and fro: which way each turn closes is settled when the strip is folded. */
const rowBends = (p: P): readonly Bend[] =>
  Array.from({ length: p.rows - 1 }, (_, i) => ({
    crease: { axis: 'horizontal', line: i + 1 },
    to: i % 2 === 0 ? 'valley' : 'mountain',
  }));

const bendsOfRow = (p: P, row: number): readonly Bend[] =>
  Array.from({ length: p.columns - 1 }, (_, i) => ({
    crease: { axis: 'vertical', line: i + 1, from: row, to: row + 1 },
    to: directionOf(p, row * p.columns + (row % 2 === 0 ? i + 1 : p.columns - 1 - i)),
  }));

/** The meander book: R rows of C panels on one sheet, cut into one long strip and folded to and fro. */
export const meanderBook: Form<P, 'meander-book'> = {
  id: 'meander-book',
  family: 'one-sheet',
  parameters: meanderBookParameters,
  lies: 'either',
  variants: [
    { rows: 4, columns: 4 },
    { rows: 2, columns: 4 },
    { rows: 3, columns: 3 },
    { rows: 3, columns: 4 },
    { rows: 4, columns: 3 },
    { rows: 4, columns: 6 },
    { rows: 6, columns: 6 },
    { rows: 8, columns: 8 },
  ],
  assembly: (p, sheet) => ({
    parts: oneSheet({ ...sheet, rows: p.rows, columns: p.columns }),
    steps: stepsOf(p),
    hold: {
      kind: 'cover',
      cover: { panel: 'r1c1', side: p.cover === 'first' ? 'A' : 'B' },
      up: 'north',
      reading: 'left-to-right',
    },
  }),
};

function stepsOf(p: P): readonly Step[] {
  const panels = strip(p);
  const rowsUp = Array.from({ length: p.rows }, (_, i) => p.rows - 1 - i);
  return [
    { kind: 'collapse', purpose: 'to-and-fro-columns', bends: columnBends(p) },
    { kind: 'unfold', purpose: 'open', which: 'all' },
    { kind: 'collapse', purpose: 'to-and-fro-rows', bends: rowBends(p) },
    { kind: 'unfold', purpose: 'open', which: 'all' },
    { kind: 'cut', purpose: 'cut-serpentine', segments: cuts(p) },
    ...rowsUp.flatMap((row): Step[] => [
      { kind: 'collapse', purpose: 'to-and-fro-row', bends: bendsOfRow(p, row) },
      ...(row === 0
        ? []
        : [
            {
              kind: 'collapse' as const,
              purpose: 'fold-turn' as const,
              bends: [{ crease: { axis: 'horizontal' as const, line: row }, to: directionOf(p, row * p.columns) }],
            },
          ]),
    ]),
    ...(p.backs === 'all' ? backsGlued(p, panels) : []),
    ...rowsUp
      .slice(0, -1)
      .reverse()
      .map((row): Step => ({
        kind: 'glue',
        purpose: 'treat-turn',
        between: [panels[row * p.columns - 1]!, panels[row * p.columns]!],
        whenBacksMeet:
          p.backs === 'none' ? 'none' : p.backs === 'all' && p.backsMeet === 'none' ? 'double-leaf' : p.backsMeet,
        whenFacesMeet: p.backs !== 'none' && p.facesMeet === 'glued-shut' ? 'glued-shut' : 'none',
      })),
  ];
}

/** Within the rows, wherever the strip folds away from its print, two backs lie on one another. */
const backsGlued = (p: P, panels: readonly string[]): readonly Step[] =>
  panels.slice(1).flatMap((next, i): Step[] =>
    (i + 1) % p.columns === 0 || directionOf(p, i + 1) === 'valley'
      ? []
      : [
          {
            kind: 'glue',
            purpose: 'glue-backs',
            between: [panels[i]!, next],
            whenBacksMeet: 'double-leaf',
            whenFacesMeet: 'none',
          },
        ],
  );
