import type { LongWork } from '../long-work.ts';
import type { LaidSize } from './parent.ts';

/** How a rectangle is parted: a piece at its top left with what is left beside it, left over, or cut edge to edge in two. */
export type Pattern =
  | { readonly kind: 'piece'; readonly size: LaidSize }
  | { readonly kind: 'offcut' }
  | { readonly kind: 'upright' | 'level'; readonly at: number; readonly first: Pattern; readonly second: Pattern };

/** What pieces are cut from. Nanometres, the gap already added once to the room, to every size and to the longest cut. */
export interface Room {
  readonly width: number;
  readonly height: number;
  /** the longest cut of the trimmer; Infinity: any */
  readonly longest: number;
  /** of a part that is searched by itself, the sheet that it was parted from: rule and knife break down that, not the part */
  readonly whole?: { readonly width: number; readonly height: number };
}

/**
 * Whether a cut can run over a length of the room: the trimmer reaches; or the room is too large for the trimmer either way, and rule and
 * knife break it down from side to side.
 */
export function canCut(length: number, side: 'width' | 'height', room: Room): boolean {
  const whole = room.whole ?? room;
  return length <= room.longest || (length === whole[side] && Math.min(whole.width, whole.height) > room.longest);
}

/** The most that can be had from every rectangle whose sides are sums of sides. */
export interface PatternTable {
  readonly xs: readonly number[];
  readonly ys: readonly number[];
  /** by place along the width, then along the height */
  readonly value: Float64Array;
  /** false: there were more places to cut than are looked at, and some were left out */
  readonly complete: boolean;
  readonly best: () => Pattern;
  /** for each place, and each first part of at most half of it (its index is one less than the part's): the place of the largest rest */
  readonly restX: readonly Int32Array[];
  readonly restY: readonly Int32Array[];
}

/** What is done with a rectangle besides parting it: nothing, or cutting it down to the next smaller place. */
const [LEFT_OVER, SPARE_X, SPARE_Y] = [-1, -2, -3];

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
 * The most valuable edge-to-edge pattern of a room, each size as often as there is room, and among equals one with the
 * fewest cuts. Dynamic programming over all rectangles whose sides are sums of sides (Gilmore & Gomory, Operations Research 14,
 * 1966, as corrected by Herz): best(x, y) is the best of a single piece, and of best(x′, y) + best(x − x′, y) and
 * best(x, y′) + best(x, y − y′). By symmetry x′ ≤ x/2. Exact: whole nanometres, sums of values compared as they are.
 *
 * The room's own sides are places too: with a longest cut it matters how far the first cuts really run. Any later rectangle may
 * be taken as its sums, since what is over can be cut off as far as its own first cut ran (docs/cutting.md).
 */
export function* fillTable(
  room: Room,
  sizes: readonly LaidSize[],
  worth: readonly number[],
): LongWork<number, PatternTable> {
  const places = placesOf(room, sizes);
  const { xs, ys, restX, restY, complete } = places;
  const [m, n] = [xs.length, ys.length];
  const filling: Filling = {
    ...places,
    room,
    sizes,
    worth,
    dearest: [...sizes.keys()].filter((k) => worth[k]! > 0).sort((a, b) => worth[b]! - worth[a]!),
    value: new Float64Array(m * n),
    across: new Float64Array(m * n),
    cuts: new Int32Array(m * n),
    done: new Int32Array(m * n).fill(LEFT_OVER),
    uprightAt: ys.map((y) => canCut(y, 'height', room)),
    stepsX: new Int32Array(m * n),
    countX: new Int32Array(n),
    lastX: new Int32Array(n),
    stepsY: new Int32Array(n),
  };
  for (let i = 1; i < m; i++) {
    fillColumn(filling, i);
    yield i / m;
  }
  const { value, done } = filling;
  const tree = (i: number, j: number): Pattern => {
    const how = i > 0 && j > 0 ? done[i * n + j]! : LEFT_OVER;
    if (how === SPARE_X) return { kind: 'upright', at: xs[i - 1]!, first: tree(i - 1, j), second: { kind: 'offcut' } };
    if (how === SPARE_Y) return { kind: 'level', at: ys[j - 1]!, first: tree(i, j - 1), second: { kind: 'offcut' } };
    if (how === LEFT_OVER) return { kind: 'offcut' };
    if (how < sizes.length) return { kind: 'piece', size: sizes[how]! };
    if (how < sizes.length + m) {
      const a = how - sizes.length;
      return { kind: 'upright', at: xs[a + 1]!, first: tree(a + 1, j), second: tree(restX[i]![a]!, j) };
    }
    const b = how - sizes.length - m;
    return { kind: 'level', at: ys[b + 1]!, first: tree(i, b + 1), second: tree(i, restY[j]![b]!) };
  };
  return {
    xs,
    ys,
    value,
    complete,
    best: () => tree(m - 1, n - 1),
    restX,
    restY,
  };
}

