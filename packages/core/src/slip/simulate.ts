import { randomLcg, randomNormal } from 'd3-random';
import type { LongWork } from '../long-work.ts';
import { emptyErrors, makeBook, roomFor, type SlipTask } from './book-errors.ts';

/** Books made at random: within what 95 of 100 of them are, each along one edge. Nanometres. */
export interface SlipSimulated {
  readonly books: number;
  readonly length: number;
  readonly block: number;
  readonly covers: number;
  /** of all edges of one block the one that is furthest out */
  readonly worstEdge: number;
  /** of all joints of one book the one at which a picture misses most */
  readonly worstJoint: number;
  /** how many books have their last edge out by so much: from 0, each bin as wide as `bin` */
  readonly histogram: { readonly bin: number; readonly books: readonly number[] };
}

const AT_ONCE = 2000;
const BINS = 24;

/** Draws books one after another; says how far it is (0–1) between lots of them. The same seed draws the same books. */
export function* simulateSlip(task: SlipTask, books: number, seed: number): LongWork<number, SlipSimulated> {
  const normal = randomNormal.source(randomLcg(seed))();
  const room = roomFor(task);
  const book = emptyErrors(task);
  const [length, block, covers, worstEdge, worstJoint] = Array.from({ length: 5 }, () => new Float64Array(books)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const laid = task.hand.cover * Math.SQRT2;
  for (let i = 0; i < books; i++) {
    makeBook(task, normal, book, room);
    length[i] = Math.abs(book.length);
    block[i] = Math.abs(book.block);
    covers[i] = Math.abs(book.block + laid * normal());
    worstEdge[i] = book.worst;
    let most = 0;
    for (const register of book.register) most = Math.max(most, Math.abs(register));
    worstJoint[i] = most;
    if ((i + 1) % AT_ONCE === 0) yield (i + 1) / books;
  }
  const blocks = block.slice();
  const of95 = (values: Float64Array): number => values.sort()[Math.min(books - 1, Math.ceil(0.95 * books) - 1)]!;
  const most = of95(block);
  const bin = Math.max(1, (1.6 * most) / BINS);
  const counts = Array.from({ length: BINS }, () => 0);
  blocks.forEach((value) => counts[Math.min(BINS - 1, Math.floor(value / bin))]!++);
  return {
    books,
    length: of95(length),
    block: most,
    covers: of95(covers),
    worstEdge: of95(worstEdge),
    worstJoint: of95(worstJoint),
    histogram: { bin, books: counts },
  };
}

/** One book drawn at random: by how much each panel is too wide. */
export function oneBook(task: SlipTask, seed: number): Float64Array {
  const book = emptyErrors(task);
  makeBook(task, randomNormal.source(randomLcg(seed))(), book, roomFor(task));
  return book.wider;
}

/** A book that is right but for one fold (1 is between the first two panels), made beside its place: one panel is the wider for it, the next the narrower. */
export function oneFoldMoved({ strips }: Pick<SlipTask, 'strips'>, fold: number, by: number): Float64Array {
  const { wider } = emptyErrors({ strips });
  if (fold >= 1 && fold < wider.length) {
    wider[fold - 1] = by;
    wider[fold] = -by;
  }
  return wider;
}
