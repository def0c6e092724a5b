import { z } from 'zod';
import type { Sheet } from '../../paper/sheet-size.ts';
import type { Nm } from '../../units/nm.ts';

/** A length in whole nanometres. Bounds of use (what a sheet may be) are checked by core, with sentences. */
export const nmSchema = z
  .number()
  .int()
  .min(-1e12)
  .max(1e12)
  .transform((value) => value as Nm)
  .meta({ description: 'whole nanometres (1 mm = 1 000 000)' });

export const within = (from: number, to: number) =>
  nmSchema.refine((value) => value >= from * 1e6 && value <= to * 1e6, `between ${from} and ${to} mm`);

export const pageIndex = z.number().int().min(0).max(4096).meta({ description: '0-based' });

export const fibreSchema = z.enum(['along-width', 'along-height', 'any', 'unknown']);

export const sheetSchema: z.ZodType<Sheet> = z.strictObject({
  width: nmSchema,
  height: nmSchema,
  fibre: fibreSchema,
  typedIn: z.enum(['mm', 'in']).optional(),
});
