import { at } from '../result.ts';
import type { Pose } from './poses.ts';
import { moveSpot, type Spot } from './rigid.ts';
import type { FoldRun, SewnThread } from './run.ts';

/** How far thread stands off the paper that it lies on, in millimetres (a picture of it). */
const OFF = 0.35;

/** How many stretches of thread are drawn through at a position of the tape: those of the step under way one after another. */
export function stretchesAt({ sewn }: FoldRun, position: number): number {
  const under = Math.floor(position);
  const before = sewn.filter(({ step }) => step < under).length;
  const here = sewn.filter(({ step }) => step === under).length;
  return before + Math.round(here * (position - under));
}

/** Where the ends of a stretch are in a pose, in millimetres; `layer` is how thick one layer is drawn. */
export function threadSpots(run: FoldRun, { spots }: SewnThread, pose: Pose, layer: number): readonly Spot[] {
  const scale = 1e-6 / run.laid.scale;
  return spots.map(({ panel, side, x, y }) => {
    const z = at(pose.lifts, panel) * layer + (side === 'A' ? OFF : -OFF);
    return moveSpot(at(pose.panels, panel), { x: x * scale, y: y * scale, z });
  });
}
