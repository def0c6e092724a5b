import { fail, ok, type Result } from '../result.ts';
import { nm, type Nm } from '../units/nm.ts';
import { laidSizes, workable, type CutTask, type CuttingProblem, type LaidSize } from './parent.ts';
import { bestPattern, type Pattern } from './pattern.ts';

/** A rectangle on the parent, from its top left corner. Nanometres. */
export interface CutRect {
  readonly left: Nm;
  readonly top: Nm;
  readonly width: Nm;
  readonly height: Nm;
}

export interface CutPiece extends CutRect {
  readonly piece: string;
  /** lies a quarter turned: its width runs down the parent */
  readonly turned: boolean;
}

/** One cut, edge to edge of what is being cut, in the order to make them. */
export interface Cut {
  readonly axis: 'upright' | 'level';
  /** from the parent's left or top edge: marks are read from one datum */
  readonly at: Nm;
  /** the stretch it runs */
  readonly from: Nm;
  readonly to: Nm;
  readonly why: 'trim' | 'part';
}

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
}

const area = ({ width, height }: { readonly width: number; readonly height: number }): number =>
  (width / 1e6) * (height / 1e6);

/** Cuts a parent so that it is worth most: the plan, proven best unless it says otherwise. */
export function planCutting(task: CutTask): Result<CuttingPlan, CuttingProblem> {
  const room = workable(task);
  if (!room.ok) return room;
  const { parent, pieces, gap } = task;
  // The gap is lost between neighbours only: added to the room and to every side, it is counted once too often and once too little.
  const sizes = laidSizes(parent.fibre, pieces).map((size) => ({
    ...size,
    width: size.width + gap,
    height: size.height + gap,
  }));
  const [width, height] = [room.value.width + gap, room.value.height + gap];
  const worth = ({ piece }: LaidSize) => pieces[piece]!.value ?? (pieces.length === 1 ? 1 : area(pieces[piece]!));
  const free = bestPattern(width, height, sizes, worth);
  const limited = withinLimits(task, sizes, width, height, worth, free.pattern);
  const origin = { left: parent.trims.left, top: parent.trims.top };
  const laid = layOut(
    limited ?? free.pattern,
    width,
    height,
    gap,
    origin,
    pieces.map(({ id }) => id),
  );
  const counts = Object.fromEntries(
    pieces.map(({ id }) => [id, laid.pieces.filter(({ piece }) => piece === id).length]),
  );
  const value = laid.values.reduce((sum, size) => sum + worth(size), 0);
  return ok({
    parent: parent.id,
    pieces: laid.pieces,
    counts,
    value,
    bound: free.proven
      ? free.value
      : area(room.value) * Math.max(...pieces.map((one) => worthPerArea(one, pieces.length))),
    proven: free.proven && value >= free.value,
    cuts: [...trims(task), ...laid.cuts],
    offcuts: laid.offcuts,
  });
}

const worthPerArea = (piece: CutTask['pieces'][number], kinds: number): number =>
  (piece.value ?? (kinds === 1 ? 1 : area(piece))) / area(piece);

/** Where only so many of a size are wanted: pieces beyond that are left uncut, and others are tried in their place. */
function withinLimits(
  { pieces }: CutTask,
  sizes: readonly LaidSize[],
  width: number,
  height: number,
  worth: (size: LaidSize) => number,
  pattern: Pattern,
): Pattern | undefined {
  const left = pieces.map(({ most }) => most ?? Infinity);
  const used = new Array<number>(pieces.length).fill(0);
  count(pattern, used);
  if (used.every((n, i) => n <= left[i]!)) return undefined;
  const fill = (from: Pattern, w: number, h: number): Pattern => {
    switch (from.kind) {
      case 'offcut':
        return from;
      case 'piece': {
        if (left[from.size.piece]! > 0) {
          left[from.size.piece]!--;
          return from;
        }
        const others = sizes.filter((size) => left[size.piece]! > 0 && size.width <= w && size.height <= h);
        return others.length ? fill(bestPattern(w, h, others, worth).pattern, w, h) : { kind: 'offcut' };
      }
      case 'upright':
        return { ...from, first: fill(from.first, from.at, h), second: fill(from.second, w - from.at, h) };
      case 'level':
        return { ...from, first: fill(from.first, w, from.at), second: fill(from.second, w, h - from.at) };
    }
  };
  return fill(pattern, width, height);
}

