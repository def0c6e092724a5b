import { Router, type Request } from 'express';
import type { EntityManager, MikroORM } from '@mikro-orm/libsql';
import Papa from 'papaparse';
import { z } from 'zod';
import type { BookDocument } from '@eight-up/core/document/document';
import { foldMarksTable } from '@eight-up/core/marks/marks-table';
import { marksOfBook, SCORE_TOOLS, usualTakeUp } from '@eight-up/core/marks/sheet-marks';
import { marksDrawing } from '@eight-up/core/output/marks-drawing';
import { drawingToSvg } from '@eight-up/core/output/svg';
import { alikeMarks } from '@eight-up/core/print-jobs/marks-job';
import { nm, type Nm } from '@eight-up/core/units/nm';
import { markedSheetName, marksJobWords } from '@eight-up/words/marks';
import { findBook } from '../books/service.ts';
import { csvText } from '../csv.ts';
import { Refusal } from '../errors.ts';
import { newestOf } from '../measuring/service.ts';
import { parseRequest } from '../parse.ts';
import { fineSchema } from './cutting-routes.ts';
import { foldedOf } from './folded.ts';
import { sendFile } from './send-file.ts';

export const marksQuery = z.object({
  tool: z.enum(SCORE_TOOLS).default('bone-folder'),
  unit: z.enum(['mm', 'in']).default('mm'),
  fine: fineSchema,
  /** what each fold takes up, nanometres; known: what was measured on the paper that was taken, or is usual for it */
  takeUp: z.union([z.literal('known'), z.coerce.number().int().min(0).max(5_000_000)]).default('known'),
  size: z.enum(['sheet', 'tiled', 'bench']).default('sheet'),
  paper: z.enum(['a4', 'a3', 'letter']).optional(),
});
const lineQuery = marksQuery.extend({
  sheet: z.coerce.number().int().min(1).max(800).default(1),
  face: z.enum(['A', 'B']).default('A'),
});

export type MarksQuery = z.output<typeof marksQuery>;

/** What folds take up: as it was asked, or else measured on the book's paper, or usual for it. */
export async function takeUpOf(
  em: EntityManager,
  { papers, printing }: BookDocument,
  { takeUp }: Pick<MarksQuery, 'takeUp'>,
): Promise<Nm> {
  if (takeUp !== 'known') return takeUp as Nm;
  const paper = papers.text?.paper;
  const measured = paper && (await newestOf(em, 'take-up', 'paper', [paper])).get(paper.id)?.lengths;
  return measured ? nm(Math.max(0, measured.aFold)) : usualTakeUp(printing.creep.thickness, paper?.grammage ?? null);
}

/** Marks for machines and for a table: lines of one face, or all positions. */
export function marksRoutes(orm: MikroORM): Router {
  const router = Router({ mergeParams: true });
  const load = async (request: Request<{ id: string }>) => {
    const asked = parseRequest(lineQuery, request.query);
    const em = orm.em.fork();
    const { doc } = await findBook(em, request.params.id);
    const plan = foldedOf(doc);
    const takeUp = await takeUpOf(em, doc, asked);
    return { asked: { ...asked, takeUp }, doc, plan, sheets: marksOfBook(plan, takeUp) };
  };
  const drawn = async (request: Request<{ id: string }>) => {
    const { asked, doc, plan, sheets } = await load(request);
    const sheet = sheets.find((one) => one.sheet === asked.sheet - 1);
    if (!sheet) throw new Refusal('not-found', `Sheet ${asked.sheet} has no marks, or is not there. Nothing was made.`);
    const reading = asked.unit === 'mm' ? 'mm' : asked.fine;
    const { lettering } = marksJobWords(plan, doc, alikeMarks(sheets), { ...asked, reading });
    const name = `marks ${markedSheetName(plan, sheet.sheet)} ${asked.face === 'A' ? 'front' : 'back'}`;
    return { doc, name, drawing: marksDrawing(sheet, asked.face, asked.tool, lettering(sheet, asked.face)) };
  };
  router.get('/:id/marks.svg', async (request: Request<{ id: string }>, response) => {
    const { doc, name, drawing } = await drawn(request);
    sendFile(response, doc, `${name}.svg`, 'image/svg+xml', drawingToSvg(drawing, `${doc.title}: ${name}`));
  });
  router.get('/:id/marks.dxf', async (request: Request<{ id: string }>, response) => {
    const { doc, name, drawing } = await drawn(request);
    const { drawingToDxf } = await import('./line-files.ts');
    sendFile(response, doc, `${name}.dxf`, 'image/vnd.dxf', drawingToDxf(drawing));
  });
  router.get('/:id/marks.csv', async (request: Request<{ id: string }>, response) => {
    const { asked, doc, plan, sheets } = await load(request);
    const table = foldMarksTable(sheets, asked.tool, (sheet) => markedSheetName(plan, sheet));
    const text = csvText(Papa.unparse(table as string[][], { newline: '\r\n' }));
    sendFile(response, doc, 'marks.csv', 'text/csv; charset=utf-8', text);
  });
  return router;
}
