import { raw, Router, type Request } from 'express';
import type { MikroORM } from '@mikro-orm/libsql';
import { z } from 'zod';
import { planBook, type FoldedBook } from '@eight-up/core/forms/planned-book';
import { foldFile } from '@eight-up/core/output/fold-format';
import { pagePlan } from '@eight-up/core/output/page-plan';
import { printLayout } from '@eight-up/core/printing/print-layout';
import { impose, overhang } from '@eight-up/core/pagination/imposition';
import { sheetLines } from '@eight-up/core/output/sheet-lines';
import { drawingToSvg } from '@eight-up/core/output/svg';
import { planFileProblemWords, planProblemWords } from '@eight-up/words/problems';
import { assetsOf, bookAnswer, findBook, revise } from '../books/service.ts';
import { Refusal } from '../errors.ts';
import type { FileStore } from '../files/store.ts';
import { parseRequest } from '../parse.ts';
import { sendFile } from './send-file.ts';

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
});

export const dummyQuery = printQuery.pick({ pass: true, order: true, flip: true }).extend({
  unit: z.enum(['mm', 'in']).default('mm'),
  /** of sheets larger than the printer's page: made smaller, or over several pages */
  size: z.enum(['sheet', 'reduced', 'tiled']).default('sheet'),
  paper: z.enum(['a4', 'a3', 'letter']).optional(),
});

const PASS_FACE = { fronts: 'A', backs: 'B' } as const;

/** Which sheets to print, 0-based; those beyond the book are passed over, none left is said. */
function sheetsAsked(count: number, ranges: string | undefined): readonly number[] {
  const all = Array.from({ length: count }, (_, i) => i);
  const within = ranges?.split(',').map((range) => {
    const [from, to] = range.split('-').map((text) => Number(text.trim())) as [number, number | undefined];
    return [from - 1, (to ?? from) - 1] as const;
  });
  const asked = within ? all.filter((i) => within.some(([from, to]) => i >= from && i <= to)) : all;
  if (asked.length === 0)
    throw new Refusal(
      'plan-impossible',
      `There is nothing to print in “${ranges}”: the book has ${count === 1 ? '1 sheet' : `sheets 1 to ${count}`}.`,
    );
  return asked;
}

export function exportRoutes(orm: MikroORM, store: FileStore): Router {
  const router = Router({ mergeParams: true });
  const load = async (id: string) => {
    const em = orm.em.fork();
    const { doc } = await findBook(em, id);
    const plan = planBook(doc.form, doc.sheet);
    if (!plan.ok) throw new Refusal('plan-impossible', planProblemWords(plan.problem, 'mm'), plan.problem);
    return { em, doc, plan: plan.value as FoldedBook };
  };

  router.get('/:id/print.pdf', async (request, response) => {
    const { face, flip, pass, order, sheets } = parseRequest(printQuery, request.query);
    const { em, doc, plan } = await load(request.params.id);
    // The PDF libraries are large: loaded when the first file is asked for, not at the start.
    const { printPdf } = await import('./print-pdf.ts');
    const bytes = await printPdf(plan, doc, await assetsOf(em, [doc]), (id) => store.originalPath(id), {
      face: pass ? PASS_FACE[pass] : face,
      flip: flip ?? doc.printing.flip,
      sheets: sheetsAsked(plan.run.sheet.sheets, sheets),
      order,
    });
    sendFile(response, doc, 'print.pdf', 'application/pdf', bytes);
  });

  router.get('/:id/rehearsal.pdf', async (request, response) => {
    const { pass } = parseRequest(rehearsalQuery, request.query);
    const { em, doc, plan } = await load(request.params.id);
    const { rehearsalPdf } = await import('./rehearsal-pdf.ts');
    const assets = new Map((await assetsOf(em, [doc])).map((asset) => [asset.id, asset]));
    const over = overhang(
      plan,
      impose(plan, doc, (id) => assets.get(id)),
    );
    const paper = printLayout(plan, doc, over)?.paper ?? doc.sheet;
    sendFile(response, doc, 'feed rehearsal.pdf', 'application/pdf', await rehearsalPdf(paper, pass));
  });

  router.get('/:id/dummy.pdf', async (request, response) => {
    const { flip, paper, ...asked } = parseRequest(dummyQuery, request.query);
    const { doc, plan } = await load(request.params.id);
    const { dummyPdf } = await import('./dummy-pdf.ts');
    const choice = {
      ...asked,
      flip: flip ?? doc.printing.flip,
      paper: paper ?? (asked.unit === 'mm' ? 'a4' : 'letter'),
    } as const;
    sendFile(response, doc, 'numbered dummy.pdf', 'application/pdf', await dummyPdf(plan, doc, choice));
  });

  const loadSheet = async (request: Request<{ id: string }>) => {
    const { sheet } = parseRequest(linesQuery, request.query);
    const loaded = await load(request.params.id);
    const index = sheetsAsked(loaded.plan.run.sheet.sheets, String(sheet))[0]!;
    return { ...loaded, index, of: loaded.plan.run.sheet.sheets > 1 ? ` sheet ${sheet}` : '' };
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
      const { em, doc, plan } = await load(request.params.id);
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
    const { readPagePlanCsv } = await import('./page-plan-files.ts');
    const rows = readPagePlanCsv(Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0));
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
