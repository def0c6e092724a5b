import { at, fail, ok, type Result } from '../result.ts';
import { compose, invert, sameIsometry, sideOf, type Isometry } from '../geometry/isometry.ts';
import { reflection } from '../geometry/line.ts';
import type { Bond, Hinge, LaidPaper } from './laid-paper.ts';
import { firstBroken, layerOrder, type KnownPair, type OrderProblem } from './layer-order.ts';
import { foldedHinges, pilesOf, type Folded } from './layer-rules.ts';
import type { Bends, Moment } from './moment.ts';
import { extentsOfAll, outlinesOf, type FlatState } from './state.ts';

/** A step of a walk over the paper: across a hinge, or over a join, where `fixed` says how the next panel lies. */
export type TreeEdge = { readonly from: number; readonly to: number } & (
  { readonly hinge: number } | { readonly fixed: Isometry }
);

export interface SpanningTree {
  readonly tree: readonly TreeEdge[];
  /** hinges that the walk does not use */
  readonly loops: readonly number[];
}

/** What hangs together, and how. */
export type Hanging = Pick<Moment, 'hinges' | 'bonds'>;

const trees = new WeakMap<readonly Hinge[], WeakMap<readonly Bond[], Map<number, SpanningTree>>>();

/** A walk that reaches every panel that hangs together with the anchor once (breadth first). Kept by what hangs together: every frame of the rehearsal asks. */
export function spanningTree(count: number, { hinges, bonds }: Hanging, anchor: number): SpanningTree {
  const byBonds = trees.get(hinges) ?? new WeakMap<readonly Bond[], Map<number, SpanningTree>>();
  trees.set(hinges, byBonds);
  const known = byBonds.get(bonds) ?? new Map<number, SpanningTree>();
  byBonds.set(bonds, known);
  const made = known.get(anchor) ?? walk(count, hinges, bonds, anchor);
  known.set(anchor, made);
  return made;
}

function walk(count: number, hinges: readonly Hinge[], bonds: readonly Bond[], anchor: number): SpanningTree {
  const ways: TreeEdge[][] = Array.from({ length: count }, () => []);
  hinges.forEach(({ p, q }, hinge) => {
    ways[p]!.push({ from: p, to: q, hinge });
    ways[q]!.push({ from: q, to: p, hinge });
  });
  for (const { p, q, fixed } of bonds) {
    ways[p]!.push({ from: p, to: q, fixed });
    ways[q]!.push({ from: q, to: p, fixed: invert(fixed) });
  }
  const reached = new Set([anchor]);
  const used = new Set<number>();
  const tree: TreeEdge[] = [];
  const queue = [anchor];
  for (let from = queue.shift(); from !== undefined; from = queue.shift()) {
    for (const way of ways[from]!) {
      if (reached.has(way.to)) continue;
      reached.add(way.to);
      if ('hinge' in way) used.add(way.hinge);
      tree.push(way);
      queue.push(way.to);
    }
  }
  return { tree, loops: hinges.flatMap(({ p }, i) => (used.has(i) || !reached.has(p) ? [] : [i])) };
}

/** The bends of paper lying flat: closed where neighbours face opposite ways, valley where face A is inside. */
export function bendsOf(state: FlatState, hinges: readonly Hinge[]): Bends {
  const rank = ranksOf(state);
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
 * crease), checked round every loop, then the layer order from valleys and mountains. Paper that does not hang together with the anchor stays as it is.
 */
