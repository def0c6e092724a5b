import { fail, ok, type Result } from '../result.ts';
import { creasePattern, type PatternLine } from '../folding/crease-pattern.ts';
import type { FoldProblem } from '../folding/problem.ts';
import { readBook, type Assembled } from '../folding/read-book.ts';
import type { ReadingProblem } from '../folding/reading.ts';
import { runSteps } from '../folding/run.ts';
import { checkSheet, type FibreAxis, type Sheet, type SheetProblem } from '../paper/sheet-size.ts';
import type { Form, FormProblem } from './form.ts';
import { parameterFields, type ParameterField } from './parameter-fields.ts';
import { formById } from './registry.ts';

/** A form chosen and set. Parameters are as the maker gave them; the form's schema fills in defaults. */
export interface FormChoice {
  readonly id: string;
  readonly parameters: Readonly<Record<string, unknown>>;
}

/** Everything that folding tells about a book: derived anew from the choice and the sheet, never stored. */
export interface FoldedBook extends Assembled {
  readonly form: Form;
  readonly parameters: Readonly<Record<string, unknown>>;
  readonly sheet: Sheet;
  /** how the fibres run in the parts as they lie at first */
  readonly fibre: FibreAxis;
  readonly pattern: readonly PatternLine[];
}

export type PlanProblem =
  | { readonly code: 'no-such-form'; readonly id: string }
  /** `field`: what it may be; left out: the form has no such parameter */
  | {
      readonly code: 'parameter-out-of-range';
      readonly form: string;
      readonly name: string;
      readonly field?: ParameterField;
    }
  | SheetProblem
  | FormProblem
  | FoldProblem
  | ReadingProblem;

/** Folds the chosen form from the sheet and reads it as a book. */
export function planBook(choice: FormChoice, sheet: Sheet): Result<FoldedBook, PlanProblem> {
  const form = formById(choice.id);
  if (!form) return fail({ code: 'no-such-form', id: choice.id });
  const parsed = form.parameters.safeParse(choice.parameters);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    const name = String(issue.path[0] ?? (issue.code === 'unrecognized_keys' ? issue.keys[0] : ''));
    const field = parameterFields(form).find((one) => one.name === name);
    return fail({ code: 'parameter-out-of-range', form: form.id, name, ...(field ? { field } : {}) });
  }
  const checked = checkSheet(sheet);
  if (!checked.ok) return checked;
  const parameters = parsed.data;
  const refused = form.refuses?.(parameters, sheet);
  if (refused && !refused.ok) return refused;
  const { parts, steps, hold } = form.assembly(parameters, sheet);
  const run = runSteps(parts, steps);
  if (!run.ok) return run;
  const reading = readBook(run.value, hold);
  if (!reading.ok) return reading;
  return ok({
    form,
    parameters,
    sheet,
    fibre: form.cutFromSheet?.fibres(parameters, sheet) ?? sheet.fibre,
    hold,
    run: run.value,
    reading: reading.value,
    pattern: creasePattern(run.value),
  });
}
