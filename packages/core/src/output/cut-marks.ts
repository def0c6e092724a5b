import { LEAST_STRIP, sheetSize, toNm } from '../folding/laid-paper.ts';
import type { SheetSide } from '../folding/hold.ts';
import type { Printing } from '../document/printing.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { mm } from '../units/nm.ts';
import { MARKS, type MarkRoom } from '../printing/on-parent.ts';
import type { DrawItem } from './drawing.ts';
import { trimLines } from './nest-marks.ts';

/** A tick: how far outside of what bleeds it begins, and how long it is; a fold's is broken in the middle. */
const [FROM, LONG, BREAK] = [mm(0.5), mm(3), mm(1)];
const NAME = mm(2.2);

type Edge = keyof MarkRoom;

/** A place along an edge where something is done right across the sheet, or as far in as a panel. */
interface Place {
  readonly at: number;
  readonly kind: 'cut' | 'fold' | 'trim';
}

/**
 * Marks outside one face of a sheet, in the sheet's own frame: where it is cut out (a folio narrower than its sheet where it ends), folded (broken ticks) and trimmed, upright and level, and
 * which sheet and face it is. Where there is no room beside the bleed, marks are left out on that side: they would stand on a neighbour.
 */
export function cutMarks(
  plan: FoldedBook,
  printing: Printing,
  { sheet: n, side }: { readonly sheet: number; readonly side: SheetSide },
  over: number,
  room: MarkRoom,
): readonly DrawItem[] {
  const { run } = plan;
  const { cut: own, ...sheet } = sheetSize(run.laid, n);
  // Of a narrower folio what is left over lies at the right of its front, at the left of its back.
  const [left, right] = side === 'A' ? [0, own] : [sheet.width - own, sheet.width];
  const seen = (x: number) => (side === 'A' ? x : sheet.width - x);
  const inner = (lines: readonly number[], end: number) =>
    lines.map((ticks) => toNm(run.laid, ticks)).filter((at) => at > mm(0.1) && at < end - mm(0.1));
  const trims = trimLines(plan, printing, n);
  const trimsAt = (axis: 'vertical' | 'horizontal', edge: number) =>
    trims
      .filter((one) => one.axis === axis && [one.from, one.to].some((end) => Math.abs(end - edge) < LEAST_STRIP))
      .map((one) => one.at);
  const upright = (edge: number): readonly Place[] => [
    ...[left, right].map((at): Place => ({ at, kind: 'cut' })),
    ...inner(run.laid.sheets[n]!.verticals, own).map((at): Place => ({ at: seen(at), kind: 'fold' })),
    ...trimsAt('vertical', edge).map((at): Place => ({ at: seen(at), kind: 'trim' })),
  ];
  const level = (edge: number): readonly Place[] => [
    ...[0, sheet.height].map((at): Place => ({ at, kind: 'cut' })),
    ...inner(run.laid.sheets[n]!.horizontals, sheet.height).map((at): Place => ({ at, kind: 'fold' })),
    ...trimsAt('horizontal', edge).map((at): Place => ({ at, kind: 'trim' })),
  ];
  const marked = (edge: Edge) => room[edge] >= over + FROM + LONG;
  const ticks = (edge: Edge, places: readonly Place[], tick: (at: number, from: number, to: number) => DrawItem) =>
    marked(edge)
      ? places.flatMap(({ at, kind }) => stretches(kind).map(([from, to]) => tick(at, over + from, over + to)))
      : [];
  return [
    ...ticks('top', upright(0), (x, a, b) => line(x, -a, x, -b)),
    ...ticks('bottom', upright(sheet.height), (x, a, b) => line(x, sheet.height + a, x, sheet.height + b)),
    ...ticks('left', level(seen(left)), (y, a, b) => line(left - a, y, left - b, y)),
    ...ticks('right', level(seen(right)), (y, a, b) => line(right + a, y, right + b, y)),
    ...(room.top >= over + MARKS
      ? [
          {
            kind: 'text',
            text: `sheet ${n + 1}${side}`,
            at: { x: left + mm(6), y: -over - mm(2) },
            size: NAME,
            quarterTurns: 0,
            from: 'start',
          } as const,
        ]
      : []),
  ];
}

const stretches = (kind: Place['kind']): readonly (readonly [number, number])[] =>
  kind === 'fold'
    ? [
        [FROM, FROM + (LONG - BREAK) / 2],
        [FROM + (LONG + BREAK) / 2, FROM + LONG],
      ]
    : [[FROM, FROM + LONG]];

const line = (x1: number, y1: number, x2: number, y2: number): DrawItem => ({
  kind: 'line',
  layer: 'mark',
  points: [
    { x: x1, y: y1 },
    { x: x2, y: y2 },
  ],
});
