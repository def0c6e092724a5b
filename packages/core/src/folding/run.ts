import { at, fail, ok, type Result } from '../result.ts';
import { compose, IDENTITY, invert, quarterTurns, translated, type Isometry } from '../geometry/isometry.ts';
import { moveSegment, NORMALS, reflection, type Line, type Segment } from '../geometry/line.ts';
import { clip, crossesInside, extentsOf, overlap } from '../geometry/outline.ts';
import type { PartPlan } from './assembly.ts';
import type { SheetSide } from './hold.ts';
import { bendsOf, crossingsOf, flatCollapse } from './collapse.ts';
import {
  connectedParts,
  firstOrder,
  hingesOf,
  layPaper,
  segmentOnSheet,
  type Bond,
  type Cut,
  type LaidPaper,
  type Panel,
} from './laid-paper.ts';
import type { Bends, Moment } from './moment.ts';
import type { FoldProblem } from './problem.ts';
import { simpleFold, type NeedsSplit } from './simple-fold.ts';
import { bounds, moveState, outlinesOf, sideUp, type FlatState } from './state.ts';
import type {
  CollapseStep,
  CutStep,
  FoldStep,
  GlueHow,
  GlueStep,
  JoinHow,
  JoinStep,
  Place,
  SlitStep,
  Step,
  UnfoldStep,
  WrapStep,
} from './step.ts';

/** How the paper gets from one moment to the next; the rehearsal in three dimensions is drawn from it. */
export type Motion =
  | { readonly kind: 'still' }
  | {
      readonly kind: 'fold';
      readonly before: FlatState;
      readonly line: Line;
      readonly moved: readonly number[];
      readonly up: boolean;
      readonly side: 1 | -1;
      /** what is lifted off the stack meanwhile, so that the fold has room */
      readonly raised: readonly number[];
    }
  | {
      readonly kind: 'collapse';
      readonly before: Moment;
      readonly to: Bends;
      readonly anchor: number;
      readonly standTo: 0 | 1;
      readonly stands: boolean;
      /** hinges that close one after the other, in that order; left out: all at once */
      readonly inTurn?: readonly number[];
    }
  | { readonly kind: 'turn-over' | 'rotate'; readonly by: Isometry; readonly quarterTurns: number }
  /** earlier motions run backwards, the last one first; `frame` moves them to where the paper lies now */
  | {
      readonly kind: 'unfold';
      readonly motions: readonly { readonly motion: Motion; readonly after: Moment; readonly frame: Isometry }[];
    };

export interface Glued {
  /** the step that glues them */
  readonly step: number;
  readonly panels: readonly [number, number];
  readonly how: GlueHow;
}

/** Two parts made one at two panels; each panel's face that met the other's is hidden where they overlap. */
export interface Joined {
  readonly step: number;
  /** the one laid on, and the one it lies on */
  readonly panels: readonly [number, number];
  readonly how: JoinHow;
}

/** An assembly's steps carried out: moments[k] is the paper before step k, motions[k] what step k does. */
export interface FoldRun {
  readonly laid: LaidPaper;
  readonly steps: readonly Step[];
  readonly moments: readonly Moment[];
  readonly motions: readonly Motion[];
  readonly cuts: readonly Cut[];
  /** for each of `cuts`, the step that made it */
  readonly cutSteps: readonly number[];
  readonly glued: readonly Glued[];
  readonly joined: readonly Joined[];
  /** thread that holds it, in the order in which it is drawn through */
  readonly sewn: readonly SewnThread[];
}

/** A spot on one face of a panel, on the unfolded sheet in ticks. */
export interface ThreadSpot {
  readonly panel: number;
  readonly side: SheetSide;
  readonly x: number;
  readonly y: number;
}

/** One stretch of thread, wire or cord, and the step that draws it. */
export interface SewnThread {
  readonly step: number;
  readonly spots: readonly ThreadSpot[];
}

export const lastMoment = (run: FoldRun): Moment => at(run.moments, run.moments.length - 1);

/** Panels kept over all moments; a guard for steps sent from outside: what a step costs grows with what lies there. */
export const MOST_WORK = 1_000_000;

