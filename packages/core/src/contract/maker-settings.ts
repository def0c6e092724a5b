import { z } from 'zod';
import { USUAL_TAB } from '../paper/sheet-size.ts';
import { mm, type Nm } from '../units/nm.ts';

/** What a maker sets once for the whole application. */
export const makerSettingsSchema = z.strictObject({
  unit: z.enum(['mm', 'in']),
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/)
    .nullable()
    .meta({ description: 'three letters, as ISO 4217 has them; null: prices are plain numbers' }),
  /** of the tab by which one strip is glued to the next, nanometres */
  tab: z.number().int().min(mm(0)).max(mm(100)) as unknown as z.ZodType<Nm>,
});

export type MakerSettings = z.output<typeof makerSettingsSchema>;

export const USUAL_SETTINGS: MakerSettings = { unit: 'mm', currency: null, tab: USUAL_TAB };
