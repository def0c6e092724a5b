import { at } from '../result.ts';
import { NORMALS } from '../geometry/line.ts';
import { endsOf, moveOutline } from '../geometry/outline.ts';
import { apartAt } from './before-joining.ts';
import { spanningTree } from './collapse.ts';
import type { LaidPaper, Hinge } from './laid-paper.ts';
import { aboutLine, aboutUpright, after, eastward, fromIsometry, moveSpot, raise, STAY, type Rigid } from './rigid.ts';
import type { Bends, Moment } from './moment.ts';
import type { FoldRun, Motion } from './run.ts';
import { bounds, liftsOf, outlinesOf, type FlatState } from './state.ts';

/** Where every panel is in space at one instant of the rehearsal. */
export interface Pose {
  /** one move a panel, from the unfolded sheet (millimetres) */
  readonly panels: readonly Rigid[];
  /**
   * How far each panel lies from its place along its own normal, in layers (face A positive): in a pile the number of
   * layers beneath. A float between two moments; what draws the pose decides how thick a layer looks.
   */
  readonly lifts: readonly number[];
  /** greatest gap between panels that should be joined, relative to the sheet's longer side */
  readonly gap: number;
  /** true where the movement is only indicated: panels do not stay joined within a thousandth */
  readonly schematic: boolean;
}

/** Panels joined more loosely than this are only indicated. */
export const JOINED_WITHIN = 0.001;

const mmPerTick = (laid: LaidPaper): number => 1e-6 / laid.scale;

/** The pose at fraction t (0–1) of step `step` (0-based). t = 0 is the moment before it, t = 1 after. */
export function poseAt(run: FoldRun, step: number, t: number): Pose {
  const before = at(run.moments, step);
  const motion = run.motions[step] ?? { kind: 'still' };
  const next = run.moments[step + 1] ?? before;
  const apart = apartAt(run, step, t);
  const reach = longestSide(run.laid) * mmPerTick(run.laid);
  const together = motionAt(run.laid, motion, before, t);
  const panels = apart ? together.map((panel, i) => after(eastward(at(apart, i) * reach), panel)) : together;
  const from = liftsOf(run.laid, before.flat);
  const to = liftsOf(run.laid, next.flat);
  const gap = looseness(run.laid, panels, before.hinges.length <= next.hinges.length ? before.hinges : next.hinges);
  return { panels, lifts: from.map((lift, i) => lift + (to[i]! - lift) * t), gap, schematic: gap > JOINED_WITHIN };
}

/** The longest side of any sheet, in ticks: what sizes are compared with. */
export const longestSide = ({ sheets }: LaidPaper): number =>
  sheets.reduce((most, { width, height }) => Math.max(most, width, height), 0);

/** Greatest distance between the two images of a hinge's ends, relative to the longest side. */
export function looseness(laid: LaidPaper, panels: readonly Rigid[], hinges: readonly Hinge[]): number {
  const scale = mmPerTick(laid);
  let most = 0;
  for (const { p, q, segment } of hinges) {
    for (const end of endsOf(segment)) {
      const spot = { x: end.x * scale, y: end.y * scale, z: 0 };
      const one = moveSpot(at(panels, p), spot);
      const other = moveSpot(at(panels, q), spot);
      most = Math.max(most, Math.hypot(one.x - other.x, one.y - other.y, one.z - other.z));
    }
  }
  return most / (longestSide(laid) * scale);
}

export const flatPose = (laid: LaidPaper, state: FlatState): readonly Rigid[] =>
  state.placed.map((f) => fromIsometry(f, mmPerTick(laid)));