/** Carries an assembly's steps out, or says at which step and where they fail. */
export function runSteps(parts: readonly PartPlan[], steps: readonly Step[]): Result<FoldRun, FoldProblem> {
  let laid = layPaper(parts, steps);
  // A crease across a panel parts it: all steps are then run again on the finer paper, so that one
  // set of panels serves every moment. Grid forms never need it.
  for (;;) {
    const work = laid.panels.length * (steps.length + 1);
    if (work > MOST_WORK)
      return fail({
        code: 'too-much-work',
        panels: laid.panels.length,
        most: Math.floor(MOST_WORK / (steps.length + 1)),
      });
    const outcome = new Runner(laid).run(steps);
    if (outcome.ok) return outcome;
    if (!('splits' in outcome.problem)) return fail(outcome.problem);
    laid = splitPanels(laid, outcome.problem);
  }
}

function splitPanels(laid: LaidPaper, needs: NeedsSplit): LaidPaper {
  const lines = new Map(needs.splits.map(({ panel, line }) => [panel, line]));
  const panels = laid.panels.flatMap((panel, index): Panel[] => {
    const line = lines.get(index);
    const parts = line ? [clip(panel.outline, line, -1), clip(panel.outline, line, 1)] : [];
    const [before, after] = parts;
    if (!before || !after) return [panel];
    return [
      { label: `${panel.label}a`, sheet: panel.sheet, outline: before },
      { label: `${panel.label}b`, sheet: panel.sheet, outline: after },
    ];
  });
  return { ...laid, panels };
}

type SharedPlace = Exclude<Place, { readonly line: number }>;

interface ClosedFold {
  readonly motion: Motion;
  readonly before: Moment;
  readonly after: Moment;
  /** how the paper had been turned by then */
  readonly frame: Isometry;
}

/** One pass over the programme; a class because a dozen small steps share the paper they work on. */
class Runner {
  private readonly laid: LaidPaper;
  private readonly byLabel: ReadonlyMap<string, number>;
  private moment: Moment;
  private frame: Isometry = IDENTITY;
  private closed: ClosedFold[] = [];
  private cuts: Cut[] = [];
  private cutSteps: number[] = [];
  private glued: Glued[] = [];
  private joined: Joined[] = [];

  constructor(laid: LaidPaper) {
    this.laid = laid;
    const hinges = hingesOf(laid.panels, []);
    const placed = laid.panels.map((panel) => {
      const { right, down } = at(laid.sheets, panel.sheet);
      return translated(right, down);
    });
    this.byLabel = new Map(laid.panels.map(({ label }, i) => [label, i]));
    const flat: FlatState = { placed, order: firstOrder(laid) };
    this.moment = { flat, standing: false, hinges, bends: hinges.map(() => 0), bonds: [] };
  }

  run(steps: readonly Step[]): Result<FoldRun, FoldProblem | NeedsSplit> {
    const moments: Moment[] = [this.moment];
    const motions: Motion[] = [];
    for (const [index, step] of steps.entries()) {
      const motion = this.take(step, index);
      if (!motion.ok) return motion;
      motions.push(motion.value);
      moments.push(this.moment);
    }
    const { laid, cuts, cutSteps, glued, joined } = this;
    return ok({ laid, steps, moments, motions, cuts, cutSteps, glued, joined, sewn: [] });
  }

  private take(step: Step, index: number): Result<Motion, FoldProblem | NeedsSplit> {
    if (this.moment.standing && step.kind !== 'collapse' && step.kind !== 'wrap')
      return fail({ code: 'not-flat', step: index });
    switch (step.kind) {
      case 'fold':
        return this.fold(step, index);
      case 'unfold':
        return this.unfold(step, index);
      case 'turn-over':
        return ok(this.turn('turn-over', 0));
      case 'rotate':
        return ok(this.turn('rotate', step.quarterTurns));
      case 'slit':
      case 'cut':
        return this.cut(step, index);
      case 'glue':
        return this.glue(step, index);
      case 'collapse':
      case 'wrap':
        return this.collapse(step, index);
      case 'join':
        return this.join(step, index);
      case 'bind':
        return ok({ kind: 'still' });
    }
  }

  private panel(label: string): number {
    // After a split `r1c1` names its first part.
    return this.byLabel.get(label) ?? this.laid.panels.findIndex((panel) => panel.label.startsWith(`${label}a`));
  }

  private settle(flat: FlatState, motion: Motion): void {
    const before = this.moment;
    this.moment = { ...before, flat, standing: false, bends: bendsOf(flat, before.hinges) };
    this.closed.push({ motion, before, after: this.moment, frame: this.frame });
  }

