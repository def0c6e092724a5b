import { ok, type Result } from '../result.ts';
import { planBook, type FormChoice, type PlanProblem } from '../forms/planned-book.ts';
import type { Sheet } from '../paper/sheet-size.ts';
import { EMPTY_PAGE } from '../document/pages.ts';
import type { BookDocument } from '../document/document.ts';
import { resized } from './sequence.ts';
import { VERSIONS } from '../document/migrations/sequence.ts';
import { USUAL_BINDING } from '../document/binding.ts';
import { USUAL_KIT } from '../document/kit.ts';
import { USUAL_LETTERING, USUAL_PRINTING } from '../document/usual.ts';

/** An empty book of a form on a sheet. */
export function newBook(title: string, form: FormChoice, sheet: Sheet): Result<BookDocument, PlanProblem> {
  const plan = planBook(form, sheet);
  if (!plan.ok) return plan;
  return ok({
    versions: VERSIONS,
    title,
    edition: 1,
    form: { id: form.id, parameters: plan.value.parameters },
    sheet,
    numbering: 'cover-is-1',
    pages: plan.value.reading.pages.map(() => EMPTY_PAGE),
    tray: [],
    poster: null,
    lettering: USUAL_LETTERING,
    threads: {},
    printing: USUAL_PRINTING,
    kit: USUAL_KIT,
    papers: {},
    binding: USUAL_BINDING,
    accepted: [],
    refolded: false,
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
    ...resized(book, count),
  });
}
