import { at } from '../result.ts';
import { bentPose, type Pose } from './poses.ts';
import type { Reading, Stance } from './reading.ts';
import { aboutLine, after, STAY, type Rigid } from './rigid.ts';
import { lastMoment, type FoldRun } from './run.ts';
import { bounds, liftsOf, outlinesOf, sideUp } from './state.ts';
import type { Bends } from './moment.ts';

/** Stood on its tail, each fold is opened by so many degrees, and no more than three quarters round in all. */
const [STANDS_OPEN, STANDS_MOST] = [70, 270];

/**
 * A concertina between two ways of being held, a fraction t on: closed, leafed open at one fold like a book, pulled open whole, stood as a zigzag, or as a star, whose leaves
 * close at one kind of fold and fan out at the other. Its folds form no ring, so any bends go together.
 */
export function stancePose(run: FoldRun, reading: Reading, here: Stance, next: Stance, t: number): Pose {
  if (here.over !== next.over && here.kind !== 'closed') {
    // Hands close it before they turn it over, and open it again.
    const [closed, turned] = [here, next].map(({ over }): Stance => ({ kind: 'closed', over })) as [Stance, Stance];
    if (t < 1 / 3) return stancePose(run, reading, here, closed, 3 * t);
    if (t < 2 / 3) return stancePose(run, reading, closed, turned, 3 * t - 1);
    return stancePose(run, reading, turned, next, 3 * t - 2);
  }
  if (here.over !== next.over && next.kind !== 'closed') {
    const turned: Stance = { kind: 'closed', over: next.over };
    return t < 0.5 ? stancePose(run, reading, here, turned, 2 * t) : stancePose(run, reading, turned, next, 2 * t - 1);
  }
  const { laid } = run;
  const { hinges, bonds } = lastMoment(run);
  const between = (from: number, to: number) => from + (to - from) * t;
  const [from, to] = [bendsIn(run, here), bendsIn(run, next)];
  const bends = from.map((bend, i) => between(bend, to[i]!));
  // What lies on the table stays: turned over, that is the beginning of the book.
  const anchor = at(reading.layers, here.over && next.over ? 0 : reading.layers.length - 1);
  const scale = 1e-6 / laid.scale;
  const { left, right, bottom } = bounds(outlinesOf(laid, reading.held));
  const turned = between(Number(here.over), Number(next.over));
  const stood = between(Number(stands(here)), Number(stands(next)));
  const over = turned === 0 ? STAY : aboutLine({ axis: 'vertical', at: (left + right) / 2 }, 1, 180 * turned, scale);
  const upright = stood === 0 ? STAY : aboutLine({ axis: 'horizontal', at: bottom }, -1, 90 * stood, scale);
  const world: Rigid = after(upright, over);
  const panels = bentPose(laid, { hinges, bonds, flat: reading.held }, bends, anchor, STAY).map((panel) =>
    after(world, panel),
  );
  const [low, high] = [liftsIn(run, reading, here), liftsIn(run, reading, next)];
  return { panels, lifts: low.map((lift, i) => between(lift, high[i]!)), gap: 0, schematic: false };
}

const stands = ({ kind }: Stance): boolean => kind === 'stands' || kind === 'star';

/** Folds that run from head to tail of the closed book, its last bends without those that a way of holding opens. */
function bendsIn(run: FoldRun, stance: Stance): Bends {
  const { bends } = lastMoment(run);
  const folds = bends.filter((bend) => bend !== 0).length;
  const valleys = bends.filter((bend) => bend > 0).length;
  const open = Math.min(STANDS_OPEN, STANDS_MOST / Math.max(1, folds));
  const opened = stance.kind === 'leafed' ? openedBetween(run, stance.between) : undefined;
  return bends.map((bend, i) => {
    switch (stance.kind) {
      case 'closed':
        return bend;
      case 'leafed':
        return i === opened ? 0 : bend;
      case 'whole':
        return 0;
      case 'stands':
        return bend - Math.sign(bend) * open;
      case 'star':
        return bend > 0 ? bend - 360 / Math.max(1, valleys) : bend;
    }
  });
}

/** The fold over which two neighbouring panels are turned: the only one bent where the way from one to the other leads, over joins as well. */
function openedBetween(run: FoldRun, [one, other]: readonly [number, number]): number | undefined {
  const { hinges, bonds, bends } = lastMoment(run);
  const came = new Map<number, { readonly from: number; readonly hinge: number | undefined }>([
    [one, { from: one, hinge: undefined }],
  ]);
  const queue = [one];
  for (let panel = queue.shift(); panel !== undefined && !came.has(other); panel = queue.shift()) {
    const ways = [
      ...hinges.flatMap(({ p, q }, hinge) =>
        p === panel ? [[q, hinge] as const] : q === panel ? [[p, hinge] as const] : [],
      ),
      ...bonds.flatMap(({ p, q }) =>
        p === panel ? [[q, undefined] as const] : q === panel ? [[p, undefined] as const] : [],
      ),
    ];
    for (const [next, hinge] of ways) {
      if (came.has(next)) continue;
      came.set(next, { from: panel, hinge });
      queue.push(next);
    }
  }
  for (let panel = other; panel !== one;) {
    const step = came.get(panel);
    if (!step) return undefined;
    if (step.hinge !== undefined && bends[step.hinge] !== 0) return step.hinge;
    panel = step.from;
  }
  return undefined;
}

/** Layers beneath each panel, along its own normal: what has been leafed over lies the other way up. */
function liftsIn(run: FoldRun, reading: Reading, stance: Stance): readonly number[] {
  const held = liftsOf(run.laid, reading.held);
  if (stance.kind === 'closed') return held;
  if (stance.kind !== 'leafed') return held.map(() => 0);
  const { order } = reading.held;
  const rank = order.map(() => 0);
  order.forEach((panel, height) => (rank[panel] = height));
  const from = Math.max(...stance.between.map((panel) => rank[panel]!));
  const top = order.length - 1;
  const isSwung = (panel: number) => rank[panel]! < from === stance.over;
  return held.map((lift, panel) => (isSwung(panel) ? lift - sideUp(reading.held, panel) * top : lift));
}
