/** (x, y) ↦ (a·x + c·y + e, b·x + d·y + f): the order of PDF and SVG matrices. Floats, for placing pictures. */
export type Affine = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

/** f after g. */
export const affineAfter = (f: Affine, g: Affine): Affine => [
  f[0] * g[0] + f[2] * g[1],
  f[1] * g[0] + f[3] * g[1],
  f[0] * g[2] + f[2] * g[3],
  f[1] * g[2] + f[3] * g[3],
  f[0] * g[4] + f[2] * g[5] + f[4],
  f[1] * g[4] + f[3] * g[5] + f[5],
];

export const translation = (x: number, y: number): Affine => [1, 0, 0, 1, x, y];

export const scaling = (x: number, y: number = x): Affine => [x, 0, 0, y, 0, 0];

/** Quarter turns clockwise as seen with y downwards (exact: no sines of right angles). */
export function quarterTurn(times: number): Affine {
  const turn = ((times % 4) + 4) % 4;
  const cos = [1, 0, -1, 0][turn]!;
  const sin = [0, 1, 0, -1][turn]!;
  return [cos, sin, -sin, cos, 0, 0];
}

export const affineApply = (f: Affine, x: number, y: number): readonly [number, number] => [
  f[0] * x + f[2] * y + f[4],
  f[1] * x + f[3] * y + f[5],
];

/** Degrees clockwise as seen with y downwards; multiples of 90 are exact. */
export function rotation(degrees: number): Affine {
  if (degrees % 90 === 0) return quarterTurn(degrees / 90);
  const radians = (degrees * Math.PI) / 180;
  const [cos, sin] = [Math.cos(radians), Math.sin(radians)];
  return [cos, sin, -sin, cos, 0, 0];
}
