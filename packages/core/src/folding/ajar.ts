import { keptBy } from '../kept.ts';
import { at } from '../result.ts';
import { moveSegment, sideOfLine, type Line } from '../geometry/line.ts';
import { flatPose, poseAt, type Pose } from './poses.ts';
import { aboutLine, after } from './rigid.ts';
import type { FoldRun } from './run.ts';
import { liftsOf, outlinesOf } from './state.ts';

/** A pile opened at one place, like a book at a page: the upper part swings about the edge that joins the two. */
export interface Ajar {
  readonly line: Line;
  /** on which side of the line the pile lies */
  readonly side: 1 | -1;
  /** the panels that swing up */
  readonly swung: readonly number[];
}

/** How far a pile is opened for glue, or for a needle: far enough to see both faces, near enough to see that they will meet. */
const OPEN_DEGREES = 112;

/**
 * Where hands open the pile for a step of a run (0-based): between the two panels of a glueing, or in the middle of the section that is sewn. Undefined for
 * other steps, and where the parts above and below hang together along more than one line, so that nothing opens.
 */
export const ajarAt = keptBy((run: FoldRun, step: number): Ajar | undefined => {
  const made = run.steps[step];
  const between = made?.kind === 'glue' ? made.between : made?.kind === 'bind' ? made.open : undefined;
  if (!between) return undefined;
  const { flat, hinges } = at(run.moments, step + 1);
  const heights = between.map((label) =>
    flat.order.indexOf(run.laid.panels.findIndex((panel) => panel.label === label)),
  );
  const swung = flat.order.slice(Math.max(...heights));
  const moves = new Set(swung);
  const joined = hinges
    .filter(({ p, q }) => moves.has(p) !== moves.has(q))
    .map(({ p, segment }) => moveSegment(at(flat.placed, p), segment));
  const [line] = joined;
  if (!line || joined.some(({ axis, at: where }) => axis !== line.axis || where !== line.at)) return undefined;
  const sides = new Set(
    outlinesOf(run.laid, flat)
      .flat()
      .map((corner) => Math.sign(sideOfLine(line, corner)))
      .filter((side) => side !== 0),
  );
  // An edge of the whole pile: nothing lies beyond it that would be torn or pushed through the table.
  const [side] = sides;
  return sides.size === 1 ? { line: { axis: line.axis, at: line.at }, side: side as 1 | -1, swung } : undefined;
});

/** Whether two steps open the pile at one place, so that it stays open between them. */
export const sameAjar = (one: Ajar, other: Ajar): boolean =>
  one.side === other.side &&
  one.line.axis === other.line.axis &&
  one.line.at === other.line.at &&
  one.swung.length === other.swung.length &&
  one.swung.every((panel, i) => panel === other.swung[i]);

/** The paper of moment `moment` with its pile opened by a share of the whole opening, 0 to 1. */
export function ajarPose(run: FoldRun, moment: number, { line, side, swung }: Ajar, share: number): Pose {
  const { flat } = at(run.moments, moment);
  const lift = aboutLine(line, side, OPEN_DEGREES * share, 1e-6 / run.laid.scale);
  const moves = new Set(swung);
  return {
    panels: flatPose(run.laid, flat).map((panel, i) => (moves.has(i) ? after(lift, panel) : panel)),
    lifts: liftsOf(run.laid, flat),
    gap: 0,
    schematic: false,
  };
}

/** The paper as it is shown once a step is done: with the pile open at the place that was glued. */
export function restPose(run: FoldRun, step: number): Pose {
  const ajar = ajarAt(run, step);
  return ajar ? ajarPose(run, step + 1, ajar, 1) : poseAt(run, step, 1);
}
