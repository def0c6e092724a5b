import { z } from 'zod';
import { PILE_MOVES } from '../../printer/device.ts';
import type { PrinterDraft } from '../../printer/printer.ts';
import { CREEP_MODELS, ONTO_PLACES } from '../printing.ts';
import { USUAL_PRINTING } from '../usual.ts';
import { within } from './measures.ts';

export const marginSchema = within(0, 100);
export const unprintableSchema = z.strictObject({
  top: marginSchema,
  right: marginSchema,
  bottom: marginSchema,
  left: marginSchema,
});
export const shiftSchema = z.strictObject({ right: within(-20, 20), down: within(-20, 20) });
export const printerShape = {
  name: z.string().max(200),
  duplex: z.enum(['none', 'long-edge', 'short-edge']),
  twoPass: z
    .strictObject({
      move: z.enum(PILE_MOVES),
      order: z.enum(['outermost-first', 'innermost-first']),
      turned: z.boolean(),
    })
    .nullable(),
  unprintable: unprintableSchema,
  measured: z
    .strictObject({ across: within(90, 110), down: within(90, 110), front: shiftSchema, back: shiftSchema })
    .nullable()
    .default(null)
    .meta({ description: 'what a test print shows: how long its lines of 100 mm are, where its crosses stand' }),
};
export const printerDraftSchema = z.strictObject(printerShape) as unknown as z.ZodType<PrinterDraft>;
export const printerSchema = z.strictObject({ id: z.string().min(1).max(64), ...printerShape });
export const printingSchema = z.strictObject({
  unprintable: unprintableSchema,
  margin: z.enum(['shrink', 'warn']),
  bleed: within(0, 50).default(USUAL_PRINTING.bleed),
  safe: within(0, 50).default(USUAL_PRINTING.safe),
  flip: z.enum(['long-edge', 'short-edge']).default(USUAL_PRINTING.flip),
  creep: z
    .strictObject({
      model: z.enum(CREEP_MODELS),
      thickness: within(0, 20),
      measured: within(0, 20),
      keep: z.enum(['margin', 'centre']),
    })
    .default(USUAL_PRINTING.creep),
  trim: within(0, 50).default(USUAL_PRINTING.trim),
  trimHead: within(0, 50).default(USUAL_PRINTING.trimHead),
  trimTail: within(0, 50).default(USUAL_PRINTING.trimTail),
  gatherMarks: z.boolean().default(USUAL_PRINTING.gatherMarks),
  printer: printerSchema.nullable().default(null),
  onto: z
    .strictObject({ width: within(20, 5000), height: within(20, 5000), at: z.enum(ONTO_PLACES).default('middle') })
    .nullable()
    .default(null),
});

export const printingShape = { printing: printingSchema };
