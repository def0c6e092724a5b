/**
 * A second, independent computation of a folded stack, for checking the engine against: it imports nothing of
 * it. Sample points of the sheet fall through the folds as floating-point points with a height; at each fold the
 * points beyond the line are mirrored and their heights reflected over (or under) everything; piles are then
 * read off by sorting points that came to the same spot by height.
 */
export interface FallingPoint {
  /** where on the unfolded sheet the point was marked */
  readonly mark: readonly [number, number];
  x: number;
  y: number;
  height: number;
  faceUp: boolean;
}

export interface FallingFold {
  /** normal of the fold line (need not have length 1) and its offset: n·p = offset */
  readonly normal: readonly [number, number];
  readonly offset: number;
  readonly movesPositive: boolean;
  readonly up: boolean;
}

export const markPoints = (marks: readonly (readonly [number, number])[]): FallingPoint[] =>
  marks.map((mark) => ({ mark, x: mark[0], y: mark[1], height: 0, faceUp: true }));

export function foldPoints(points: FallingPoint[], fold: FallingFold): void {
  const heights = points.map(({ height }) => height);
  // Strictly beyond everything, so that the mirrored heights clear the pile.
  const pivot = fold.up ? Math.max(...heights) + 0.5 : Math.min(...heights) - 0.5;
  const [nx, ny] = fold.normal;
  const square = nx * nx + ny * ny;
  for (const point of points) {
    const distance = nx * point.x + ny * point.y - fold.offset;
    if (distance > 0 !== fold.movesPositive) continue;
    point.x -= (2 * distance * nx) / square;
    point.y -= (2 * distance * ny) / square;
    point.height = 2 * pivot - point.height;
    point.faceUp = !point.faceUp;
  }
}

/** Least and greatest n·p over the points' sheet: here over given corner points carried along with the rest. */
export const reachOf = (
  points: readonly FallingPoint[],
  normal: readonly [number, number],
): readonly [number, number] => {
  const values = points.map(({ x, y }) => normal[0] * x + normal[1] * y);
  return [Math.min(...values), Math.max(...values)];
};
