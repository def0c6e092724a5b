import { z } from 'zod';
import type { Nm } from '../units/nm.ts';
import { METHOD_NAMES, type Measurement, type MeasurementDraft, type Method } from './measurement.ts';

const length = z
  .number()
  .int()
  .min(-1e12)
  .max(1e12)
  .transform((value) => value as Nm);
const name = z.string().min(1).max(64).nullable();

const shape = {
  method: z.enum(METHOD_NAMES as [Method, ...Method[]]),
  book: name.default(null),
  paper: name.default(null),
  printer: name.default(null),
  lengths: z
    .record(z.string().max(40), length)
    .nullable()
    .meta({ description: 'whole nanometres; null: what was measured before is taken back' }),
  count: z.number().int().min(1).max(1_000_000).default(1),
  spread: length.nullable().default(null).meta({ description: 'standard deviation of those measured, nanometres' }),
};

export const measurementDraftSchema = z.strictObject(shape) as unknown as z.ZodType<MeasurementDraft>;

/** As it is stored, and as it travels. */
export const measurementSchema = z.strictObject({
  id: z.string().min(1).max(64),
  ...shape,
  at: z.iso.datetime(),
}) as unknown as z.ZodType<Measurement>;
