import { z } from 'zod';
import { PAPER_KINDS } from '../../paper/paper.ts';
import { CUT_EDGES, USUAL_KIT } from '../kit.ts';
import { nmSchema } from './measures.ts';
import { slotSchema } from './papers.ts';

export const kitSchema = z.strictObject({
  copies: z.number().int(),
  spareSheets: z.number().int(),
  sparePercent: z.number(),
  pieces: z
    .array(
      z.strictObject({
        id: z.string().min(1).max(64),
        name: z.string().trim().min(1).max(100),
        width: nmSchema,
        height: nmSchema,
        grain: z.enum(['along-width', 'along-height', 'any']),
        each: z.number().int(),
        on: z.enum(PAPER_KINDS),
        from: slotSchema,
        note: z.string().max(1000),
      }),
    )
    .max(11),
  ownSheets: z.literal('elsewhere').optional(),
  manner: z.strictObject({
    edge: z.enum(CUT_EDGES),
    allowance: nmSchema,
    squaring: nmSchema,
    deckle: nmSchema,
    deckles: z.literal('kept-at-head-and-tail').optional(),
    longest: nmSchema.nullable(),
  }),
});

export const kitShape = { kit: kitSchema.default(USUAL_KIT as unknown as z.output<typeof kitSchema>) };
