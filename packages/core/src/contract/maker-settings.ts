import { z } from 'zod';

/** What a maker sets once for the whole application. */
export const makerSettingsSchema = z.strictObject({
  unit: z.enum(['mm', 'in']),
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/)
    .nullable()
    .meta({ description: 'three letters, as ISO 4217 has them; null: prices are plain numbers' }),
});

export type MakerSettings = z.output<typeof makerSettingsSchema>;

export const USUAL_SETTINGS: MakerSettings = { unit: 'mm', currency: null };
