import { OpenAPIRegistry, OpenApiGeneratorV31, extendZodWithOpenApi } from '@asteasolutions/zod-to-openapi';
import { z } from 'zod';
import { ERROR_STATUS } from '@eight-up/core/contract/errors';
import {
  changePaperRequest,
  changePrinterRequest,
  jointPlanRequest,
  jointPlanSeen,
  computeConcertinaRequest,
  computeFoldRequest,
  computeImpositionRequest,
  computeStitchRequest,
  computeToleranceRequest,
  computeYieldRequest,
  copyRequest,
  goBackRequest,
  newBookRequest,
  newPapersRequest,
  pointRequest,
  revisionRequest,
  undoRequest,
  makerSettingsSchema,
} from '@eight-up/core/contract/schemas';
import { printerDraftSchema } from '@eight-up/core/document/schema/printing';
import { FORMS } from '@eight-up/core/forms/registry';
import { METHOD_NAMES } from '@eight-up/core/measuring/measurement';
import { measurementDraftSchema } from '@eight-up/core/measuring/schema';
import { restoreRequest } from './safekeeping/routes.ts';
import { API_EXAMPLES } from './api-examples.ts';

extendZodWithOpenApi(z);

interface Route {
  readonly method: 'get' | 'post';
  readonly path: string;
  readonly summary: string;
  readonly body?: z.ZodType;
  /** the parts of a multipart request */
  readonly multipart?: z.ZodObject;
  /** a table as the body */
  readonly csv?: true;
  readonly query?: Readonly<Record<string, string>>;
  readonly answers?: string;
  readonly status?: number;
}

const filesBody = z.object({
  files: z
    .array(z.string().meta({ format: 'binary' }))
    .meta({ description: 'one part a file, the field name is free' }),
  expect: z.number().int().optional(),
  window: z.string().optional(),
  password: z.string().optional(),
  page: z.number().int().optional(),
  face: z.enum(['B']).optional(),
});

const receivedBody = filesBody.pick({ files: true, password: true });

const bookFileBody = z.object({ file: z.string().meta({ format: 'binary' }) });

/** Files that can be watched while they are made. */
const MADE = [
  'print.pdf',
  'rehearsal.pdf',
  'dummy.pdf',
  'marks.pdf',
  'template.pdf',
  'cutting.pdf',
  'cutting-tiles.pdf',
];

/** Of a cutting plan, of one book or of several that are cut together. */
const CUTTING = [
  ['cutting.pdf', 'The bench sheet: the cutting plan, cuts in order, marks, on one page', 'application/pdf'],
  ['cutting-tiles.pdf', 'The cutting plan at 1 : 1 over printer pages', 'application/pdf'],
  ['cutting.svg', 'The cuts in real millimetres', 'image/svg+xml'],
  ['cutting.dxf', 'The same as DXF', 'image/vnd.dxf'],
  ['cutting.csv', 'The marks from the trued edges', 'text/csv'],
] as const;
const SLOT = 'what is cut from one paper: text (default), board, covering, or the part that has one of its own';
const CUTTING_QUERY = {
  plan: 'which of the sheets cut alike, from 1',
  unit: 'mm (default) or in',
  fine: 'sixteenths (default), thirty-seconds or sixty-fourths of an inch',
  paper: 'of the printer, for tiles: a4 (default), a3 or letter',
};

