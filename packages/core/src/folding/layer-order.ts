import { fail, ok, type Result } from '../result.ts';
import { overlap, type Extents } from '../geometry/outline.ts';
import {
  cycleRules,
  hingeRules,
  holds,
  overlapIn,
  pairsOf,
  panelsOf,
  visitHingeRules,
  type Folded,
  type FoldedHinge,
  type Rule,
} from './layer-rules.ts';

/** "The second panel lies above the first", known beforehand: from a valley or mountain, or from the programme. */
export type KnownPair = readonly [below: number, above: number];

export type OrderProblem =
  | { readonly code: 'paper-through-paper'; readonly panels: readonly number[] }
  | { readonly code: 'ambiguous'; readonly orders: readonly [readonly number[], readonly number[]] }
  | { readonly code: 'undecided'; readonly searched: number };

/** Nodes the search may open before it says `undecided`: a count, not a time, so that answers do not depend on the machine. */
export const SEARCH_BUDGET = 20_000;

/**
 * The order of flat-folded panels, bottom first, from the pairs that are known.
 * Where the known pairs already make every pile a chain (each panel known against the next) the order is
 * forced and only checked; else all orders that obey the rules are searched, and two make it ambiguous.
 */
export function layerOrder(folded: Folded, known: readonly KnownPair[]): Result<readonly number[], OrderProblem> {
  const forced = chainOrder(folded, known);
  if (forced) {
    const broken = firstBroken(folded, forced);
    return broken ? fail({ code: 'paper-through-paper', panels: broken }) : ok(forced);
  }
  return searchOrders(folded, known);
}

/** Panels at odds with the rules in a given order, or undefined when all hold. */
export function firstBroken(folded: Folded, order: readonly number[]): readonly number[] | undefined {
  const rank = new Array<number>(order.length);
  order.forEach((panel, height) => (rank[panel] = height));
  const above = (i: number, j: number): boolean | undefined =>
    overlapIn(folded, i, j) ? rank[j]! > rank[i]! : undefined;
  return visitHingeRules(
    folded,
    (rule) => (holds(rule, above) ? undefined : panelsOf(rule)),
    nestsInPile(folded, rank),
    // What lies below both or above both is at odds with neither.
    (p, q) => order.slice(Math.min(rank[p]!, rank[q]!) + 1, Math.max(rank[p]!, rank[q]!)),
  );
}

/**
 * Two closed folds on one line and side whose four panels are piled: `interleave` in plain numbers. This is the
 * check that a pile of n layers needs n² of, so it makes no rule and looks up no overlap.
 */
const nestsInPile =
  (folded: Folded, rank: readonly number[]) =>
  (one: FoldedHinge, other: FoldedHinge): boolean => {
    if (!one.closed || !other.closed) return false;
    if (one.pSide !== other.pSide) return true;
    const { piles } = folded;
    if (piles[one.p] !== piles[other.p] || piles[one.q] !== piles[other.q] || piles[one.p] !== piles[one.q])
      return false;
    const inside = (panel: number) => rank[panel]! > rank[one.p]! !== rank[panel]! > rank[one.q]!;
    return inside(other.p) === inside(other.q);
  };

/** An order in which every panel is known against the next one of its pile, or undefined when piles are not chains. */
function chainOrder(folded: Folded, known: readonly KnownPair[]): readonly number[] | undefined {
  const n = folded.outlines.length;
  const order = sortByPairs(n, known);
  if (!order) return undefined;
  const isKnown = new Set(known.map(([below, above]) => below * n + above));
  // Each known against the next: there is no other order, whatever overlaps.
  if (order.every((panel, i) => i === 0 || isKnown.has(order[i - 1]! * n + panel))) return order;
  const top = new Map<number, number>();
  for (const panel of order) {
    const pile = folded.piles[panel]!;
    const below = top.get(pile);
    if (below !== undefined && !isKnown.has(below * n + panel)) return undefined;
    top.set(pile, panel);
  }
  if (someOverlap([...top.values()].map((panel) => folded.extents[panel]!))) return undefined;
  return order;
}

/** Whether any two of several outlines share area: swept from left to right, so that only neighbours are compared. */
function someOverlap(extents: readonly Extents[]): boolean {
  const swept = [...extents].sort((one, other) => one[0]!.min - other[0]!.min);
  return swept.some((one, i) => {
    for (let j = i + 1; j < swept.length && swept[j]![0]!.min < one[0]!.max; j++)
      if (overlap(one, swept[j]!)) return true;
    return false;
  });
}

/** Panels sorted so that every pair stands below-first (Kahn, 1962), lowest index first among equals; undefined when the pairs run in a ring. */
export function sortByPairs(count: number, pairs: readonly KnownPair[]): readonly number[] | undefined {
  const over: number[][] = Array.from({ length: count }, () => []);
  const waiting = new Array<number>(count).fill(0);
  for (const [below, above] of pairs) {
    over[below]!.push(above);
    waiting[above]!++;
  }
  const free = waiting.flatMap((n, panel) => (n === 0 ? [panel] : []));
  const order: number[] = [];
  for (let panel = free.shift(); panel !== undefined; panel = free.shift()) {
    order.push(panel);
    for (const next of over[panel]!) if (--waiting[next]! === 0) free.push(next);
  }
  return order.length === count ? order : undefined;
}

