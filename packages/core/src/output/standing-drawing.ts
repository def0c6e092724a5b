import type { FoldedBook } from '../forms/planned-book.ts';
import { pageFaces } from '../folding/page-faces.ts';
import { directionTo, moveSpot, type Spot } from '../folding/rigid.ts';
import { standingPose } from '../folding/standing-pose.ts';
import { sideUp } from '../folding/state.ts';
import { mm } from '../units/nm.ts';
import type { Drawing, DrawItem, Spot2, Tone } from './drawing.ts';

/** Where it is looked at from: the maker's side, a little from the right, well above the table. */
const EYE = directionTo(16, 27);

/** Across and down the picture: perpendicular to the eye's direction and to one another. */
const ACROSS = directionTo(16 + 90, 0);
const DOWN: Spot = {
  x: EYE.y * ACROSS.z - EYE.z * ACROSS.y,
  y: EYE.z * ACROSS.x - EYE.x * ACROSS.z,
  z: EYE.x * ACROSS.y - EYE.y * ACROSS.x,
};

/** Millimetres between layers that lie on one another. */
const LAYER = 0.4;

const dot = (a: Spot, b: Spot): number => a.x * b.x + a.y * b.y + a.z * b.z;

/**
 * The finished book standing, a little open, in parallel projection: every form seen from the same side, so that they can be compared. The
 * front cover is inked; bare sides of the paper are darker than printed ones. Farther panels are drawn first (painter's order by their middles).
 */
export function standingDrawing({ run, reading }: FoldedBook, width: number, height: number): Drawing {
  const perNm = 1e-6 / run.laid.scale;
  const { panels, lifts } = standingPose(run, reading);
  const { carries } = pageFaces(run);
  const cover = reading.layers[0]!;
  const outside = sideUp(reading.held, cover) === 1 ? 'A' : 'B';
  const drawn = run.laid.panels
    .map(({ outline }, i) => {
      const move = panels[i]!;
      const spots = outline.map((p) => moveSpot(move, { x: p.x * perNm, y: p.y * perNm, z: lifts[i]! * LAYER }));
      const seen = move[2]! * EYE.x + move[6]! * EYE.y + move[10]! * EYE.z >= 0 ? 'A' : 'B';
      const tone: Tone =
        i === cover && seen === outside ? 'cover' : carries({ panel: i, side: seen }) ? 'paper' : 'back';
      return {
        tone,
        depth: spots.reduce((sum, spot) => sum + dot(spot, EYE), 0) / spots.length,
        points: spots.map((spot): Spot2 => ({ x: dot(spot, ACROSS), y: dot(spot, DOWN) })),
      };
    })
    .sort((one, other) => one.depth - other.depth);
  const xs = drawn.flatMap(({ points }) => points.map(({ x }) => x));
  const ys = drawn.flatMap(({ points }) => points.map(({ y }) => y));
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const room = mm(1);
  const scale = Math.min((width - 2 * room) / (right - left), (height - 2 * room) / (bottom - top));
  // Side by side all stand on one table.
  const place = ({ x, y }: Spot2): Spot2 => ({
    x: width / 2 + (x - (left + right) / 2) * scale,
    y: height - room + (y - bottom) * scale,
  });
  return {
    width,
    height,
    items: drawn.map(({ tone, points }): DrawItem => ({
      kind: 'area',
      tone,
      points: points.map(place),
      outlined: true,
    })),
  };
}