export function flatCollapse(
  laid: LaidPaper,
  { flat: state, hinges, bonds, bends }: Pick<Moment, 'flat' | 'hinges' | 'bonds' | 'bends'>,
  anchor: number,
  above: readonly KnownPair[],
): Result<FlatState, CollapseProblem> {
  const placed = [...state.placed];
  const { tree, loops } = spanningTree(laid.panels.length, { hinges, bonds }, anchor);
  const across = (f: Isometry, hinge: number): Isometry =>
    bends[hinge] === 0 ? f : compose(f, reflection(hinges[hinge]!.segment));
  for (const way of tree)
    placed[way.to] = 'hinge' in way ? across(placed[way.from]!, way.hinge) : compose(placed[way.from]!, way.fixed);
  for (const hinge of loops) {
    const { p, q } = hinges[hinge]!;
    if (!sameIsometry(placed[q]!, across(placed[p]!, hinge)))
      return fail({ code: 'loop-does-not-close', panels: [p, q] });
  }
  for (const { p, q, fixed } of bonds)
    if (!sameIsometry(placed[q]!, compose(placed[p]!, fixed)))
      return fail({ code: 'loop-does-not-close', panels: [p, q] });
  const moves = new Set([anchor, ...tree.map(({ to }) => to)]);
  const rank = ranksOf(state);
  const known = [
    ...hinges.flatMap(({ p, q }, hinge): KnownPair[] => {
      if (bends[hinge] === 0 || !moves.has(p)) return [];
      const qAbove = bends[hinge]! > 0 === (sideOf(placed[p]!) === 1);
      return [qAbove ? [p, q] : [q, p]];
    }),
    // What is joined stays on the side on which it was laid.
    ...bonds.flatMap(({ p, q }): KnownPair[] => {
      if (!moves.has(p)) return [];
      const turned = sideOf(placed[p]!) !== sideOf(state.placed[p]!);
      return [rank[q]! > rank[p]! !== turned ? [p, q] : [q, p]];
    }),
  ];
  const folded = foldedOf(laid, { placed, order: state.order }, { hinges, bonds });
  const order = orderOf(folded, [...known, ...above], moves, state.order);
  return order.ok ? ok({ placed, order: order.value }) : order;
}

/** The order of what moves, found by itself and laid back into the places that it had among the rest. */
function orderOf(
  folded: Folded,
  known: readonly KnownPair[],
  moves: ReadonlySet<number>,
  before: readonly number[],
): Result<readonly number[], OrderProblem> {
  if (moves.size === before.length) return layerOrder(folded, known);
  const panels = [...moves].sort((a, b) => a - b);
  const index = new Map(panels.map((panel, i) => [panel, i]));
  const own = (panel: number) => index.get(panel)!;
  const among = layerOrder(
    {
      outlines: panels.map((panel) => folded.outlines[panel]!),
      extents: panels.map((panel) => folded.extents[panel]!),
      piles: panels.map((panel) => folded.piles[panel]!),
      hinges: folded.hinges.filter(({ p }) => moves.has(p)).map((one) => ({ ...one, p: own(one.p), q: own(one.q) })),
      bonds: folded.bonds.filter(([p]) => moves.has(p)).map(([p, q]) => [own(p), own(q)] as const),
    },
    known.map(([below, over]) => [own(below), own(over)]),
  );
  if (!among.ok) {
    const named = (list: readonly number[]) => list.map((i) => panels[i]!);
    const { problem } = among;
    if (problem.code === 'paper-through-paper') return fail({ ...problem, panels: named(problem.panels) });
    return fail(
      problem.code === 'ambiguous'
        ? { code: 'ambiguous', orders: [named(problem.orders[0]), named(problem.orders[1])] }
        : problem,
    );
  }
  let next = 0;
  return ok(before.map((panel) => (moves.has(panel) ? panels[among.value[next++]!]! : panel)));
}

const ranksOf = ({ order }: FlatState): readonly number[] => {
  const rank = new Array<number>(order.length);
  order.forEach((panel, height) => (rank[panel] = height));
  return rank;
};

/** A flat state as the layer rules see it. */
export function foldedOf(laid: LaidPaper, state: FlatState, { hinges, bonds }: Hanging): Folded {
  const outlines = outlinesOf(laid, state);
  const extents = extentsOfAll(outlines);
  return {
    outlines,
    extents,
    piles: pilesOf(extents),
    hinges: foldedHinges(hinges, state.placed, state.placed.map(sideOf), outlines),
    bonds: bonds.map(({ p, q }) => [p, q]),
  };
}

/** Panels where a flat state has paper passing through paper, or undefined when it has none. */
export const crossingsOf = (laid: LaidPaper, state: FlatState, hanging: Hanging): readonly number[] | undefined =>
  firstBroken(foldedOf(laid, state, hanging), state.order);