  private fold(step: FoldStep, index: number): Result<Motion, FoldProblem | NeedsSplit> {
    const { flat } = this.moment;
    const only = this.sheetsOf(step);
    const foldAt = 'line' in step.at ? this.whereLineLies(step, step.at.line) : this.placeOf(step, step.at, only);
    if (foldAt === undefined) return fail({ code: 'no-such-crease', step: index });
    if (!Number.isSafeInteger(foldAt)) return fail({ code: 'place-not-exact', step: index });
    const line: Line = { axis: step.axis, at: foldAt };
    const side = step.moving === 'after' ? 1 : -1;
    const flapWith = typeof step.layers === 'object' && 'flapWith' in step.layers ? step.layers.flapWith : undefined;
    const flap = flapWith === undefined ? undefined : this.panel(flapWith);
    if (flap === -1) return fail({ code: 'no-such-panel', step: index, panel: flapWith! });
    const done = simpleFold(this.laid, this.moment, {
      line,
      direction: step.direction,
      moving: side,
      ...(flap === undefined ? {} : { flapWith: flap }),
      ...(only ? { only } : {}),
    });
    if (!done.ok) {
      const { problem } = done;
      if ('splits' in problem) return fail(problem);
      if (problem.code === 'nothing-moves') return fail({ code: 'nothing-moves', step: index });
      const panel = this.label(problem.panel);
      return fail({ code: 'fold-blocked', step: index, panel, by: this.label(problem.by) });
    }
    if (flap !== undefined) {
      const crossing = crossingsOf(this.laid, done.value.state, this.moment);
      if (crossing) return fail({ code: 'paper-through-paper', step: index, panels: this.labels(crossing) });
    }
    const motion: Motion = {
      kind: 'fold',
      before: flat,
      line,
      moved: done.value.moved,
      up: step.direction === 'valley',
      side,
      raised: only ? this.raisedFor(only, step.direction === 'mountain') : [],
    };
    this.settle(done.value.state, motion);
    return ok(motion);
  }

  /** The panels of the sheets that a step takes out of the stack; undefined: it folds all that lies there. */
  private sheetsOf({ layers }: FoldStep): ReadonlySet<number> | undefined {
    if (typeof layers !== 'object' || !('sheets' in layers)) return undefined;
    const [first, last] = layers.sheets;
    return new Set(this.laid.panels.flatMap(({ sheet }, i) => (sheet >= first && sheet <= last ? [i] : [])));
  }

  /** Everything that lies on the sheets folded; and those themselves where their fold swings below them. */
  private raisedFor(only: ReadonlySet<number>, withThem: boolean): readonly number[] {
    const { order } = this.moment.flat;
    const top = order.findLastIndex((panel) => only.has(panel));
    return [...order.slice(top + 1), ...(withThem ? only : [])];
  }

  /** The fold's place in ticks: a share of what lies on the table now, or a distance from the table's zero. */
  private placeOf({ axis }: FoldStep, place: SharedPlace, only: ReadonlySet<number> | undefined): number {
    if ('nm' in place) return place.nm * this.laid.scale;
    const n = NORMALS[axis];
    const reach = outlinesOf(this.laid, this.moment.flat).flatMap((outline, panel) =>
      only && !only.has(panel) ? [] : outline.map((p) => n.x * p.x + n.y * p.y),
    );
    const least = Math.min(...reach);
    const [part, of] = place.share;
    return least + ((Math.max(...reach) - least) / of) * part;
  }

  /** Where a grid line of the sheet lies now; undefined where there is no such line, its parts lie in several places, or it stands across the fold. */
  private whereLineLies(step: FoldStep, line: number): number | undefined {
    const index = typeof step.layers === 'object' && 'sheets' in step.layers ? step.layers.sheets[0] : 0;
    const sheet = this.laid.sheets[index];
    const lines = step.axis === 'vertical' ? sheet?.verticals : sheet?.horizontals;
    const at = step.axis === 'vertical' || step.axis === 'horizontal' ? lines?.[line] : undefined;
    if (at === undefined) return undefined;
    const images = this.moment.hinges.flatMap(({ p, segment }) =>
      this.laid.panels[p]!.sheet === index && segment.axis === step.axis && segment.at === at
        ? [moveSegment(this.moment.flat.placed[p]!, segment)]
        : [],
    );
    const [first] = images;
    return first && images.every(({ axis, at: place }) => axis === step.axis && place === first.at)
      ? first.at
      : undefined;
  }

