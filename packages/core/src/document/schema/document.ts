import { z } from 'zod';
import type { BookDocument } from '../document.ts';
import type { DocumentPart } from '../migrations/migration.ts';
import { VERSIONS } from '../migrations/sequence.ts';
import { bindingShape } from './binding.ts';
import { kitShape } from './kit.ts';
import { sheetSchema } from './measures.ts';
import { pagesShape } from './pages.ts';
import { papersShape } from './papers.ts';
import { printingShape } from './printing.ts';

export const formChoiceSchema = z.strictObject({
  id: z.string().min(1).max(64),
  parameters: z.record(z.string(), z.unknown()).default({}),
});

export const acceptedSchema = z.strictObject({
  key: z.string().min(1).max(20_000),
  /** may be empty: that it was accepted is on the record all the same */
  reason: z.string().trim().max(500),
});
export const titleSchema = z.string().trim().min(1).max(200);

export const numberingSchema = z.enum(['cover-is-1', 'covers-apart']);

/** What a book is, apart from its parts. */
const wholeShape = {
  title: titleSchema,
  edition: z.number().int().min(1).max(10_000),
  form: formChoiceSchema,
  sheet: sheetSchema,
  numbering: numberingSchema,
  accepted: z.array(acceptedSchema).max(1000),
  refolded: z.boolean(),
};

const versionsShape = z.strictObject({
  whole: z.literal(VERSIONS.whole),
  form: z.literal(VERSIONS.form),
  pages: z.literal(VERSIONS.pages),
  printing: z.literal(VERSIONS.printing),
  kit: z.literal(VERSIONS.kit),
  papers: z.literal(VERSIONS.papers),
  binding: z.literal(VERSIONS.binding),
} satisfies Record<DocumentPart, z.ZodType>);

/** A book as it is stored. Zod's optional keys may hold `undefined`, ours are absent: the same once parsed, since JSON has no undefined. */
export const bookDocumentSchema = z.strictObject({
  versions: versionsShape,
  ...wholeShape,
  ...pagesShape,
  ...printingShape,
  ...kitShape,
  ...papersShape,
  ...bindingShape,
}) as unknown as z.ZodType<BookDocument>;
