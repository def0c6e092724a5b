import { at } from '../result.ts';
import { compose, sideOf, type Isometry } from '../geometry/isometry.ts';
import { extentsOf, moveOutline, overlap, type Extents, type Outline } from '../geometry/outline.ts';
import type { LaidPaper } from './laid-paper.ts';

/** Paper lying flat: where each panel is, and the panels from the table upwards (panels that do not overlap stand in any order). */
export interface FlatState {
  readonly placed: readonly Isometry[];
  /** panel indices, bottom first */
  readonly order: readonly number[];
}

/** +1 where face A of the panel looks up. */
export const sideUp = (state: FlatState, panel: number): 1 | -1 => sideOf(at(state.placed, panel));

const heights = new WeakMap<FlatState, readonly number[]>();

/** How many panels lie under each panel, counted up its pile: 0 where it lies on the table. Kept by state: poses ask for it at every frame. */
export function heightsOf(laid: LaidPaper, state: FlatState): readonly number[] {
  const known = heights.get(state);
  if (known) return known;
  const extents = extentsOfAll(outlinesOf(laid, state));
  const height = new Array<number>(state.order.length).fill(0);
  state.order.forEach((panel, i) => {
    for (const under of state.order.slice(0, i)) {
      if (height[under]! >= height[panel]! && overlap(extents[under]!, extents[panel]!))
        height[panel] = height[under]! + 1;
    }
  });
  heights.set(state, height);
  return height;
}

/** The same as heights along each panel's own normal, face A up positive: what keeps layers apart whichever way the pile is turned. */
export const liftsOf = (laid: LaidPaper, state: FlatState): readonly number[] =>
  heightsOf(laid, state).map((height, panel) => sideUp(state, panel) * height);

export const outlinesOf = (laid: LaidPaper, state: FlatState): readonly Outline[] =>
  laid.panels.map((panel, i) => moveOutline(at(state.placed, i), panel.outline));

export const extentsOfAll = (outlines: readonly Outline[]): readonly Extents[] => outlines.map(extentsOf);

/** The bounding rectangle of everything on the table, in ticks. */
export function bounds(outlines: readonly Outline[]): { left: number; right: number; top: number; bottom: number } {
  const box = { left: Infinity, right: -Infinity, top: Infinity, bottom: -Infinity };
  for (const outline of outlines)
    for (const { x, y } of outline) {
      if (x < box.left) box.left = x;
      if (x > box.right) box.right = x;
      if (y < box.top) box.top = y;
      if (y > box.bottom) box.bottom = y;
    }
  return box;
}

/** The state moved as a whole; when the move turns it over, the pile is reversed. */
export function moveState(state: FlatState, f: Isometry): FlatState {
  return {
    placed: state.placed.map((g) => compose(f, g)),
    order: sideOf(f) === 1 ? state.order : [...state.order].reverse(),
  };
}
