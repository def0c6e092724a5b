import { z } from 'zod';
import {
  CREEP_MODELS,
  FITS,
  NUMBER_PLACES,
  ONTO_PLACES,
  ROLES,
  SPREAD_HOW,
  THREADS,
  type BookDocument,
} from '../document/document.ts';
import type { MakerSettings } from '../document/maker-settings.ts';
import { USUAL_PRINTING } from '../document/usual.ts';
import type { Command } from '../book/command.ts';
import { CUT_EDGES, USUAL_KIT } from '../document/kit.ts';
import { EDGES, FOUND_BY, PAPER_KINDS, STUFFS, type PaperDraft } from '../paper/paper.ts';
import type { Sheet } from '../paper/sheet-size.ts';
import { PILE_MOVES } from '../printer/device.ts';
import type { PrinterDraft } from '../printer/printer.ts';
import type { Nm } from '../units/nm.ts';

/** A length in whole nanometres. Bounds of use (what a sheet may be) are checked by core, with sentences. */
const nmSchema = z
  .number()
  .int()
  .min(-1e12)
  .max(1e12)
  .transform((value) => value as Nm)
  .meta({ description: 'whole nanometres (1 mm = 1 000 000)' });

const within = (from: number, to: number) =>
  nmSchema.refine((value) => value >= from * 1e6 && value <= to * 1e6, `between ${from} and ${to} mm`);

const pageIndex = z.number().int().min(0).max(4096).meta({ description: '0-based' });

export const sheetSchema: z.ZodType<Sheet> = z.strictObject({
  width: nmSchema,
  height: nmSchema,
  fibre: z.enum(['along-width', 'along-height', 'any', 'unknown']),
  typedIn: z.enum(['mm', 'in']).optional(),
});

export const formChoiceSchema = z.strictObject({
  id: z.string().min(1).max(64),
  parameters: z.record(z.string(), z.unknown()).default({}),
});

const space = within(0, 2000);
const placingSchema = z.strictObject({
  right: within(-5000, 5000),
  down: within(-5000, 5000),
  turn: z.number().min(-360).max(360),
  scale: z.number().min(0.001).max(1000),
  margins: z.strictObject({ head: space, foreEdge: space, tail: space, spine: space }),
});

const share = z.number().min(0).max(1);
const spreadOver = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('opening'), view: pageIndex }),
  z.strictObject({ kind: z.literal('row'), row: pageIndex }),
  z.strictObject({ kind: z.literal('sheet') }),
  z.strictObject({ kind: z.literal('strip') }),
]);

const partSchema = z.strictObject({
  spread: z.string().min(1).max(100),
  over: spreadOver,
  how: z.enum(SPREAD_HOW),
  page: pageIndex,
  overlap: within(0, 100).optional(),
});

const clearSchema = z.strictObject({
  what: z.enum(['face', 'text']),
  left: share,
  top: share,
  width: share,
  height: share,
});

const contentSchema = z.strictObject({
  asset: z.string().regex(/^[0-9a-f]{64}$/),
  page: z.number().int().min(0).max(100_000).meta({ description: 'of the file, 0-based' }),
  name: z.string().max(300),
  fit: z.enum(FITS),
  placing: placingSchema.optional(),
  part: partSchema.optional(),
  clear: z.array(clearSchema).max(100).optional(),
});

const pageWords = {
  role: z.enum(ROLES).nullable(),
  thread: z.enum(THREADS).nullable(),
  note: z.string().max(4000),
  caption: z.string().max(1000),
  locked: z.boolean(),
};
const pageSchema = z.strictObject({ content: contentSchema.nullable(), ...pageWords });

