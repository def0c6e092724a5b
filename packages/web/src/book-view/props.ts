import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import type { PageLetters } from '@eight-up/core/output/lettering';
import type { Laid, PlacedContent } from '@eight-up/core/pagination/imposition';
import type { BookAnswer } from '@eight-up/core/contract/answers';
import type { Tape } from './use-tape.ts';

/** What every picture of the folded book needs, in three dimensions or two. */
export interface BookViewProps {
  readonly plan: FoldedBook;
  readonly placed: readonly PlacedContent[];
  readonly letters: readonly PageLetters[];
  readonly poster: Laid | undefined;
  readonly book: Pick<BookAnswer, 'assets'>;
  readonly tape: Tape;
  readonly lit: number | undefined;
  readonly onPoint: (page: number | undefined) => void;
  readonly label: string;
}

/** Which step of the programme is seen at a position: the one under way, or the one just done; undefined for the flat sheet and the finished book. */
export const stepAt = ({ run }: FoldedBook, position: number): number | undefined => {
  const step = Math.ceil(position) - 1;
  return step >= 0 && step < run.steps.length ? step : undefined;
};
