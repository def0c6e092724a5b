import type { Paper } from '../paper/paper.ts';

/** A paper chosen for the book: a snapshot, so that an old book never changes when the drawer does. */
export interface ChosenPaper {
  readonly paper: Paper;
  /** as the paper's fibres run; as if they ran the other way (a sheet still to be bought); or grain disregarded, knowingly */
  readonly grain: 'own' | 'other' | 'ignored';
  /** sheets for the edition, spares included */
  readonly sheets: number;
  /** hundredths of money for all those sheets; null where the price is not known */
  readonly cost: number | null;
  /** the search that found the plan, and a fingerprint of what it was asked: another one means that the plan is stale */
  readonly engine: number;
  readonly input: string;
  /** its sheets and offcuts are taken off the drawer's, and what was left over is in it */
  readonly cut: boolean;
}
