/**
 * A congruence of the plane that keeps the lattice: a quarter turn or a reflection in one of the eight
 * compass directions, then a shift. Folding along creases at multiples of 45° only ever composes these,
 * so positions stay whole numbers and every test on them is exact.
 * (x, y) ↦ (a·x + b·y + tx, c·x + d·y + ty); x to the right, y downwards (towards the tail), in ticks.
 */
export interface Isometry {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly tx: number;
  readonly ty: number;
}

export interface Point {
  readonly x: number;
  readonly y: number;
}

export const IDENTITY: Isometry = { a: 1, b: 0, c: 0, d: 1, tx: 0, ty: 0 };

export const apply = (f: Isometry, p: Point): Point => ({
  x: f.a * p.x + f.b * p.y + f.tx,
  y: f.c * p.x + f.d * p.y + f.ty,
});

/** A shift alone. */
export const translated = (tx: number, ty: number): Isometry => ({ a: 1, b: 0, c: 0, d: 1, tx, ty });

/** f after g. */
export const compose = (f: Isometry, g: Isometry): Isometry => ({
  a: f.a * g.a + f.b * g.c,
  b: f.a * g.b + f.b * g.d,
  c: f.c * g.a + f.d * g.c,
  d: f.c * g.b + f.d * g.d,
  tx: f.a * g.tx + f.b * g.ty + f.tx,
  ty: f.c * g.tx + f.d * g.ty + f.ty,
});

/** The inverse: the linear part is orthogonal, so its inverse is its transpose. */
export const invert = (f: Isometry): Isometry => ({
  a: f.a,
  b: f.c,
  c: f.b,
  d: f.d,
  tx: -(f.a * f.tx + f.c * f.ty),
  ty: -(f.b * f.tx + f.d * f.ty),
});

/** +1: the side that was up is up; −1: the panel lies face down. */
export const sideOf = (f: Isometry): 1 | -1 => (f.a * f.d - f.b * f.c > 0 ? 1 : -1);

export const sameIsometry = (f: Isometry, g: Isometry): boolean =>
  f.a === g.a && f.b === g.b && f.c === g.c && f.d === g.d && f.tx === g.tx && f.ty === g.ty;

/** A quarter turn clockwise (as seen, y downwards) `times` times about the origin. */
export function quarterTurns(times: number): Isometry {
  const turns = ((times % 4) + 4) % 4;
  const cos = [1, 0, -1, 0][turns]!;
  const sin = [0, 1, 0, -1][turns]!;
  return { a: cos, b: -sin, c: sin, d: cos, tx: 0, ty: 0 };
}