/** A table while it is filled; everything by place along the width, then along the height, unless it says otherwise. */
interface Filling extends Places {
  readonly room: Room;
  readonly sizes: readonly LaidSize[];
  readonly worth: readonly number[];
  /** sizes that are worth something, the dearest first */
  readonly dearest: readonly number[];
  readonly value: Float64Array;
  /** the same by place along the height, then along the width: upright cuts are read in a row */
  readonly across: Float64Array;
  readonly cuts: Int32Array;
  /** what was done: 0 … a piece, then upright cuts, then level cuts by the place of the first part */
  readonly done: Int32Array;
  readonly uprightAt: readonly boolean[];
  /**
   * A first part that is worth no more than a smaller one need not be looked at: with the smaller one the rest is larger. So the places are kept where a rectangle becomes worth
   * more, or as much with fewer cuts: of every height along the width, how many and the last; and of one width along the height.
   */
  readonly stepsX: Int32Array;
  readonly countX: Int32Array;
  readonly lastX: Int32Array;
  readonly stepsY: Int32Array;
}

/** All rectangles of one width. */
function fillColumn(filling: Filling, i: number): void {
  const { room, sizes, worth, dearest, xs, ys, restX, restY, uprightAt } = filling;
  const { value, across, cuts, done, stepsX, countX, lastX, stepsY } = filling;
  const { longest } = room;
  const [m, n] = [xs.length, ys.length];
  const x = xs[i]!;
  const beside = restX[i]!;
  const canLevel = canCut(x, 'width', room);
  const column = i * n;
  let countY = 0;
  let lastY = 0;
  for (let j = 1; j < n; j++) {
    const y = ys[j]!;
    let best = 0;
    let fewest = 0;
    let how = LEFT_OVER;
    const canUpright = uprightAt[j]!;
    const row = j * m;
    for (let k = row, end = canUpright ? row + countX[j]! : row; k < end; k++) {
      const a = stepsX[k]!;
      if (a > beside.length) break;
      const rest = beside[a - 1]!;
      const sum = across[row + a]! + across[row + rest]!;
      if (sum < best) continue;
      const count = cuts[a * n + j]! + cuts[rest * n + j]! + 1;
      if (sum === best && count >= fewest) continue;
      best = sum;
      fewest = count;
      how = sizes.length + a - 1;
    }
    const below = restY[j]!;
    for (let k = 0, end = canLevel ? countY : 0; k < end; k++) {
      const b = stepsY[k]!;
      if (b > below.length) break;
      const rest = below[b - 1]!;
      const sum = value[column + b]! + value[column + rest]!;
      if (sum < best) continue;
      const count = cuts[column + b]! + cuts[column + rest]! + 1;
      if (sum === best && count >= fewest) continue;
      best = sum;
      fewest = count;
      how = sizes.length + m + b - 1;
    }
    for (let d = 0; d < dearest.length; d++) {
      const k = dearest[d]!;
      if (worth[k]! < best) break;
      const size = sizes[k]!;
      if (size.width > x || size.height > y) continue;
      // A piece that does not fill the rectangle takes one or two more cuts.
      const freeing = Number(size.width < x) + Number(size.height < y);
      if (longest !== Infinity && !canFree(size, x, y, room)) continue;
      if (worth[k]! === best && freeing >= fewest && how !== LEFT_OVER) continue;
      best = worth[k]!;
      fewest = freeing;
      how = k;
    }
    // A rectangle can be cut down first, so that later cuts run less far: a larger one is not always worth as much.
    if (longest !== Infinity) {
      if (canUpright && value[column - n + j]! > best)
        [best, fewest, how] = [value[column - n + j]!, cuts[column - n + j]! + 1, SPARE_X];
      if (canLevel && value[column + j - 1]! > best)
        [best, fewest, how] = [value[column + j - 1]!, cuts[column + j - 1]! + 1, SPARE_Y];
    }
    value[column + j] = best;
    across[row + i] = best;
    cuts[column + j] = fewest;
    done[column + j] = how;
    const before = lastX[j]! * n + j;
    if (best > value[before]! || (best === value[before]! && fewest < cuts[before]!)) {
      stepsX[row + countX[j]!++] = i;
      lastX[j] = i;
    }
    if (best > value[column + lastY]! || (best === value[column + lastY]! && fewest < cuts[column + lastY]!)) {
      stepsY[countY++] = j;
      lastY = j;
    }
  }
}

