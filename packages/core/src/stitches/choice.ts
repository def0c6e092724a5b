import { parameterFields, type ParameterField } from '../forms/parameter-fields.ts';
import { fail, ok, type Result } from '../result.ts';
import { stitchById } from './registry.ts';
import type { Stitch } from './stitch.ts';

/** A stitch chosen and set; what is left out is usual. */
export interface StitchChoice {
  readonly id: string;
  readonly parameters: Readonly<Record<string, unknown>>;
}

export type ChoiceProblem =
  | { readonly code: 'no-such-stitch'; readonly id: string }
  | {
      readonly code: 'station-count';
      readonly stitch: string;
      readonly asked: unknown;
      readonly from: number;
      readonly to: number;
    }
  | {
      readonly code: 'stitch-parameter';
      readonly stitch: string;
      readonly name: string;
      readonly field?: ParameterField;
    };

/** The stitch chosen, with what is usual filled in; or what of it cannot be meant. */
export function parseStitch(
  choice: StitchChoice,
): Result<{ readonly stitch: Stitch; readonly parameters: Readonly<Record<string, unknown>> }, ChoiceProblem> {
  const stitch = stitchById(choice.id);
  if (!stitch) return fail({ code: 'no-such-stitch', id: choice.id });
  const parsed = stitch.parameters.safeParse(choice.parameters);
  if (parsed.success) return ok({ stitch, parameters: parsed.data });
  const [issue] = parsed.error.issues;
  const name = String(issue!.path[0] ?? (issue!.code === 'unrecognized_keys' ? issue!.keys[0] : ''));
  const field = parameterFields(stitch).find((one) => one.name === name);
  if (name === 'stations' && field?.kind === 'count')
    return fail({
      code: 'station-count',
      stitch: stitch.id,
      asked: choice.parameters['stations'],
      from: field.from,
      to: field.to,
    });
  return fail({ code: 'stitch-parameter', stitch: stitch.id, name, ...(field ? { field } : {}) });
}
