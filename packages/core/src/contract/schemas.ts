import { z } from 'zod';
import type { MakerSettings } from '../document/maker-settings.ts';
import { titleSchema } from '../document/schema/document.ts';
import { USUAL_BINDING } from '../document/binding.ts';
import { ownPathSchema } from '../document/schema/binding.ts';
import { fibreSchema, nmSchema, sheetSchema, within } from '../document/schema/measures.ts';
import { paperDraftSchema } from '../document/schema/papers.ts';
import { printerDraftSchema, printingSchema } from '../document/schema/printing.ts';
import { USUAL_HAND } from '../slip/hand.ts';
import { MARKING_METHODS } from '../slip/method.ts';
import type { Nm } from '../units/nm.ts';
import { commandSchema } from './command-schema.ts';

export const newPapersRequest = z.strictObject({ papers: z.array(paperDraftSchema).min(1).max(2000) });

const formId = z
  .string()
  .min(1)
  .max(64)
  .meta({ description: 'a form id of GET /api/forms, such as "slit-book" or "meander-book"' });
const parameters = z
  .record(z.string(), z.unknown())
  .default({})
  .meta({ description: 'parameters of the form; missing ones take the defaults' });

export const makerSettingsSchema = z.strictObject({
  unit: z.enum(['mm', 'in']),
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/)
    .nullable()
    .meta({ description: 'three letters, as ISO 4217 has them; null: prices are plain numbers' }),
  tab: within(0, 100).meta({ description: 'of the tab by which one strip is glued to the next, nanometres' }),
}) as unknown as z.ZodType<MakerSettings>;

export const newBookRequest = z.strictObject({ title: titleSchema, form: formId, parameters, sheet: sheetSchema });

const windowId = z.string().min(1).max(64).meta({ description: 'names the author window; any text' });
const expected = z
  .number()
  .int()
  .min(0)
  .meta({ description: 'the revision the client last saw; another head answers 409' });

export const revisionRequest = z.strictObject({
  expect: expected,
  window: windowId,
  command: commandSchema,
  act: z
    .string()
    .min(1)
    .max(64)
    .optional()
    .meta({ description: 'shared by changes that are one act of the maker’s: undo takes them back together' }),
});
export const undoRequest = z.strictObject({ expect: expected, window: windowId });
export const goBackRequest = z.strictObject({
  expect: expected,
  window: windowId,
  to: z.number().int().min(0).meta({ description: 'the revision whose state the book takes again' }),
});
export const pointRequest = z.strictObject({
  n: z.number().int().min(0).meta({ description: 'the revision that gets a name' }),
  name: z.string().trim().max(120).meta({ description: 'empty: the name is taken off' }),
});
export const copyRequest = z.strictObject({
  as: z.enum(['copy', 'edition']).default('copy').meta({ description: 'edition: the same title, the next edition' }),
  from: z.number().int().min(0).optional().meta({ description: 'the revision to copy; left out: the newest' }),
  with: z
    .array(commandSchema)
    .max(1000)
    .default([])
    .meta({ description: 'changes made to that revision elsewhere, carried out on the copy' }),
});

export const changePaperRequest = z.strictObject({ expect: expected, paper: paperDraftSchema });
export const changePrinterRequest = z.strictObject({ expect: expected, printer: printerDraftSchema });

export const computeFoldRequest = z.strictObject({ form: formId, parameters, sheet: sheetSchema });

export const computeImpositionRequest = z.strictObject({
  form: formId,
  parameters,
  sheet: sheetSchema,
  printing: printingSchema.optional(),
});