/** Where a room can be cut, and how its sides part. */
type Places = Pick<PatternTable, 'xs' | 'ys' | 'restX' | 'restY' | 'complete'>;

/** By sizes, then by room: the same room is priced again and again with other worths. */
const known = new WeakMap<readonly LaidSize[], Map<string, Places>>();

function placesOf(room: Room, sizes: readonly LaidSize[]): Places {
  const ofSizes = known.get(sizes) ?? new Map<string, Places>();
  known.set(sizes, ofSizes);
  // Where a trimmer reaches so far only, rectangles are cut down place by place.
  const all = room.longest !== Infinity;
  const key = `${room.width} ${room.height} ${all}`;
  const before = ofSizes.get(key);
  if (before) return before;
  const along = (length: number, sides: readonly number[]) => {
    const sums = cutPlaces(length, sides);
    const places = withEnd(sums ?? coarse(length, sides), length);
    return { places: all ? places : needed(places), complete: sums !== undefined };
  };
  const x = along(
    room.width,
    sizes.map(({ width }) => width),
  );
  const y = along(
    room.height,
    sizes.map(({ height }) => height),
  );
  const [xs, ys] = [x.places, y.places];
  const places = {
    xs,
    ys,
    restX: xs.map((_, i) => restsOf(xs, i)),
    restY: ys.map((_, j) => restsOf(ys, j)),
    complete: x.complete && y.complete,
  };
  ofSizes.set(key, places);
  return places;
}

/** What the whole room is worth. */
export const tableValue = ({ value }: PatternTable): number => value[value.length - 1]!;

/** Whether a piece can be cut free of the rectangle it lies in, in one order or the other, without a cut that is too long. */
export function canFree(size: LaidSize, x: number, y: number, room: Room): boolean {
  const [narrower, lower] = [size.width < x, size.height < y];
  const [upright, level] = [canCut(y, 'height', room), canCut(x, 'width', room)];
  if (narrower && lower)
    return (upright && canCut(size.width, 'width', room)) || (level && canCut(size.height, 'height', room));
  return (!narrower || upright) && (!lower || level);
}

const withEnd = (places: readonly number[], end: number): readonly number[] =>
  places[places.length - 1] === end ? places : [...places, end];

/**
 * For a place, and each first part of at most half of it: the largest place that the rest still holds. The parts are the
 * places from the second on, so the first part's index is one more than its place in the list.
 */
function restsOf(places: readonly number[], top: number): Int32Array {
  const whole = places[top]!;
  let parts = 0;
  while (parts < top && 2 * places[parts + 1]! <= whole) parts++;
  const found = new Int32Array(parts);
  for (let part = 1, rest = top; part <= parts; part++) {
    while (places[rest]! > whole - places[part]!) rest--;
    found[part - 1] = rest;
  }
  return found;
}

/** Places that parting the whole ever comes to: most sums close to the whole are none, and need no answer. */
function needed(places: readonly number[]): readonly number[] {
  const wanted = new Uint8Array(places.length);
  wanted[0] = wanted[places.length - 1] = 1;
  for (let i = places.length - 1; i > 0; i--) {
    if (!wanted[i]) continue;
    const rests = restsOf(places, i);
    for (let part = 0; part < rests.length; part++) wanted[rests[part]!] = wanted[part + 1] = 1;
  }
  return places.filter((_, i) => wanted[i]);
}

