import { endsOf } from '../geometry/outline.ts';
import { creasePattern, type PatternLine } from '../folding/crease-pattern.ts';
import type { SheetSide } from '../folding/hold.ts';
import type { Segment } from '../geometry/line.ts';
import { sheetSize, toNm } from '../folding/laid-paper.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { mm } from '../units/nm.ts';
import type { Drawing, DrawItem, Spot2 } from './drawing.ts';
import type { Layer } from './line-code.ts';

/** Radius of the round stop that ends a slit. */
const STOP = mm(1.2);
const HATCH_STEP = mm(4);
const HATCH = mm(1.3);

/** Seen from the other face a valley is a mountain. */
const SEEN_FROM_B: Readonly<Partial<Record<PatternLine['kind'], Layer>>> = { valley: 'mountain', mountain: 'valley' };

/** Lines of an unfolded sheet as one of its faces shows them (face B: turned over left to right): folds, cuts and slits with their stops, at real size. */
export function sheetLines(plan: FoldedBook, side: SheetSide = 'A', index = 0): Drawing {
  const { run } = plan;
  const sheet = sheetSize(run.laid, index);
  const pattern = index === 0 ? plan.pattern : creasePattern(run, index);
  const spot = (p: Spot2): Spot2 => ({
    x: side === 'A' ? toNm(run.laid, p.x) : sheet.width - toNm(run.laid, p.x),
    y: toNm(run.laid, p.y),
  });
  const items = pattern.flatMap(({ kind, segment }): DrawItem[] => {
    const [from, to] = endsOf(segment);
    const layer = side === 'A' ? kind : (SEEN_FROM_B[kind] ?? kind);
    const line: DrawItem = { kind: 'line', layer, points: [spot(from), spot(to)] };
    if (kind !== 'slit' && kind !== 'cut') return [line];
    return [line, ...stops(plan, index, segment, spot), ...(kind === 'slit' ? hatching(spot(from), spot(to)) : [])];
  });
  return { width: sheet.width, height: sheet.height, items };
}

/** Round stops where a cut ends inside the sheet: the blade goes no further. */
function stops({ run }: FoldedBook, index: number, segment: Segment, spot: (p: Spot2) => Spot2): readonly DrawItem[] {
  const { width, height } = run.laid.sheets[index]!;
  const inside = (p: Spot2) => p.x > 0 && p.y > 0 && p.x < width && p.y < height;
  return endsOf(segment)
    .filter(inside)
    .map((end) => ({ kind: 'dot', layer: 'slit', at: spot(end), radius: STOP, filled: false }));
}

/** Short strokes across a slit, so that it is told from every fold without colour. */
function hatching(from: Spot2, to: Spot2): readonly DrawItem[] {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  const [ux, uy] = [(to.x - from.x) / length, (to.y - from.y) / length];
  const count = Math.max(0, Math.floor(length / HATCH_STEP) - 1);
  return Array.from({ length: count }, (_, i): DrawItem => {
    const s = ((i + 1) * length) / (count + 1);
    const [x, y] = [from.x + ux * s, from.y + uy * s];
    return {
      kind: 'line',
      layer: 'mark',
      points: [
        { x: x + (ux - uy) * HATCH * 0.7, y: y + (uy + ux) * HATCH * 0.7 },
        { x: x - (ux - uy) * HATCH * 0.7, y: y - (uy + ux) * HATCH * 0.7 },
      ],
    };
  });
}
