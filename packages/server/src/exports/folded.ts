import type { BookDocument } from '@eight-up/core/document/document';
import { boundBook } from '@eight-up/core/binding/bound-book';
import { planBook, type FoldedBook } from '@eight-up/core/forms/planned-book';
import { planProblemWords } from '@eight-up/words/problems';
import { Refusal } from '../errors.ts';

/** The book as it folds and is bound, or the refusal that says why it does not. */
export function foldedOf(doc: BookDocument): FoldedBook {
  const plan = planBook(doc.form, doc.sheet);
  if (!plan.ok) throw new Refusal('plan-impossible', planProblemWords(plan.problem, 'mm'), plan.problem);
  return boundBook(plan.value, doc);
}