const side = nmSchema;
/** A length that something has. */
const someLength = nmSchema.refine((length) => length > 0, 'longer than nothing');
const noTrim = { left: 0 as Nm, right: 0 as Nm, top: 0 as Nm, bottom: 0 as Nm };
export const computeToleranceRequest = z
  .strictObject({
    strips: z
      .array(z.number().int().min(1).max(400))
      .min(1)
      .max(200)
      .meta({ description: 'panels of each strip; one number: a sheet folded to and fro' }),
    panelWidth: someLength,
    method: z.enum(MARKING_METHODS).default('one-datum').meta({ description: 'how the places of folds are found' }),
    end: z
      .enum(['before', 'after'])
      .default('after')
      .meta({ description: 'the end of the last strip: cut true before folding, or marked, or cut, in its turn' }),
    hand: z
      .strictObject({
        reading: nmSchema.default(USUAL_HAND.reading),
        jig: nmSchema.default(USUAL_HAND.jig),
        jigBias: z.number().int().default(0) as unknown as z.ZodDefault<z.ZodType<Nm>>,
        blade: nmSchema.default(USUAL_HAND.blade),
        placing: nmSchema.default(USUAL_HAND.placing),
        halving: nmSchema.default(USUAL_HAND.halving),
        cover: nmSchema.default(USUAL_HAND.cover),
      })
      .default(USUAL_HAND)
      .meta({ description: 'standard deviations, and the bias of a jig; what is left out is usual' }),
    takeUp: nmSchema.default(0 as Nm).meta({ description: 'what each fold takes up that marks do not allow for' }),
    wanted: z
      .strictObject({ covers: someLength.default(1_000_000 as Nm), pictures: someLength.default(1_000_000 as Nm) })
      .default({ covers: 1_000_000 as Nm, pictures: 1_000_000 as Nm })
      .meta({ description: 'what 95 of 100 are to keep' }),
    books: z.number().int().min(0).max(100_000).default(0).meta({ description: 'so many books are drawn at random' }),
    seed: z.number().min(0).max(1).default(0.5).meta({ description: 'the same draws the same books' }),
  })
  .refine(({ strips }) => strips.reduce((sum, panels) => sum + panels, 0) <= 400, '400 panels at most');

export const computeStitchRequest = z
  .strictObject({
    stitch: z
      .string()
      .min(1)
      .max(64)
      .meta({ description: 'pamphlet, running, saddle-staples, link, into-a-fold, tied-cord' }),
    parameters: z
      .record(z.string(), z.unknown())
      .default({})
      .meta({ description: 'its settings; what is left out is usual' }),
    height: someLength.meta({ description: 'of the fold as it is pierced' }),
    trimHead: nmSchema.default(0 as Nm),
    trimTail: nmSchema.default(0 as Nm),
    leaf: someLength.default(148_000_000 as Nm).meta({ description: 'from the fold to the fore-edge' }),
    sections: z
      .array(z.number().int().min(1).max(200))
      .max(100)
      .default([1])
      .meta({ description: 'folios of each section, from the front' }),
    sheet: someLength.default(100_000 as Nm).meta({ description: 'thickness of one sheet' }),
    tools: z
      .strictObject({
        thread: nmSchema.default(USUAL_BINDING.tools.thread),
        tail: nmSchema.default(USUAL_BINDING.tools.tail),
        hole: nmSchema.default(USUAL_BINDING.tools.hole),
        leg: nmSchema.default(USUAL_BINDING.tools.leg),
        reach: nmSchema.default(USUAL_BINDING.tools.reach),
      })
      .default(USUAL_BINDING.tools)
      .meta({
        description:
          'thread and awl, how thick; the end left hanging; the longest leg and the reach of the stapler; what is left out is usual',
      }),
    path: ownPathSchema
      .optional()
      .meta({ description: 'a path of one’s own through one fold, in place of the stitch’s' }),
  })
  .refine(({ path, sections }) => !path || sections.length === 1, 'a path of one’s own goes through one section');

