import type { LaidSize } from './parent.ts';

/** How a rectangle is parted: a piece at its top left with what is left beside it, left over, or cut edge to edge in two. */
export type Pattern =
  | { readonly kind: 'piece'; readonly size: LaidSize }
  | { readonly kind: 'offcut' }
  | { readonly kind: 'upright' | 'level'; readonly at: number; readonly first: Pattern; readonly second: Pattern };

export interface BestPattern {
  readonly value: number;
  readonly pattern: Pattern;
  /** false: there were more places to cut than are looked at, and some were left out */
  readonly proven: boolean;
}

/** More places than this along one side are not looked at one by one. */
const MOST_PLACES = 1500;

/**
 * Places at which a cut can lie without loss: every pattern can be pushed to the left and the top until each cut touches a
 * piece, so that its place is a sum of sides (normal patterns: Herz, IBM Journal of Research and Development 16, 1972;
 * Christofides & Whitlock, Operations Research 25, 1977).
 */
export function cutPlaces(length: number, sides: readonly number[]): readonly number[] | undefined {
  const reached = new Set([0]);
  const queue = [0];
  const useful = [...new Set(sides)].filter((side) => side <= length);
  for (let place = queue.pop(); place !== undefined; place = queue.pop()) {
    for (const side of useful) {
      const next = place + side;
      if (next > length || reached.has(next)) continue;
      reached.add(next);
      queue.push(next);
      if (reached.size > MOST_PLACES) return undefined;
    }
  }
  return [...reached].sort((a, b) => a - b);
}

/**
 * The most valuable edge-to-edge pattern of a rectangle, each size as often as there is room, and among equals one with the
 * fewest cuts. Dynamic programming over all rectangles whose sides are sums of sides (Gilmore & Gomory, Operations Research 14,
 * 1966, as corrected by Herz): best(x, y) is the best of a single piece, and of best(x′, y) + best(x − x′, y) and
 * best(x, y′) + best(x, y − y′). By symmetry x′ ≤ x/2. Exact: whole nanometres, sums of values compared as they are.
 *
 * @param width nanometres, the gap already added once to it and to both sides of every size
 */
export function bestPattern(
  width: number,
  height: number,
  sizes: readonly LaidSize[],
  valueOf: (size: LaidSize) => number,
): BestPattern {
  const allX = cutPlaces(
    width,
    sizes.map((size) => size.width),
  );
  const allY = cutPlaces(
    height,
    sizes.map((size) => size.height),
  );
  const xs =
    allX ??
    coarse(
      width,
      sizes.map((size) => size.width),
    );
  const ys =
    allY ??
    coarse(
      height,
      sizes.map((size) => size.height),
    );
  const [m, n] = [xs.length, ys.length];
  const value = new Float64Array(m * n);
  const cuts = new Int32Array(m * n);
  /** what was done: −1 left over, 0 … a piece, then upright cuts, then level cuts by the place of the first part */
  const done = new Int32Array(m * n).fill(-1);
  const [restX, restY] = [rests(xs), rests(ys)];
  const worth = sizes.map(valueOf);
  for (let i = 1; i < m; i++) {
    for (let j = 1; j < n; j++) {
      let best = 0;
      let fewest = 0;
      let how = -1;
      for (let k = 0; k < sizes.length; k++) {
        const size = sizes[k]!;
        // A piece that does not fill the rectangle takes one or two more cuts.
        if (size.width > xs[i]! || size.height > ys[j]!) continue;
        const needed = Number(size.width < xs[i]!) + Number(size.height < ys[j]!);
        if (worth[k]! > best || (worth[k]! === best && needed < fewest)) [best, fewest, how] = [worth[k]!, needed, k];
      }
      const beside = restX[i]!;
      for (let a = 0; a < beside.length; a++) {
        const one = (a + 1) * n + j;
        const other = beside[a]! * n + j;
        const sum = value[one]! + value[other]!;
        if (sum < best) continue;
        const count = cuts[one]! + cuts[other]! + 1;
        if (sum === best && count >= fewest) continue;
        best = sum;
        fewest = count;
        how = sizes.length + a;
      }
      const below = restY[j]!;
      for (let b = 0; b < below.length; b++) {
        const one = i * n + b + 1;
        const other = i * n + below[b]!;
        const sum = value[one]! + value[other]!;
        if (sum < best) continue;
        const count = cuts[one]! + cuts[other]! + 1;
        if (sum === best && count >= fewest) continue;
        best = sum;
        fewest = count;
        how = sizes.length + m + b;
      }
      value[i * n + j] = best;
      cuts[i * n + j] = fewest;
      done[i * n + j] = how;
    }
  }
  const tree = (i: number, j: number): Pattern => {
    const how = i > 0 && j > 0 ? done[i * n + j]! : -1;
    if (how < 0) return { kind: 'offcut' };
    if (how < sizes.length) return { kind: 'piece', size: sizes[how]! };
    if (how < sizes.length + m) {
      const a = how - sizes.length;
      return { kind: 'upright', at: xs[a + 1]!, first: tree(a + 1, j), second: tree(restX[i]![a]!, j) };
    }
    const b = how - sizes.length - m;
    return { kind: 'level', at: ys[b + 1]!, first: tree(i, b + 1), second: tree(i, restY[j]![b]!) };
  };
  return {
    value: value[m * n - 1]!,
    pattern: tree(m - 1, n - 1),
    proven: allX !== undefined && allY !== undefined,
  };
}

/**
 * For each place, and each first part of at most half of it: the largest place that the rest still holds. The parts are the
 * places from the second on, so the first part's index is one more than its place in the list.
 */
function rests(places: readonly number[]): readonly Int32Array[] {
  return places.map((whole, top) => {
    const found: number[] = [];
    let rest = top;
    for (let part = 1; part <= top && 2 * places[part]! <= whole; part++) {
      while (places[rest]! > whole - places[part]!) rest--;
      found.push(rest);
    }
    return Int32Array.from(found);
  });
}

/** Where there are too many sums to look at: the multiples of each side, and of each side after one of another. */
function coarse(length: number, sides: readonly number[]): readonly number[] {
  const places = new Set([0]);
  for (const start of [0, ...sides])
    for (const side of sides)
      for (let place = start; place <= length; place += side) if (places.size < MOST_PLACES) places.add(place);
  return [...places].filter((place) => place <= length).sort((a, b) => a - b);
}
