import { at } from '../result.ts';
import { AXES, moveSegment, type Segment } from '../geometry/line.ts';
import { crossesInside, overlap, sameExtents, tripleOverlap, type Extents, type Outline } from '../geometry/outline.ts';
import type { Isometry } from '../geometry/isometry.ts';
import type { Hinge } from './laid-paper.ts';

/**
 * What a stack of flat-folded panels must obey so that no paper passes through paper, as rules on pairs of
 * overlapping panels ("which of the two is above"). The conditions are Justin's non-crossing conditions
 * (J. Justin, "Towards a mathematical theory of origami", 1997; in the words of Demaine and O'Rourke,
 * Geometric Folding Algorithms, 2007, section 11.6):
 *  - `cycle`: of three panels that share area none is above the first and below the third in a ring;
 *  - `between`: a panel that a closed fold runs across cannot lie between the fold's two panels, and
 *    neither can a panel that carries on over that fold's line through an open hinge; nothing lies between two panels where they are glued together;
 *  - `interleave`: two folds closed on the same line, on the same side, lie apart or one in the other;
 *  - `same`: two open hinges on the same line keep the same order on both sides, and so do the two panels of one with a panel across which it runs.
 */
export type Rule =
  | { readonly kind: 'cycle'; readonly panels: readonly [number, number, number] }
  | { readonly kind: 'between'; readonly fold: readonly [number, number]; readonly panel: number }
  | { readonly kind: 'interleave'; readonly fold: readonly [number, number]; readonly other: readonly [number, number] }
  | { readonly kind: 'same'; readonly left: readonly [number, number]; readonly right: readonly [number, number] };

/** Everything the rules need to know of a folded state, its order apart. */
export interface Folded {
  readonly outlines: readonly Outline[];
  readonly extents: readonly Extents[];
  /** piles[i] === piles[j] just when panels i and j cover the same outline; most questions are settled by this number alone */
  readonly piles: readonly number[];
  readonly hinges: readonly FoldedHinge[];
  /** pairs that are glued or sewn together: nothing comes between */
  readonly bonds: readonly (readonly [number, number])[];
}

export interface FoldedHinge {
  readonly p: number;
  readonly q: number;
  readonly image: Segment;
  readonly closed: boolean;
  /** the side of the line on which p's image lies (and q's too, where the hinge is closed) */
  readonly pSide: 1 | -1;
}

/** Numbers the distinct outlines among the extents. */
export function pilesOf(extents: readonly Extents[]): readonly number[] {
  const firsts: Extents[] = [];
  // Looked for only among outlines with the same left edge.
  const byLeft = new Map<number, number[]>();
  return extents.map((one) => {
    const candidates = byLeft.get(one[0]!.min) ?? [];
    const known = candidates.find((pile) => sameExtents(firsts[pile]!, one));
    if (known !== undefined) return known;
    const pile = firsts.push(one) - 1;
    byLeft.set(one[0]!.min, [...candidates, pile]);
    return pile;
  });
}

/** Whether two panels share area. */
export const overlapIn = ({ piles, extents }: Folded, i: number, j: number): boolean =>
  piles[i] === piles[j] || overlap(extents[i]!, extents[j]!);

/** Hinges where they come to lie, closed where their panels face opposite ways. */
export function foldedHinges(
  hinges: readonly Hinge[],
  placed: readonly Isometry[],
  sides: readonly (1 | -1)[],
  outlines: readonly Outline[],
): readonly FoldedHinge[] {
  return hinges.map(({ p, q, segment }) => {
    const image = moveSegment(at(placed, p), segment);
    return { p, q, image, closed: sides[p] !== sides[q], pSide: sideOfPanel(image, at(outlines, p)) };
  });
}

function sideOfPanel(line: Segment, outline: Outline): 1 | -1 {
  const n =
    line.axis === 'vertical' ? [1, 0] : line.axis === 'horizontal' ? [0, 1] : line.axis === 'rising' ? [1, 1] : [1, -1];
  return outline.some((v) => n[0]! * v.x + n[1]! * v.y > line.at) ? 1 : -1;
}

const sharesLength = (one: Segment, other: Segment): boolean =>
  one.axis === other.axis && one.at === other.at && Math.min(one.to, other.to) > Math.max(one.from, other.from);

/** All rules of hinges against panels and hinges against hinges. */
export function hingeRules(folded: Folded): readonly Rule[] {
  const rules: Rule[] = [];
  visitHingeRules(folded, (rule) => void rules.push(rule));
  return rules;
}

/**
 * Calls `visit` with each rule until it returns something, and returns that. Pairs of hinges for which
 * `settled` answers true are known to be in order and make no rule; `among`: panels that may be at odds with two that hang together, left out: all.
 */
