import { planBook, type FoldedBook, type FormChoice } from './planned-book.ts';

/** The same book with as many pages as its paper makes. */
export interface WithoutBlanks {
  readonly form: FormChoice;
  readonly pages: number;
  readonly sheets: number;
}

/** The settings near a book's own that leave no page blank, the fewer pages first; none where it leaves none, or is not asked for pages. */
export const withoutBlanks = ({ form, parameters, sheet }: FoldedBook): readonly WithoutBlanks[] =>
  (form.asksPages?.withoutBlanks(parameters) ?? []).flatMap((near): WithoutBlanks[] => {
    const choice = { id: form.id, parameters: { ...parameters, ...near } };
    const plan = planBook(choice, sheet);
    if (!plan.ok) return [];
    const { reading, run } = plan.value;
    return [{ form: choice, pages: reading.pages.length, sheets: run.laid.sheets.length }];
  });
