import { at } from '../result.ts';
import type { Line } from '../geometry/line.ts';
import { aboutLine, aboutUpright, after, type Rigid } from './rigid.ts';
import { flatPose, looseness, JOINED_WITHIN, type Pose } from './poses.ts';
import type { BookEdge, Reading } from './reading.ts';
import { lastMoment, type FoldRun } from './run.ts';
import { bounds, liftsOf, outlinesOf, sideUp } from './state.ts';

/**
 * The finished book open at view `view`, turned a fraction t of the way to the next one. Leaves turn about the
 * edge that holds them: the spine for openings, head or tail for fold-outs (everything before the gap swings).
 */
export function bookPose(run: FoldRun, reading: Reading, view: number, t: number): Pose {
  const base = flatPose(run.sheet, reading.held);
  const angles = swingOf(reading, view, t);
  const panels = base.map((panel, i) => {
    const { edge, degrees } = angles[i]!;
    return degrees === 0 ? panel : after(aboutEdge(run, reading, edge, degrees), panel);
  });
  const top = reading.layers.length - 1;
  // A leaf that has been turned lies in the reversed order on the other side, and its other face is up.
  const lifts = liftsOf(run.sheet, reading.held).map((lift, i) => {
    const share = angles[i]!.degrees / 180;
    const turned = lift - sideUp(reading.held, i) * top;
    return lift + (turned - lift) * share;
  });
  const gap = looseness(run.sheet, panels, lastMoment(run).hinges);
  return { panels, lifts, gap, schematic: gap > JOINED_WITHIN };
}

interface Swing {
  readonly edge: BookEdge;
  readonly degrees: number;
}

/** How far each panel is turned, and about which edge. */
function swingOf(reading: Reading, view: number, t: number): readonly Swing[] {
  const here = at(reading.views, view);
  const next = reading.views[Math.min(view + 1, reading.views.length - 1)]!;
  const before = frontCount(reading, view);
  const beforeNext = frontCount(reading, Math.min(view + 1, reading.views.length - 1));
  const depth = new Array<number>(reading.layers.length);
  reading.layers.forEach((panel, i) => (depth[panel] = i));
  const still: Swing = { edge: 'spine', degrees: 0 };
  return depth.map((layer): Swing => {
    if (here.hinge === next.hinge) {
      if (layer < before) return { edge: here.hinge, degrees: 180 };
      return layer < beforeNext ? { edge: next.hinge, degrees: 180 * t } : still;
    }
    // From one hinge edge to another: the book is closed first, then opened at the next place.
    if (t < 0.5) return layer < before ? { edge: here.hinge, degrees: 180 * (1 - 2 * t) } : still;
    return layer < beforeNext ? { edge: next.hinge, degrees: 180 * (2 * t - 1) } : still;
  });
}

/** How many layers lie before the view, turned away. */
function frontCount(reading: Reading, view: number): number {
  const { gap } = at(reading.views, view);
  return gap === 'front' ? 0 : gap === 'back' ? reading.layers.length : gap + 1;
}

function aboutEdge(run: FoldRun, reading: Reading, edge: BookEdge, degrees: number): Rigid {
  const box = bounds(outlinesOf(run.sheet, reading.held));
  const west = reading.spineAt === 'west';
  const lines: Readonly<Record<BookEdge, { line: Line; toward: 1 | -1 }>> = {
    spine: { line: { axis: 'vertical', at: west ? box.left : box.right }, toward: west ? 1 : -1 },
    'fore-edge': { line: { axis: 'vertical', at: west ? box.right : box.left }, toward: west ? -1 : 1 },
    head: { line: { axis: 'horizontal', at: box.top }, toward: 1 },
    tail: { line: { axis: 'horizontal', at: box.bottom }, toward: -1 },
  };
  const { line, toward } = lines[edge];
  return aboutLine(line, toward, degrees, 1e-6 / run.sheet.scale);
}

/** From the last moment of the programme to the book as it is held: a turn, drawn about the pile's middle. */
export function holdPose(run: FoldRun, reading: Reading, t: number): Pose {
  const { flat } = lastMoment(run);
  const scale = 1e-6 / run.sheet.scale;
  const box = bounds(outlinesOf(run.sheet, flat));
  const x = ((box.left + box.right) / 2) * scale;
  const y = ((box.top + box.bottom) / 2) * scale;
  const { a, b, c, d } = reading.toHeld;
  const turnsOver = a * d - b * c < 0;
  // A linear part in D4: a rotation by its angle, or a half turn about the axis at half its angle.
  const angle = (Math.atan2(c, a) * 180) / Math.PI;
  const move = turnsOver
    ? after(
        aboutUpright(x, y, angle / 2),
        after(
          aboutLine({ axis: 'horizontal', at: (box.top + box.bottom) / 2 }, 1, 180 * t, scale),
          aboutUpright(x, y, -angle / 2),
        ),
      )
    : aboutUpright(x, y, angle * t);
  const panels = flatPose(run.sheet, flat).map((panel) => after(move, panel));
  const from = liftsOf(run.sheet, flat);
  const to = liftsOf(run.sheet, reading.held);
  return { panels, lifts: from.map((lift, i) => lift + (to[i]! - lift) * t), gap: 0, schematic: false };
}
