import { ok, type Result } from '../result.ts';
import { planBook, type FormChoice, type PlanProblem } from '../forms/planned-book.ts';
import type { Sheet } from '../paper/sheet-size.ts';
import { mm } from '../units/nm.ts';
import type { BookDocument, Printing } from './document.ts';

/** Usual margins of a home printer (field usage: 3–5 mm), until the maker measures theirs. */
export const USUAL_PRINTING: Printing = {
  unprintable: { top: mm(4), right: mm(4), bottom: mm(4), left: mm(4) },
  margin: 'warn',
};

/** An empty book of a form on a sheet. */
export function newBook(title: string, form: FormChoice, sheet: Sheet): Result<BookDocument, PlanProblem> {
  const plan = planBook(form, sheet);
  if (!plan.ok) return plan;
  return ok({
    version: 1,
    title,
    form: { id: form.id, parameters: plan.value.parameters },
    sheet,
    numbering: 'cover-is-1',
    pages: plan.value.reading.pages.map(() => null),
    tray: [],
    printing: USUAL_PRINTING,
  });
}

/** A document from elsewhere with just as many places as its form has pages: missing ones are empty, surplus ones wait in the tray. */
export function fitToForm(book: BookDocument): Result<BookDocument, PlanProblem> {
  const plan = planBook(book.form, book.sheet);
  if (!plan.ok) return plan;
  const count = plan.value.reading.pages.length;
  return ok({
    ...book,
    form: { id: book.form.id, parameters: plan.value.parameters },
    pages: Array.from({ length: count }, (_, i) => book.pages[i] ?? null),
    tray: [...book.pages.slice(count).filter((content) => content !== null), ...book.tray],
  });
}
