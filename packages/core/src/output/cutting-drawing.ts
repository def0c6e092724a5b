import type { CuttingPlan } from '../cutting/cutting-plan.ts';
import type { CutRect } from '../cutting/lay-out.ts';
import type { FibreAxis } from '../paper/sheet-size.ts';
import { otherGrain } from '../paper/paper.ts';
import { mm, type Nm } from '../units/nm.ts';
import type { Drawing, DrawItem, Spot2 } from './drawing.ts';
import { fibres } from './fibres.ts';

/** A cutting plan and the sheet it cuts. */
export interface PlanToDraw {
  readonly plan: CuttingPlan;
  readonly sheet: { readonly width: Nm; readonly height: Nm; readonly fibre: FibreAxis };
  readonly nameOf: (piece: string) => string;
  /** the words of an offcut: its size */
  readonly offcutWords: (offcut: CutRect) => string;
}

const corners = ({ left, top, width, height }: CutRect): readonly Spot2[] => [
  { x: left, y: top },
  { x: left + width, y: top },
  { x: left + width, y: top + height },
  { x: left, y: top + height },
];

/** The size of letters on a drawing that is looked at as a whole. */
const usualLetter = ({ width, height }: PlanToDraw['sheet']): number => Math.max(width, height) / 30;

/** Everything that is drawn of a cutting plan, in the sheet's own size: pieces, offcuts, cuts in their order, fibres. */
export function cuttingDrawing(
  { plan, sheet, nameOf, offcutWords }: PlanToDraw,
  texts = true,
  letter = usualLetter(sheet),
): Drawing {
  const { width, height } = sheet;
  const whole: CutRect = { left: mm(0), top: mm(0), width, height };
  const counts = new Map<string, number>();
  const items: DrawItem[] = [
    { kind: 'area', tone: 'back', points: corners(whole) },
    ...plan.offcuts.map((rect): DrawItem => ({ kind: 'area', tone: 'shade', points: corners(rect) })),
    ...plan.pieces.map((rect): DrawItem => ({ kind: 'area', tone: 'paper', points: corners(rect) })),
    ...fibreLines(sheet.fibre, whole),
    { kind: 'line', layer: 'mark', points: corners(whole), closed: true },
    ...plan.cuts.map(({ axis, at, from, to, why }): DrawItem => ({
      kind: 'line',
      layer: why === 'trim' ? 'trim' : 'cut',
      points:
        axis === 'upright'
          ? [
              { x: at, y: from },
              { x: at, y: to },
            ]
          : [
              { x: from, y: at },
              { x: to, y: at },
            ],
    })),
  ];
  if (texts) {
    for (const rect of plan.pieces) {
      const n = (counts.get(rect.piece) ?? 0) + 1;
      counts.set(rect.piece, n);
      items.push(...label(rect, [nameOf(rect.piece), String(n)], letter, true));
    }
    for (const rect of plan.offcuts) items.push(...label(rect, [offcutWords(rect)], letter * 0.8, false));
    items.push(...cutNumbers(plan, letter));
  }
  return { width, height, items };
}

/** Words in the middle of a rectangle, along its longer side, as large as there is room for. */
function label(rect: CutRect, lines: readonly string[], letter: number, strong: boolean): readonly DrawItem[] {
  const upright = rect.height > rect.width * 1.15;
  const [along, across] = upright ? [rect.height, rect.width] : [rect.width, rect.height];
  const longest = Math.max(...lines.map((line) => line.length));
  const size = Math.min(letter, (along * 0.9) / (longest * 0.6), (across * 0.8) / (lines.length * 1.25));
  // Smaller than this nobody reads it, on paper or screen.
  if (size < letter * 0.28) return [];
  const middle = { x: rect.left + rect.width / 2, y: rect.top + rect.height / 2 };
  return lines.map((text, i): DrawItem => {
    const off = (i - (lines.length - 1) / 2) * size * 1.25;
    return {
      kind: 'text',
      text,
      at: upright ? { x: middle.x - off, y: middle.y } : { x: middle.x, y: middle.y + off },
      size: strong && i === 0 ? size : size * 0.9,
      quarterTurns: upright ? 1 : 0,
      strong: strong && i === 0,
      halo: true,
    };
  });
}

/** The number of each cut in a disc on its line, a little way in from where it starts. */
function cutNumbers({ cuts }: CuttingPlan, letter: number): readonly DrawItem[] {
  const taken: Spot2[] = [];
  return cuts.flatMap(({ axis, at, from, to }, i): DrawItem[] => {
    const spot = (along: number): Spot2 => (axis === 'upright' ? { x: at, y: along } : { x: along, y: at });
    // Discs that would lie on each other move along their own line.
    let along = from + Math.min(letter * 1.6, (to - from) / 2);
    const clear = () => taken.every((one) => Math.hypot(one.x - spot(along).x, one.y - spot(along).y) > letter * 1.7);
    while (!clear() && along + letter * 1.8 < to) along += letter * 1.8;
    taken.push(spot(along));
    return [
      { kind: 'dot', layer: 'cut', at: spot(along), radius: letter * 0.8, filled: false },
      { kind: 'text', text: String(i + 1), at: spot(along), size: letter * 0.85, quarterTurns: 0, strong: true },
    ];
  });
}

/** Fibres of a rectangle as lines: the same everywhere, so that wrong grain is seen before it is read. */
function fibreLines(axis: FibreAxis, { left, top, width, height }: CutRect): readonly DrawItem[] {
  return fibres(axis, 260).map(({ x, y, dx, dy }): DrawItem => ({
    kind: 'line',
    layer: 'fibre',
    points: [
      { x: left + x * width, y: top + y * height },
      { x: left + (x + dx) * width, y: top + (y + dy) * height },
    ],
  }));
}

/** Along which side of a piece, as it is named, its fibres run. */
export const fibreOfPiece = (sheet: FibreAxis, turned: boolean): FibreAxis => (turned ? otherGrain(sheet) : sheet);

/** Only what a cutting machine follows. */
export const cuttingLines = (toDraw: PlanToDraw): Drawing => {
  const drawing = cuttingDrawing(toDraw, false);
  return {
    ...drawing,
    items: drawing.items.filter((item) => item.kind === 'line' && item.layer !== 'fibre'),
  };
};
