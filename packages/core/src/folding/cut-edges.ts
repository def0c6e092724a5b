import { edgesOf, endsOf } from '../geometry/outline.ts';
import type { Point } from '../geometry/isometry.ts';
import type { FoldRun } from './run.ts';

/** A stretch of a panel's edge along which a blade went. */
export interface CutEdge {
  /** index into the run's cuts */
  readonly cut: number;
  /** on the unfolded sheet, millimetres */
  readonly ends: readonly [Point, Point];
}

/** The cut edges of a panel: each cut is told on one of its two sides, so that it is drawn once. */
export function cutEdges(run: FoldRun, panel: number): readonly CutEdge[] {
  const perMm = 1e-6 / run.laid.scale;
  const { outline, sheet } = run.laid.panels[panel]!;
  const edges = edgesOf(outline);
  return run.cuts.flatMap(({ segment: cut, sheet: only = sheet }, index) =>
    (only === sheet ? edges : [])
      .filter(
        ({ line, inward }) =>
          inward === 1 &&
          line.axis === cut.axis &&
          line.at === cut.at &&
          Math.min(line.to, cut.to) > Math.max(line.from, cut.from),
      )
      .map(({ line }): CutEdge => {
        const [one, other] = endsOf({ ...line, from: Math.max(line.from, cut.from), to: Math.min(line.to, cut.to) });
        return {
          cut: index,
          ends: [
            { x: one.x * perMm, y: one.y * perMm },
            { x: other.x * perMm, y: other.y * perMm },
          ],
        };
      }),
  );
}
