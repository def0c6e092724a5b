import type { LongWork } from '../long-work.ts';
import type { LaidSize } from './parent.ts';
import { canCut, canFree, type Pattern, type PatternTable, type Room } from './pattern.ts';

export interface ListTask {
  readonly room: Room;
  readonly sizes: readonly LaidSize[];
  /** of each piece, what it counts in the table; sums of these are exact */
  readonly worth: readonly number[];
  /** the same table: the most that any rectangle is worth, however many of a piece it holds */
  readonly table: PatternTable;
  /** of each piece, no more count than so many */
  readonly most: readonly number[];
  /** only what is worth at least this, all of it together */
  readonly least: number;
  /** of each piece, what it counts with nothing charged, and what is enough then: what is still wanted bounds too, by the area that is left */
  readonly plain: { readonly worth: readonly number[]; readonly least: number };
  /** joins tried at most: a limit that does not depend on the machine */
  readonly joins: number;
}

/** What one room holds: of each piece, no more than counts. */
export interface Listed {
  readonly counts: readonly number[];
  readonly pattern: () => Pattern;
}

interface Choice {
  readonly counts: Uint16Array;
  readonly key: number;
  readonly worth: number;
  /** a size, nothing, or two choices beside (`x`) or below (`y`) one another, parted at a place of the table */
  readonly size?: LaidSize;
  readonly axis?: 'x' | 'y';
  readonly at?: number;
  readonly one?: Choice;
  readonly other?: Choice;
}

/** More choices than this in one rectangle are not compared with one another. */
const COMPARED = 600;

/**
 * Every choice of pieces that a room holds and that is worth enough, none contained in another; a piece counts no more often than it is wanted, whatever is cut.
 * `inside` is what a rectangle is worth at most, from the table; `outside` what at most is had from the rest of the room beside it: parting a rectangle worth O outside into a and b
 * leaves O + inside(b) outside a. A rectangle is live where both together are enough, and a choice in it where its worth and what is outside are. Choices of live rectangles are joined from the
 * smallest up (a Pareto dynamic programme: of two choices in one rectangle the one that holds no less of anything serves as well). Undefined: the limit was met. Derivation in docs/cutting.md.
 */
