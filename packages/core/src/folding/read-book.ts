import type { Result } from '../result.ts';
import { readBound } from './read-bound.ts';
import { readUnfolding } from './read-unfolding.ts';
import type { Hold } from './hold.ts';
import type { Reading, ReadingProblem } from './reading.ts';
import type { FoldRun } from './run.ts';

/** Reads what was folded: by its spine, or, where it has none, by unfolding it. */
export const readBook = (run: FoldRun, hold: Hold): Result<Reading, ReadingProblem> =>
  hold.kind === 'unfold' ? readUnfolding(run, hold) : readBound(run, hold);

/** An assembly carried out and read: what everything else is derived from. */
export interface Assembled {
  readonly run: FoldRun;
  readonly reading: Reading;
  readonly hold: Hold;
}
