import type { Nm } from '../units/nm.ts';
import type { Hand } from './hand.ts';
import { LAY, type Draw, type MarkingMethod } from './method.ts';

/** A book folded to and fro from strips, and how it is made. */
export interface SlipTask {
  /** panels of each strip, in their order; a sheet folded to and fro is one strip */
  readonly strips: readonly number[];
  readonly panelWidth: Nm;
  readonly method: MarkingMethod;
  /** the end of the last strip: cut to its length before anything is folded, or cut, or marked like a fold, in its turn */
  readonly end: 'before' | 'after';
  readonly hand: Hand;
  /** what every fold takes of the length and was not allowed for; 0 where marks allow for it */
  readonly takeUp: Nm;
}

/** What is wrong with one book, along one of its edges. Nanometres. */
export interface BookErrors {
  length: number;
  /** where its last edge lies in the closed block, beside where it should */
  block: number;
  /** the edge of the block that lies furthest from its place */
  worst: number;
  /** by how much a picture misses itself at each joint */
  readonly register: Float64Array;
  /** by how much each panel is too wide */
  readonly wider: Float64Array;
}

export const emptyErrors = ({ strips }: Pick<SlipTask, 'strips'>): BookErrors => ({
  length: 0,
  block: 0,
  worst: 0,
  register: new Float64Array(Math.max(0, strips.length - 1)),
  wider: new Float64Array(panelsOf(strips)),
});

export const panelsOf = (strips: readonly number[]): number => strips.reduce((sum, panels) => sum + panels, 0);

/** Enough for the longest strip. */
export const roomFor = ({ strips }: Pick<SlipTask, 'strips'>): Float64Array =>
  new Float64Array(Math.max(...strips) + 1);

/**
 * One book, made with these normals; always as many are drawn. Printed strips lie true in themselves: what a picture misses at a joint is where its crease lies, and how the next strip was placed to it.
 *
 * @param room what `roomFor` gives; holds nothing afterwards
 */
export function makeBook(task: SlipTask, z: Draw, into: BookErrors, room: Float64Array): void {
  const { strips, method, end, hand, takeUp } = task;
  const { register, wider } = into;
  const lay = LAY[method];
  let panel = 0;
  strips.forEach((panels, s) => {
    room[0] = 0;
    lay(panels, hand, z, room);
    if (s === strips.length - 1 && end === 'before') room[panels] = hand.blade * z();
    const placed = s > 0 ? hand.placing * z() : 0;
    if (s > 0) register[s - 1]! += placed;
    for (let k = 1; k <= panels; k++) wider[panel + k - 1] = room[k]! - room[k - 1]! + (k === 1 ? placed : 0);
    if (s < strips.length - 1) register[s] = room[panels]!;
    panel += panels;
  });
  const last = wider.length - 1;
  if (takeUp !== 0) for (let i = 0; i <= last; i++) wider[i]! -= (takeUp * ((i > 0 ? 1 : 0) + (i < last ? 1 : 0))) / 2;
  into.length = into.block = into.worst = 0;
  for (let i = 0; i <= last; i++) {
    into.length += wider[i]!;
    // The next panel goes back over this one: its far edge lies where the two widths differ.
    into.block = wider[i]! - into.block;
    const out = Math.abs(into.block);
    if (out > into.worst) into.worst = out;
  }
}

/** Where every edge of the closed block lies beside its place, from the first panel's far edge on: right of it above 0, the panels lying to and fro. */
export function blockEdges(wider: ArrayLike<number>): readonly number[] {
  const edges: number[] = [];
  let at = 0;
  for (let i = 0; i < wider.length; i++) {
    at += i % 2 === 0 ? wider[i]! : -wider[i]!;
    edges.push(at);
  }
  return edges;
}
