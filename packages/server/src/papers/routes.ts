import { raw, Router } from 'express';
import type { MikroORM } from '@mikro-orm/libsql';
import { z } from 'zod';
import { changePaperRequest, newPapersRequest } from '@eight-up/core/contract/schemas';
import { STARTER_PAPERS } from '@eight-up/core/paper/starter';
import { paperTableProblemWords } from '@eight-up/words/problems';
import { Refusal } from '../errors.ts';
import { parseRequest } from '../parse.ts';
import type { WorkPool } from '../pool/work-pool.ts';
import { addPapers, changePaper, listPapers, takeOutPaper } from './service.ts';

export const paperFileQuery = z.object({ unit: z.enum(['mm', 'in']).default('mm') });

/** The drawer. */
export function paperRoutes(orm: MikroORM, pool: WorkPool): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json(await listPapers(orm.em.fork()));
  });
  router.post('/', async (request, response) => {
    const { papers } = parseRequest(newPapersRequest, request.body);
    response.status(201).json(await addPapers(orm.em.fork(), papers));
  });
  router.post('/starter', async (_request, response) => {
    response.status(201).json(await addPapers(orm.em.fork(), STARTER_PAPERS));
  });
  router.get('/papers.csv', async (request, response) => {
    const { unit } = parseRequest(paperFileQuery, request.query);
    const { papersCsv } = await import('./paper-files.ts');
    response
      .set('Content-Disposition', 'inline; filename="papers.csv"')
      .set('Cache-Control', 'no-store')
      .type('text/csv; charset=utf-8')
      .send(papersCsv((await listPapers(orm.em.fork())).papers, unit));
  });
  router.post('/papers.csv', raw({ type: () => true, limit: '5mb' }), async (request, response) => {
    const { unit } = parseRequest(paperFileQuery, request.query);
    const bytes = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
    const read = await pool.run('read-papers', { bytes, unit }, { off: (drop) => response.on('close', drop) });
    if (!read.ok) throw new Refusal('papers-unreadable', paperTableProblemWords(read.problem), read.problem);
    response.status(201).json(await addPapers(orm.em.fork(), read.value));
  });
  router.post('/:id', async (request, response) => {
    const change = parseRequest(changePaperRequest, request.body);
    response.json(await changePaper(orm.em.fork(), request.params.id, change));
  });
  router.post('/:id/take-out', async (request, response) => {
    response.json(await takeOutPaper(orm.em.fork(), request.params.id, true));
  });
  router.post('/:id/put-back', async (request, response) => {
    response.json(await takeOutPaper(orm.em.fork(), request.params.id, false));
  });
  return router;
}
