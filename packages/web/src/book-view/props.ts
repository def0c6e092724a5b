import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import type { PageLetters } from '@eight-up/core/output/lettering';
import type { Laid, PlacedContent } from '@eight-up/core/pagination/imposition';
import type { BookAnswer } from '@eight-up/core/contract/answers';

/** What every picture of the folded book needs, in three dimensions or two. */
export interface BookViewProps {
  readonly plan: FoldedBook;
  readonly placed: readonly PlacedContent[];
  readonly letters: readonly PageLetters[];
  readonly poster: Laid | undefined;
  readonly book: Pick<BookAnswer, 'assets'>;
  readonly position: number;
  readonly lit: number | undefined;
  readonly onPoint: (page: number | undefined) => void;
  readonly label: string;
}
