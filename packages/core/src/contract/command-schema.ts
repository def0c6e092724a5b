import { z } from 'zod';
import type { Command } from '../book/command.ts';
import { FITS, THREADS } from '../document/pages.ts';
import { acceptedSchema, formChoiceSchema, numberingSchema, titleSchema } from '../document/schema/document.ts';
import { bindingSchema } from '../document/schema/binding.ts';
import { kitSchema } from '../document/schema/kit.ts';
import { fibreSchema, pageIndex, sheetSchema, within } from '../document/schema/measures.ts';
import {
  clearSchema,
  contentSchema,
  letteringSchema,
  pageWords,
  placingSchema,
  spreadOver,
  threadName,
} from '../document/schema/pages.ts';
import { chosenPaperSchema, slotSchema } from '../document/schema/papers.ts';
import { printingSchema } from '../document/schema/printing.ts';

const trayIndex = z.number().int().min(0);
const planRow = z.strictObject({
  page: pageIndex,
  file: z.string().max(300).optional(),
  pageOfFile: z.number().int().min(0).max(100_000).optional(),
  fit: z.enum(FITS).optional(),
  role: pageWords.role.optional(),
  thread: pageWords.thread.optional(),
  note: pageWords.note.optional(),
  caption: pageWords.caption.optional(),
  locked: pageWords.locked.optional(),
});

export const commandSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('rename'), title: titleSchema }),
  z.strictObject({ kind: z.literal('choose-form'), form: formChoiceSchema, sheet: sheetSchema.optional() }),
  z.strictObject({ kind: z.literal('choose-sheet'), sheet: sheetSchema }),
  z.strictObject({ kind: z.literal('number-pages'), numbering: numberingSchema }),
  z.strictObject({ kind: z.literal('set-printing'), printing: printingSchema }),
  z.strictObject({ kind: z.literal('set-lettering'), lettering: letteringSchema }),
  z.strictObject({ kind: z.literal('name-thread'), thread: z.enum(THREADS), name: threadName }),
  z.strictObject({
    kind: z.literal('place'),
    contents: z.array(contentSchema).max(10_000),
    from: pageIndex.optional(),
  }),
  z.strictObject({ kind: z.literal('replace'), page: pageIndex, content: contentSchema }),
  z.strictObject({ kind: z.literal('clear'), page: pageIndex }),
  z.strictObject({ kind: z.literal('swap'), one: pageIndex, other: pageIndex }),
  z.strictObject({ kind: z.literal('move'), from: pageIndex, to: pageIndex }),
  z.strictObject({ kind: z.literal('insert'), at: pageIndex }),
  z.strictObject({ kind: z.literal('duplicate'), page: pageIndex }),
  z.strictObject({ kind: z.literal('take-out'), page: pageIndex }),
  z.strictObject({ kind: z.literal('say'), page: pageIndex, words: z.strictObject(pageWords).partial() }),
  z.strictObject({ kind: z.literal('set-fit'), pages: z.array(pageIndex).min(1).max(4096), fit: z.enum(FITS) }),
  z.strictObject({ kind: z.literal('leave-blank'), pages: z.array(pageIndex).min(1).max(2000) }),
  z.strictObject({ kind: z.literal('adjust'), page: pageIndex, placing: placingSchema.nullable() }),
  z.strictObject({
    kind: z.literal('spread'),
    page: pageIndex,
    over: spreadOver,
    how: z.enum(['in-the-book', 'opened-out']),
    overlap: within(0, 100).optional().meta({ description: 'printed on both pages where two pieces of paper meet' }),
    others: z.enum(['to-the-tray', 'move-on']).optional().meta({
      description:
        'what becomes of the pictures that stood there; to-the-tray (default), or after the spread, the rest moved on',
    }),
  }),
  z.strictObject({ kind: z.literal('keep-clear'), page: pageIndex, clear: z.array(clearSchema).max(100) }),
  z.strictObject({ kind: z.literal('gather'), page: pageIndex }),
  z.strictObject({ kind: z.literal('from-tray'), tray: trayIndex, page: pageIndex }),
  z.strictObject({ kind: z.literal('fill-from-tray') }),
  z.strictObject({ kind: z.literal('discard'), tray: trayIndex }),
  z.strictObject({ kind: z.literal('hang-poster'), poster: contentSchema.nullable() }),
  z.strictObject({ kind: z.literal('poster-from-tray'), tray: trayIndex }),
  z.strictObject({ kind: z.literal('arrange'), rows: z.array(planRow).max(4096) }),
  z.strictObject({ kind: z.literal('know-refolding') }),
  z.strictObject({ kind: z.literal('set-kit'), kit: kitSchema }),
  z.strictObject({ kind: z.literal('set-binding'), binding: bindingSchema }),
  z.strictObject({
    kind: z.literal('choose-paper'),
    on: slotSchema,
    chosen: chosenPaperSchema.nullable(),
    fibre: fibreSchema.optional(),
    settled: z.strictObject({ form: formChoiceSchema, sheet: sheetSchema }).optional(),
  }),
  z.strictObject({ kind: z.literal('accept'), accepted: acceptedSchema }),
  z.strictObject({ kind: z.literal('raise-again'), key: acceptedSchema.shape.key }),
]) as unknown as z.ZodType<Command>;
