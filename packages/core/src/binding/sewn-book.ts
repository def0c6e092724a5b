import type { Binding } from '../document/binding.ts';
import type { Printing } from '../document/printing.ts';
import { foliosPerSection } from '../folding/nest.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import type { Result } from '../result.ts';
import { sewingOf, type BlockToSew, type Sewing, type StitchProblem } from '../stitches/sewing.ts';

/** What of its printing changes how a book is bound: what is trimmed, and how thick the paper is. */
export type Trimmed = Pick<Printing, 'trim' | 'trimHead' | 'trimTail' | 'creep'>;

/** What of a document says how it is bound. */
export interface Bound {
  readonly binding: Binding;
  readonly printing: Trimmed;
}

/** The folded book as it is sewn: before anything is trimmed. */
export function blockOf(plan: FoldedBook, { printing }: Pick<Bound, 'printing'>): BlockToSew {
  const { width, height } = plan.reading;
  return {
    height,
    trimHead: printing.trimHead,
    trimTail: printing.trimTail,
    leaf: width,
    sections: foliosPerSection(plan),
    sheet: printing.creep.thickness,
  };
}

/** How a book is held with these settings; undefined: no stitch is chosen. */
export function sewingWith(
  plan: FoldedBook,
  book: Pick<Bound, 'printing'>,
  { stitch, tools, ownPath }: Binding,
): Result<Sewing, StitchProblem> | undefined {
  return stitch ? sewingOf(blockOf(plan, book), stitch, tools, ownPath) : undefined;
}

export const sewingOfBook = (plan: FoldedBook, book: Bound): Result<Sewing, StitchProblem> | undefined =>
  sewingWith(plan, book, book.binding);

/** Everything that is wrong with it: what cannot be laid out at all, or what can but does not hold. */
export const problemsOf = (sewing: Result<Sewing, StitchProblem> | undefined): readonly StitchProblem[] =>
  !sewing ? [] : sewing.ok ? sewing.value.problems : [sewing.problem];