const marginSchema = within(0, 100);
const unprintableSchema = z.strictObject({
  top: marginSchema,
  right: marginSchema,
  bottom: marginSchema,
  left: marginSchema,
});
const shiftSchema = z.strictObject({ right: within(-20, 20), down: within(-20, 20) });
const printerShape = {
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
const printerSchema = z.strictObject({ id: z.string().min(1).max(64), ...printerShape });
const printingSchema = z.strictObject({
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

const letteringSchema = z.strictObject({ numbers: z.enum(NUMBER_PLACES), size: within(1, 50) });
const acceptedSchema = z.strictObject({
  key: z.string().min(1).max(20_000),
  reason: z.string().trim().min(1).max(500),
});
const threadName = z.string().trim().max(60);
const titleSchema = z.string().trim().min(1).max(200);

const paperShape = {
  name: z.string().max(200),
  kind: z.enum(PAPER_KINDS),
  stuff: z.enum(STUFFS as [string, ...string[]]).nullable(),
  sheet: sheetSchema,
  foundBy: z.enum(FOUND_BY).nullable().meta({ description: 'how the fibre axis was found' }),
  grammage: z.number().nullable().meta({ description: 'g/m²' }),
  caliper: z.strictObject({ thickness: nmSchema, how: z.enum(['measured', 'estimated']) }).nullable(),
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
        fibre: z.enum(['along-width', 'along-height', 'any', 'unknown']),
        count: z.number().int(),
      }),
    )
    .max(200),
  note: z.string().max(2000),
};
export const paperDraftSchema = z.strictObject(paperShape) as unknown as z.ZodType<PaperDraft>;
const paperSchema = z.strictObject({ id: z.string().min(1).max(64), ...paperShape });
export const newPapersRequest = z.strictObject({ papers: z.array(paperDraftSchema).min(1).max(2000) });

const kitSchema = z.strictObject({
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
        note: z.string().max(1000),
      }),
    )
    .max(11),
  manner: z.strictObject({
    edge: z.enum(CUT_EDGES),
    allowance: nmSchema,
    squaring: nmSchema,
    deckle: nmSchema,
    longest: nmSchema.nullable(),
  }),
});

const chosenPaperSchema = z.strictObject({
  paper: paperSchema,
  grain: z.enum(['own', 'other', 'ignored']),
  sheets: z.number().int().min(0),
  cost: z.number().nullable(),
  engine: z.number().int(),
  input: z.string().max(100),
  cut: z.boolean().default(false),
});

const documentShape = z.strictObject({
  version: z.literal(6),
  title: titleSchema,
  edition: z.number().int().min(1).max(10_000),
  form: formChoiceSchema,
  sheet: sheetSchema,
  numbering: z.enum(['cover-is-1', 'covers-apart']),
  pages: z.array(pageSchema).max(4096),
  tray: z.array(pageSchema).max(100_000),
  poster: contentSchema.nullable(),
  lettering: letteringSchema,
  threads: z.partialRecord(z.enum(THREADS), threadName),
  printing: printingSchema,
  kit: kitSchema.default(USUAL_KIT as unknown as z.output<typeof kitSchema>),
  papers: z.partialRecord(z.enum(PAPER_KINDS), chosenPaperSchema).default({}),
  accepted: z.array(acceptedSchema).max(1000),
  refolded: z.boolean(),
});

// Zod's optional keys may hold `undefined`, ours are absent: the same once parsed, since JSON has no undefined.
export const bookDocumentSchema = documentShape as unknown as z.ZodType<BookDocument>;

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
  z.strictObject({ kind: z.literal('number-pages'), numbering: documentShape.shape.numbering }),
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
  z.strictObject({ kind: z.literal('adjust'), page: pageIndex, placing: placingSchema.nullable() }),
  z.strictObject({
    kind: z.literal('spread'),
    page: pageIndex,
    over: spreadOver,
    how: z.enum(['in-the-book', 'opened-out']),
    overlap: within(0, 100).optional().meta({ description: 'printed on both pages where two pieces of paper meet' }),
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
  z.strictObject({
    kind: z.literal('choose-paper'),
    on: z.enum(PAPER_KINDS),
    chosen: chosenPaperSchema.nullable(),
    fibre: z.enum(['along-width', 'along-height', 'any', 'unknown']).optional(),
  }),
  z.strictObject({ kind: z.literal('accept'), accepted: acceptedSchema }),
  z.strictObject({ kind: z.literal('raise-again'), key: acceptedSchema.shape.key }),
]) as unknown as z.ZodType<Command>;

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

export const revisionRequest = z.strictObject({ expect: expected, window: windowId, command: commandSchema });
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
const noTrim = { left: 0 as Nm, right: 0 as Nm, top: 0 as Nm, bottom: 0 as Nm };
export const computeYieldRequest = z.strictObject({
  parents: z
    .array(
      z.strictObject({
        id: z.string().max(100).default('parent'),
        width: side,
        height: side,
        fibre: z.enum(['along-width', 'along-height', 'any', 'unknown']).default('any'),
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