  private unfold(step: UnfoldStep, index: number): Result<Motion, FoldProblem> {
    if (this.closed.length === 0) return fail({ code: 'nothing-to-unfold', step: index });
    const opened = step.which === 'all' ? this.closed.splice(0).reverse() : [this.closed.pop()!];
    const motions = opened.map(({ motion, after, frame }) => ({
      motion,
      after,
      frame: compose(this.frame, invert(frame)),
    }));
    const first = at(opened, opened.length - 1);
    const flat = moveState(first.before.flat, compose(this.frame, invert(first.frame)));
    this.moment = { ...this.moment, flat, standing: false, bends: bendsOf(flat, this.moment.hinges) };
    return ok({ kind: 'unfold', motions });
  }

  private turn(kind: 'turn-over' | 'rotate', turns: number): Motion {
    const { left, right, top, bottom } = bounds(outlinesOf(this.laid, this.moment.flat));
    const by =
      kind === 'turn-over'
        ? reflection({ axis: 'vertical', at: (left + right) / 2 })
        : turnAbout((left + right) / 2, (top + bottom) / 2, turns);
    this.frame = compose(by, this.frame);
    const flat = moveState(this.moment.flat, by);
    this.moment = { ...this.moment, flat };
    return { kind, by, quarterTurns: turns };
  }

  private cut(step: SlitStep | CutStep, index: number): Result<Motion, FoldProblem | NeedsSplit> {
    for (const wanted of step.segments) {
      const segment = segmentOnSheet(this.laid, wanted);
      if (!segment) return fail({ code: 'no-such-crease', step: index });
      const { sheet } = wanted;
      const isThere = (panel: number) => sheet === undefined || this.laid.panels[panel]!.sheet === sheet;
      if (step.kind === 'slit' && this.touchesEdge(segment, sheet ?? 0))
        return fail({ code: 'slit-reaches-the-edge', step: index });
      const crossed = this.laid.panels.flatMap((panel, i) =>
        isThere(i) && crossesInside(panel.outline, segment) ? [{ panel: i, line: segment }] : [],
      );
      if (crossed.length > 0) return fail({ splits: crossed });
      const touched = this.moment.hinges.some(
        ({ p, segment: hinge }) =>
          isThere(p) &&
          hinge.axis === segment.axis &&
          hinge.at === segment.at &&
          Math.min(hinge.to, segment.to) > Math.max(hinge.from, segment.from),
      );
      if (!touched) return fail({ code: 'slit-off-the-sheet', step: index });
      this.cuts.push(sheet === undefined ? { segment } : { segment, sheet });
      this.cutSteps.push(index);
    }
    const hinges = hingesOf(this.laid.panels, this.cuts);
    const parts = connectedParts(this.laid.panels.length, hinges);
    if (parts.length > this.laid.sheets.length) {
      const smallest = parts.reduce((least, part) => (part.length <= least.length ? part : least));
      return fail({ code: 'severed', step: index, panels: this.labels(smallest) });
    }
    this.moment = { ...this.moment, hinges, bends: bendsOf(this.moment.flat, hinges) };
    return ok({ kind: 'still' });
  }

  private touchesEdge(s: Segment, sheet: number): boolean {
    const { width, height } = at(this.laid.sheets, sheet);
    const length = s.axis === 'vertical' ? height : width;
    return s.from <= 0 || s.to >= length;
  }

  private glue(step: GlueStep, index: number): Result<Motion, FoldProblem> {
    const pair = this.touching(step.between, index);
    if (!pair.ok) return pair;
    const [lower] = pair.value;
    const facesMeet = sideUp(this.moment.flat, lower) === 1;
    const how = facesMeet ? step.whenFacesMeet : step.whenBacksMeet;
    const panels = step.between.map((label) => this.panel(label)) as [number, number];
    if (how !== 'none') this.glued.push({ step: index, panels, how });
    return ok({ kind: 'still' });
  }

  /** From now on the two move as one, as they lie. */
  private join(step: JoinStep, index: number): Result<Motion, FoldProblem> {
    const pair = this.touching([step.lays, step.onto], index);
    if (!pair.ok) return pair;
    const [p, q] = [this.panel(step.lays), this.panel(step.onto)];
    const { placed } = this.moment.flat;
    const bond: Bond = { p, q, fixed: compose(invert(at(placed, p)), at(placed, q)) };
    this.moment = { ...this.moment, bonds: [...this.moment.bonds, bond] };
    this.joined.push({ step: index, panels: [p, q], how: step.how });
    return ok({ kind: 'still' });
  }

