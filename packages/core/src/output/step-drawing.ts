import { restPose } from '../folding/ajar.ts';
import { poseAt, type Pose } from '../folding/poses.ts';
import { moveSpot, type Spot } from '../folding/rigid.ts';
import { threadSpots } from '../folding/thread-pose.ts';
import { cutEdges } from '../folding/cut-edges.ts';
import type { FoldRun } from '../folding/run.ts';
import { mm } from '../units/nm.ts';
import type { Drawing, DrawItem, Spot2 } from './drawing.ts';

/**
 * A small drawing of the paper in a pose, in parallel projection: seen from above where it lies flat, from the
 * front and above where it stands; `slits` of the run's cuts have been made by then, `stretches` of its thread drawn through. Faces nearer the eye are drawn over those behind (painter's order).
 */
export function poseDrawing(
  run: FoldRun,
  pose: Pose,
  width: number,
  height: number,
  slits = 0,
  stretches = 0,
): Drawing {
  const perNm = 1e-6 / run.laid.scale;
  const spread = 0.25; // millimetres between layers, so that a pile shows its edges
  const panels = run.laid.panels.map((panel, i) => {
    const move = pose.panels[i]!;
    const z = pose.lifts[i]! * spread;
    const spots = panel.outline.map((p) => moveSpot(move, { x: p.x * perNm, y: p.y * perNm, z }));
    return { i, faceUp: move[10]! >= 0, spots };
  });
  const standing = panels.some(({ spots }) => spots.some((s) => s.z > 5 + panels.length * spread));
  // Eye from above, or tilted so that upright paper shows: x as it is, y shortened, z lifting on the page.
  const tilt = standing ? 0.5 : 1;
  const rise = standing ? 0.85 : 0.35;
  const project = (s: { x: number; y: number; z: number }): Spot2 => ({
    x: s.x + (standing ? s.y * 0.35 : s.z * 0.2),
    y: s.y * tilt - s.z * rise,
  });
  const depth = (spots: readonly { x: number; y: number; z: number }[]) =>
    spots.reduce((sum, s) => sum + s.z * (standing ? 0.3 : 1) + (standing ? s.y : 0), 0) / spots.length;
  const projected = panels
    .map(({ i, faceUp, spots }) => ({
      i,
      faceUp,
      depth: depth(spots),
      points: spots.map(project),
    }))
    .sort((one, other) => one.depth - other.depth);
  const xs = projected.flatMap(({ points }) => points.map((p) => p.x));
  const ys = projected.flatMap(({ points }) => points.map((p) => p.y));
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const room = mm(1);
  const scale = Math.min(
    (width - 2 * room) / Math.max(right - left, 1e-6),
    (height - 2 * room) / Math.max(bottom - top, 1e-6),
  );
  const place = (p: Spot2): Spot2 => ({
    x: width / 2 + (p.x - (left + right) / 2) * scale,
    y: height / 2 + (p.y - (top + bottom) / 2) * scale,
  });
  const items = projected.flatMap(({ i, faceUp, points }): DrawItem[] => [
    { kind: 'area', tone: faceUp ? 'paper' : 'back', points: points.map(place), outlined: true },
    ...cutsOn(run, pose, i, slits).map((ends): DrawItem => ({
      kind: 'line',
      layer: 'slit',
      points: ends.map((s) => place(project(s))),
    })),
    // Thread on the face that is seen.
    ...run.sewn
      .slice(0, stretches)
      .filter(({ spots: [first] }) => first?.panel === i && (first.side === 'A') === faceUp)
      .map((thread): DrawItem => ({
        kind: 'line',
        layer: 'thread',
        points: threadSpots(run, thread, pose, spread).map((s) => place(project(s))),
      })),
  ]);
  return { width, height, items };
}

/** The cut edges of one panel in space, so that a drawing shows where the blade went. */
const cutsOn = (run: FoldRun, pose: Pose, panel: number, cuts: number): readonly (readonly Spot[])[] =>
  cutEdges(run, panel)
    .filter(({ cut }) => cut < cuts)
    .map(({ ends }) => ends.map((end) => moveSpot(pose.panels[panel]!, { ...end, z: 0 })));

/** The paper as it looks after a step, a standing pose included; `step` −1 is the sheet before the first. */
export const stepDrawing = (run: FoldRun, step: number, width: number, height: number): Drawing =>
  poseDrawing(
    run,
    step < 0 ? poseAt(run, 0, 0) : restPose(run, step),
    width,
    height,
    run.cutSteps.filter((made) => made <= step).length,
    run.sewn.filter((drawn) => drawn.step <= step).length,
  );