function count(pattern: Pattern, used: number[]): void {
  if (pattern.kind === 'piece') used[pattern.size.piece]!++;
  if (pattern.kind === 'upright' || pattern.kind === 'level') {
    count(pattern.first, used);
    count(pattern.second, used);
  }
}

/** Squaring first: one edge after another, the left as the datum. */
function trims({ parent }: CutTask): readonly Cut[] {
  const { left, right, top, bottom } = parent.trims;
  const cut = (axis: Cut['axis'], at: number, from: number, to: number): Cut => ({
    axis,
    at: nm(at),
    from: nm(from),
    to: nm(to),
    why: 'trim',
  });
  return [
    ...(left > 0 ? [cut('upright', left, 0, parent.height)] : []),
    ...(top > 0 ? [cut('level', top, left, parent.width)] : []),
    ...(right > 0 ? [cut('upright', parent.width - right, top, parent.height)] : []),
    ...(bottom > 0 ? [cut('level', parent.height - bottom, left, parent.width - right)] : []),
  ];
}

/** The pattern on the parent: pieces, cuts in the order in which hands make them (a part is finished before the next), offcuts. */
function layOut(
  pattern: Pattern,
  width: number,
  height: number,
  gap: number,
  origin: { readonly left: number; readonly top: number },
  ids: readonly string[],
) {
  const pieces: CutPiece[] = [];
  const values: LaidSize[] = [];
  const cuts: Cut[] = [];
  const offcuts: CutRect[] = [];
  const walk = (part: Pattern, left: number, top: number, w: number, h: number): void => {
    const rect = { left: nm(left), top: nm(top), width: nm(w - gap), height: nm(h - gap) };
    if (part.kind === 'offcut') {
      if (rect.width > 0 && rect.height > 0) offcuts.push(rect);
      return;
    }
    if (part.kind === 'piece' && (part.size.width < w || part.size.height < h)) {
      // The longer cut first: what is left over stays in the larger part.
      const upright = part.size.width < w && (part.size.height === h || h - part.size.height <= w - part.size.width);
      const at = upright ? part.size.width : part.size.height;
      walk({ kind: upright ? 'upright' : 'level', at, first: part, second: { kind: 'offcut' } }, left, top, w, h);
      return;
    }
    if (part.kind === 'piece') {
      pieces.push({ ...rect, piece: ids[part.size.piece]!, turned: part.size.turned });
      values.push(part.size);
      return;
    }
    const upright = part.kind === 'upright';
    const real = upright ? w - gap : h - gap;
    // A cut along the very edge of the paper is none.
    if (part.at - gap < real)
      cuts.push({
        axis: part.kind,
        at: nm((upright ? left : top) + part.at - gap),
        from: nm(upright ? top : left),
        to: nm((upright ? top + h : left + w) - gap),
        why: 'part',
      });
    walk(part.first, left, top, upright ? part.at : w, upright ? h : part.at);
    walk(
      part.second,
      upright ? left + part.at : left,
      upright ? top : top + part.at,
      upright ? w - part.at : w,
      upright ? h : h - part.at,
    );
  };
  walk(pattern, origin.left, origin.top, width, height);
  return { pieces, values, cuts, offcuts };
}

/** The best plan on each of several parents, most value first; a parent that is none comes back as its problem. */
export function planOnEach(
  parents: readonly CutTask['parent'][],
  pieces: CutTask['pieces'],
  gap: Nm,
): Result<readonly CuttingPlan[], CuttingProblem> {
  const plans: CuttingPlan[] = [];
  for (const parent of parents) {
    const plan = planCutting({ parent, pieces, gap });
    if (!plan.ok) return fail(plan.problem);
    plans.push(plan.value);
  }
  return ok(plans);
}
