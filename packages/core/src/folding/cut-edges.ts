import { edgesOf, endsOf } from '../geometry/outline.ts';
import type { Point } from '../geometry/isometry.ts';
import type { FoldRun } from './run.ts';

/** A stretch of a panel's edge along which a blade went. */
export interface CutEdge {
  /** index into the run's slits */
  readonly slit: number;
  /** on the unfolded sheet, millimetres */
  readonly ends: readonly [Point, Point];
}

/** The cut edges of a panel: each cut is told on one of its two sides, so that it is drawn once. */
export function cutEdges(run: FoldRun, panel: number): readonly CutEdge[] {
  const perMm = 1e-6 / run.sheet.scale;
  const edges = edgesOf(run.sheet.panels[panel]!.outline);
  return run.slits.flatMap((slit, index) =>
    edges
      .filter(
        ({ line, inward }) =>
          inward === 1 &&
          line.axis === slit.axis &&
          line.at === slit.at &&
          Math.min(line.to, slit.to) > Math.max(line.from, slit.from),
      )
      .map(({ line }): CutEdge => {
        const [one, other] = endsOf({ ...line, from: Math.max(line.from, slit.from), to: Math.min(line.to, slit.to) });
        return {
          slit: index,
          ends: [
            { x: one.x * perMm, y: one.y * perMm },
            { x: other.x * perMm, y: other.y * perMm },
          ],
        };
      }),
  );
}
