import type { BookDocument } from '@eight-up/core/document/document';
import { planBook, type FoldedBook } from '@eight-up/core/forms/planned-book';
import { planProblemWords } from '@eight-up/words/problems';
import { Refusal } from '../errors.ts';

/** The book as it folds, or the refusal that says why it does not. */
export function foldedOf(doc: BookDocument): FoldedBook {
  const plan = planBook(doc.form, doc.sheet);
  if (!plan.ok) throw new Refusal('plan-impossible', planProblemWords(plan.problem, 'mm'), plan.problem);
  return plan.value;
}
