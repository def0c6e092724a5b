import * as z from 'zod/mini';

/** Which turns a book must have for a parameter to mean anything: those where backs meet, or printed faces. */
export type AskedWhen = 'backs-meet' | 'faces-meet';

/** For which answers to other parameters a parameter means anything. */
export type AskedOnly = Readonly<Record<string, readonly string[]>>;

/** How one parameter of a form, or of a stitch, is asked for. */
export type ParameterField = {
  readonly name: string;
  readonly when?: AskedWhen;
  readonly only?: AskedOnly;
  readonly follows?: true;
} & (
  | { readonly kind: 'count'; readonly from: number; readonly to: number }
  | { readonly kind: 'choice'; readonly values: readonly string[] }
  /** nanometres */
  | { readonly kind: 'length'; readonly from: number; readonly to: number }
  /** whole numbers, as many as the maker wants */
  | { readonly kind: 'numbers'; readonly from: number; readonly to: number; readonly most: number }
  /** an answer for each of as many as the maker wants */
  | { readonly kind: 'each'; readonly values: readonly string[]; readonly most: number }
);

interface PropertySchema {
  readonly type?: string;
  readonly enum?: readonly string[];
  readonly minimum?: number;
  readonly maximum?: number;
  readonly when?: AskedWhen;
  readonly only?: AskedOnly;
  readonly follows?: true;
  readonly length?: boolean;
  readonly numbers?: boolean;
  readonly items?: { readonly enum?: readonly string[]; readonly minimum?: number; readonly maximum?: number };
  readonly maxItems?: number;
}

/** The fields of a form or a stitch, read off its parameters' schema: whole numbers and lengths within bounds, choices, and a choice for each of several. */
export function parameterFields({ parameters }: { readonly parameters: z.ZodMiniType }): readonly ParameterField[] {
  const schema = z.toJSONSchema(parameters, { io: 'input' }) as {
    readonly properties?: Readonly<Record<string, PropertySchema>>;
  };
  return Object.entries(schema.properties ?? {}).map(([name, property]): ParameterField => {
    const when = {
      ...(property.when ? { when: property.when } : {}),
      ...(property.only ? { only: property.only } : {}),
      ...(property.follows ? { follows: true as const } : {}),
    };
    if (property.numbers)
      return {
        name,
        ...when,
        kind: 'numbers',
        from: property.items?.minimum ?? 1,
        to: property.items?.maximum ?? 1,
        most: property.maxItems ?? 1,
      };
    if (property.items?.enum)
      return { name, ...when, kind: 'each', values: property.items.enum, most: property.maxItems ?? 1 };
    if (property.length)
      return { name, ...when, kind: 'length', from: property.minimum ?? 0, to: property.maximum ?? 0 };
    return property.enum
      ? { name, ...when, kind: 'choice', values: property.enum }
      : { name, ...when, kind: 'count', from: property.minimum ?? 1, to: property.maximum ?? 1 };
  });
}

/** Whether a parameter means anything beside the answers to the others. */
export const isAsked = ({ only }: ParameterField, parameters: Readonly<Record<string, unknown>>): boolean =>
  Object.entries(only ?? {}).every(([name, values]) => values.includes(parameters[name] as string));
