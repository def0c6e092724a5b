import { z } from 'zod';
import { FITS, NUMBER_PLACES, ROLES, SPREAD_HOW, THREADS } from '../pages.ts';
import { pageIndex, within } from './measures.ts';

export const space = within(0, 2000);
export const placingSchema = z.strictObject({
  right: within(-5000, 5000),
  down: within(-5000, 5000),
  turn: z.number().min(-360).max(360),
  scale: z.number().min(0.001).max(1000),
  margins: z.strictObject({ head: space, foreEdge: space, tail: space, spine: space }),
});

export const share = z.number().min(0).max(1);
export const spreadOver = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('stretch'), from: pageIndex, to: pageIndex }),
  z.strictObject({ kind: z.literal('opening'), view: pageIndex }),
  z.strictObject({ kind: z.literal('row'), row: pageIndex }),
  z.strictObject({ kind: z.literal('sheet') }),
  z.strictObject({ kind: z.literal('strip') }),
]);

export const partSchema = z.strictObject({
  spread: z.string().min(1).max(100),
  over: spreadOver,
  how: z.enum(SPREAD_HOW),
  page: pageIndex,
  overlap: within(0, 100).optional(),
});

export const clearSchema = z.strictObject({
  what: z.enum(['face', 'text']),
  left: share,
  top: share,
  width: share,
  height: share,
});

export const contentSchema = z.strictObject({
  asset: z.string().regex(/^[0-9a-f]{64}$/),
  page: z.number().int().min(0).max(100_000).meta({ description: 'of the file, 0-based' }),
  name: z.string().max(300),
  fit: z.enum(FITS),
  placing: placingSchema.optional(),
  part: partSchema.optional(),
  clear: z.array(clearSchema).max(100).optional(),
});

export const pageWords = {
  role: z.enum(ROLES).nullable(),
  thread: z.enum(THREADS).nullable(),
  note: z.string().max(4000),
  caption: z.string().max(1000),
  locked: z.boolean(),
};
export const pageSchema = z.strictObject({ content: contentSchema.nullable(), ...pageWords });

export const letteringSchema = z.strictObject({ numbers: z.enum(NUMBER_PLACES), size: within(1, 50) });
export const threadName = z.string().trim().max(60);

/** What stands on the pages, and what waits for them. */
export const pagesShape = {
  pages: z.array(pageSchema).max(4096),
  tray: z.array(pageSchema).max(100_000),
  poster: contentSchema.nullable(),
  lettering: letteringSchema,
  threads: z.partialRecord(z.enum(THREADS), threadName),
};
