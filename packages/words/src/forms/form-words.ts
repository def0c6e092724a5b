import type { Form } from '@eight-up/core/forms/form';

/** The values among which one answers, where a parameter is a choice (or one for each of several); never for counts and lengths. */
type Answer<V> = V extends string ? V : V extends readonly (infer E)[] ? Answer<E> : never;

/** How a parameter is asked for; a choice with each of its answers. `hint`: what it is about, where the question alone does not say it. */
export type ParameterWords<V> = [Answer<V>] extends [never]
  ? string | { readonly asks: string; readonly hint: string }
  : { readonly asks: string; readonly hint?: string; readonly answers: Readonly<Record<Answer<V>, string>> };

/** A form in words, typed by its declaration: a parameter or an answer without words does not compile. */
export interface FormWords<P = Readonly<Record<string, unknown>>> {
  readonly name: string;
  /** what its pieces of paper are called */
  readonly one: string;
  readonly many: string;
  /** one sentence each: what one holds in the end, and how it is made */
  readonly holds: string;
  readonly made: string;
  /** what a paper has settled of it, where its parts follow the paper */
  readonly settled?: (p: Readonly<Record<string, unknown>>) => string;
  /** what its covers hide of the print, and what would hide nothing */
  readonly hidden?: (p: Readonly<Record<string, unknown>>) => string | undefined;
  readonly parameters: { readonly [K in keyof P]-?: ParameterWords<P[K]> };
}

export type WordsOf<F> = F extends Form<infer P, string> ? FormWords<P> : never;

/** Asked alike by every form that can be read either way. */
export const READING = {
  asks: 'It is read',
  answers: { 'left-to-right': 'left to right', 'right-to-left': 'right to left' },
} as const;
