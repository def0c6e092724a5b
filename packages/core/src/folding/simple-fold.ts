import { fail, ok, type Result } from '../result.ts';
import { compose, invert } from '../geometry/isometry.ts';
import { moveLine, moveSegment, reflection, sideOfLine, type Line, type Segment } from '../geometry/line.ts';
import { endsOf, extentsOf, overlap, type Outline } from '../geometry/outline.ts';
import type { Bond, Hinge, LaidPaper } from './laid-paper.ts';
import type { Moment } from './moment.ts';
import { outlinesOf, type FlatState } from './state.ts';
import type { FoldDirection } from './step.ts';

export interface SimpleFold {
  readonly line: Line;
  readonly direction: FoldDirection;
  /** the side of the line that moves */
  readonly moving: 1 | -1;
  /** all layers, or the flap that hangs together with this panel on the moving side */
  readonly flapWith?: number;
  /** panels of the sheets that are taken out of the stack and folded by themselves; left out: all */
  readonly only?: ReadonlySet<number>;
}

/** A panel that the crease crosses must first be parted along this line of the unfolded sheet. */
export interface NeedsSplit {
  readonly splits: readonly { readonly panel: number; readonly line: Line }[];
}

export type SimpleFoldProblem =
  { readonly code: 'nothing-moves' } | { readonly code: 'fold-blocked'; readonly panel: number; readonly by: number };

export interface SimpleFoldDone {
  readonly state: FlatState;
  /** panels that moved */
  readonly moved: readonly number[];
}

/** −1 or +1 where the outline lies wholly on one side of the line, 0 where the line crosses it. */
function sideOfOutline(line: Line, outline: Outline): 1 | -1 | 0 {
  let below = false;
  let above = false;
  for (const p of outline) {
    const side = sideOfLine(line, p);
    if (side < 0) below = true;
    if (side > 0) above = true;
  }
  return below && above ? 0 : above ? 1 : -1;
}

/** Which panels move: everything on the moving side, or what hangs together there with one panel. */
function movingPanels(
  fold: SimpleFold,
  sides: readonly (1 | -1 | 0)[],
  state: FlatState,
  hinges: readonly Hinge[],
  bonds: readonly Bond[],
): ReadonlySet<number> {
  const reaches = (panel: number) => sides[panel] !== -fold.moving;
  if (fold.flapWith === undefined) return new Set(state.order.filter(reaches));
  const flap = new Set<number>(reaches(fold.flapWith) ? [fold.flapWith] : []);
  for (let grown = true; grown;) {
    grown = false;
    for (const { p, q, segment } of hinges) {
      if (flap.has(p) === flap.has(q)) continue;
      const [inside, other] = flap.has(p) ? [p, q] : [q, p];
      const image = moveSegment(state.placed[inside]!, segment);
      // Paper holds across a hinge only where the hinge itself reaches beyond the crease.
      if (!reaches(other) || !segmentReaches(fold, image)) continue;
      flap.add(other);
      grown = true;
    }
    for (const { p, q } of bonds) {
      if (flap.has(p) === flap.has(q)) continue;
      flap.add(p).add(q);
      grown = true;
    }
  }
  return flap;
}

const segmentReaches = (fold: SimpleFold, image: Segment): boolean =>
  endsOf(image).some((end) => sideOfLine(fold.line, end) * fold.moving > 0);

/**
 * One simple fold of flat paper: the moving panels are mirrored across the crease and come to lie, in
 * reversed order, on top of everything (valley) or under it (mountain). What moves hangs together with what stays
 * along the crease only, by the choice of movingPanels; it must not pass through what stays (Arkin et al., "When can you fold a map?", 2004: some-layers simple folds).
 */
export function simpleFold(
  laid: LaidPaper,
  { flat: all, hinges, bonds }: Pick<Moment, 'flat' | 'hinges' | 'bonds'>,
  fold: SimpleFold,
): Result<SimpleFoldDone, NeedsSplit | SimpleFoldProblem> {
  const { only } = fold;
  const state = only ? { placed: all.placed, order: all.order.filter((panel) => only.has(panel)) } : all;
  const outlines = outlinesOf(laid, state);
  const sides = outlines.map((outline) => sideOfOutline(fold.line, outline));
  const moving = movingPanels(fold, sides, state, hinges, bonds);
  const torn = bonds.find(({ p, q }) => moving.has(p) !== moving.has(q));
  if (torn) return fail({ code: 'fold-blocked', panel: torn.p, by: torn.q });
  if (moving.size === 0 || moving.size === state.order.length) return fail({ code: 'nothing-moves' });

  const crossed = [...moving].filter((panel) => sides[panel] === 0);
  if (crossed.length > 0) {
    return fail({
      splits: crossed.map((panel) => ({ panel, line: moveLine(invert(state.placed[panel]!), fold.line) })),
    });
  }
  const up = fold.direction === 'valley';
  const stationary = state.order.filter((panel) => !moving.has(panel));
  const blocked = blockedBy(outlines, state, moving, up);
  if (blocked) return fail({ code: 'fold-blocked', ...blocked });

  const mirror = reflection(fold.line);
  const placed = state.placed.map((f, panel) => (moving.has(panel) ? compose(mirror, f) : f));
  const turned = state.order.filter((panel) => moving.has(panel)).reverse();
  const folded = up ? [...stationary, ...turned] : [...turned, ...stationary];
  // What was taken out of the stack is laid back into the places that it had.
  let next = 0;
  const order = only ? all.order.map((panel) => (only.has(panel) ? folded[next++]! : panel)) : folded;
  return ok({ state: { placed, order }, moved: [...moving] });
}

/** A panel that stays and lies in the way of one that lifts: above it (valley) or below it (mountain). */
function blockedBy(
  outlines: readonly Outline[],
  state: FlatState,
  moving: ReadonlySet<number>,
  up: boolean,
): { panel: number; by: number } | undefined {
  if (moving.size === state.order.length) return undefined;
  const upwards = up ? state.order : [...state.order].reverse();
  const extents = outlines.map(extentsOf);
  // From the outside in: what stays is gathered, and whatever moves must not lie under any of it. The innermost such is told.
  const over: number[] = [];
  let blocked: { panel: number; by: number } | undefined;
  for (let i = upwards.length - 1; i >= 0; i--) {
    const panel = upwards[i]!;
    if (!moving.has(panel)) {
      over.push(panel);
      continue;
    }
    const by = over.findLast((other) => overlap(extents[panel]!, extents[other]!));
    if (by !== undefined) blocked = { panel, by };
  }
  return blocked;
}
