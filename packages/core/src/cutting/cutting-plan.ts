import { fail, ok, type Result } from '../result.ts';
import { finish, type LongWork } from '../long-work.ts';
import { bestWithin, chargedBound, JOINS_ALONE } from './bounded.ts';
import { isEasier, labour, layOut, trimCuts, type Cut, type CutPiece, type CutRect } from './lay-out.ts';
import { laidSizes, workable, type CutTask, type CuttingProblem, type LaidSize } from './parent.ts';
import {
  countPieces,
  fillTable,
  tableValue,
  transposed,
  transposedSize,
  without,
  type Pattern,
  type Room,
} from './pattern.ts';

export interface CuttingPlan {
  readonly parent: string;
  readonly pieces: readonly CutPiece[];
  readonly counts: Readonly<Record<string, number>>;
  readonly value: number;
  /** no edge-to-edge pattern is worth more */
  readonly bound: number;
  readonly proven: boolean;
  readonly cuts: readonly Cut[];
  readonly offcuts: readonly CutRect[];
  /** the same as a tree of cuts, in lengths with the gap added */
  readonly pattern: Pattern;
}

/** Patterns whose table is larger than this are not searched a second time for fewer marks. */
const SMALL_TABLE = 400_000;

const area = ({ width, height }: { readonly width: number; readonly height: number }): number =>
  (width / 1e6) * (height / 1e6);

/** Cuts a parent so that it is worth most: the plan, proven best unless it says otherwise. */
export const planCutting = (task: CutTask): Result<CuttingPlan, CuttingProblem> => finish(cuttingWork(task));

/**
 * The same, telling on the way how far it is (0–1). `quick`: limits are kept by replacing what is too many, and not proven. Where a trimmer gives nothing at all,
 * everything is cut by rule and knife.
 */
export function* cuttingWork(
  task: CutTask,
  how: 'exact' | 'quick' = 'exact',
): LongWork<number, Result<CuttingPlan, CuttingProblem>> {
  const plan = yield* searched(task, how);
  if (task.longest === undefined || !plan.ok || plan.value.pieces.length > 0) return plan;
  const { longest: _, ...byKnife } = task;
  return yield* searched(byKnife, how);
}

/** The same with just the cuts that are asked for: where a trimmer gives nothing, nothing is cut. */
export function* searched(
  task: CutTask,
  how: 'exact' | 'quick',
): LongWork<number, Result<CuttingPlan, CuttingProblem>> {
  const prepared = prepare(task);
  if (!prepared.ok) return prepared;
  const { pieces } = task;
  const { room } = prepared.value;
  const sizes = prepared.value.sizes.filter(({ piece }) => pieces[piece]!.most !== 0);
  const alone = pieces.length === 1;
  const worthOf = pieces.map((piece) => piece.value ?? (alone ? 1 : area(piece)));
  const worth = sizes.map(({ piece }) => worthOf[piece]!);
  const table = yield* fillTable(room, sizes, worth);
  const free = table.best();
  const most = pieces.map((piece) => piece.most ?? Infinity);
  const counts = countPieces(free, pieces.length);
  if (counts.every((n, i) => n <= most[i]!)) {
    const { xs, ys } = table;
    const other =
      xs.length * ys.length * (xs.length + ys.length) < SMALL_TABLE
        ? transposed((yield* fillTable(lying(room), sizes.map(transposedSize), worth)).best())
        : free;
    const bound = table.complete ? tableValue(table) : areaBound(task, worthOf);
    return ok(planOf(task, room, [free, other], bound));
  }
  const start = yield* withinLimits(room, sizes, worth, most, free);
  const valueOf = (pattern: Pattern): number =>
    countPieces(pattern, pieces.length).reduce((sum, n, i) => sum + n * worthOf[i]!, 0);
  const wanted = most.reduce((sum, n, i) => sum + (worthOf[i]! === 0 ? 0 : n * worthOf[i]!), 0);
  const relaxed = Math.min(table.complete ? tableValue(table) : areaBound(task, worthOf), wanted);
  if (how === 'quick' || valueOf(start) >= relaxed) return ok(planOf(task, room, [start], relaxed));
  const worths = worthOf.map((value, i) => (most[i] === 0 ? 0 : value));
  const bounded = { room, sizes, most: most.map((n, i) => Math.min(n, mostInRoom(room, sizes, i))) };
  const [enough, progress] = [valueOf(start), () => 0.5];
  const grain = 2 ** Math.floor(Math.log2(Math.max(...worths)) - 30);
  const from = { charge: worths.map(() => 0), enough, steps: LAGRANGE_STEPS, grain };
  const charged = yield* chargedBound(bounded, worths, from, progress);
  const found = charged.best && charged.best.worth > enough ? charged.best : undefined;
  const exact = yield* bestWithin(
    bounded,
    worths,
    {
      bound: Math.min(charged.bound, relaxed),
      charge: charged.charge,
      enough: found?.worth ?? enough,
      joins: JOINS_ALONE,
    },
    progress,
  );
  const [best = found] = exact.better;
  const pattern = best ? without(best.pattern(), [...most]) : start;
  return ok(planOf(task, room, [pattern], exact.decided ? valueOf(pattern) : Math.min(exact.reach, relaxed)));
}

