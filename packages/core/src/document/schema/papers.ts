import { z } from 'zod';
import { EDGES, FOUND_BY, PAPER_KINDS, STUFFS, type PaperDraft } from '../../paper/paper.ts';
import { fibreSchema, nmSchema, sheetSchema } from './measures.ts';

export const paperShape = {
  name: z.string().max(200),
  kind: z.enum(PAPER_KINDS),
  stuff: z.enum(STUFFS as [string, ...string[]]).nullable(),
  sheet: sheetSchema,
  foundBy: z.enum(FOUND_BY).nullable().meta({ description: 'how the fibre axis was found' }),
  grammage: z.number().nullable().meta({ description: 'g/m²' }),
  caliper: z
    .strictObject({
      thickness: nmSchema,
      how: z.enum(['measured', 'estimated']),
      sheets: z.number().int().min(1).max(1_000_000).optional().meta({ description: 'of the stack that was measured' }),
    })
    .nullable(),
  faces: z.enum(['alike', 'differ']),
  deckles: z.array(z.enum(EDGES)).max(4),
  colour: z.string().regex(/^#[0-9a-f]{6}$/),
  price: z.number().int().nullable().meta({ description: 'of one sheet, in hundredths of the maker’s money' }),
  stock: z.number().int().nullable(),
  offcuts: z
    .array(
      z.strictObject({
        id: z.string().min(1).max(64),
        width: nmSchema,
        height: nmSchema,
        fibre: fibreSchema,
        count: z.number().int(),
      }),
    )
    .max(200),
  note: z.string().max(2000),
};
export const paperDraftSchema = z.strictObject(paperShape) as unknown as z.ZodType<PaperDraft>;
export const paperSchema = z.strictObject({ id: z.string().min(1).max(64), ...paperShape });
export const chosenPaperSchema = z.strictObject({
  paper: paperSchema,
  grain: z.enum(['own', 'other', 'ignored']),
  sheets: z.number().int().min(0),
  cost: z.number().nullable(),
  engine: z.number().int(),
  input: z.string().max(100),
  cut: z.boolean().default(false),
});

/** Names what is cut from one paper: see `PaperSlot`. */
export const slotSchema = z.string().min(1).max(64);

export const papersShape = { papers: z.record(slotSchema, chosenPaperSchema).default({}) };
