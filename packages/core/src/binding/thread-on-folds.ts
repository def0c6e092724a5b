import { spineFolds } from '../folding/nest.ts';
import { lastMoment, type ThreadSpot } from '../folding/run.ts';
import { bounds, outlinesOf, sideUp } from '../folding/state.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { apply, invert } from '../geometry/isometry.ts';
import { at } from '../result.ts';
import { stretchesOf, type FoldSide } from '../stitches/path.ts';
import type { Sewing } from '../stitches/sewing.ts';

/** One stretch of what holds a book, on its paper; the section (from 1) during whose sewing it is drawn. */
interface OnFold {
  readonly section: number;
  readonly spots: readonly ThreadSpot[];
}

/** Every stretch of thread in the order of the needle; every staple, its back outside and its legs within; a cord round the spine. */
export function threadOnFolds(plan: FoldedBook, { path, stations, staples, stitch }: Sewing): readonly OnFold[] {
  const spot = spotsOn(plan);
  if (!spot) return [];
  if (staples) {
    return staples.legs.flatMap(([from, to]): readonly OnFold[] => [
      { section: 1, spots: [spot(1, 'outside', from), spot(1, 'outside', to)] },
      { section: 1, spots: [spot(1, 'inside', from), spot(1, 'inside', (3 * from + to) / 4)] },
      { section: 1, spots: [spot(1, 'inside', to), spot(1, 'inside', (from + 3 * to) / 4)] },
    ]);
  }
  if (stitch.fastener === 'cord') {
    const { height } = plan.reading;
    const middle = Math.ceil((spineFolds(plan).at(-1)?.section ?? 0) / 2) + 1;
    return (['inside', 'outside'] as const).map((side) => ({
      section: 1,
      spots: [spot(middle, side, 0), spot(middle, side, height)],
    }));
  }
  if (!path) return [];
  const place = (station: number) => stations[station - 1];
  return stretchesOf(path).flatMap(({ side, from, to }): readonly OnFold[] => {
    const [one, other] = [place(from.station), place(to.station)];
    if (one === undefined || other === undefined) return [];
    return [{ section: to.section, spots: [spot(from.section, side, one), spot(to.section, side, other)] }];
  });
}

/** Where a distance from the head lies on either side of a section's fold; undefined: the book has no such fold. */
function spotsOn(plan: FoldedBook): ((section: number, side: FoldSide, fromHead: number) => ThreadSpot) | undefined {
  const { run, reading } = plan;
  const folds = spineFolds(plan);
  if (folds.length === 0) return undefined;
  const box = bounds(outlinesOf(run.laid, reading.held));
  const { flat } = lastMoment(run);
  const spine = reading.spineAt === 'west' ? box.left : box.right;
  return (section, side, fromHead) => {
    const own = folds.filter((fold) => fold.section === section - 1);
    const fold = at(own, side === 'inside' ? own.length - 1 : 0);
    // Of a section that lies and is opened the lower leaf stays, and its upper face looks into the fold; outside, the upper leaf's upper face is seen.
    const [lower, upper] = [...fold.leaves].sort((one, other) => flat.order.indexOf(one) - flat.order.indexOf(other));
    const panel = side === 'inside' ? lower! : upper!;
    const { x, y } = apply(invert(at(reading.held.placed, panel)), {
      x: spine,
      y: box.top + fromHead * run.laid.scale,
    });
    return { panel, side: sideUp(flat, panel) === 1 ? 'A' : 'B', x, y };
  };
}