/** Of a bounded room, how often charges are moved before patterns are listed. */
const LAGRANGE_STEPS = 30;

/** No more of a piece than its area has room for. */
const mostInRoom = (room: Room, sizes: readonly LaidSize[], piece: number): number => {
  const size = sizes.find((one) => one.piece === piece);
  return size ? Math.floor((room.width * room.height) / (size.width * size.height)) : 0;
};

export interface Prepared {
  readonly room: Room;
  readonly sizes: readonly LaidSize[];
}

/**
 * The room and the sizes as they are searched. The gap is lost between neighbours only: added to the room and to every side, it
 * is counted once too often and once too little.
 */
export function prepare(task: CutTask): Result<Prepared, CuttingProblem> {
  const inside = workable(task);
  if (!inside.ok) return inside;
  const { parent, pieces, gap, longest } = task;
  const sizes = laidSizes(parent.fibre, pieces).map((size) => ({
    ...size,
    width: size.width + gap,
    height: size.height + gap,
  }));
  const room = {
    width: inside.value.width + gap,
    height: inside.value.height + gap,
    longest: longest === undefined ? Infinity : longest + gap,
  };
  return ok({ room, sizes });
}

const lying = (room: Room): Room => ({ ...room, width: room.height, height: room.width });

/** The easiest of several equal patterns, laid on the parent. */
export function planOf(task: CutTask, room: Room, patterns: readonly Pattern[], bound: number): CuttingPlan {
  const { parent, pieces, gap } = task;
  const origin = { left: parent.trims.left, top: parent.trims.top };
  const ids = pieces.map(({ id }) => id);
  const easiest = patterns
    .map((pattern) => ({ pattern, ...layOut(pattern, room, gap, origin, ids) }))
    .reduce((one, other) => (isEasier(labour(other), labour(one)) ? other : one));
  const count = (id: string) => easiest.pieces.filter(({ piece }) => piece === id).length;
  const counts = Object.fromEntries(ids.map((id) => [id, count(id)]));
  const worth = (i: number) => pieces[i]!.value ?? (pieces.length === 1 ? 1 : area(pieces[i]!));
  const value = ids.reduce((sum, id, i) => sum + counts[id]! * worth(i), 0);
  return {
    parent: parent.id,
    pieces: easiest.pieces,
    counts,
    value,
    bound: Math.max(bound, value),
    proven: value >= bound * (1 - 1e-12),
    cuts: [...trimCuts(parent), ...easiest.cuts],
    offcuts: easiest.offcuts,
    pattern: easiest.pattern,
  };
}

/** No pattern is worth more than the whole room at the best price an area fetches. */
function areaBound(task: CutTask, worthOf: readonly number[]): number {
  const room = workable(task);
  if (!room.ok) return 0;
  return area(room.value) * Math.max(...task.pieces.map((piece, i) => worthOf[i]! / area(piece)));
}

/** Where only so many of a size are wanted: pieces beyond that are left uncut, and others are tried in their place. */
function* withinLimits(
  room: Room,
  sizes: readonly LaidSize[],
  worth: readonly number[],
  most: readonly number[],
  pattern: Pattern,
): LongWork<number, Pattern> {
  const left = [...most];
  function* fill(from: Pattern, width: number, height: number): LongWork<number, Pattern> {
    switch (from.kind) {
      case 'offcut':
        return from;
      case 'piece': {
        if (left[from.size.piece]! > 0) {
          left[from.size.piece]!--;
          return from;
        }
        const others = sizes.flatMap((size, k) =>
          left[size.piece]! > 0 && size.width <= width && size.height <= height ? [k] : [],
        );
        if (others.length === 0) return { kind: 'offcut' };
        const again = yield* fillTable(
          { width, height, longest: room.longest, whole: room },
          others.map((k) => sizes[k]!),
          others.map((k) => worth[k]!),
        );
        return yield* fill(again.best(), width, height);
      }
      case 'upright':
        return {
          ...from,
          first: yield* fill(from.first, from.at, height),
          second: yield* fill(from.second, width - from.at, height),
        };
      case 'level':
        return {
          ...from,
          first: yield* fill(from.first, width, from.at),
          second: yield* fill(from.second, width, height - from.at),
        };
    }
  }
  return yield* fill(pattern, room.width, room.height);
}

/** The best plan on each of several parents, in their order; a parent that is none comes back as its problem. */
export function* onEachWork(
  parents: readonly CutTask['parent'][],
  task: Omit<CutTask, 'parent'>,
): LongWork<number, Result<readonly CuttingPlan[], CuttingProblem>> {
  const plans: CuttingPlan[] = [];
  for (const [i, parent] of parents.entries()) {
    const work = cuttingWork({ ...task, parent });
    let step = work.next();
    for (; !step.done; step = work.next()) yield (i + step.value) / parents.length;
    if (!step.value.ok) return fail(step.value.problem);
    plans.push(step.value.value);
  }
  return ok(plans);
}
