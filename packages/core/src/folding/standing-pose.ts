import { at } from '../result.ts';
import { moveSegment } from '../geometry/line.ts';
import { flapFolds } from './book-pose.ts';
import { spanningTree } from './collapse.ts';
import { bentPose, flatPose, poseAt, type Pose } from './poses.ts';
import { connectedParts } from './laid-paper.ts';
import { depthsOf, type Reading } from './reading.ts';
import { aboutLine, after, moveSpot, raise, STAY, type Rigid } from './rigid.ts';
import { lastMoment, type FoldRun } from './run.ts';
import { bounds, liftsOf, outlinesOf, sideUp } from './state.ts';

/** How far the last movement has gone where paper closes standing: the arms half laid round. */
const HALF_CLOSED = 0.5;
/** A strip stood up opens at each fold by its share of this, in degrees, but neither hardly nor widely. */
const [OPENED, LEAST_OPEN, MOST_OPEN] = [150, 12, 42];
/** Between the front cover and the back of a book stood up, and how far a flap is opened. */
const FANNED = 58;
const FLAP_OPEN = 0.62;
/** The cover looks a little to the left of the maker, so that what opens at the right is seen. */
const TURNED_DEGREES = 24;

/**
 * The finished book stood on its tail, a little open, its front cover towards the maker: how one shows somebody what it is. A strip opens at
 * its folds, leaves fan about their spine, paper that closes standing is half closed. Millimetres; the tail on the table (z = 0).
 */
export function standingPose(run: FoldRun, reading: Reading): Pick<Pose, 'panels' | 'lifts'> {
  const last = run.steps.length - 1;
  const closing = at(run.steps, last);
  const half = (closing.kind === 'collapse' || closing.kind === 'wrap') && closing.stands;
  const { panels, lifts } = half
    ? poseAt(run, last, HALF_CLOSED)
    : {
        panels: isOnePiece(run) ? openedStrip(run, reading) : fanned(run, reading),
        lifts: liftsOf(run.laid, reading.held),
      };
  return { panels: stood(run, reading, panels), lifts };
}

const isOnePiece = (run: FoldRun): boolean => {
  const { hinges, bonds } = lastMoment(run);
  return connectedParts(run.laid.panels.length, [...hinges, ...bonds]).length === 1;
};

/** One piece whose folds form no ring opens at all that run along its spine; one with rings fans as a pile does. */
function openedStrip(run: FoldRun, reading: Reading): readonly Rigid[] {
  const { hinges, bonds, bends } = lastMoment(run);
  const anchor = at(reading.layers, 0);
  if (spanningTree(run.laid.panels.length, { hinges, bonds }, anchor).loops.length > 0) return fanned(run, reading);
  const isUpright = hinges.map(
    ({ p, segment }) => moveSegment(at(reading.held.placed, p), segment).axis === 'vertical',
  );
  const each = Math.min(MOST_OPEN, Math.max(LEAST_OPEN, OPENED / isUpright.filter(Boolean).length));
  const opened = bends.map((bend, i) => (isUpright[i] ? bend - Math.sign(bend) * each : bend));
  return bentPose(run.laid, { hinges, bonds, flat: reading.held }, opened, anchor, STAY);
}

/** Leaves turned about the spine, each a little further than the one before it; what hangs together elsewhere turns together. */
function fanned(run: FoldRun, reading: Reading): readonly Rigid[] {
  const { laid } = run;
  const box = bounds(outlinesOf(laid, reading.held));
  const west = reading.spineAt === 'west';
  const spine = { axis: 'vertical' as const, at: west ? box.left : box.right };
  const scale = 1e-6 / laid.scale;
  const flaps = flapFolds(run, reading);
  const groups = togetherApartFromSpine(run, reading, spine.at, new Set(flaps.keys()));
  const most = Math.max(...groups, 1);
  return flatPose(laid, reading.held).map((panel, i) => {
    const fold = flaps.get(i);
    const group = groups[fold ? fold.leaf : i]!;
    const turn = aboutLine(spine, west ? 1 : -1, (-FANNED * group) / most, scale);
    const leaf = fold ? after(aboutLine(fold.line, fold.toward, fold.degrees * FLAP_OPEN, scale), panel) : panel;
    return after(turn, leaf);
  });
}

/** Numbers the layers from the front cover; layers joined by a fold elsewhere than at the spine have one number. */
function togetherApartFromSpine(
  run: FoldRun,
  reading: Reading,
  spineAt: number,
  flaps: ReadonlySet<number>,
): readonly number[] {
  const depth = depthsOf(reading);
  const leafOf = depth.map(() => 0);
  const joined = new Set<number>();
  for (const { p, q, segment } of lastMoment(run).hinges) {
    const lies = moveSegment(at(reading.held.placed, p), segment);
    if (lies.axis === 'vertical' && lies.at === spineAt) continue;
    if (flaps.has(p) || flaps.has(q)) continue;
    // Everything between the two goes along.
    const [from, to] = [depth[p]!, depth[q]!].sort((a, b) => a - b) as [number, number];
    for (let layer = from; layer < to; layer++) joined.add(layer);
  }
  let group = 0;
  reading.layers.forEach((panel, layer) => {
    leafOf[panel] = group;
    if (!joined.has(layer)) group++;
  });
  for (const [tab, panel] of reading.tabs) leafOf[tab] = leafOf[panel]!;
  return leafOf;
}

/** Turned as a whole until the front cover stands head up and looks at the maker, a little to the left; then set down on the table. */
function stood({ laid }: FoldRun, { held, layers }: Reading, panels: readonly Rigid[]): readonly Rigid[] {
  const cover = at(layers, 0);
  const { b, d } = at(held.placed, cover);
  const m = at(panels, cover);
  const move = (x: number, y: number, z: number): Vector => {
    const row = (r: number) => m[r]! * x + m[r + 1]! * y + m[r + 2]! * z;
    return [row(0), row(4), row(8)];
  };
  // Where north and up of the closed book are on the unfolded panel: its move taken back, being orthogonal.
  const frame = basis(move(-b, -d, 0), move(0, 0, sideUp(held, cover)));
  const [sin, cos] = [TURNED_DEGREES, 90 - TURNED_DEGREES].map((degrees) => Math.sin((degrees * Math.PI) / 180)) as [
    number,
    number,
  ];
  const wanted = basis([0, 0, 1], [-sin, cos, 0]);
  const turn = [0, 1, 2].flatMap((row) => [
    ...[0, 1, 2].map((col) => wanted.reduce((sum, axis, k) => sum + axis[row]! * frame[k]![col]!, 0)),
    0,
  ]);
  const turned = panels.map((panel) => after(turn, panel));
  const scale = 1e-6 / laid.scale;
  const lowest = Math.min(
    ...laid.panels.flatMap(({ outline }, i) =>
      outline.map((p) => moveSpot(turned[i]!, { x: p.x * scale, y: p.y * scale, z: 0 }).z),
    ),
  );
  return turned.map((panel) => after(raise(-lowest), panel));
}

type Vector = readonly [number, number, number];

/** Right, up and towards the looker, of something whose up and face are given. */
const basis = (up: Vector, face: Vector): readonly [Vector, Vector, Vector] => [
  [up[1] * face[2] - up[2] * face[1], up[2] * face[0] - up[0] * face[2], up[0] * face[1] - up[1] * face[0]],
  up,
  face,
];