/** Every address of the API; docs/api.md says the same in words. */
const ROUTES: readonly Route[] = [
  ...MADE.map((file): Route => ({
    method: 'post',
    path: `/api/books/{id}/${file}`,
    summary: 'Make the same file while watching it: the answer names the making',
    status: 202,
  })),
  ...['cutting.pdf', 'cutting-tiles.pdf'].map((file): Route => ({
    method: 'post',
    path: `/api/joint-plans/{id}/${file}`,
    summary: 'Make the same file while watching it: the answer names the making',
    status: 202,
  })),
  { method: 'get', path: '/api/makings/{id}', summary: 'How far a file is; with its bytes once it is whole' },
  { method: 'get', path: '/api/makings/{id}/file', summary: 'The file that was made; it is kept for ten minutes' },
  { method: 'post', path: '/api/makings/{id}/stop', summary: 'Stop making it, or let it go' },
  { method: 'get', path: '/api/health', summary: 'Whether the server is up' },
  { method: 'get', path: '/api/forms', summary: 'The book forms and their parameters as JSON Schema' },
  { method: 'get', path: '/api/books', summary: 'The shelf' },
  { method: 'post', path: '/api/books', summary: 'Start a book', body: newBookRequest, status: 201 },
  { method: 'get', path: '/api/books/{id}', summary: 'One book, its newest revision' },
  {
    method: 'post',
    path: '/api/books/{id}/copy',
    summary: 'Copy a book, or a state of it, or duplicate it as the next edition',
    body: copyRequest,
    status: 201,
  },
  {
    method: 'get',
    path: '/api/books/{id}/history',
    summary: 'Every change with its time, newest first',
    query: { before: 'only changes before this one', limit: 'how many, 1 to 500' },
  },
  { method: 'get', path: '/api/books/{id}/at/{n}', summary: 'The book as it was after change n' },
  { method: 'post', path: '/api/books/{id}/points', summary: 'Name the state after a change', body: pointRequest },
  { method: 'post', path: '/api/books/{id}/go-back', summary: 'Take an earlier state up again', body: goBackRequest },
  { method: 'post', path: '/api/books/{id}/bin', summary: 'Put a book into the bin' },
  { method: 'post', path: '/api/books/{id}/restore', summary: 'Put it back on the shelf' },
  { method: 'get', path: '/api/papers', summary: 'The drawer: papers, boards, covering materials' },
  { method: 'post', path: '/api/papers', summary: 'Put papers in', body: newPapersRequest, status: 201 },
  { method: 'post', path: '/api/papers/starter', summary: 'Put in a set of common sizes and kinds', status: 201 },
  { method: 'post', path: '/api/papers/{id}', summary: 'Change a paper', body: changePaperRequest },
  { method: 'post', path: '/api/papers/{id}/take-out', summary: 'Take a paper out of the drawer' },
  { method: 'post', path: '/api/papers/{id}/put-back', summary: 'Put it back' },
  {
    method: 'get',
    path: '/api/papers/papers.csv',
    summary: 'The drawer as a table',
    answers: 'text/csv',
    query: { unit: 'mm (default) or in' },
  },
  {
    method: 'post',
    path: '/api/papers/papers.csv',
    summary: 'Put in papers from a table, the CSV itself as the body: all of it or nothing',
    csv: true,
    query: { unit: 'of numbers without one: mm (default) or in' },
    status: 201,
  },
  { method: 'get', path: '/api/settings', summary: 'What the maker has set once for the application' },
  { method: 'post', path: '/api/settings', summary: 'Set it', body: makerSettingsSchema },
  { method: 'get', path: '/api/printers', summary: 'The maker’s printers' },
  { method: 'post', path: '/api/printers', summary: 'Keep a printer', body: printerDraftSchema, status: 201 },
  { method: 'post', path: '/api/printers/{id}', summary: 'Change a printer', body: changePrinterRequest },
  { method: 'post', path: '/api/printers/{id}/take-away', summary: 'Take a printer away' },
  { method: 'post', path: '/api/printers/{id}/put-back', summary: 'Put it back' },
  { method: 'get', path: '/api/joint-plans', summary: 'Books that are cut together, and which have changed since' },
  {
    method: 'post',
    path: '/api/joint-plans',
    summary: 'Plan several books from one paper',
    body: jointPlanRequest,
    status: 201,
  },
  {
    method: 'get',
    path: '/api/joint-plans/{id}/cuts',
    summary: 'How its sheets are cut, and what the pieces are called',
  },
  {
    method: 'post',
    path: '/api/joint-plans/{id}/again',
    summary: 'Plan its books as they are now',
    body: jointPlanSeen,
  },
  {
    method: 'post',
    path: '/api/joint-plans/{id}/cut',
    summary: 'It is cut: its sheets are taken off the drawer’s count and its offcuts put in, once',
    body: jointPlanSeen,
  },
  {
    method: 'post',
    path: '/api/joint-plans/{id}/remove',
    summary: 'Give the plan up',
    body: jointPlanSeen,
    status: 204,
  },
  {
    method: 'get',
    path: '/api/measurements',
    summary: 'What was measured, the newest first',
    query: {
      book: 'only of this book',
      paper: 'only on this paper',
      printer: 'only of this printer',
      method: `only by this method: ${METHOD_NAMES.join(', ')}`,
    },
  },
  {
    method: 'post',
    path: '/api/measurements',
    summary: 'Keep a measurement: it is added to the others, and the newest counts',
    body: measurementDraftSchema,
    status: 201,
  },
  { method: 'get', path: '/api/bin', summary: 'What lies in the bin' },
  { method: 'post', path: '/api/bin/empty', summary: 'Empty the bin for good' },
  { method: 'post', path: '/api/books/{id}/revisions', summary: 'Change a book by a command', body: revisionRequest },
  { method: 'post', path: '/api/books/{id}/undo', summary: 'Take the newest change back', body: undoRequest },
  { method: 'post', path: '/api/books/{id}/redo', summary: 'Make it again', body: undoRequest },
  {
    method: 'post',
    path: '/api/books/{id}/files',
    summary: 'Add pictures and PDFs; they fill the empty pages in the natural order of their names',
    multipart: filesBody,
  },
  {
    method: 'get',
    path: '/api/books/{id}/print.pdf',
    summary: 'The print file: a page of the sheet’s exact size for each face that carries something',
    answers: 'application/pdf',
    query: {
      face: 'A, B or both (default)',
      flip: 'long-edge or short-edge; left out: as the book says',
      pass: 'fronts or backs, for printing in two passes',
      order: 'outermost-first (default) or innermost-first',
      sheets: 'single sheets and ranges, such as 2,4-5; left out: all',
    },
  },
  {
    method: 'get',
    path: '/api/books/{id}/rehearsal.pdf',
    summary: 'The feed rehearsal: two numbered sheets with arrows, or the two backs for them',
    answers: 'application/pdf',
    query: { pass: 'fronts (default) or backs' },
  },
  {
    method: 'get',
    path: '/api/books/{id}/dummy.pdf',
    summary: 'The numbered dummy and the steps',
    answers: 'application/pdf',
    query: {
      unit: 'mm (default) or in',
      pass: 'fronts or backs alone, without the steps',
      size: 'sheet (default): its own; reduced: on one page of the printer’s paper; tiled: its own over several',
      paper: 'of the printer, for the latter two: a4, a3 or letter',
      order: 'as with print.pdf',
      flip: 'as with print.pdf',
    },
  },
  {
    method: 'get',
    path: '/api/books/{id}/lines.svg',
    summary: 'Folds and cuts in real millimetres on named layers',
    answers: 'image/svg+xml',
  },
  {
    method: 'get',
    path: '/api/books/{id}/lines.dxf',
    summary: 'The same as DXF in millimetres',
    answers: 'image/vnd.dxf',
  },
  { method: 'get', path: '/api/books/{id}/creases.fold', summary: 'The crease pattern in the open FOLD format' },
  { method: 'get', path: '/api/books/{id}/pages.csv', summary: 'The page plan as a table', answers: 'text/csv' },
  {
    method: 'post',
    path: '/api/books/{id}/pages.csv',
    summary: 'Arrange the pages by a page plan, the CSV itself as the body',
    csv: true,
    query: { expect: 'the revision last seen', window: 'names the author' },
  },
  { method: 'get', path: '/api/books/{id}/pages.md', summary: 'The page plan as Markdown', answers: 'text/markdown' },
  ...CUTTING.flatMap(([file, summary, answers]): readonly Route[] => [
    { method: 'get', path: `/api/books/{id}/${file}`, summary, answers, query: { on: SLOT, ...CUTTING_QUERY } },
    {
      method: 'get',
      path: `/api/joint-plans/{id}/${file}`,
      summary: `${summary}, of books that are cut together`,
      answers,
      query: CUTTING_QUERY,
    },
  ]),
  ...(
    [
      ['marks.pdf', 'Marks to work by: a bench sheet, then each face that is worked at 1 : 1', 'application/pdf'],
      ['marks.svg', 'The marks of one face of one sheet in real millimetres', 'image/svg+xml'],
      ['marks.dxf', 'The same as DXF', 'image/vnd.dxf'],
      ['marks.csv', 'Every mark of every sheet as a table', 'text/csv'],
    ] as const
  ).map(([file, summary, answers]): Route => ({
    method: 'get',
    path: `/api/books/{id}/${file}`,
    summary,
    answers,
    query: {
      tool: 'what folds are scored with: bone-folder (default), board or half-cut',
      unit: 'mm (default) or in',
      fine: 'sixteenths (default), thirty-seconds or sixty-fourths of an inch',
      takeUp: 'what each fold takes up, in nanometres; known (default): measured on the paper taken, or usual for it',
      ...(file === 'marks.pdf'
        ? {
            size: 'sheet (default), tiled over printer pages, or bench: the bench sheet alone',
            paper: 'of the printer, for tiles: a4, a3 or letter',
          }
        : file === 'marks.csv'
          ? {}
          : { sheet: 'which sheet, from 1', face: 'A (default) or B' }),
    },
  })),
  {
    method: 'get',
    path: '/api/books/{id}/template.pdf',
    summary:
      'The scrap that carries the stations at 1 : 1, to be folded into the fold, over printer pages where it is long; then a sheet for the bench with every pass',
    answers: 'application/pdf',
    query: {
      unit: 'mm (default) or in',
      fine: 'sixteenths (default), thirty-seconds or sixty-fourths of an inch',
      paper: 'of the printer: a4 (default), a3 or letter',
    },
  },
  {
    method: 'get',
    path: '/api/books/{id}/book.zip',
    summary: 'The whole book as one open file',
    answers: 'application/zip',
    query: { history: 'with (default) or without: a plain copy' },
  },
  {
    method: 'post',
    path: '/api/books/import',
    summary: 'Take in a book file; the part is called "file"',
    multipart: bookFileBody,
    status: 201,
  },
  {
    method: 'post',
    path: '/api/assets',
    summary: 'Receive pictures and PDFs without a book; what comes back can be placed by a command',
    multipart: receivedBody,
  },
  { method: 'get', path: '/api/assets/{id}/original', summary: 'An original, byte for byte' },
  {
    method: 'get',
    path: '/api/assets/{id}/preview',
    summary: 'A picture scaled for the screen',
    answers: 'image/webp',
    query: { size: 'longer side in pixels' },
  },
  {
    method: 'get',
    path: '/api/books/{id}/rescue.txt',
    summary: 'What is stored of a book, as it is stored, readable or not',
    answers: 'text/plain',
  },
  { method: 'get', path: '/api/safekeeping', summary: 'Backups and what they hold; the check of the folder' },
  { method: 'post', path: '/api/safekeeping/backups', summary: 'Back up now', status: 201 },
  {
    method: 'post',
    path: '/api/safekeeping/restore',
    summary: 'Take the state of a backup up again; the present one is backed up first',
    body: restoreRequest,
  },
  { method: 'post', path: '/api/safekeeping/check', summary: 'Begin to look through the folder', status: 202 },
  { method: 'post', path: '/api/safekeeping/check/stop', summary: 'Stop that' },
  {
    method: 'get',
    path: '/api/safekeeping/everything.zip',
    summary: 'Everything as one file',
    answers: 'application/zip',
  },
  {
    method: 'post',
    path: '/api/safekeeping/everything',
    summary: 'Bring everything back from such a file; the part is called "file"',
    multipart: bookFileBody,
  },
  {
    method: 'post',
    path: '/api/compute/fold',
    summary: 'Fold a form from a sheet: pages, openings, lines, steps',
    body: computeFoldRequest,
  },
  {
    method: 'post',
    path: '/api/compute/yield',
    summary:
      'How many pieces each parent sheet yields and how to cut them; with `needed`, the cheapest edition over all parents instead',
    body: computeYieldRequest,
  },
  {
    method: 'post',
    path: '/api/compute/concertina',
    summary:
      'How a concertina is cut into strips from each paper: the fewest sheets, then the fewest joints, then strips most alike; and what another joint, side or grain would come to',
    body: computeConcertinaRequest,
  },
  {
    method: 'post',
    path: '/api/compute/tolerance',
    summary:
      'What a slip costs a book folded to and fro: its length, its block, its covers and its pictures by each way of finding the folds, exactly; drawn at random where that is asked',
    body: computeToleranceRequest,
  },
  {
    method: 'post',
    path: '/api/compute/stitch',
    summary:
      'A stitch on a fold: its stations, every pass of the needle and whether the path holds, thread or staples; with `path`, one of one’s own is checked',
    body: computeStitchRequest,
  },
  {
    method: 'post',
    path: '/api/compute/imposition',
    summary: 'Where every page stands on the sheet',
    body: computeImpositionRequest,
  },
];

