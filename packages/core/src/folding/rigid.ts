import type { Isometry } from '../geometry/isometry.ts';
import { NORMALS, type Line } from '../geometry/line.ts';

/**
 * A rigid move in space as the rows of [R | t], twelve numbers. x to the right, y towards the tail, z up from
 * the table; lengths in millimetres (floats: these are pictures, not measures).
 */
export type Rigid = readonly number[];

export interface Spot {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

export const STAY: Rigid = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0];

/** A direction of length 1, in degrees: round the table (0 is towards the maker, positive to the right) and up from it. */
export function directionTo(roundDegrees: number, upDegrees: number): Spot {
  const [round, up] = [(roundDegrees * Math.PI) / 180, (upDegrees * Math.PI) / 180];
  return { x: Math.sin(round) * Math.cos(up), y: Math.cos(round) * Math.cos(up), z: Math.sin(up) };
}

/** Straight up from the table, in millimetres. */
export const raise = (by: number): Rigid => [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, by];

/** To the right on the table, in millimetres. */
export const eastward = (by: number): Rigid => [1, 0, 0, by, 0, 1, 0, 0, 0, 0, 1, 0];

/** f after g. */
export function after(f: Rigid, g: Rigid): Rigid {
  const m = new Array<number>(12);
  for (let row = 0; row < 3; row++) {
    for (let col = 0; col < 4; col++) {
      const sum = f[row * 4]! * g[col]! + f[row * 4 + 1]! * g[4 + col]! + f[row * 4 + 2]! * g[8 + col]!;
      m[row * 4 + col] = col === 3 ? sum + f[row * 4 + 3]! : sum;
    }
  }
  return m;
}

export const moveSpot = (f: Rigid, { x, y, z }: Spot): Spot => ({
  x: f[0]! * x + f[1]! * y + f[2]! * z + f[3]!,
  y: f[4]! * x + f[5]! * y + f[6]! * z + f[7]!,
  z: f[8]! * x + f[9]! * y + f[10]! * z + f[11]!,
});

/** Flat paper in space: a panel face down is turned about an axis in its plane, so the move stays a rotation. */
export function fromIsometry(f: Isometry, mmPerTick: number): Rigid {
  const side = f.a * f.d - f.b * f.c;
  return [f.a, f.b, 0, f.tx * mmPerTick, f.c, f.d, 0, f.ty * mmPerTick, 0, 0, side, 0];
}

/**
 * Rotation about a line in the table by `degrees`, lifting (positive) the side to which `toward` points along
 * the line's normal: a point at distance d goes to (d cos θ, d sin θ) in the plane of the normal and z.
 */
export function aboutLine(line: Line, toward: 1 | -1, degrees: number, mmPerTick: number): Rigid {
  const raw = NORMALS[line.axis];
  const length = Math.hypot(raw.x, raw.y);
  const nx = (toward * raw.x) / length;
  const ny = (toward * raw.y) / length;
  const c = (toward * line.at * mmPerTick) / length;
  const cos = Math.cos((degrees * Math.PI) / 180);
  const sin = Math.sin((degrees * Math.PI) / 180);
  // p ↦ p + (d(cos−1) − z sin) n + (d sin + z(cos−1)) ẑ, with d = n·p − c
  const k = cos - 1;
  return [
    1 + k * nx * nx,
    k * nx * ny,
    -sin * nx,
    -c * k * nx,
    k * ny * nx,
    1 + k * ny * ny,
    -sin * ny,
    -c * k * ny,
    sin * nx,
    sin * ny,
    cos,
    -c * sin,
  ];
}

/** A turn about the upright axis through a spot, clockwise as seen from above (y towards the tail). */
export function aboutUpright(x: number, y: number, degrees: number): Rigid {
  const cos = Math.cos((degrees * Math.PI) / 180);
  const sin = Math.sin((degrees * Math.PI) / 180);
  return [cos, -sin, 0, x - cos * x + sin * y, sin, cos, 0, y - sin * x - cos * y, 0, 0, 1, 0];
}
