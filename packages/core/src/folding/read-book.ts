import type { Result } from '../result.ts';
import { readBound } from './read-bound.ts';
import { readLeaflet } from './read-leaflet.ts';
import type { Hold, LeafletHold, PileHold, Reading, ReadingProblem, SheetSide } from './reading.ts';
import type { FoldRun } from './run.ts';

/** Reads the folded paper: by its spine, or, where it has none, by unfolding it. `printed` are the sides of the sheet that carry pages. */
export const readBook = (
  run: FoldRun,
  hold: Hold | PileHold | LeafletHold,
  printed: readonly SheetSide[],
): Result<Reading, ReadingProblem> =>
  'unfolds' in hold ? readLeaflet(run, hold, printed) : readBound(run, hold, printed);
