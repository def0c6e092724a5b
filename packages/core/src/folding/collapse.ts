import { at, fail, ok, type Result } from '../result.ts';
import { compose, sameIsometry, sideOf, type Isometry } from '../geometry/isometry.ts';
import { reflection } from '../geometry/line.ts';
import type { FoldSheet, Hinge } from './fold-sheet.ts';
import { firstBroken, layerOrder, type KnownPair, type OrderProblem } from './layer-order.ts';
import { foldedHinges, pilesOf, type Folded } from './layer-rules.ts';
import { extentsOfAll, outlinesOf, type FlatState } from './state.ts';

/**
 * How far each hinge is bent, in degrees, said of face A: +180 a closed valley, −180 a closed mountain,
 * 0 flat, anything between stands open. One number a hinge.
 */
export type Bends = readonly number[];

export interface TreeEdge {
  readonly hinge: number;
  readonly from: number;
  readonly to: number;
}

export interface SpanningTree {
  readonly tree: readonly TreeEdge[];
  readonly loops: readonly number[];
}

const trees = new WeakMap<readonly Hinge[], Map<number, SpanningTree>>();

/** A walk that reaches every panel from the anchor once (breadth first), and the hinges it does not use. Kept by hinges: every frame of the rehearsal asks. */
export function spanningTree(count: number, hinges: readonly Hinge[], anchor: number): SpanningTree {
  const known = trees.get(hinges) ?? new Map<number, SpanningTree>();
  trees.set(hinges, known);
  const made = known.get(anchor) ?? walk(count, hinges, anchor);
  known.set(anchor, made);
  return made;
}

function walk(count: number, hinges: readonly Hinge[], anchor: number): SpanningTree {
  const byPanel: number[][] = Array.from({ length: count }, () => []);
  hinges.forEach(({ p, q }, hinge) => {
    byPanel[p]!.push(hinge);
    byPanel[q]!.push(hinge);
  });
  const reached = new Set([anchor]);
  const used = new Set<number>();
  const tree: TreeEdge[] = [];
  const queue = [anchor];
  for (let from = queue.shift(); from !== undefined; from = queue.shift()) {
    for (const hinge of byPanel[from]!) {
      const { p, q } = hinges[hinge]!;
      const to = p === from ? q : p;
      if (reached.has(to)) continue;
      reached.add(to);
      used.add(hinge);
      tree.push({ hinge, from, to });
      queue.push(to);
    }
  }
  return { tree, loops: hinges.flatMap((_, i) => (used.has(i) ? [] : [i])) };
}

/** The bends of paper lying flat: closed where neighbours face opposite ways, valley where face A is inside. */
export function bendsOf(state: FlatState, hinges: readonly Hinge[]): Bends {
  const rank = new Array<number>(state.order.length);
  state.order.forEach((panel, height) => (rank[panel] = height));
  return hinges.map(({ p, q }) => {
    const sideP = sideOf(at(state.placed, p));
    if (sideP === sideOf(at(state.placed, q))) return 0;
    return rank[q]! > rank[p]! === (sideP === 1) ? 180 : -180;
  });
}

export type CollapseProblem =
  OrderProblem | { readonly code: 'loop-does-not-close'; readonly panels: readonly number[] };

/**
 * The flat state of a crease assignment: isometries over a spanning tree (a closed hinge mirrors across its
 * crease), checked round every loop, then the layer order from valleys and mountains.
 */
export function flatCollapse(
  sheet: FoldSheet,
  state: FlatState,
  hinges: readonly Hinge[],
  bends: Bends,
  anchor: number,
  above: readonly KnownPair[],
): Result<FlatState, CollapseProblem> {
  const placed = new Array<Isometry>(sheet.panels.length);
  placed[anchor] = at(state.placed, anchor);
  const { tree, loops } = spanningTree(sheet.panels.length, hinges, anchor);
  const across = (f: Isometry, hinge: number): Isometry =>
    bends[hinge] === 0 ? f : compose(f, reflection(hinges[hinge]!.segment));
  for (const { hinge, from, to } of tree) placed[to] = across(placed[from]!, hinge);
  for (const hinge of loops) {
    const { p, q } = hinges[hinge]!;
    if (!sameIsometry(placed[q]!, across(placed[p]!, hinge)))
      return fail({ code: 'loop-does-not-close', panels: [p, q] });
  }
  const known = hinges.flatMap(({ p, q }, hinge): KnownPair[] => {
    if (bends[hinge] === 0) return [];
    const qAbove = bends[hinge]! > 0 === (sideOf(placed[p]!) === 1);
    return [qAbove ? [p, q] : [q, p]];
  });
  const order = layerOrder(foldedOf(sheet, { placed, order: state.order }, hinges), [...known, ...above]);
  return order.ok ? ok({ placed, order: order.value }) : order;
}

/** A flat state as the layer rules see it. */
export function foldedOf(sheet: FoldSheet, state: FlatState, hinges: readonly Hinge[]): Folded {
  const outlines = outlinesOf(sheet, state);
  const extents = extentsOfAll(outlines);
  return {
    outlines,
    extents,
    piles: pilesOf(extents),
    hinges: foldedHinges(hinges, state.placed, state.placed.map(sideOf), outlines),
  };
}

/** Panels where a flat state has paper passing through paper, or undefined when it has none. */
export const crossingsOf = (
  sheet: FoldSheet,
  state: FlatState,
  hinges: readonly Hinge[],
): readonly number[] | undefined => firstBroken(foldedOf(sheet, state, hinges), state.order);
