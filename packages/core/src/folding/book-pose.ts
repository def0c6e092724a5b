import { at } from '../result.ts';
import { moveSegment, type Line } from '../geometry/line.ts';
import { aboutLine, aboutUpright, after, type Rigid } from './rigid.ts';
import { stancePose } from './stance.ts';
import { flatPose, looseness, JOINED_WITHIN, poseAt, type Pose } from './poses.ts';
import { depthsOf, type BookEdge, type Reading, type View } from './reading.ts';
import { lastMoment, type FoldRun } from './run.ts';
import { bounds, liftsOf, outlinesOf, sideUp } from './state.ts';

/**
 * The finished book open at view `view`, turned a fraction t of the way to the next one. Leaves turn about the edge that holds them: the spine
 * for openings, head or tail for fold-outs of a strip (everything before the gap swings). Flaps open about their own fold, wherever their
 * leaf lies by then. What is read by unfolding takes the steps of its programme back.
 */
export function bookPose(run: FoldRun, reading: Reading, view: number, t: number): Pose {
  const here = at(reading.views, view);
  const next = reading.views[Math.min(view + 1, reading.views.length - 1)]!;
  if (here.stance && next.stance) return stancePose(run, reading, here.stance, next.stance, t);
  if (here.unfolded) return unfoldedPose(run, reading, here.unfolded, next.unfolded ?? here.unfolded, t);
  const base = flatPose(run.laid, reading.held);
  const held = liftsOf(run.laid, reading.held);
  const stances = stancesOf(reading, here, next, t);
  const opened = openedBy(here, next, t);
  const flapsOf = flapFolds(run, reading);
  const panels = base.map((panel, i) => {
    const share = opened.get(i) ?? 0;
    const fold = share > 0 ? flapsOf.get(i) : undefined;
    const flap = fold
      ? after(aboutLine(fold.line, fold.toward, fold.degrees * share, 1e-6 / run.laid.scale), panel)
      : panel;
    const { edge, degrees } = stances[i]!;
    return degrees === 0 ? flap : after(aboutEdge(run, reading, edge, degrees), flap);
  });
  const top = reading.layers.length - 1;
  const lifts = held.map((_, i) => {
    const fold = flapsOf.get(i);
    // A leaf that has been turned lies in the reversed order on the other side, and its other face is up.
    const share = stances[i]!.degrees / 180;
    const lifted = (panel: number) => held[panel]! - share * sideUp(reading.held, panel) * top;
    // Opened out, a flap lies as high as its leaf.
    return fold ? lifted(i) + (lifted(fold.leaf) - lifted(i)) * (opened.get(i) ?? 0) : lifted(i);
  });
  const gap = looseness(run.laid, panels, lastMoment(run).hinges);
  return { panels, lifts, gap, schematic: gap > JOINED_WITHIN };
}

/** Between two states of a sheet read by unfolding: its steps run backwards or forwards, turned over like a page where it is. */
function unfoldedPose(
  run: FoldRun,
  reading: Reading,
  from: NonNullable<View['unfolded']>,
  to: NonNullable<View['unfolded']>,
  t: number,
): Pose {
  const moment = from.moment + (to.moment - from.moment) * t;
  const step = Math.min(Math.floor(moment), run.steps.length - 1);
  const pose = poseAt(run, step, moment - step);
  const turned = Number(from.over) + (Number(to.over) - Number(from.over)) * t;
  if (turned === 0) return pose;
  const { left, right } = bounds(outlinesOf(run.laid, reading.held));
  const over = aboutLine({ axis: 'vertical', at: (left + right) / 2 }, 1, 180 * turned, 1e-6 / run.laid.scale);
  return { ...pose, panels: pose.panels.map((panel) => after(over, panel)) };
}

interface Swing {
  readonly edge: BookEdge;
  readonly degrees: number;
}

/** Round which edge the book lies open: with a flap opened out it is still the spine. */
const openAt = ({ hinge, opened }: View): BookEdge => (opened ? 'spine' : hinge);

/** Whether flaps are folded in or out on the way, and leaves turned too: then the one comes first, the other after. */
const inTwo = (here: View, next: View): boolean => here.gap !== next.gap && Boolean(here.opened ?? next.opened);

