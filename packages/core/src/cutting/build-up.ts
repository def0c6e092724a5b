import type { LongWork } from '../long-work.ts';
import type { LaidSize } from './parent.ts';
import type { Pattern, PatternTable, Room } from './pattern.ts';

export interface BuildUpTask {
  readonly room: Room;
  readonly sizes: readonly LaidSize[];
  /** of each size as it is laid */
  readonly worth: readonly number[];
  /** of each piece, no more than so many */
  readonly most: readonly number[];
  /** what any rectangle is worth without limits: the bound on what else fits */
  readonly table: PatternTable;
  /** only what can still become worth more than this is followed up (`best`), or at least this (`all`) */
  readonly beyond: number;
  readonly want: 'best' | 'all';
  /** joins tried at most: a limit that does not depend on the machine */
  readonly joins: number;
}

/** A choice of pieces that one room holds, and how. */
export interface Build {
  readonly counts: readonly number[];
  readonly value: number;
  readonly pattern: Pattern;
}

export interface BuiltUp {
  /** `best`: the one most valuable, if any is worth more; `all`: every choice worth enough that holds no more pieces than another */
  readonly builds: readonly Build[];
  /** false: the limit was met, something may have been missed */
  readonly exhausted: boolean;
}

interface Node {
  readonly width: number;
  readonly height: number;
  readonly key: number;
  readonly value: number;
  /** a single piece, or two nodes side by side (`upright`) or one above the other (`level`) */
  readonly how: LaidSize | { readonly axis: 'upright' | 'level'; readonly first: Node; readonly second: Node };
}

/**
 * All choices of pieces that a room holds, no more of each than wanted: rectangles are built from pieces by laying two beside or
 * above each other (Wang, Operations Research 31, 1983), by the number of pieces in them. Of those that hold the same pieces
 * only the smallest are kept: neither side can be shorter without the other growing. A rectangle is dropped when even the best
 * of what fits round it (Viswanathan & Bagchi, Operations Research 41, 1993), or of what is still wanted and has room by its
 * area, leaves it worth too little. Exact over all edge-to-edge patterns unless the limit of joins is met.
 */
export function* buildUp(task: BuildUpTask): LongWork<number, BuiltUp> {
  const { room, sizes, worth, want } = task;
  const kinds = task.most.length;
  const areaOf = new Array<number>(kinds).fill(Infinity);
  const worthOf = new Array<number>(kinds).fill(0);
  sizes.forEach((size, k) => {
    areaOf[size.piece] = size.width * size.height;
    worthOf[size.piece] = worth[k]!;
  });
  const whole = room.width * room.height;
  const most = task.most.map((n, i) => Math.min(n, Math.floor(whole / areaOf[i]!)));
  const radix = most.reduce<number[]>((units, _, i) => [...units, i ? units[i - 1]! * (most[i - 1]! + 1) : 1], []);
  const states = most.reduce((product, n) => product * (n + 1), 1);
  if (states > Number.MAX_SAFE_INTEGER) return { builds: [], exhausted: false };
  const countOf = (key: number, i: number): number => Math.floor(key / radix[i]!) % (most[i]! + 1);
  const fits = (one: number, other: number): boolean => {
    for (let i = 0; i < kinds; i++) if (countOf(one, i) + countOf(other, i) > most[i]!) return false;
    return true;
  };
  const round = roundAbout(task.table);
  const dense = [...Array(kinds).keys()]
    .filter((i) => worthOf[i]! > 0)
    .sort((a, b) => worthOf[b]! / areaOf[b]! - worthOf[a]! / areaOf[a]!);
  /** what is still wanted, as much of it as the area left could hold, the densest first */
  const stillBy = (key: number): number => {
    let left = whole;
    for (let i = 0; i < kinds; i++) if (areaOf[i]! < Infinity) left -= countOf(key, i) * areaOf[i]!;
    let sum = 0;
    for (const i of dense) {
      if (left <= 0) break;
      const n = Math.min(most[i]! - countOf(key, i), left / areaOf[i]!);
      sum += n * worthOf[i]!;
      left -= n * areaOf[i]!;
    }
    return sum;
  };
  let floor = task.beyond;
  let best: Node | undefined;
  const promising = ({ value, width, height, key }: Node): boolean => {
    const more = Math.min(round(width, height), stillBy(key));
    // Sums of values may come in another order: a hair of doubt is followed up.
    const hope = value + more + 1e-9 * (value + more);
    return want === 'best' ? hope > floor : hope >= floor;
  };

  const levels: Node[][] = [[]];
  /** the smallest rectangles of each choice of pieces */
  const known = new Map<number, Node[]>();
  const offer = (level: Node[], node: Node): void => {
    if (node.width > room.width || node.height > room.height) return;
    const same = known.get(node.key);
    if (same?.some((one) => one.width <= node.width && one.height <= node.height)) return;
    if (!promising(node)) return;
    const kept = same?.filter((one) => one.width < node.width || one.height < node.height) ?? [];
    kept.push(node);
    known.set(node.key, kept);
    level.push(node);
    if (want === 'best' && node.value > floor) {
      floor = node.value;
      best = node;
    }
  };
  const singles: Node[] = [];
  sizes.forEach((size, k) => {
    if (most[size.piece]! > 0)
      offer(singles, {
        width: size.width,
        height: size.height,
        key: radix[size.piece]!,
        value: worth[k]!,
        how: size,
      });
  });
  levels.push(singles);
  const total = most.reduce((sum, n) => sum + n, 0);
  let joins = 0;
  for (let n = 2; n <= total; n++) {
    const level: Node[] = [];
    for (let a = 1; 2 * a <= n; a++) {
      for (const one of levels[a]!) {
        // A smaller one of the same pieces may have come later in its level.
        if (!known.get(one.key)!.includes(one)) continue;
        for (const other of levels[n - a]!) {
          if (++joins > task.joins) return { builds: best ? [built(best)] : collect(known), exhausted: false };
          const beside = one.width + other.width <= room.width;
          const below = one.height + other.height <= room.height;
          if ((!beside && !below) || !fits(one.key, other.key)) continue;
          const key = one.key + other.key;
          const value = one.value + other.value;
          const [width, height] = [Math.max(one.width, other.width), Math.max(one.height, other.height)];
          if (beside && height <= room.longest)
            offer(level, {
              width: one.width + other.width,
              height,
              key,
              value,
              how: { axis: 'upright', first: one, second: other },
            });
          if (below && width <= room.longest)
            offer(level, {
              width,
              height: one.height + other.height,
              key,
              value,
              how: { axis: 'level', first: one, second: other },
            });
        }
        yield n / total;
      }
    }
    levels.push(level.filter((node) => known.get(node.key)!.includes(node)));
    if (levels.slice(-Math.ceil(n / 2)).every((one) => one.length === 0)) break;
  }
  return { builds: want === 'best' ? (best ? [built(best)] : []) : collect(known), exhausted: true };

  function built(node: Node): Build {
    return {
      counts: most.map((_, i) => countOf(node.key, i)),
      value: node.value,
      pattern: patternOf(node, node.width, node.height),
    };
  }
  function collect(all: ReadonlyMap<number, readonly Node[]>): readonly Build[] {
    const enough = [...all.values()].map(([node]) => node!).filter(({ value }) => value >= floor * (1 - 1e-9));
    return enough.map(built);
  }
}

