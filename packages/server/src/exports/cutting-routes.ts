import { Router, type Request } from 'express';
import type { MikroORM } from '@mikro-orm/libsql';
import { z } from 'zod';
import { PAGES_SLOT } from '@eight-up/core/document/kit';
import { slotSchema } from '@eight-up/core/document/schema/papers';
import { findBook } from '../books/service.ts';
import type { FileStore } from '../files/store.ts';
import { parseRequest } from '../parse.ts';
import type { WorkPool } from '../pool/work-pool.ts';
import { sendMade } from './send-file.ts';
import { CUTTING_FILES } from './cutting-files.ts';

export const cuttingQuery = z.object({
  on: slotSchema.default(PAGES_SLOT),
  /** which of the plans, counted from 1 */
  plan: z.coerce.number().int().min(1).max(1000).default(1),
  unit: z.enum(['mm', 'in']).default('mm'),
  fine: z.enum(['sixteenths', 'thirty-seconds']).default('sixteenths'),
  paper: z.enum(['a4', 'a3', 'letter']).default('a4'),
});

/** Files of the cutting plan: for the bench, for machines, for a spreadsheet. */
export function cuttingRoutes(orm: MikroORM, store: FileStore, pool: WorkPool): Router {
  const router = Router({ mergeParams: true });
  for (const { file, type } of CUTTING_FILES)
    router.get(`/:id/${file}`, async (request: Request<{ id: string }>, response) => {
      const asked = parseRequest(cuttingQuery, request.query);
      const { doc } = await findBook(orm.em.fork(), request.params.id);
      await sendMade(response, store, { doc, suffix: file, type }, (scratch, caller) =>
        pool.run('cutting-file', { doc, scratch, file, asked }, caller),
      );
    });
  return router;
}
