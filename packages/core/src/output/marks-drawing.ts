import type { SheetSide } from '../folding/hold.ts';
import { marksOnFace, type FaceMark, type ScoreTool, type SheetMarks } from '../marks/sheet-marks.ts';
import { mm } from '../units/nm.ts';
import { placedItems, type Drawing, type DrawItem, type Spot2 } from './drawing.ts';
import { setLines } from './face.ts';
import type { Layer } from './line-code.ts';

/** What is written on a face with its marks. */
export interface MarksLettering {
  /** which sheet, which face, how its folds begin */
  readonly name: string;
  /** a mark by its number on the face, from 1, and its measure */
  readonly mark: (n: number, mark: FaceMark) => string;
  readonly head: string;
  readonly tab: string;
}

/** Of a measure, and of the sheet's name, on paper. */
const [LETTER, NAME] = [mm(2.8), mm(3.4)];
const TICK = mm(4);
/** Strong letters are wider than the plain ones that are measured. */
const STRONG = 1.08;

const line = (layer: Layer, ...points: readonly (readonly [number, number])[]): DrawItem => ({
  kind: 'line',
  layer,
  points: points.map(([x, y]): Spot2 => ({ x, y })),
});

/** A valley of the front is a mountain of the back. */
const seenFrom = (kind: Layer, side: SheetSide): Layer =>
  side === 'A' ? kind : kind === 'valley' ? 'mountain' : kind === 'mountain' ? 'valley' : kind;

/** One face at its real size with all that is worked on it: each line where it lies, its number and measure, the edge that is measured from, head, tab and name. On a screen letters may be so many times larger. */
export function marksDrawing(
  sheet: SheetMarks,
  side: SheetSide,
  tool: ScoreTool,
  say: MarksLettering,
  larger = 1,
): Drawing {
  const letter = LETTER * larger;
  const { width, height, tab } = sheet;
  const turned = (x: number) => (side === 'A' ? x : width - x);
  const datum = turned(0);
  const inward = side === 'A' ? 1 : -1;
  const marks = marksOnFace(sheet, side, tool);
  const lines = marks.flatMap(({ seenAt, mark, lines: stretches }, i): readonly DrawItem[] => {
    const upright = mark.axis === 'upright';
    const text: DrawItem = upright
      ? {
          kind: 'text',
          text: say.mark(i + 1, marks[i]!),
          at: { x: seenAt - letter * 0.75, y: height * 0.42 },
          size: letter,
          quarterTurns: 3,
        }
      : {
          kind: 'text',
          text: say.mark(i + 1, marks[i]!),
          at: { x: turned(width * 0.3), y: seenAt - letter * 0.75 },
          size: letter,
          quarterTurns: 0,
        };
    const ticks = upright
      ? [line('mark', [seenAt, 0], [seenAt, TICK]), line('mark', [seenAt, height - TICK], [seenAt, height])]
      : [line('mark', [0, seenAt], [TICK, seenAt]), line('mark', [width - TICK, seenAt], [width, seenAt])];
    return [
      ...stretches.map(({ kind, from, to }) =>
        upright
          ? line(seenFrom(kind, side), [seenAt, from], [seenAt, to])
          : line(seenFrom(kind, side), [turned(from), seenAt], [turned(to), seenAt]),
      ),
      ...ticks,
      text,
    ];
  });
  const middle = turned((marks.find(({ mark }) => mark.axis === 'upright')?.mark.at ?? width) / 2);
  return {
    width,
    height,
    items: [
      ...(tab ? tabItems(turned(tab.from), turned(tab.to), height, say.tab, letter) : []),
      {
        kind: 'line',
        layer: 'mark',
        closed: true,
        points: [
          { x: 0, y: 0 },
          { x: width, y: 0 },
          { x: width, y: height },
          { x: 0, y: height },
        ],
      },
      // The edge that everything is measured from, doubled.
      line('mark', [datum + inward * mm(0.8), 0], [datum + inward * mm(0.8), height]),
      ...lines,
      line('mark', [middle, mm(9)], [middle, mm(3)]),
      line('mark', [middle - mm(1.5), mm(5.5)], [middle, mm(3)], [middle + mm(1.5), mm(5.5)]),
      {
        kind: 'text',
        text: say.head,
        at: { x: middle + mm(2.5), y: mm(7.5) },
        size: letter,
        quarterTurns: 0,
        from: 'start',
      },
      ...nameItems(
        say.name,
        [0, width, ...marks.flatMap(({ seenAt, mark }) => (mark.axis === 'upright' ? [seenAt] : []))],
        height,
        larger,
      ),
    ],
  };
}

/** The sheet's name at the foot of the widest panel, in as many lines as keep it off the folds beside it (`uprights`, and both ends). */
function nameItems(name: string, uprights: readonly number[], height: number, larger: number): readonly DrawItem[] {
  const size = NAME * larger;
  const places = [...uprights].sort((one, other) => one - other);
  const gaps = places.slice(1).map((right, i) => ({ left: places[i]!, wide: right - places[i]! }));
  const { left, wide } = gaps.reduce((widest, gap) => (gap.wide > widest.wide + mm(1) ? gap : widest));
  const lines = setLines(name, size, (wide - 2 * mm(3)) / STRONG);
  return lines.map((text, i): DrawItem => ({
    kind: 'text',
    text,
    at: { x: left + mm(3), y: height - mm(4) * larger - (lines.length - 1 - i) * size * 1.25 },
    size,
    quarterTurns: 0,
    strong: true,
    from: 'start',
  }));
}

/** What is glued: hatched, and named. */
function tabItems(from: number, to: number, height: number, words: string, letter: number): readonly DrawItem[] {
  const [left, right] = [Math.min(from, to), Math.max(from, to)];
  const step = mm(6);
  const wide = right - left;
  return [
    {
      kind: 'area',
      tone: 'shade',
      points: [
        { x: left, y: 0 },
        { x: right, y: 0 },
        { x: right, y: height },
        { x: left, y: height },
      ],
    },
    ...Array.from({ length: Math.floor((height - wide) / step) }, (_, i) =>
      line('glue', [left, (i + 0.5) * step + wide], [right, (i + 0.5) * step]),
    ),
    {
      kind: 'text',
      text: words,
      at: { x: (left + right) / 2, y: height * 0.75 },
      size: letter,
      quarterTurns: 3,
      halo: true,
    },
  ];
}

const APART = mm(8);

/** Several sheets one above another, to be looked at as a whole. */
export function inOneColumn(drawings: readonly Drawing[]): Drawing {
  let down = 0;
  const items = drawings.flatMap((drawing): readonly DrawItem[] => {
    const here = placedItems(drawing.items, 1, 0, down);
    down += drawing.height + APART;
    return here;
  });
  return { width: Math.max(...drawings.map(({ width }) => width)), height: down - APART, items };
}
