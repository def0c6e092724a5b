import type { Isometry, Point } from './isometry.ts';

/** The four directions of creases: normals (1,0), (0,1), (1,1) and (1,−1). */
export type Axis = 'vertical' | 'horizontal' | 'rising' | 'falling';

/**
 * The line n·p = at, n being the axis's normal. With y downwards x + y = c climbs to the right when seen
 * (rising) and x − y = c falls. Coefficients are −1, 0, 1: on which side a point lies is one addition.
 */
export interface Line {
  readonly axis: Axis;
  readonly at: number;
}

/** A stretch of a line from `from` to `to`, measured along y on vertical lines and along x on all others. */
export interface Segment extends Line {
  readonly from: number;
  readonly to: number;
}

export const NORMALS: Readonly<Record<Axis, Point>> = {
  vertical: { x: 1, y: 0 },
  horizontal: { x: 0, y: 1 },
  rising: { x: 1, y: 1 },
  falling: { x: 1, y: -1 },
};

export const AXES: readonly Axis[] = ['vertical', 'horizontal', 'rising', 'falling'];

/** n·p − at: 0 on the line, positive on the side its normal points to. */
export function sideOfLine(line: Line, p: Point): number {
  const n = NORMALS[line.axis];
  return n.x * p.x + n.y * p.y - line.at;
}

/** Where along the line a point stands (see Segment). */
export const along = (axis: Axis, p: Point): number => (axis === 'vertical' ? p.y : p.x);

/** The point of a line at a place along it. */
export function pointAlong(line: Line, s: number): Point {
  switch (line.axis) {
    case 'vertical':
      return { x: line.at, y: s };
    case 'horizontal':
      return { x: s, y: line.at };
    case 'rising':
      return { x: s, y: line.at - s };
    case 'falling':
      return { x: s, y: s - line.at };
  }
}

/** The mirror image across the line: p − 2(n·p − c)n/|n|²; |n|² is 1 or 2, so the lattice maps into itself. */
export function reflection(line: Line): Isometry {
  const c = line.at;
  switch (line.axis) {
    case 'vertical':
      return { a: -1, b: 0, c: 0, d: 1, tx: 2 * c, ty: 0 };
    case 'horizontal':
      return { a: 1, b: 0, c: 0, d: -1, tx: 0, ty: 2 * c };
    case 'rising':
      return { a: 0, b: -1, c: -1, d: 0, tx: c, ty: c };
    case 'falling':
      return { a: 0, b: 1, c: 1, d: 0, tx: c, ty: -c };
  }
}

/** The image of a line, its normal brought back to the canonical one of its axis. */
export function moveLine(f: Isometry, line: Line): Line {
  const n = NORMALS[line.axis];
  const nx = f.a * n.x + f.b * n.y;
  const ny = f.c * n.x + f.d * n.y;
  const at = line.at + nx * f.tx + ny * f.ty;
  const axis: Axis = ny === 0 ? 'vertical' : nx === 0 ? 'horizontal' : nx === ny ? 'rising' : 'falling';
  const canonical = NORMALS[axis];
  return { axis, at: nx === canonical.x && ny === canonical.y ? at : -at };
}

/** The image of a segment. */
export function moveSegment(f: Isometry, s: Segment): Segment {
  const { axis, at } = moveLine(f, s);
  const one = placeAfter(f, axis, pointAlong(s, s.from));
  const other = placeAfter(f, axis, pointAlong(s, s.to));
  return one < other ? { axis, at, from: one, to: other } : { axis, at, from: other, to: one };
}

const placeAfter = (f: Isometry, axis: Axis, p: Point): number =>
  axis === 'vertical' ? f.c * p.x + f.d * p.y + f.ty : f.a * p.x + f.b * p.y + f.tx;