export function* listPatterns(task: ListTask): LongWork<number, readonly Listed[] | undefined> {
  const { room, sizes, worth, table, most, least } = task;
  const { xs, ys, value, restX, restY } = table;
  const [m, n] = [xs.length, ys.length];
  if (value[m * n - 1]! < least) return [];
  const kinds = most.length;
  const radix = most.reduce<number[]>((units, _, i) => [...units, i ? units[i - 1]! * (most[i - 1]! + 1) : 1], []);
  if (radix[kinds - 1]! * (most[kinds - 1]! + 1) > Number.MAX_SAFE_INTEGER) return undefined;
  const limited = room.longest !== Infinity;

  // Outside, from the whole down.
  const outside = new Float64Array(m * n).fill(-Infinity);
  outside[m * n - 1] = 0;
  const raise = (cell: number, to: number): void => {
    if (to > outside[cell]!) outside[cell] = to;
  };
  const live: number[] = [];
  for (let i = m - 1; i > 0; i--) {
    for (let j = n - 1; j > 0; j--) {
      const cell = i * n + j;
      const beyond = outside[cell]!;
      if (beyond + value[cell]! < least) continue;
      live.push(cell);
      const upright = canCut(ys[j]!, 'height', room);
      const level = canCut(xs[i]!, 'width', room);
      if (upright) {
        const rest = restX[i]!;
        for (let a = 0; a < rest.length; a++) {
          const [one, other] = [(a + 1) * n + j, rest[a]! * n + j];
          if (beyond + value[one]! + value[other]! < least) continue;
          raise(one, beyond + value[other]!);
          raise(other, beyond + value[one]!);
        }
        if (limited && i > 1) raise(cell - n, beyond);
      }
      if (level) {
        const rest = restY[j]!;
        for (let b = 0; b < rest.length; b++) {
          const [one, other] = [i * n + b + 1, i * n + rest[b]!];
          if (beyond + value[one]! + value[other]! < least) continue;
          raise(one, beyond + value[other]!);
          raise(other, beyond + value[one]!);
        }
        if (limited && j > 1) raise(cell - 1, beyond);
      }
    }
  }
  yield 0;

  const areaOf = most.map((_, i) => {
    const size = sizes.find(({ piece }) => piece === i);
    return size ? size.width * size.height : Infinity;
  });
  const { worth: plain, least: plainLeast } = task.plain;
  const dense = [...most.keys()]
    .filter((i) => plain[i]! > 0 && areaOf[i]! < Infinity)
    .sort((a, b) => plain[b]! / areaOf[b]! - plain[a]! / areaOf[a]!);
  /** whether a choice can still come to enough with what is wanted besides it, as much of that as an area holds, the densest first */
  const mayServe = (counts: Uint16Array, area: number): boolean => {
    let sum = 0;
    for (let i = 0; i < kinds; i++) sum += counts[i]! * plain[i]!;
    let left = area;
    for (const i of dense) {
      if (sum >= plainLeast || left <= 0) break;
      const n = Math.min(most[i]! - counts[i]!, left / areaOf[i]!);
      sum += n * plain[i]!;
      left -= n * areaOf[i]!;
    }
    return sum >= plainLeast;
  };

  // Inside, from the smallest live rectangle up.
  const nothing: Choice = { counts: new Uint16Array(kinds), key: 0, worth: 0 };
  const held = new Map<number, readonly Choice[]>();
  const ofCell = (i: number, j: number): readonly Choice[] =>
    i === 0 || j === 0 ? [nothing] : (held.get(i * n + j) ?? []);
  let joins = 0;
  for (let k = live.length - 1; k >= 0; k--) {
    const cell = live[k]!;
    const [i, j] = [Math.floor(cell / n), cell % n];
    const [x, y] = [xs[i]!, ys[j]!];
    const floor = least - outside[cell]!;
    const beside = room.width * room.height - x * y;
    const found = new Map<number, Choice>();
    if (floor <= 0) found.set(0, nothing);
    for (const size of sizes) {
      if (size.width > x || size.height > y || worth[size.piece]! < floor || most[size.piece]! === 0) continue;
      if (limited && !canFree(size, x, y, room)) continue;
      const key = radix[size.piece]!;
      if (found.has(key)) continue;
      const counts = new Uint16Array(kinds);
      counts[size.piece] = 1;
      if (mayServe(counts, beside)) found.set(key, { counts, key, worth: worth[size.piece]!, size });
    }
    const join = (one: readonly Choice[], other: readonly Choice[], axis: 'x' | 'y', at: number): boolean => {
      for (const a of one) {
        if (other.length === 0 || a.worth + other[0]!.worth < floor) break;
        for (const b of other) {
          if (a.worth + b.worth < floor) break;
          if (++joins > task.joins) return false;
          let key = a.key + b.key;
          let sum = a.worth + b.worth;
          let capped = false;
          for (let c = 0; c < kinds; c++) {
            const over = a.counts[c]! + b.counts[c]! - most[c]!;
            if (over > 0) {
              key -= over * radix[c]!;
              sum -= over * worth[c]!;
              capped = true;
            }
          }
          if ((capped && sum < floor) || found.has(key)) continue;
          const counts = new Uint16Array(kinds);
          for (let c = 0; c < kinds; c++) counts[c] = Math.min(a.counts[c]! + b.counts[c]!, most[c]!);
          if (mayServe(counts, beside)) found.set(key, { counts, key, worth: sum, axis, at, one: a, other: b });
        }
      }
      return true;
    };
    if (canCut(y, 'height', room)) {
      const rest = restX[i]!;
      for (let a = 0; a < rest.length; a++) {
        if (value[(a + 1) * n + j]! + value[rest[a]! * n + j]! < floor) continue;
        if (!join(ofCell(a + 1, j), ofCell(rest[a]!, j), 'x', xs[a + 1]!)) return undefined;
      }
      if (limited && !join(ofCell(i - 1, j), [nothing], 'x', xs[i - 1]!)) return undefined;
    }
    if (canCut(x, 'width', room)) {
      const rest = restY[j]!;
      for (let b = 0; b < rest.length; b++) {
        if (value[i * n + b + 1]! + value[i * n + rest[b]!]! < floor) continue;
        if (!join(ofCell(i, b + 1), ofCell(i, rest[b]!), 'y', ys[b + 1]!)) return undefined;
      }
      if (limited && !join(ofCell(i, j - 1), [nothing], 'y', ys[j - 1]!)) return undefined;
    }
    if (found.size > 0) held.set(cell, greatest([...found.values()].sort((a, b) => b.worth - a.worth)));
    if (k % 64 === 0) yield 1 - k / live.length;
  }
  return (held.get(m * n - 1) ?? []).map((choice) => ({ counts: [...choice.counts], pattern: () => treeOf(choice) }));
}

/** Of choices sorted by their worth those that no other contains. */
function greatest(choices: readonly Choice[]): readonly Choice[] {
  if (choices.length > COMPARED) return choices;
  const kept: Choice[] = [];
  for (const one of choices)
    if (!kept.some((more) => one.counts.every((count, i) => count <= more.counts[i]!))) kept.push(one);
  return kept;
}

function treeOf({ size, axis, at, one, other }: Choice): Pattern {
  if (size) return { kind: 'piece', size };
  if (!axis) return { kind: 'offcut' };
  return { kind: axis === 'x' ? 'upright' : 'level', at: at!, first: treeOf(one!), second: treeOf(other!) };
}
