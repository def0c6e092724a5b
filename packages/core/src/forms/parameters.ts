import * as z from 'zod/mini';
import type { Nm } from '../units/nm.ts';
import type { AskedOnly, AskedWhen } from './parameter-fields.ts';

/*
 * The parameters of forms, with bounds and what is usual. The small build of the schema library: forms are what every screen needs first.
 */

interface Asked {
  /** asked only of books with such turns */
  readonly when?: AskedWhen;
  /** asked only beside such answers */
  readonly only?: AskedOnly;
  /** how it is joined and fits, not what it is: usual until somebody wants it otherwise */
  readonly follows?: true;
}

export const parameters = z.strictObject;

/** A whole number. */
export const count = (from: number, to: number, usual: number, asked: Asked = {}) =>
  z._default(z.int().check(z.minimum(from), z.maximum(to), z.meta({ ...asked })), usual);

/** A length in nanometres. */
export const length = (from: Nm, to: Nm, usual: Nm, asked: Asked = {}) =>
  z._default(z.int().check(z.minimum(from), z.maximum(to), z.meta({ ...asked, length: true })), usual);

export const choice = <const V extends readonly [string, ...string[]]>(
  values: V,
  usual: V[number],
  asked: Asked = {},
) => z._default(z.enum(values).check(z.meta({ ...asked })), usual as never);

/** An answer for each of as many as the maker wants. */
export const each = <const V extends readonly [string, ...string[]]>(
  values: V,
  most: number,
  usual: readonly V[number][],
) => z._default(z.array(z.enum(values)).check(z.minLength(1), z.maxLength(most)), usual as never);

/** As many whole numbers as the maker wants, or none. */
export const numbers = (from: number, to: number, most: number, asked: Asked = {}) =>
  z._default(
    z
      .array(z.int().check(z.minimum(from), z.maximum(to)))
      .check(z.maxLength(most), z.meta({ ...asked, numbers: true })),
    [],
  );

/** Asked alike by every form that can be read either way. */
export const reading = choice(['left-to-right', 'right-to-left'], 'left-to-right');

/** What a form's parameters become, once what is missing is as usual. */
export type ParametersOf<S extends z.ZodMiniType> = z.output<S>;