/** How far each panel is turned, and about which edge. */
function stancesOf(reading: Reading, here: View, next: View, t: number): readonly Swing[] {
  const before = frontCount(reading, here);
  const beforeNext = frontCount(reading, next);
  const depth = depthsOf(reading);
  const still: Swing = { edge: 'spine', degrees: 0 };
  const [edge, nextEdge] = [openAt(here), openAt(next)];
  const turning = inTwo(here, next) ? Math.max(0, 2 * t - 1) : t;
  return depth.map((layer): Swing => {
    if (edge === nextEdge) {
      if (layer < before) return { edge, degrees: 180 };
      return layer < beforeNext ? { edge, degrees: 180 * turning } : still;
    }
    // From one hinge edge to another: the book is closed first, then opened at the next place.
    if (t < 0.5) return layer < before ? { edge, degrees: 180 * (1 - 2 * t) } : still;
    return layer < beforeNext ? { edge: nextEdge, degrees: 180 * (2 * t - 1) } : still;
  });
}

/** How far each flap is opened out, 0 to 1. */
function openedBy(here: View, next: View, t: number): ReadonlyMap<number, number> {
  const closing = inTwo(here, next) ? Math.min(1, 2 * t) : t;
  const share = (panel: number): number => {
    const [now, then] = [here.opened?.includes(panel) ? 1 : 0, next.opened?.includes(panel) ? 1 : 0];
    return now + (then - now) * closing;
  };
  return new Map([...(here.opened ?? []), ...(next.opened ?? [])].map((panel) => [panel, share(panel)]));
}

export interface FlapFold {
  readonly leaf: number;
  readonly line: Line;
  readonly toward: 1 | -1;
  /** to open it out, from the closed book */
  readonly degrees: 180 | -180;
}

/** Every flap's fold in the closed book. A flap under its leaf swings down and out, one that lies on it up. */
export function flapFolds(run: FoldRun, reading: Reading): ReadonlyMap<number, FlapFold> {
  const flaps = new Set(reading.views.flatMap(({ opened }) => opened ?? []));
  const depth = depthsOf(reading);
  return new Map(
    lastMoment(run).hinges.flatMap(({ p, q, segment }): [number, FlapFold][] => {
      const [flap, leaf] = flaps.has(p) ? [p, q] : [q, p];
      if (!flaps.has(flap)) return [];
      const line = moveSegment(at(reading.held.placed, leaf), segment);
      const toward = reading.spineAt === 'west' ? -1 : 1;
      return [[flap, { leaf, line, toward, degrees: depth[flap]! > depth[leaf]! ? -180 : 180 }]];
    }),
  );
}

/** How many layers lie before the view, turned away. */
const frontCount = (reading: Reading, { gap }: View): number =>
  gap === 'front' ? 0 : gap === 'back' ? reading.layers.length : gap + 1;

function aboutEdge(run: FoldRun, reading: Reading, edge: BookEdge, degrees: number): Rigid {
  const box = bounds(outlinesOf(run.laid, reading.held));
  const west = reading.spineAt === 'west';
  const lines: Readonly<Record<BookEdge, { line: Line; toward: 1 | -1 }>> = {
    spine: { line: { axis: 'vertical', at: west ? box.left : box.right }, toward: west ? 1 : -1 },
    'fore-edge': { line: { axis: 'vertical', at: west ? box.right : box.left }, toward: west ? -1 : 1 },
    head: { line: { axis: 'horizontal', at: box.top }, toward: 1 },
    tail: { line: { axis: 'horizontal', at: box.bottom }, toward: -1 },
  };
  const { line, toward } = lines[edge];
  return aboutLine(line, toward, degrees, 1e-6 / run.laid.scale);
}

/** From the last moment of the programme to the book as it is held: a turn, drawn about the pile's middle. */
export function holdPose(run: FoldRun, reading: Reading, t: number): Pose {
  const { flat } = lastMoment(run);
  const scale = 1e-6 / run.laid.scale;
  const box = bounds(outlinesOf(run.laid, flat));
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
  const panels = flatPose(run.laid, flat).map((panel) => after(move, panel));
  const from = liftsOf(run.laid, flat);
  const to = liftsOf(run.laid, reading.held);
  return { panels, lifts: from.map((lift, i) => lift + (to[i]! - lift) * t), gap: 0, schematic: false };
}