  /** Two panels by their labels, the lower first, if they lie on one another with nothing between. */
  private touching(
    between: readonly [string, string],
    step: number,
  ): Result<readonly [lower: number, upper: number], FoldProblem> {
    const [p, q] = between.map((label) => this.panel(label)) as [number, number];
    for (const [i, panel] of [p, q].entries()) {
      if (panel < 0) return fail({ code: 'no-such-panel', step, panel: between[i as 0 | 1] });
    }
    const { order } = this.moment.flat;
    const [lower, upper] = order.indexOf(p) < order.indexOf(q) ? [p, q] : [q, p];
    const others = order.slice(order.indexOf(lower) + 1, order.indexOf(upper));
    const outlines = outlinesOf(this.laid, this.moment.flat);
    const extents = new Map([p, q, ...others].map((panel) => [panel, extentsOf(outlines[panel]!)]));
    const touch =
      overlap(extents.get(p)!, extents.get(q)!) &&
      !others.some(
        (other) => overlap(extents.get(other)!, extents.get(p)!) && overlap(extents.get(other)!, extents.get(q)!),
      );
    return touch ? ok([lower, upper]) : fail({ code: 'glue-apart', step, panels: [...between] });
  }

  private collapse(step: CollapseStep | WrapStep, index: number): Result<Motion, FoldProblem> {
    const before = this.moment;
    const to = [...before.bends];
    const inTurn: number[] = [];
    for (const bend of step.bends) {
      const segment = segmentOnSheet(this.laid, bend.crease);
      const degrees = bend.to === 'flat' ? 0 : (bend.to === 'valley' ? 1 : -1) * (bend.degrees ?? 180);
      let found = false;
      const { sheet } = bend.crease;
      before.hinges.forEach((hinge, i) => {
        if (sheet !== undefined && this.laid.panels[hinge.p]!.sheet !== sheet) return;
        if (!segment || !liesOn(hinge.segment, segment)) return;
        to[i] = degrees;
        inTurn.push(i);
        found = true;
      });
      if (!found) return fail({ code: 'no-such-crease', step: index });
    }
    const anchor = step.anchor ? this.panel(step.anchor) : 0;
    if (anchor < 0) return fail({ code: 'no-such-panel', step: index, panel: step.anchor! });
    const isFlat = to.every((bend) => bend === 0 || Math.abs(bend) === 180);
    const motion: Motion = {
      kind: 'collapse',
      before,
      to,
      anchor,
      standTo: isFlat ? 0 : 1,
      stands: step.stands ?? false,
      ...(step.oneByOne ? { inTurn } : {}),
    };
    if (!isFlat) {
      this.moment = { ...before, standing: true, bends: to };
      return ok(motion);
    }
    const above: (readonly [number, number])[] = [];
    for (const [over, under] of step.above ?? []) {
      const pair = [this.panel(under), this.panel(over)] as const;
      if (pair[0] < 0 || pair[1] < 0)
        return fail({ code: 'no-such-panel', step: index, panel: pair[0] < 0 ? under : over });
      above.push(pair);
    }
    const flat = flatCollapse(this.laid, { ...before, bends: to }, anchor, above);
    if (!flat.ok) return fail(this.nameCollapse(flat.problem, index));
    this.settle(flat.value, motion);
    return ok(motion);
  }

  private nameCollapse(
    problem: Extract<ReturnType<typeof flatCollapse>, { ok: false }>['problem'],
    step: number,
  ): FoldProblem {
    switch (problem.code) {
      case 'undecided':
        return { ...problem, step };
      case 'ambiguous':
        return { code: 'ambiguous', step, orders: [this.labels(problem.orders[0]), this.labels(problem.orders[1])] };
      case 'paper-through-paper':
      case 'loop-does-not-close':
        return { code: problem.code, step, panels: this.labels(problem.panels) };
    }
  }

  private label(panel: number): string {
    return at(this.laid.panels, panel).label;
  }

  private labels(panels: readonly number[]): readonly string[] {
    return panels.map((panel) => this.label(panel));
  }
}

const liesOn = (part: Segment, whole: Segment): boolean =>
  part.axis === whole.axis && part.at === whole.at && part.from >= whole.from && part.to <= whole.to;

/** Quarter turns clockwise about (near enough) a point; the shift is kept even, so that diagonal creases still cross on whole ticks. */
function turnAbout(x: number, y: number, turns: number): Isometry {
  const turn = quarterTurns(turns);
  const even = (value: number) => 2 * Math.round(value / 2);
  return { ...turn, tx: even(x - turn.a * x - turn.b * y), ty: even(y - turn.c * x - turn.d * y) };
}
