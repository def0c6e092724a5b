import { raw, Router, type Request, type Response } from 'express';
import type { EntityManager, MikroORM } from '@mikro-orm/libsql';
import { z } from 'zod';
import type { BookDocument } from '@eight-up/core/document/document';
import { foldFile } from '@eight-up/core/output/fold-format';
import { pagePlan } from '@eight-up/core/output/page-plan';
import { impose } from '@eight-up/core/pagination/imposition';
import { sheetLines } from '@eight-up/core/output/sheet-lines';
import { drawingToSvg } from '@eight-up/core/output/svg';
import { planFileProblemWords } from '@eight-up/words/problems';
import { assetsOf, bookAnswer, findBook, revise } from '../books/service.ts';
import { Refusal } from '../errors.ts';
import { parseRequest } from '../parse.ts';
import type { WorkPool } from '../pool/work-pool.ts';
import { foldedOf } from './folded.ts';
import { fineSchema } from './cutting-routes.ts';
import { marksQuery, takeUpOf } from './marks-routes.ts';
import type { PaperAsked } from './papers-to-print.ts';
import type { Makings } from './makings.ts';
import { sendFile } from './send-file.ts';
import { sendMade } from './send-made.ts';
import { sheetsAsked } from './sheets-asked.ts';

/** Forms of several sheets differ from sheet to sheet: which one, counted from 1. */
export const linesQuery = z.object({ sheet: z.coerce.number().int().min(1).max(500).default(1) });

export const rehearsalQuery = z.object({ pass: z.enum(['fronts', 'backs']).default('fronts') });

export const planQuery = z.object({
  /** the revision the client last saw; left out: whatever is newest */
  expect: z.coerce.number().int().min(0).optional(),
  window: z.string().min(1).max(64).default('page plan'),
});

export const printQuery = z.object({
  face: z.enum(['A', 'B', 'both']).default('both'),
  /** two passes: all fronts, then all backs; left out, front and back follow each other for a printer that turns the sheet */
  pass: z.enum(['fronts', 'backs']).optional(),
  /** the last sheet first: for a pile that comes out the other way round */
  order: z.enum(['outermost-first', 'innermost-first']).default('outermost-first'),
  /** single sheets and ranges, counted from 1: "2", "3-5,8" */
  sheets: z
    .string()
    .regex(/^\s*\d{1,4}(\s*-\s*\d{1,4})?(\s*,\s*\d{1,4}(\s*-\s*\d{1,4})?)*\s*$/)
    .optional(),
  flip: z.enum(['long-edge', 'short-edge']).optional(),
  /** each back after its front, for a printer that turns the paper; or all backs after all fronts, as books of joined strips are given */
  backs: z.enum(['after-each', 'after-all']).optional(),
  /** at their own size over several papers, with crosses to lay them together by */
  tiles: z.enum(['a4', 'a3', 'letter']).optional(),
  unit: z.enum(['mm', 'in']).default('mm'),
});

export const dummyQuery = printQuery.pick({ pass: true, order: true, flip: true }).extend({
  unit: z.enum(['mm', 'in']).default('mm'),
  /** of sheets larger than the printer's page: made smaller, or over several pages */
  size: z.enum(['sheet', 'reduced', 'tiled']).default('sheet'),
  paper: z.enum(['a4', 'a3', 'letter']).optional(),
});

export const templateQuery = z.object({
  unit: z.enum(['mm', 'in']).default('mm'),
  fine: fineSchema,
  paper: z.enum(['a4', 'a3', 'letter']).optional(),
});

/** What is asked of a paper, read off a request. */
type Asks = (query: unknown, doc: BookDocument, em: EntityManager) => PaperAsked | Promise<PaperAsked>;

const PASS_FACE = { fronts: 'A', backs: 'B' } as const;

