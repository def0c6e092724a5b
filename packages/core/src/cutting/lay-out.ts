import { nm, type Nm } from '../units/nm.ts';
import type { Parent } from './parent.ts';
import { canCut, extentOfPattern, packed, type Pattern, type Room } from './pattern.ts';

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

export interface LaidOut {
  readonly pieces: readonly CutPiece[];
  readonly cuts: readonly Cut[];
  readonly offcuts: readonly CutRect[];
}

/** Squaring first: one edge after another, the left as the datum. */
export function trimCuts({ width, height, trims: { left, right, top, bottom } }: Parent): readonly Cut[] {
  const cut = (axis: Cut['axis'], at: number, from: number, to: number): Cut => ({
    axis,
    at: nm(at),
    from: nm(from),
    to: nm(to),
    why: 'trim',
  });
  return [
    ...(left > 0 ? [cut('upright', left, 0, height)] : []),
    ...(top > 0 ? [cut('level', top, left, width)] : []),
    ...(right > 0 ? [cut('upright', width - right, top, height)] : []),
    ...(bottom > 0 ? [cut('level', height - bottom, left, width - right)] : []),
  ];
}

const NOTHING: Pattern = { kind: 'offcut' };

/**
 * The pattern on the parent: pieces, cuts in the order in which hands make them (a part is finished before the next), offcuts.
 * What is over on a side comes off in one cut before the rest is parted, so that it stays in one piece.
 */
export function layOut(
  pattern: Pattern,
  room: Room,
  gap: number,
  origin: { readonly left: number; readonly top: number },
  ids: readonly string[],
): LaidOut {
  const pieces: CutPiece[] = [];
  const cuts: Cut[] = [];
  const offcuts: CutRect[] = [];
  const part = (axis: 'upright' | 'level', at: number, left: number, top: number, w: number, h: number): void => {
    const upright = axis === 'upright';
    cuts.push({
      axis,
      at: nm((upright ? left : top) + at - gap),
      from: nm(upright ? top : left),
      to: nm((upright ? top + h : left + w) - gap),
      why: 'part',
    });
  };
  const walk = (node: Pattern, left: number, top: number, w: number, h: number): void => {
    const rect = (): CutRect => ({ left: nm(left), top: nm(top), width: nm(w - gap), height: nm(h - gap) });
    if (node.kind === 'offcut') {
      if (w > gap && h > gap) offcuts.push(rect());
      return;
    }
    const least = extentOfPattern(node);
    const axis = slackFirst(node, least, w, h, room);
    if (axis) return halves(axis, axis === 'upright' ? least.width : least.height, node, NOTHING, left, top, w, h);
    if (node.kind === 'piece') {
      pieces.push({ ...rect(), piece: ids[node.size.piece]!, turned: node.size.turned });
      return;
    }
    halves(node.kind, node.at, node.first, node.second, left, top, w, h);
  };
  const halves = (
    axis: 'upright' | 'level',
    at: number,
    first: Pattern,
    second: Pattern,
    left: number,
    top: number,
    w: number,
    h: number,
  ): void => {
    part(axis, at, left, top, w, h);
    if (axis === 'upright') {
      walk(first, left, top, at, h);
      walk(second, left + at, top, w - at, h);
    } else {
      walk(first, left, top, w, at);
      walk(second, left, top + at, w, h - at);
    }
  };
  walk(packed(pattern), origin.left, origin.top, room.width, room.height);
  return { pieces, cuts, offcuts };
}

/**
 * Along which axis to cut off first what is over: the way that leaves the larger single offcut, where the trimmer reaches; undefined where nothing is over, or it comes
 * off the parts later because they can be cut and the whole cannot.
 */
function slackFirst(
  node: Pattern,
  least: { readonly width: number; readonly height: number },
  w: number,
  h: number,
  room: Room,
): 'upright' | 'level' | undefined {
  const [wide, high] = [least.width < w, least.height < h];
  const [upright, level] = [wide && canCut(h, 'height', room), high && canCut(w, 'width', room)];
  // Where both are over, the other is cut from what the first leaves.
  const uprightWorks = upright && (!high || canCut(least.width, 'width', room));
  const levelWorks = level && (!wide || canCut(least.height, 'height', room));
  if (uprightWorks && levelWorks) return (w - least.width) * h >= (h - least.height) * w ? 'upright' : 'level';
  if (uprightWorks || levelWorks) return uprightWorks ? 'upright' : 'level';
  if (upright || level) return upright ? 'upright' : 'level';
  const parts = node.kind === 'upright' ? canCut(h, 'height', room) : node.kind === 'level' && canCut(w, 'width', room);
  if (parts) return undefined;
  // Nothing reaches: rule and knife.
  return wide ? 'upright' : high ? 'level' : undefined;
}

/** Cuts, marks, and how small the largest offcut is (its area in square millimetres, negative): the first that differs decides. */
export type Labour = readonly [cuts: number, marks: number, offcut: number];

export function isEasier(one: Labour, other: Labour): boolean {
  const i = one.findIndex((value, k) => value !== other[k]);
  return i >= 0 && one[i]! < other[i]!;
}

/** What a layout costs a hand: cuts, then distinct marks, then how small its largest offcut is. Less is better. */
export function labour({ cuts, offcuts }: Pick<LaidOut, 'cuts' | 'offcuts'>): Labour {
  const marks = new Set(cuts.map(({ axis, at }) => `${axis} ${at}`)).size;
  return [cuts.length, marks, -Math.max(0, ...offcuts.map(({ width, height }) => (width / 1e6) * (height / 1e6)))];
}