const errorSchema = z.object({
  code: z.enum(Object.keys(ERROR_STATUS) as [string, ...string[]]),
  message: z.string(),
  problem: z.unknown().optional(),
});

/** The contract as OpenAPI 3.1, generated from the same schemas that parse every request. */
export function openApiDocument(): object {
  const registry = new OpenAPIRegistry();
  const error = registry.register('Error', errorSchema);
  for (const { method, path, summary, body, multipart, csv, query, answers, status } of ROUTES) {
    const names = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => name!);
    const example = API_EXAMPLES.find((one) => one.method === method && one.path === path)?.body;
    registry.registerPath({
      method,
      path,
      summary,
      request: {
        ...(names.length ? { params: z.object(Object.fromEntries(names.map((name) => [name, z.string()]))) } : {}),
        ...(query
          ? {
              query: z.object(
                Object.fromEntries(
                  Object.entries(query).map(([name, description]) => [
                    name,
                    z.string().optional().meta({ description }),
                  ]),
                ),
              ),
            }
          : {}),
        ...(body
          ? {
              body: {
                content: { 'application/json': { schema: body as z.ZodObject, ...(example ? { example } : {}) } },
                required: true,
              },
            }
          : {}),
        ...(csv ? { body: { content: { 'text/csv': { schema: z.string() } }, required: true } } : {}),
        ...(multipart ? { body: { content: { 'multipart/form-data': { schema: multipart } }, required: true } } : {}),
      },
      responses: {
        [status ?? 200]: {
          description: 'Done',
          ...(answers
            ? { content: { [answers]: { schema: z.string().meta({ format: 'binary' }) } } }
            : { content: { 'application/json': { schema: z.looseObject({}) } } }),
        },
        default: {
          description: 'A refusal: one shape with a code and a sentence',
          content: { 'application/json': { schema: error } },
        },
      },
    });
  }
  return new OpenApiGeneratorV31(registry.definitions).generateDocument({
    openapi: '3.1.0',
    info: {
      title: 'Eight Up',
      version: '1',
      description: `Lengths are whole nanometres (1 mm = 1 000 000). Forms: ${FORMS.map(({ id }) => id).join(', ')}.`,
    },
  });
}
