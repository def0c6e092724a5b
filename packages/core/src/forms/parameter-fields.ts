import { z } from 'zod';
import type { Form } from './form.ts';

/** Which turns a book must have for a parameter to mean anything: those where backs meet, or printed faces. */
export type AskedWhen = 'backs-meet' | 'faces-meet';

/** How one parameter of a form is asked for. */
export type ParameterField = { readonly name: string; readonly when?: AskedWhen } & (
  | { readonly kind: 'count'; readonly from: number; readonly to: number }
  | { readonly kind: 'choice'; readonly values: readonly string[] }
);

interface PropertySchema {
  readonly type?: string;
  readonly enum?: readonly string[];
  readonly minimum?: number;
  readonly maximum?: number;
  readonly when?: AskedWhen;
}

/** The fields of a form, read off its parameters' schema: whole numbers within bounds, and choices. */
export function parameterFields(form: Form): readonly ParameterField[] {
  const schema = z.toJSONSchema(form.parameters, { io: 'input' }) as {
    readonly properties?: Readonly<Record<string, PropertySchema>>;
  };
  return Object.entries(schema.properties ?? {}).map(([name, property]): ParameterField => {
    const when = property.when ? { when: property.when } : {};
    return property.enum
      ? { name, ...when, kind: 'choice', values: property.enum }
      : { name, ...when, kind: 'count', from: property.minimum ?? 1, to: property.maximum ?? 1 };
  });
}