export function visitHingeRules<T>(
  folded: Folded,
  visit: (rule: Rule) => T | undefined,
  settled: (one: FoldedHinge, other: FoldedHinge) => boolean = () => false,
  among: (p: number, q: number) => Iterable<number> = () => folded.outlines.keys(),
): T | undefined {
  const { hinges, bonds, extents } = folded;
  for (const hinge of hinges) {
    const axis = AXES.indexOf(hinge.image.axis);
    for (const panel of among(hinge.p, hinge.q)) {
      // Cheap first: a line that misses the panel's extent, as all folds along the edges of a pile do.
      const reach = extents[panel]![axis]!;
      if (hinge.image.at <= reach.min || hinge.image.at >= reach.max) continue;
      if (panel === hinge.p || panel === hinge.q || !overlapIn(folded, panel, hinge.p)) continue;
      if (!crossesInside(at(folded.outlines, panel), hinge.image)) continue;
      const found = visit(
        hinge.closed
          ? { kind: 'between', fold: [hinge.p, hinge.q], panel }
          : { kind: 'same', left: [hinge.p, panel], right: [hinge.q, panel] },
      );
      if (found !== undefined) return found;
    }
  }
  for (const [p, q] of bonds) {
    for (const panel of among(p, q)) {
      if (panel === p || panel === q || !overlapIn(folded, panel, p) || !overlapIn(folded, panel, q)) continue;
      if (!tripleOverlap(at(folded.outlines, p), at(folded.outlines, q), at(folded.outlines, panel))) continue;
      const found = visit({ kind: 'between', fold: [p, q], panel });
      if (found !== undefined) return found;
    }
  }
  for (const list of linesOf(hinges)) {
    for (let i = 0; i < list.length; i++) {
      for (let j = i + 1; j < list.length; j++) {
        const one = list[i]!;
        const other = list[j]!;
        if (!sharesLength(one.image, other.image) || settled(one, other)) continue;
        const rule = pairRule(one, other);
        const found = rule && visit(rule);
        if (found !== undefined) return found;
      }
    }
  }
  return undefined;
}

/** Hinges that came to lie on one line, line by line. */
function linesOf(hinges: readonly FoldedHinge[]): readonly (readonly FoldedHinge[])[] {
  const byLine = AXES.map(() => new Map<number, FoldedHinge[]>());
  for (const hinge of hinges) {
    const lines = byLine[AXES.indexOf(hinge.image.axis)]!;
    const list = lines.get(hinge.image.at);
    if (list) list.push(hinge);
    else lines.set(hinge.image.at, [hinge]);
  }
  return byLine.flatMap((lines) => [...lines.values()]);
}

function pairRule(one: FoldedHinge, other: FoldedHinge): Rule | undefined {
  if (one.closed && other.closed) {
    return one.pSide === other.pSide
      ? { kind: 'interleave', fold: [one.p, one.q], other: [other.p, other.q] }
      : undefined;
  }
  if (one.closed !== other.closed) {
    const [closed, open] = one.closed ? [one, other] : [other, one];
    // The open hinge's panel on the fold's side carries on across the line.
    return { kind: 'between', fold: [closed.p, closed.q], panel: open.pSide === closed.pSide ? open.p : open.q };
  }
  const [r, s] = one.pSide === other.pSide ? [other.p, other.q] : [other.q, other.p];
  return { kind: 'same', left: [one.p, r], right: [one.q, s] };
}

/** The `cycle` rules: all triples that share area. Panels of one outline (a pile) need no geometry. */
export function* cycleRules(folded: Folded): Generator<Rule> {
  const { outlines, piles } = folded;
  const n = outlines.length;
  for (let i = 0; i < n; i++) {
    for (let j = i + 1; j < n; j++) {
      if (!overlapIn(folded, i, j)) continue;
      for (let k = j + 1; k < n; k++) {
        if (!overlapIn(folded, i, k) || !overlapIn(folded, j, k)) continue;
        const piled = piles[i] === piles[j] || piles[j] === piles[k] || piles[i] === piles[k];
        if (piled || tripleOverlap(outlines[i]!, outlines[j]!, outlines[k]!))
          yield { kind: 'cycle', panels: [i, j, k] };
      }
    }
  }
}

/** Whether j is above i; undefined where the two do not overlap or nothing is settled yet. */
export type Above = (i: number, j: number) => boolean | undefined;

/** Whether a settled rule holds. Unsettled ones hold for now. */
export function holds(rule: Rule, above: Above): boolean {
  switch (rule.kind) {
    case 'cycle': {
      const [i, j, k] = rule.panels;
      const a = above(i, j);
      return a === undefined || !(a === above(j, k) && a === above(k, i));
    }
    case 'between': {
      const a = above(rule.fold[0], rule.panel);
      const b = above(rule.fold[1], rule.panel);
      return a === undefined || b === undefined || a === b;
    }
    case 'interleave': {
      const [p, q] = rule.fold;
      const [r, s] = rule.other;
      const [pr, ps, qr, qs] = [above(p, r), above(p, s), above(q, r), above(q, s)];
      if (pr === undefined || ps === undefined || qr === undefined || qs === undefined) return true;
      return (pr !== qr) === (ps !== qs);
    }
    case 'same': {
      const a = above(...rule.left);
      const b = above(...rule.right);
      return a === undefined || b === undefined || a === b;
    }
  }
}

/** The pairs of panels that a rule speaks of. */
export function pairsOf(rule: Rule): readonly (readonly [number, number])[] {
  switch (rule.kind) {
    case 'cycle': {
      const [i, j, k] = rule.panels;
      return [
        [i, j],
        [j, k],
        [i, k],
      ];
    }
    case 'between':
      return [
        [rule.fold[0], rule.panel],
        [rule.fold[1], rule.panel],
      ];
    case 'interleave': {
      const [p, q] = rule.fold;
      const [r, s] = rule.other;
      return [
        [p, r],
        [p, s],
        [q, r],
        [q, s],
      ];
    }
    case 'same':
      return [rule.left, rule.right];
  }
}

/** All panels a rule speaks of, for telling where it is broken. */
export const panelsOf = (rule: Rule): readonly number[] => [...new Set(pairsOf(rule).flat())];