/** Where there are too many sums to look at: the multiples of each side, and of each side after one of another. */
function coarse(length: number, sides: readonly number[]): readonly number[] {
  const places = new Set([0]);
  for (const start of [0, ...sides])
    for (const side of sides)
      for (let place = start; place <= length; place += side) if (places.size < MOST_PLACES) places.add(place);
  return [...places].filter((place) => place <= length).sort((a, b) => a - b);
}

/** How many of each piece a pattern holds. */
export function countPieces(pattern: Pattern, kinds: number): number[] {
  const counts = new Array<number>(kinds).fill(0);
  const walk = (part: Pattern): void => {
    if (part.kind === 'piece') counts[part.size.piece]!++;
    else if (part.kind !== 'offcut') {
      walk(part.first);
      walk(part.second);
    }
  };
  walk(pattern);
  return counts;
}

interface Extent {
  readonly width: number;
  readonly height: number;
}
const NO_EXTENT: Extent = { width: 0, height: 0 };

/** Of parts within parts it is asked again and again. */
const extents = new WeakMap<Pattern, Extent>();

/** The least room that holds a pattern. */
export function extentOfPattern(part: Pattern): Extent {
  if (part.kind === 'piece') return part.size;
  if (part.kind === 'offcut') return NO_EXTENT;
  const before = extents.get(part);
  if (before) return before;
  const [one, other] = [extentOfPattern(part.first), extentOfPattern(part.second)];
  const along = (a: number, b: number) => (b > 0 ? part.at + b : a);
  const extent =
    part.kind === 'upright'
      ? { width: along(one.width, other.width), height: Math.max(one.height, other.height) }
      : { width: Math.max(one.width, other.width), height: along(one.height, other.height) };
  extents.set(part, extent);
  return extent;
}

/**
 * The same pieces with nothing between them: a part without pieces is no part; every cut lies where the first part's pieces end; and of several parts beside one another
 * the taller come first, so that what is over beside the others can come off as one.
 */
export function packed(part: Pattern): Pattern {
  if (part.kind === 'piece' || part.kind === 'offcut') return part;
  const { kind } = part;
  const along = kind === 'upright' ? 'width' : 'height';
  const across = kind === 'upright' ? 'height' : 'width';
  const flat = (one: Pattern): readonly Pattern[] => {
    if (one.kind === kind) return [...flat(one.first), ...flat(one.second)];
    const inside = packed(one);
    // Packed, it may turn out to be parted the same way.
    return inside.kind === 'offcut' ? [] : inside.kind === kind ? flat(inside) : [inside];
  };
  const parts = flat(part).map((one) => ({ one, extent: extentOfPattern(one) }));
  parts.sort((a, b) => b.extent[across] - a.extent[across]);
  const last = parts.pop();
  if (!last) return { kind: 'offcut' };
  return parts.reduceRight<Pattern>(
    (second, { one, extent }) => ({ kind, at: extent[along], first: one, second }),
    last.one,
  );
}

/** The same with both axes exchanged. */
export function transposed(part: Pattern): Pattern {
  switch (part.kind) {
    case 'offcut':
      return part;
    case 'piece':
      return { kind: 'piece', size: transposedSize(part.size) };
    case 'upright':
    case 'level':
      return {
        kind: part.kind === 'upright' ? 'level' : 'upright',
        at: part.at,
        first: transposed(part.first),
        second: transposed(part.second),
      };
  }
}

export const transposedSize = (size: LaidSize): LaidSize => ({ ...size, width: size.height, height: size.width });

/** A pattern with no more of each piece than is left, which it lessens. */
export function without(pattern: Pattern, left: number[]): Pattern {
  switch (pattern.kind) {
    case 'offcut':
      return pattern;
    case 'piece':
      if (left[pattern.size.piece]! <= 0) return { kind: 'offcut' };
      left[pattern.size.piece]!--;
      return pattern;
    case 'upright':
    case 'level': {
      const [one, other] = [without(pattern.first, left), without(pattern.second, left)];
      return one.kind === 'offcut' && other.kind === 'offcut' ? one : { ...pattern, first: one, second: other };
    }
  }
}
