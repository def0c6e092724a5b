/** The two sides of a fold: where the middle of a section opens, and its spine. */
export const FOLD_SIDES = ['inside', 'outside'] as const;
export type FoldSide = (typeof FOLD_SIDES)[number];

export const otherSide = (side: FoldSide): FoldSide => (side === 'inside' ? 'outside' : 'inside');

/** A hole: sections and stations counted from 1, as makers do, stations from the head. */
export interface Hole {
  readonly section: number;
  readonly station: number;
}

/** What the needle does next: through the fold at a hole; or, outside, under the thread that comes out of another section's hole. */
export type Pass = Hole & { readonly kind: 'through' | 'under' };

/** The way of a needle. It leaves its end lying on the side from which it goes through first; every hole leads to the other side. */
export interface Path {
  readonly begins: FoldSide;
  readonly passes: readonly Pass[];
}

/** Through one fold, station after station. */
export const throughOneFold = (begins: FoldSide, stations: readonly number[]): Path => ({
  begins,
  passes: stations.map((station) => ({ kind: 'through', section: 1, station })),
});

/** Thread between two passes: along a fold, on one side of it, or outside from one section to the next. */
export interface Stretch {
  readonly side: FoldSide;
  readonly from: Hole;
  readonly to: Hole;
  /** after which pass (0-based) it lies */
  readonly after: number;
  /** the end that goes back to where the beginning lies, to be tied with it */
  readonly closes?: true;
}

/** On which side the needle is after each pass. */
export function sidesAfter({ begins, passes }: Path): readonly FoldSide[] {
  let side = begins;
  return passes.map(({ kind }) => (side = kind === 'through' ? otherSide(side) : side));
}

/**
 * Every stretch of thread, in order. Where both ends lie on one side of one fold but not at one station, the end goes back along it
 * to the beginning: so a running stitch tied at an end comes to its first gap without using its first hole again.
 */
export function stretchesOf(path: Path): readonly Stretch[] {
  const { begins, passes } = path;
  const sides = sidesAfter(path);
  const holes = passes.map((pass, i) => ({ pass, i })).filter(({ pass }) => pass.kind === 'through');
  const between = holes.slice(1).map(({ pass, i }, k): Stretch => {
    const before = holes[k]!;
    return { side: sides[before.i]!, from: before.pass, to: pass, after: i - 1 };
  });
  const [first, last] = [holes[0], holes.at(-1)];
  const closes =
    first && last && sides[last.i] === begins && first.pass.section === last.pass.section && first.i !== last.i;
  return closes && first.pass.station !== last.pass.station
    ? [...between, { side: begins, from: last.pass, to: first.pass, after: passes.length - 1, closes: true }]
    : between;
}