function motionAt(laid: LaidPaper, motion: Motion, before: Moment, t: number): readonly Rigid[] {
  const scale = mmPerTick(laid);
  switch (motion.kind) {
    case 'still':
      return before.standing
        ? bentPose(laid, before, before.bends, 0, standUp(laid, before.flat, 90))
        : flatPose(laid, before.flat);
    case 'fold': {
      const lift = aboutLine(motion.line, motion.side, (motion.up ? 180 : -180) * t, scale);
      const moved = new Set(motion.moved);
      const folding = flatPose(laid, motion.before).map((panel, i) => (moved.has(i) ? after(lift, panel) : panel));
      if (motion.raised.length === 0) return folding;
      // High enough at every moment for what swings below: a flap of width w hangs by w·sin(πt).
      const up = raise(reachOf(laid, motion) * scale * Math.sin(Math.PI * t));
      const raised = new Set(motion.raised);
      return folding.map((panel, i) => (raised.has(i) ? after(up, panel) : panel));
    }
    case 'collapse':
      return collapseAt(laid, motion, t);
    case 'turn-over':
    case 'rotate': {
      const { left, right, top, bottom } = bounds(outlinesOf(laid, before.flat));
      const x = (left + right) / 2;
      const turn =
        motion.kind === 'turn-over'
          ? aboutLine({ axis: 'vertical', at: x }, 1, 180 * t, scale)
          : aboutUpright(x * scale, ((top + bottom) / 2) * scale, 90 * motion.quarterTurns * t);
      return flatPose(laid, before.flat).map((panel) => after(turn, panel));
    }
    case 'unfold': {
      // The motions share the time in the order in which they are taken back.
      const share = Math.min(Math.floor(t * motion.motions.length), motion.motions.length - 1);
      const part = at(motion.motions, share);
      const back = 1 - (t * motion.motions.length - share);
      const frame = fromIsometry(part.frame, scale);
      return motionAt(laid, part.motion, part.after, back).map((panel) => after(frame, panel));
    }
  }
}

/** How far what moves reaches from its fold, in ticks. */
function reachOf(laid: LaidPaper, { before, line, moved }: Extract<Motion, { kind: 'fold' }>): number {
  const n = NORMALS[line.axis];
  return Math.max(
    ...moved.flatMap((panel) =>
      moveOutline(at(before.placed, panel), laid.panels[panel]!.outline).map((p) =>
        Math.abs(n.x * p.x + n.y * p.y - line.at),
      ),
    ),
  );
}

function collapseAt(laid: LaidPaper, motion: Extract<Motion, { kind: 'collapse' }>, t: number): readonly Rigid[] {
  const { before, to, anchor, standTo, stands } = motion;
  const turn = new Map(motion.inTurn?.map((hinge, k) => [hinge, k]));
  const share = (hinge: number) => {
    const k = turn.get(hinge);
    return k === undefined ? t : Math.min(1, Math.max(0, t * turn.size - k));
  };
  const bends = before.bends.map((bend, i) => bend + (to[i]! - bend) * share(i));
  const from = before.standing ? 1 : 0;
  // Paper that starts and ends flat but stands in between rises and sinks again.
  const raised =
    from === 0 && standTo === 0
      ? Math.sin(Math.PI * t)
      : from + (standTo - from) * Math.min(1, from < standTo ? 2 * t : t);
  return bentPose(laid, before, bends, anchor, stands ? standUp(laid, before.flat, 90 * raised) : STAY);
}

/** The paper with its hinges bent by given degrees, the anchor kept where the flat state has it. */
export function bentPose(
  laid: LaidPaper,
  moment: Pick<Moment, 'hinges' | 'bonds' | 'flat'>,
  bends: Bends,
  anchor: number,
  world: Rigid,
): readonly Rigid[] {
  const scale = mmPerTick(laid);
  const { hinges, flat } = moment;
  // What does not hang together with the anchor lies where it lay.
  const panels = [...flatPose(laid, flat)];
  panels[anchor] = after(world, panels[anchor]!);
  for (const way of spanningTree(laid.panels.length, moment, anchor).tree) {
    const { from, to } = way;
    if ('fixed' in way) {
      panels[to] = after(at(panels, from), fromIsometry(way.fixed, scale));
      continue;
    }
    const { segment, p, pSide } = hinges[way.hinge]!;
    const toward = (p === from ? -pSide : pSide) as 1 | -1;
    panels[to] = after(at(panels, from), aboutLine(segment, toward, bends[way.hinge]!, scale));
  }
  return panels;
}

/** Sets what lies on the table on its tail edge. */
function standUp(laid: LaidPaper, state: FlatState, degrees: number): Rigid {
  const { bottom } = bounds(outlinesOf(laid, state));
  return aboutLine({ axis: 'horizontal', at: bottom }, -1, degrees, mmPerTick(laid));
}
