import { z } from 'zod';
import { FOLD_SIDES } from '../../stitches/path.ts';
import { USUAL_BINDING } from '../binding.ts';
import { nmSchema } from './measures.ts';

export const stitchChoiceSchema = z.strictObject({
  id: z.string().min(1).max(64),
  parameters: z.record(z.string(), z.unknown()).default({}),
});

export const ownPathSchema = z.strictObject({
  begins: z.enum(FOLD_SIDES),
  stations: z
    .array(z.number().int().min(1).max(99))
    .max(200)
    .meta({ description: 'in the order of the needle, from 1 at the head' }),
  covered: z.enum(['both-sides', 'one-side']).default('both-sides'),
});

const sewingToolsSchema = z.strictObject({
  thread: nmSchema,
  tail: nmSchema,
  hole: nmSchema,
  leg: nmSchema,
  reach: nmSchema,
});

export const bindingSchema = z.strictObject({
  stitch: stitchChoiceSchema.nullable(),
  ownPath: ownPathSchema.nullable(),
  tools: sewingToolsSchema,
  pressed: z.boolean(),
  glue: nmSchema,
});

export const bindingShape = {
  binding: bindingSchema.default(USUAL_BINDING as unknown as z.output<typeof bindingSchema>),
};
