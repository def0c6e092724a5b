import type { Result } from '../result.ts';
import { readBound } from './read-bound.ts';
import { readUnfolding } from './read-unfolding.ts';
import type { Hold, Reading, ReadingProblem } from './reading.ts';
import type { FoldRun } from './run.ts';

/** Reads what was folded: by its spine, or, where it has none, by unfolding it. */
export const readBook = (run: FoldRun, hold: Hold): Result<Reading, ReadingProblem> =>
  hold.kind === 'unfold' ? readUnfolding(run, hold) : readBound(run, hold);
