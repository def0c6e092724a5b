import { parameterFields, type ParameterField } from '../../packages/core/src/forms/parameter-fields.ts';
import type { Form } from '../../packages/core/src/forms/form.ts';
import type { FormChoice } from '../../packages/core/src/forms/planned-book.ts';
import type { Sheet } from '../../packages/core/src/paper/sheet-size.ts';
import { inch, mm } from '../../packages/core/src/units/nm.ts';

/** A number below n, the same for the same seed (mulberry32, public domain). */
export function drawn(seed: number): (n: number) => number {
  let state = seed >>> 0;
  return (n) => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return Math.floor((((t ^ (t >>> 14)) >>> 0) / 2 ** 32) * n);
  };
}

/** Counts above this say nothing that smaller ones do not, and take long to print. */
const MOST_OF_A_COUNT = 48;

function answer(field: ParameterField, below: (n: number) => number): unknown {
  switch (field.kind) {
    case 'count':
      return field.from + below(Math.min(field.to, MOST_OF_A_COUNT) - field.from + 1);
    case 'choice':
      return field.values[below(field.values.length)];
    case 'length':
      // A long one is a width, for which nothing means as wide as it can be.
      return field.to > mm(50) ? below(2) * mm(12 + below(60)) : field.from + below(field.to - field.from + 1);
    case 'each':
      return Array.from({ length: 1 + below(Math.min(field.most, 5)) }, () => field.values[below(field.values.length)]);
  }
}

/** The n-th choice of a form and the sheet for it; the settings are the maker's half of the time, usual otherwise. */
export function choiceOf(form: Form, n: number): { readonly form: FormChoice; readonly sheet: Sheet } {
  const below = drawn(7919 * (n + 1));
  const parameters = Object.fromEntries(
    parameterFields(form).flatMap((field) => {
      const given = answer(field, below);
      return below(4) === 0 ? [] : [[field.name, given] as const];
    }),
  );
  const side = () => (below(3) === 0 ? inch((500 + below(1500)) / 64) : mm(150 + below(600)));
  const fibre = (['along-width', 'along-height', 'any', 'unknown'] as const)[below(4)]!;
  return { form: { id: form.id, parameters }, sheet: { width: side(), height: side(), fibre } };
}
