import type { EditionProblem } from '@eight-up/core/cutting/edition/edition-task';
import type { PaperPlan } from '@eight-up/core/cutting/plan-on-paper';
import type { Paper } from '@eight-up/core/paper/paper';
import type { Result } from '@eight-up/core/result';
import { perSheetSentence, sheetsSentence } from '@eight-up/words/cutting';
import type { OpenBook } from '../../book/use-book.ts';

/** Beside the parts that a paper would ask for: those that the book has, where they come out of it too. */
export function AsSet({
  book,
  plan,
  searching,
  paper,
  taking,
  onTake,
}: {
  readonly book: OpenBook;
  readonly plan: Result<PaperPlan, EditionProblem>;
  readonly searching: boolean;
  readonly paper: Paper;
  readonly taking: boolean;
  readonly onTake: () => void;
}) {
  if (!plan.ok) return null;
  return (
    <section
      aria-label={`As the book is set, on ${paper.name}`}
      className="mt-2 border-t border-bench-deep pt-1.5 text-sm"
    >
      <h4 className="font-semibold">As the book is set</h4>
      <p>
        {perSheetSentence(book.plan, plan.value, (piece) => piece)} {sheetsSentence(plan.value, searching)}
      </p>
      <button
        type="button"
        className="remedy"
        disabled={taking}
        onClick={onTake}
        aria-label={`Take ${paper.name} with the strips as the book has them`}
      >
        Take it with these
      </button>
    </section>
  );
}