const endpaperPanels = z.number().int().min(0).max(2).default(0);
export const computeConcertinaRequest = z.strictObject({
  panels: z.number().int().min(2).max(400),
  panelWidth: someLength,
  panelHeight: someLength,
  endpapers: z
    .strictObject({ first: endpaperPanels, last: endpaperPanels })
    .default({ first: 0, last: 0 })
    .meta({ description: 'panels of a paper of their own before the first strip and behind the last' }),
  joint: z.enum(['tab', 'hinge-strip', 'tape']).default('tab'),
  tab: nmSchema.default(15_000_000 as Nm).meta({ description: 'how wide a tab is, or would be' }),
  side: z
    .enum(['valleys', 'mountains', 'anywhere'])
    .default('anywhere')
    .meta({ description: 'where joints may lie, seen from the front' }),
  first: z.enum(['valley', 'mountain']).default('valley').meta({ description: 'the first fold, seen from the front' }),
  covers: z.enum(['none', 'one', 'both']).default('both').meta({ description: 'ends that are glued to covers' }),
  bothSides: z.boolean().default(false).meta({ description: 'printed on both sides' }),
  copies: z.number().int().min(1).max(10_000).default(1),
  gap: nmSchema.default(0 as Nm).meta({ description: 'lost between two pieces: a tear’s allowance' }),
  grain: z
    .enum(['along-folds', 'any'])
    .default('along-folds')
    .meta({ description: 'any: counted as if the fibres did not matter' }),
  papers: z
    .array(
      z.strictObject({
        id: z.string().max(100).default('paper'),
        width: someLength,
        height: someLength,
        fibre: fibreSchema.default('any'),
        trims: z.strictObject({ left: side, right: side, top: side, bottom: side }).default(noTrim),
        price: z.number().int().min(0).max(1e9).nullable().default(null),
        stock: z.number().int().min(0).max(1e6).nullable().default(null),
      }),
    )
    .min(1)
    .max(20)
    .meta({ description: 'sheets as bought, lying as they are cut; trims come off first' }),
});
export const computeYieldRequest = z.strictObject({
  parents: z
    .array(
      z.strictObject({
        id: z.string().max(100).default('parent'),
        width: side,
        height: side,
        fibre: fibreSchema.default('any'),
        trims: z.strictObject({ left: side, right: side, top: side, bottom: side }).default(noTrim),
        price: z
          .number()
          .int()
          .min(0)
          .max(1e9)
          .default(1)
          .meta({ description: 'what one costs, whole; 1 for all: the fewest sheets' }),
        stock: z.number().int().min(0).max(1e6).optional().meta({ description: 'left out: as many as are wanted' }),
      }),
    )
    .min(1)
    .max(20)
    .meta({ description: 'sheets as bought, lying as they are cut; trims come off first' }),
  pieces: z
    .array(
      z.strictObject({
        id: z.string().max(100),
        width: side,
        height: side,
        grain: z
          .enum(['along-width', 'along-height', 'any'])
          .default('any')
          .meta({ description: 'which way the fibres must run in the piece' }),
        value: z.number().min(0).max(1e12).optional().meta({ description: 'left out: its area; with one size: 1' }),
        most: z.number().int().min(0).max(1e6).optional().meta({ description: 'no more than so many from one parent' }),
        needed: z
          .number()
          .int()
          .min(0)
          .max(1e6)
          .optional()
          .meta({ description: 'how many the whole edition takes; then the answer is an `edition` over all parents' }),
      }),
    )
    .min(1)
    .max(12),
  gap: side.default(0 as Nm).meta({ description: 'lost at every cut between two pieces' }),
  longest: side.optional().meta({
    description:
      'the longest cut of the trimmer; a sheet too large for it either way is first broken down by rule and knife',
  }),
});

/** Books that are to be cut together from a paper of the drawer. */
export const jointPlanRequest = z.strictObject({
  name: z.string().trim().min(1).max(120),
  books: z.array(z.string().min(1).max(64)).min(1).max(24),
  paper: z.string().min(1).max(64),
});
export const jointPlanSeen = z.strictObject({ expect: z.number().int().min(0) });