/** A node as a pattern: where two of unequal sides lie beside each other, what is over is cut off. */
function patternOf({ how }: Node, width: number, height: number): Pattern {
  if (!('axis' in how)) return { kind: 'piece', size: how };
  const upright = how.axis === 'upright';
  const at = upright ? how.first.width : how.first.height;
  const part = (node: Node): Pattern => {
    const [w, h] = upright ? [node.width, height] : [width, node.height];
    const inside = patternOf(node, node.width, node.height);
    if (inside.kind === 'piece') return inside;
    if (node.height < h) return { kind: 'level', at: node.height, first: inside, second: { kind: 'offcut' } };
    if (node.width < w) return { kind: 'upright', at: node.width, first: inside, second: { kind: 'offcut' } };
    return inside;
  };
  return { kind: how.axis, at, first: part(how.first), second: part(how.second) };
}

/** Tables larger than this are not worth surrounding: the bound by area must do. */
const MOST_SURROUNDED = 120_000_000;

/** The most that fits round a rectangle in a corner of the room: it grows to the right and downwards until it is the room. */
function roundAbout({ xs, ys, value, complete }: PatternTable): (width: number, height: number) => number {
  const [m, n] = [xs.length, ys.length];
  if (!complete || m * n * (m + n) > MOST_SURROUNDED) return () => Infinity;
  const floorX = floors(xs);
  const floorY = floors(ys);
  const around = new Float64Array(m * n);
  for (let i = m - 1; i >= 0; i--) {
    for (let j = n - 1; j >= 0; j--) {
      let best = 0;
      for (let a = i + 1; a < m; a++) {
        const more = around[a * n + j]! + value[floorX(xs[a]! - xs[i]!) * n + j]!;
        if (more > best) best = more;
      }
      for (let b = j + 1; b < n; b++) {
        const more = around[i * n + b]! + value[i * n + floorY(ys[b]! - ys[j]!)]!;
        if (more > best) best = more;
      }
      around[i * n + j] = best;
    }
  }
  return (width, height) => around[floorX(width) * n + floorY(height)]!;
}

/** The largest place within a length, remembered. */
function floors(places: readonly number[]): (length: number) => number {
  const known = new Map<number, number>();
  return (length) => {
    const before = known.get(length);
    if (before !== undefined) return before;
    let [low, high] = [0, places.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (places[middle]! <= length) low = middle;
      else high = middle - 1;
    }
    known.set(length, low);
    return low;
  };
}