/** Depth-first search over the pairs that overlap, with propagation: a rule with one way left decides its pairs. */
function searchOrders(folded: Folded, known: readonly KnownPair[]): Result<readonly number[], OrderProblem> {
  const n = folded.outlines.length;
  // value[i * n + j]: +1 when j is above i, −1 when below, 0 while open; kept for both (i, j) and (j, i).
  const value = new Int8Array(n * n);
  const open: (readonly [number, number])[] = [];
  for (let i = 0; i < n; i++) for (let j = i + 1; j < n; j++) if (overlapIn(folded, i, j)) open.push([i, j]);
  const overlapping = new Set(open.map(([i, j]) => i * n + j));
  const speaks = (rule: Rule) => pairsOf(rule).filter(([i, j]) => overlapping.has(Math.min(i, j) * n + Math.max(i, j)));
  const rules = [...hingeRules(folded), ...cycleRules(folded)].map((rule) => ({ rule, pairs: speaks(rule) }));
  const rulesOf = new Map<number, number[]>();
  rules.forEach(({ pairs }, index) => {
    for (const [i, j] of pairs) {
      const key = Math.min(i, j) * n + Math.max(i, j);
      rulesOf.set(key, [...(rulesOf.get(key) ?? []), index]);
    }
  });
  const above = (i: number, j: number): boolean | undefined => {
    const v = value[i * n + j]!;
    return v === 0 ? undefined : v > 0;
  };
  const set = (i: number, j: number, v: number) => {
    value[i * n + j] = v;
    value[j * n + i] = -v;
  };

  /** Sets a pair and all that follows; returns the pairs set, or the broken rule. */
  const decide = (start: readonly (readonly [number, number, number])[]): { trail: number[]; broken?: Rule } => {
    const trail: number[] = [];
    const queue = [...start];
    for (let next = queue.shift(); next; next = queue.shift()) {
      const [i, j, v] = next;
      const now = value[i * n + j]!;
      if (now === v) continue;
      if (now !== 0) return { trail, broken: { kind: 'same', left: [i, j], right: [i, j] } };
      set(i, j, v);
      trail.push(i * n + j);
      for (const index of rulesOf.get(Math.min(i, j) * n + Math.max(i, j)) ?? []) {
        const { rule, pairs } = rules[index]!;
        const found = forcedBy(
          rule,
          pairs.filter(([a, b]) => value[a * n + b] === 0),
          set,
          above,
        );
        if (!found) return { trail, broken: rule };
        queue.push(...found);
      }
    }
    return { trail };
  };
  const undo = (trail: readonly number[]) => {
    for (const key of trail) set(Math.floor(key / n), key % n, 0);
  };

  const first = decide(
    known.flatMap(([below, over]) =>
      overlapping.has(Math.min(below, over) * n + Math.max(below, over)) ? [[below, over, 1] as const] : [],
    ),
  );
  if (first.broken) return fail({ code: 'paper-through-paper', panels: panelsOf(first.broken) });
  const solutions: (readonly number[])[] = [];
  let searched = 0;
  const visit = (): boolean => {
    if (++searched > SEARCH_BUDGET) return false;
    const pair = open.find(([i, j]) => value[i * n + j] === 0);
    if (!pair) {
      const pairs = open.map(([i, j]): KnownPair => (value[i * n + j]! > 0 ? [i, j] : [j, i]));
      const order = sortByPairs(n, pairs);
      if (order) solutions.push(order);
      return solutions.length < 2;
    }
    for (const v of [1, -1]) {
      const { trail, broken } = decide([[pair[0], pair[1], v]]);
      const more = broken || visit();
      undo(trail);
      if (!more) return false;
    }
    return true;
  };
  visit();
  if (solutions.length >= 2) return fail({ code: 'ambiguous', orders: [solutions[0]!, solutions[1]!] });
  if (searched > SEARCH_BUDGET) return fail({ code: 'undecided', searched });
  return solutions[0] ? ok(solutions[0]) : fail({ code: 'paper-through-paper', panels: open.flat() });
}

/** What a rule still leaves to its open pairs: the values they must take, or undefined when no way is left. */
function forcedBy(
  rule: Rule,
  open: readonly (readonly [number, number])[],
  set: (i: number, j: number, v: number) => void,
  above: (i: number, j: number) => boolean | undefined,
): readonly (readonly [number, number, number])[] | undefined {
  const ways = 1 << open.length;
  const canBe = open.map(() => 0); // bit 0: below possible, bit 1: above possible
  let any = false;
  for (let way = 0; way < ways; way++) {
    open.forEach(([i, j], b) => set(i, j, way & (1 << b) ? 1 : -1));
    if (holds(rule, above)) {
      any = true;
      open.forEach((_, b) => (canBe[b]! |= way & (1 << b) ? 2 : 1));
    }
  }
  for (const [i, j] of open) set(i, j, 0);
  if (!any) return undefined;
  return open.flatMap(([i, j], b) => (canBe[b] === 3 ? [] : [[i, j, canBe[b] === 2 ? 1 : -1] as const]));
}
