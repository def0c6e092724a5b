import { apply, type Isometry, type Point } from './isometry.ts';
import { along, AXES, NORMALS, pointAlong, sideOfLine, type Line, type Segment } from './line.ts';

/** A convex polygon whose edges run in the eight compass directions; vertices in ticks, either sense. */
export type Outline = readonly Point[];

/** Least and greatest n·p over the outline for the four normals, in the order of AXES: such a polygon is exactly the meet of these eight half planes. */
export type Extents = readonly { readonly min: number; readonly max: number }[];

export function extentsOf(outline: Outline): Extents {
  const first = outline[0]!;
  let [x0, x1, y0, y1] = [first.x, first.x, first.y, first.y];
  let [s0, s1, d0, d1] = [first.x + first.y, first.x + first.y, first.x - first.y, first.x - first.y];
  for (const { x, y } of outline) {
    if (x < x0) x0 = x;
    else if (x > x1) x1 = x;
    if (y < y0) y0 = y;
    else if (y > y1) y1 = y;
    if (x + y < s0) s0 = x + y;
    else if (x + y > s1) s1 = x + y;
    if (x - y < d0) d0 = x - y;
    else if (x - y > d1) d1 = x - y;
  }
  return [
    { min: x0, max: x1 },
    { min: y0, max: y1 },
    { min: s0, max: s1 },
    { min: d0, max: d1 },
  ];
}

/**
 * Whether two outlines share area. Separating axes: two convex polygons are apart along the normal of
 * an edge of one of them, and all edge normals are among our four (Ericson, Real-Time Collision
 * Detection, 2005, 5.2.1), so comparing extents is exact.
 */
export function overlap(one: Extents, other: Extents): boolean {
  for (let i = 0; i < one.length; i++) {
    const a = one[i]!;
    const b = other[i]!;
    if (a.max <= b.min || b.max <= a.min) return false;
  }
  return true;
}

export const sameExtents = (one: Extents, other: Extents): boolean =>
  one.every((a, i) => a.min === other[i]!.min && a.max === other[i]!.max);

export const moveOutline = (f: Isometry, outline: Outline): Outline => outline.map((p) => apply(f, p));

/** The part of an outline on one side of a line (`sign` +1: where the normal points), or undefined when that part has no area. */
export function clip(outline: Outline, line: Line, sign: 1 | -1): Outline | undefined {
  const kept: Point[] = [];
  for (let i = 0; i < outline.length; i++) {
    const p = outline[i]!;
    const q = outline[(i + 1) % outline.length]!;
    const dp = sign * sideOfLine(line, p);
    const dq = sign * sideOfLine(line, q);
    if (dp >= 0) kept.push(p);
    if ((dp > 0 && dq < 0) || (dp < 0 && dq > 0)) {
      const t = dp / (dp - dq);
      kept.push({ x: Math.round(p.x + (q.x - p.x) * t), y: Math.round(p.y + (q.y - p.y) * t) });
    }
  }
  const inside = kept.filter((p, i) => {
    const next = kept[(i + 1) % kept.length]!;
    return p.x !== next.x || p.y !== next.y;
  });
  return inside.length >= 3 && inside.some((p) => sideOfLine(line, p) !== 0) ? inside : undefined;
}

/** Whether three outlines share area (Helly: pairwise is not enough in the plane). */
export function tripleOverlap(one: Outline, other: Outline, third: Outline): boolean {
  let rest: Outline | undefined = one;
  for (const cutter of [other, third]) {
    for (const { line, inward } of edgesOf(cutter)) {
      rest = rest && clip(rest, line, inward);
    }
  }
  return rest !== undefined;
}

export interface Edge {
  readonly line: Segment;
  /** the side of the line on which the outline lies */
  readonly inward: 1 | -1;
}

const edges = new WeakMap<Outline, readonly Edge[]>();

/** The edges of an outline, each as a stretch of one of the four kinds of line. Kept by outline: panels are asked for theirs at every cut. */
export function edgesOf(outline: Outline): readonly Edge[] {
  const known = edges.get(outline);
  if (known) return known;
  const found = findEdges(outline);
  edges.set(outline, found);
  return found;
}

function findEdges(outline: Outline): readonly Edge[] {
  return outline.flatMap((p, i) => {
    const q = outline[(i + 1) % outline.length]!;
    const axis = AXES.find((candidate) => {
      const n = NORMALS[candidate];
      return n.x * (q.x - p.x) + n.y * (q.y - p.y) === 0;
    });
    if (!axis || (p.x === q.x && p.y === q.y)) return [];
    const n = NORMALS[axis];
    const line: Line = { axis, at: n.x * p.x + n.y * p.y };
    const inner = outline.find((vertex) => sideOfLine(line, vertex) !== 0);
    if (!inner) return [];
    const ends = [along(axis, p), along(axis, q)];
    return [
      {
        line: { ...line, from: Math.min(...ends), to: Math.max(...ends) },
        inward: sideOfLine(line, inner) > 0 ? (1 as const) : (-1 as const),
      },
    ];
  });
}

/** The two end points of a segment. */
export const endsOf = (s: Segment): readonly [Point, Point] => [pointAlong(s, s.from), pointAlong(s, s.to)];

/** Whether a segment runs through the inside of an outline over some length. */
export function crossesInside(outline: Outline, s: Segment): boolean {
  const sides = outline.map((p) => sideOfLine(s, p));
  if (!sides.some((v) => v > 0) || !sides.some((v) => v < 0)) return false;
  const cut = clip(outline, s, 1);
  if (!cut) return false;
  const onLine = cut.filter((p) => sideOfLine(s, p) === 0).map((p) => along(s.axis, p));
  return Math.min(s.to, Math.max(...onLine)) > Math.max(s.from, Math.min(...onLine));
}
