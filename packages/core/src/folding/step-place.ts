import { keptBy } from '../kept.ts';
import { at } from '../result.ts';
import type { Segment } from '../geometry/line.ts';
import { ajarAt } from './ajar.ts';
import { poseAt } from './poses.ts';
import type { SheetSide } from './hold.ts';
import type { FoldRun } from './run.ts';
import { sideUp } from './state.ts';

/** Where on the paper a step happens. Segments are on the unfolded sheet, in ticks. */
export interface StepPlace {
  /** hinges that this step folds, opens or bends further, each with a panel that it bounds */
  readonly creases: readonly { readonly panel: number; readonly segment: Segment }[];
  readonly cuts: readonly Segment[];
  /** faces that are brought together for good */
  readonly faces: readonly { readonly panel: number; readonly side: SheetSide }[];
  /** faces between which the pile is opened for a needle */
  readonly opened: readonly { readonly panel: number; readonly side: SheetSide }[];
  /** panels that are somewhere else on the way than they were before */
  readonly moved: readonly number[];
}

/** When on the way a movement is looked at: steps that take several motions back have no one middle. */
const ON_THE_WAY = [0.2, 0.45, 0.7, 0.95];

/** Where a step of a run (0-based) happens: read off the paper before and after it, whatever the step is called. */
export const stepPlace = keptBy((run: FoldRun, step: number): StepPlace => {
  const before = at(run.moments, step);
  const next = at(run.moments, step + 1);
  const bent = new Map(before.hinges.map(({ segment, p, q }, i) => [`${p} ${q} ${keyOf(segment)}`, before.bends[i]!]));
  const creases = next.hinges.flatMap(({ segment, p, q }, i) => {
    const was = bent.get(`${p} ${q} ${keyOf(segment)}`);
    return was === undefined || was === next.bends[i] ? [] : [{ panel: p, segment }];
  });
  return {
    creases,
    cuts: run.cuts.filter((_, i) => run.cutSteps[i] === step).map(({ segment }) => segment),
    faces: [...run.glued, ...run.joined]
      .filter((one) => one.step === step)
      .flatMap(({ panels }) => facesThatMeet(run, step, panels)),
    opened: openedFor(run, step).flatMap((panels) => facesThatMeet(run, step, panels)),
    moved: ajarAt(run, step)?.swung ?? movedBy(run, step),
  };
});

const keyOf = ({ axis, at: where, from, to }: Segment): string => `${axis}${where} ${from} ${to}`;

/** The two panels between which the pile is opened for a needle. */
function openedFor(run: FoldRun, step: number): readonly (readonly [number, number])[] {
  const made = at(run.steps, step);
  if (made.kind !== 'bind' || !made.open) return [];
  const [one, other] = made.open.map((label) => run.laid.panels.findIndex((panel) => panel.label === label));
  return [[one!, other!]];
}

/** Of two panels in a pile the faces that look at one another. */
function facesThatMeet(run: FoldRun, step: number, [p, q]: readonly [number, number]) {
  const { flat } = at(run.moments, step + 1);
  const lower = flat.order.indexOf(p) < flat.order.indexOf(q) ? p : q;
  return [p, q].map((panel) => {
    const up = sideUp(flat, panel) === 1;
    return { panel, side: (panel === lower) === up ? ('A' as const) : ('B' as const) };
  });
}

function movedBy(run: FoldRun, step: number): readonly number[] {
  const still = poseAt(run, step, 0).panels;
  const ways = ON_THE_WAY.map((t) => poseAt(run, step, t).panels);
  return still.flatMap((pose, i) =>
    ways.some((way) => way[i]!.some((value, k) => Math.abs(value - pose[k]!) > 1e-6)) ? [i] : [],
  );
}