export function exportRoutes(orm: MikroORM, makings: Makings, pool: WorkPool): Router {
  const router = Router({ mergeParams: true });
  const load = async (id: string) => {
    const em = orm.em.fork();
    const { doc } = await findBook(em, id);
    return { em, doc };
  };
  /** Anything that goes through a printer: what is asked of it says what it is. */
  const paper = (file: string, suffix: string, asked: Asks): void => {
    const send = async (request: Request<{ id: string }>, response: Response): Promise<void> => {
      const { em, doc } = await load(request.params.id);
      const wanted = await asked(request.query, doc, em);
      const book = { doc, assets: await assetsOf(em, [doc]), dataFolder: makings.store.dataFolder };
      await sendMade(request, response, makings, { doc, suffix, type: 'application/pdf' }, (scratch, caller) =>
        pool.run('paper-to-print', { ...book, scratch, ...wanted }, caller),
      );
    };
    router.route(`/:id/${file}`).get(send).post(send);
  };

  paper('print.pdf', 'print.pdf', (query, { printing }) => {
    const { face, flip, pass, ...others } = parseRequest(printQuery, query);
    const asked = { ...others, face: pass ? PASS_FACE[pass] : face, flip: flip ?? printing.flip };
    return { paper: 'print', asked };
  });
  paper('rehearsal.pdf', 'feed rehearsal.pdf', (query) => ({
    paper: 'rehearsal',
    asked: parseRequest(rehearsalQuery, query),
  }));
  paper('dummy.pdf', 'numbered dummy.pdf', (query, { printing }) => {
    const { flip, paper: page, ...asked } = parseRequest(dummyQuery, query);
    const on = page ?? (asked.unit === 'mm' ? 'a4' : 'letter');
    return { paper: 'dummy', asked: { ...asked, flip: flip ?? printing.flip, paper: on } };
  });

  paper('marks.pdf', 'marks.pdf', async (query, doc, em) => {
    const { takeUp, fine, paper: page, ...asked } = parseRequest(marksQuery, query);
    const { unit } = asked;
    return {
      paper: 'marks',
      asked: {
        ...asked,
        takeUp: await takeUpOf(em, doc, { takeUp }),
        reading: unit === 'mm' ? 'mm' : fine,
        paper: page ?? (unit === 'mm' ? 'a4' : 'letter'),
      },
    };
  });

  paper('template.pdf', 'template.pdf', (query) => {
    const { unit, fine, paper: page } = parseRequest(templateQuery, query);
    const reading = unit === 'mm' ? 'mm' : fine;
    return { paper: 'template', asked: { unit, reading, paper: page ?? (unit === 'mm' ? 'a4' : 'letter') } };
  });

  const loadSheet = async (request: Request<{ id: string }>) => {
    const { sheet } = parseRequest(linesQuery, request.query);
    const { doc } = await load(request.params.id);
    const plan = foldedOf(doc);
    const index = sheetsAsked(plan.run.laid.sheets.length, String(sheet))[0]!;
    return { doc, plan, index, of: plan.run.laid.sheets.length > 1 ? ` sheet ${sheet}` : '' };
  };

  router.get('/:id/lines.svg', async (request, response) => {
    const { doc, plan, index, of } = await loadSheet(request);
    sendFile(
      response,
      doc,
      `lines${of}.svg`,
      'image/svg+xml',
      drawingToSvg(sheetLines(plan, 'A', index), `${doc.title}${of}: folds and cuts`),
    );
  });

  router.get('/:id/lines.dxf', async (request, response) => {
    const { doc, plan, index, of } = await loadSheet(request);
    const { drawingToDxf } = await import('./line-files.ts');
    sendFile(response, doc, `lines${of}.dxf`, 'image/vnd.dxf', drawingToDxf(sheetLines(plan, 'A', index)));
  });

  router.get('/:id/creases.fold', async (request, response) => {
    const { doc, plan, index, of } = await loadSheet(request);
    sendFile(
      response,
      doc,
      `creases${of}.fold`,
      'application/json',
      `${JSON.stringify(foldFile(plan, doc.title, index), null, 1)}\n`,
    );
  });

  for (const kind of ['csv', 'md'] as const) {
    router.get(`/:id/pages.${kind}`, async (request: Request<{ id: string }>, response) => {
      const { em, doc } = await load(request.params.id);
      const plan = foldedOf(doc);
      const assets = new Map((await assetsOf(em, [doc])).map((asset) => [asset.id, asset]));
      const rows = pagePlan(
        plan,
        doc,
        impose(plan, doc, (id) => assets.get(id)),
      );
      const { pagePlanCsv, pagePlanMarkdown } = await import('./page-plan-files.ts');
      if (kind === 'csv') sendFile(response, doc, 'pages.csv', 'text/csv; charset=utf-8', pagePlanCsv(rows));
      else sendFile(response, doc, 'pages.md', 'text/markdown; charset=utf-8', pagePlanMarkdown(doc.title, rows));
    });
  }

  router.post('/:id/pages.csv', raw({ type: () => true, limit: '5mb' }), async (request, response) => {
    const { expect, window } = parseRequest(planQuery, request.query);
    const bytes = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
    const rows = await pool.run('read-page-plan', { bytes }, { off: (drop) => response.on('close', drop) });
    if (!rows.ok) throw new Refusal('plan-unreadable', planFileProblemWords(rows.problem), rows.problem);
    const em = orm.em.fork();
    const row = await revise(
      em,
      request.params.id as string,
      { expect, window },
      { kind: 'arrange', rows: rows.value },
    );
    response.json(await bookAnswer(em, row));
  });
  return router;
}
