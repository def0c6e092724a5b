import { Router, type Request, type Response } from 'express';
import type { MikroORM } from '@mikro-orm/libsql';
import { z } from 'zod';
import { PAGES_SLOT } from '@eight-up/core/document/kit';
import { slotSchema } from '@eight-up/core/document/schema/papers';
import { findBook } from '../books/service.ts';
import { parseRequest } from '../parse.ts';
import type { WorkPool } from '../pool/work-pool.ts';
import type { Makings } from './makings.ts';
import { sendMade } from './send-made.ts';
import { CUTTING_FILES, CUTTING_PAPERS } from './cutting-files.ts';

/** How finely a rule in inches is read. */
export const fineSchema = z.enum(['sixteenths', 'thirty-seconds', 'sixty-fourths']).default('sixteenths');

export const cuttingQuery = z.object({
  on: slotSchema.default(PAGES_SLOT),
  /** which of the plans, counted from 1 */
  plan: z.coerce.number().int().min(1).max(1000).default(1),
  unit: z.enum(['mm', 'in']).default('mm'),
  fine: fineSchema,
  paper: z.enum(['a4', 'a3', 'letter']).default('a4'),
});

/** Files of the cutting plan: for the bench, for machines, for a spreadsheet. */
export function cuttingRoutes(orm: MikroORM, makings: Makings, pool: WorkPool): Router {
  const router = Router({ mergeParams: true });
  const { dataFolder } = makings.store;
  const load = async (request: Request<{ id: string }>) => {
    const asked = parseRequest(cuttingQuery, request.query);
    const { doc } = await findBook(orm.em.fork(), request.params.id);
    return { doc, asked };
  };
  for (const { file, paper } of CUTTING_PAPERS) {
    const send = async (request: Request<{ id: string }>, response: Response): Promise<void> => {
      const { doc, asked } = await load(request);
      await sendMade(request, response, makings, { doc, suffix: file, type: 'application/pdf' }, (scratch, caller) =>
        pool.run('cutting-paper', { doc, assets: [], dataFolder, scratch, paper, asked }, caller),
      );
    };
    router.route(`/:id/${file}`).get(send).post(send);
  }
  for (const { file, type } of CUTTING_FILES)
    router.get(`/:id/${file}`, async (request: Request<{ id: string }>, response) => {
      const { doc, asked } = await load(request);
      await sendMade(request, response, makings, { doc, suffix: file, type }, (scratch, caller) =>
        pool.run('cutting-file', { doc, scratch, file, asked }, caller),
      );
    });
  return router;
}
