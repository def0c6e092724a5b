import { keptBy } from '../kept.ts';
import { ajarAt, restPose } from './ajar.ts';
import { poseAt, type Pose } from './poses.ts';
import { directionTo, moveSpot, type Rigid, type Spot } from './rigid.ts';
import type { FoldRun } from './run.ts';
import { stepPlace, type StepPlace } from './step-place.ts';

/** From the maker's chair: a little to the left, well above the table. A direction of length 1, y towards the maker. */
export const FROM_THE_CHAIR: Spot = directionTo(-17, 47);

/**
 * Other places to look from, in degrees: round the table (0 is the chair's side, positive to the right), and up from it; the nearest to
 * the chair first. None lies beyond the ends of the table: from there left would be right.
 */
const PLACES: readonly Spot[] = [-40, 10, 35, -62, 60].flatMap((round) => [
  directionTo(round, 47),
  directionTo(round, 32),
  directionTo(round, 68),
]);

/** A place shows enough with this share of the area of what a step is about: no better one is looked for. */
const ENOUGH = 0.27;

/** Millimetres between layers, so that a pile hides what lies within it. */
const LAYER = 0.2;

/**
 * From where a step of a run (0-based) is seen well: the direction nearest to the chair that shows enough of what moves, or of the faces that
 * are glued, unhidden by other panels; if none does, the one that shows most. (Parallel projection, a ray from the middle of each panel.)
 */
export const eyeFor = keptBy((run: FoldRun, step: number): Spot => {
  const place = stepPlace(run, step);
  const instants = ajarAt(run, step) ? [restPose(run, step)] : [0.35, 0.7].map((t) => poseAt(run, step, t));
  const sheet = new PosedPanels(run, instants);
  const places = [FROM_THE_CHAIR, ...PLACES].map((eye) => ({ eye, shows: sheet.shown(place, eye) }));
  const most = places.reduce((best, one) => (one.shows > best.shows ? one : best));
  return (places.find(({ shows }) => shows >= ENOUGH) ?? most).eye;
});

interface Posed {
  readonly move: Rigid;
  readonly outline: readonly Spot[];
  readonly middle: Spot;
}

/** The panels of a run at some instants, in millimetres, to look at from anywhere. */
class PosedPanels {
  private readonly instants: readonly (readonly Posed[])[];
  private readonly areas: readonly number[];

  constructor(run: FoldRun, poses: readonly Pose[]) {
    const mm = 1e-6 / run.laid.scale;
    const outlines = run.laid.panels.map(({ outline }) => outline.map(({ x, y }) => ({ x: x * mm, y: y * mm, z: 0 })));
    this.areas = outlines.map(areaOf);
    this.instants = poses.map(({ panels, lifts }) =>
      outlines.map((outline, i) => ({
        move: panels[i]!,
        outline,
        middle: moveSpot(panels[i]!, { ...middleOf(outline), z: lifts[i]! * LAYER }),
      })),
    );
  }

  /** How much of the subject's area is seen from there, on average: 1 if all of it were looked at squarely. */
  shown({ moved, faces, opened }: StepPlace, eye: Spot): number {
    const two = [...faces, ...opened];
    if (two.length > 0)
      // Of two faces that will meet the one seen less decides.
      return Math.min(...two.map(({ panel, side }) => this.seen([panel], eye, (cos) => (side === 'A' ? cos : -cos))));
    return moved.length > 0 ? this.seen(moved, eye, Math.abs) : 1;
  }

  private seen(subject: readonly number[], eye: Spot, facing: (cosine: number) => number): number {
    const area = subject.reduce((sum, i) => sum + this.areas[i]!, 0);
    const perInstant = this.instants.map((panels) =>
      subject.reduce((sum, i) => {
        const share = facing(towardsEye(panels[i]!, eye));
        return share > 0 && !this.hidden(panels, i, eye) ? sum + share * this.areas[i]! : sum;
      }, 0),
    );
    return perInstant.reduce((sum, one) => sum + one, 0) / perInstant.length / area;
  }

  /** Whether another panel lies between the middle of one and the eye. */
  private hidden(panels: readonly Posed[], of: number, eye: Spot): boolean {
    const from = panels[of]!.middle;
    return panels.some((other, i) => i !== of && meets(other, from, eye));
  }
}

/** Cosine between a panel's face A and the eye. */
const towardsEye = ({ move }: Posed, eye: Spot): number => move[2]! * eye.x + move[6]! * eye.y + move[10]! * eye.z;

/** Whether the ray from a spot towards the eye passes through a panel. */
function meets({ move, outline, middle }: Posed, from: Spot, eye: Spot): boolean {
  const [nx, ny, nz] = [move[2]!, move[6]!, move[10]!];
  const slant = nx * eye.x + ny * eye.y + nz * eye.z;
  if (Math.abs(slant) < 1e-9) return false;
  const along = (nx * (middle.x - from.x) + ny * (middle.y - from.y) + nz * (middle.z - from.z)) / slant;
  if (along <= 1e-6) return false;
  // Back onto the unfolded sheet, by the transposed rotation.
  const [dx, dy, dz] = [
    from.x + along * eye.x - move[3]!,
    from.y + along * eye.y - move[7]!,
    from.z + along * eye.z - move[11]!,
  ];
  const x = move[0]! * dx + move[4]! * dy + move[8]! * dz;
  const y = move[1]! * dx + move[5]! * dy + move[9]! * dz;
  return inside(outline, x, y);
}

/** Whether a spot lies inside a convex outline of either sense. */
function inside(outline: readonly Spot[], x: number, y: number): boolean {
  let sense = 0;
  return outline.every((p, i) => {
    const q = outline[(i + 1) % outline.length]!;
    const side = Math.sign((q.x - p.x) * (y - p.y) - (q.y - p.y) * (x - p.x));
    if (side === 0) return false;
    sense ||= side;
    return side === sense;
  });
}

const middleOf = (outline: readonly Spot[]): Spot => ({
  x: outline.reduce((sum, { x }) => sum + x, 0) / outline.length,
  y: outline.reduce((sum, { y }) => sum + y, 0) / outline.length,
  z: 0,
});

const areaOf = (outline: readonly Spot[]): number =>
  Math.abs(
    outline.reduce((sum, p, i) => {
      const q = outline[(i + 1) % outline.length]!;
      return sum + p.x * q.y - q.x * p.y;
    }, 0),
  ) / 2;
