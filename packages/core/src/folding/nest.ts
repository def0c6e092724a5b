import { lastMoment } from './run.ts';
import { depthsOf } from './reading.ts';
import { bounds, outlinesOf } from './state.ts';
import type { Assembled } from './read-book.ts';
import { moveSegment, type Segment } from '../geometry/line.ts';
import { at } from '../result.ts';

/** Two leaves that hang together at the spine: in which section, and how deep in its nest; both 0-based, the outermost first. */
export interface Folio {
  readonly section: number;
  readonly folio: number;
}

/** A folio's fold on the unfolded sheet, and its two leaves. */
export interface SpineFold extends Folio {
  readonly sheet: number;
  readonly leaves: readonly [number, number];
  readonly fold: Segment;
}

interface Nest {
  readonly folds: readonly SpineFold[];
  /** by panel; flaps go with the leaf that they hang on */
  readonly ofPanel: ReadonlyMap<number, Folio>;
}

const known = new WeakMap<Assembled, Nest>();

/**
 * The folios of a book that is a pile held at its spine, from the front. Sewn through one fold or gathered, every folio is a fold at the spine; one lies inside another when
 * both of its leaves lie between the other's. Books that are no such pile have none.
 */
export function nestOf(plan: Assembled): Nest {
  const nest = known.get(plan) ?? foundNest(plan);
  known.set(plan, nest);
  return nest;
}

export const spineFolds = (plan: Assembled): readonly SpineFold[] => nestOf(plan).folds;

/** Outside a nest nothing is pushed out: as the outermost folio. */
export const folioOfPanel = (plan: Assembled, panel: number): Folio =>
  nestOf(plan).ofPanel.get(panel) ?? { section: 0, folio: 0 };

export const folioOfPage = (plan: Assembled, page: number): Folio =>
  folioOfPanel(plan, at(plan.reading.pages, page).face.panel);

/** Folios of each section, in the order in which they are gathered. */
export function foliosPerSection(plan: Assembled): readonly number[] {
  const counts: number[] = [];
  for (const { section } of spineFolds(plan)) counts[section] = (counts[section] ?? 0) + 1;
  return counts;
}

/** Folios of the thickest section; a book that is no nest counts as one. */
export const mostFolios = (plan: Assembled): number => Math.max(1, ...foliosPerSection(plan));

function foundNest(plan: Assembled): Nest {
  const { run, reading, hold } = plan;
  if (hold.kind !== 'pile') return { folds: [], ofPanel: new Map() };
  const box = bounds(outlinesOf(run.laid, reading.held));
  const depth = depthsOf(reading);
  const { hinges } = lastMoment(run);
  const atSpine = hinges
    .flatMap(({ p, q, segment }) => {
      const image = moveSegment(at(reading.held.placed, p), segment);
      const spine = reading.spineAt === 'west' ? box.left : box.right;
      if (image.axis !== 'vertical' || image.at !== spine) return [];
      const leaves: readonly [number, number] = depth[p]! < depth[q]! ? [p, q] : [q, p];
      return [{ leaves, fold: segment, from: depth[leaves[0]]!, to: depth[leaves[1]]! }];
    })
    .sort((one, other) => one.from - other.from);
  let section = -1;
  const within: number[] = [];
  const folds = atSpine.map(({ leaves, fold, from, to }): SpineFold => {
    // Whatever has ended before this one begins holds it no longer.
    while (within.length > 0 && within[within.length - 1]! < from) within.pop();
    if (within.length === 0) section++;
    within.push(to);
    return { section, folio: within.length - 1, sheet: at(run.laid.panels, leaves[0]).sheet, leaves, fold };
  });
  const ofPanel = new Map<number, Folio>();
  for (const { leaves, section: of, folio } of folds)
    for (const leaf of leaves) ofPanel.set(leaf, { section: of, folio });
  for (const { p, q } of hinges) {
    const [flap, leaf] = ofPanel.has(p) ? [q, p] : [p, q];
    const folio = ofPanel.get(leaf);
    if (folio && !ofPanel.has(flap)) ofPanel.set(flap, folio);
  }
  return { folds, ofPanel };
}
