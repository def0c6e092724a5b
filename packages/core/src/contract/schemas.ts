import { z } from 'zod';
import type { BookDocument } from '../book/document.ts';
import type { Command } from '../book/command.ts';
import type { Sheet } from '../paper/sheet-size.ts';
import type { Nm } from '../units/nm.ts';

/** A length in whole nanometres. Bounds of use (what a sheet may be) are checked by core, with sentences. */
const nmSchema = z
  .number()
  .int()
  .min(-1e12)
  .max(1e12)
  .transform((value) => value as Nm)
  .meta({ description: 'whole nanometres (1 mm = 1 000 000)' });

const pageIndex = z.number().int().min(0).max(4096).meta({ description: '0-based' });

export const sheetSchema: z.ZodType<Sheet> = z.strictObject({
  width: nmSchema,
  height: nmSchema,
  fibre: z.enum(['along-width', 'along-height', 'any', 'unknown']),
});

export const formChoiceSchema = z.strictObject({
  id: z.string().min(1).max(64),
  parameters: z.record(z.string(), z.unknown()).default({}),
});

const contentSchema = z.strictObject({
  asset: z.string().regex(/^[0-9a-f]{64}$/),
  page: pageIndex,
  name: z.string().max(300),
  fit: z.enum(['fit', 'fill', 'actual']),
});

const marginSchema = nmSchema.refine((value) => value >= 0 && value <= 100_000_000, 'between 0 and 100 mm');

const printingSchema = z.strictObject({
  unprintable: z.strictObject({ top: marginSchema, right: marginSchema, bottom: marginSchema, left: marginSchema }),
  margin: z.enum(['shrink', 'warn']),
});

const titleSchema = z.string().trim().min(1).max(200);

export const bookDocumentSchema: z.ZodType<BookDocument> = z.strictObject({
  version: z.literal(1),
  title: titleSchema,
  form: formChoiceSchema,
  sheet: sheetSchema,
  numbering: z.enum(['cover-is-1', 'covers-apart']),
  pages: z.array(contentSchema.nullable()).max(4096),
  tray: z.array(contentSchema).max(100_000),
  printing: printingSchema,
});

/** Commands that a client may send. `restore` is the server's own: it comes only from stored inverses. */
export const commandSchema: z.ZodType<Exclude<Command, { kind: 'restore' }>> = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('rename'), title: titleSchema }),
  z.strictObject({ kind: z.literal('choose-form'), form: formChoiceSchema, sheet: sheetSchema.optional() }),
  z.strictObject({ kind: z.literal('choose-sheet'), sheet: sheetSchema }),
  z.strictObject({ kind: z.literal('number-pages'), numbering: z.enum(['cover-is-1', 'covers-apart']) }),
  z.strictObject({ kind: z.literal('set-printing'), printing: printingSchema }),
  z.strictObject({ kind: z.literal('place'), contents: z.array(contentSchema).max(4096), from: pageIndex.optional() }),
  z.strictObject({ kind: z.literal('replace'), page: pageIndex, content: contentSchema }),
  z.strictObject({ kind: z.literal('clear'), page: pageIndex }),
  z.strictObject({ kind: z.literal('swap'), one: pageIndex, other: pageIndex }),
  z.strictObject({ kind: z.literal('move'), from: pageIndex, to: pageIndex }),
  z.strictObject({ kind: z.literal('set-fit'), page: pageIndex, fit: z.enum(['fit', 'fill', 'actual']) }),
  z.strictObject({ kind: z.literal('from-tray'), tray: z.number().int().min(0), page: pageIndex }),
  z.strictObject({ kind: z.literal('fill-from-tray') }),
  z.strictObject({ kind: z.literal('discard'), tray: z.number().int().min(0) }),
]) as unknown as z.ZodType<Exclude<Command, { kind: 'restore' }>>;

const formId = z
  .string()
  .min(1)
  .max(64)
  .meta({ description: 'a form id of GET /api/forms, such as "slit-book" or "meander-book"' });
const parameters = z
  .record(z.string(), z.unknown())
  .default({})
  .meta({ description: 'parameters of the form; missing ones take the defaults' });

export const newBookRequest = z.strictObject({ title: titleSchema, form: formId, parameters, sheet: sheetSchema });

const windowId = z.string().min(1).max(64).meta({ description: 'names the author window; any text' });
const expected = z
  .number()
  .int()
  .min(0)
  .meta({ description: 'the revision the client last saw; another head answers 409' });

export const revisionRequest = z.strictObject({ expect: expected, window: windowId, command: commandSchema });
export const undoRequest = z.strictObject({ expect: expected, window: windowId });

export const computeFoldRequest = z.strictObject({ form: formId, parameters, sheet: sheetSchema });

export const computeImpositionRequest = z.strictObject({
  form: formId,
  parameters,
  sheet: sheetSchema,
  printing: printingSchema.optional(),
});
