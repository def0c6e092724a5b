import { Router, type Request, type Response } from 'express';
import type { MikroORM } from '@mikro-orm/libsql';
import { z } from 'zod';
import { PAGES_SLOT } from '@eight-up/core/document/kit';
import { slotSchema } from '@eight-up/core/document/schema/papers';
import { findBook } from '../books/service.ts';
import { parseRequest } from '../parse.ts';
import type { Caller, WorkPool } from '../pool/work-pool.ts';
import type { Makings } from './makings.ts';
import { sendMade } from './send-made.ts';
import { CUTTING_FILES, CUTTING_PAPERS, type CuttingAsked } from './cutting-files.ts';
import type { ToCut } from './planned-cut.ts';

/** How finely a rule in inches is read. */
export const fineSchema = z.enum(['sixteenths', 'thirty-seconds', 'sixty-fourths']).default('sixteenths');

const cuttingQuery = z.object({
  /** which of the plans, counted from 1 */
  plan: z.coerce.number().int().min(1).max(1000).default(1),
  unit: z.enum(['mm', 'in']).default('mm'),
  fine: fineSchema,
  paper: z.enum(['a4', 'a3', 'letter']).default('a4'),
});

const slotQuery = z.object({ on: slotSchema.default(PAGES_SLOT) });

/** Files of a cutting plan: for the bench, for machines, for a spreadsheet. `load` says what is cut by which address. */
export function cuttingFiles(
  router: Router,
  makings: Makings,
  pool: WorkPool,
  load: (request: Request<{ id: string }>) => Promise<{ readonly of: ToCut; readonly title: string }>,
): void {
  const send =
    (
      suffix: string,
      type: string,
      make: (cut: { of: ToCut; scratch: string; asked: CuttingAsked }, caller: Caller) => Promise<string>,
    ) =>
    async (request: Request<{ id: string }>, response: Response): Promise<void> => {
      const asked = parseRequest(cuttingQuery, request.query);
      const { of, title } = await load(request);
      const head = { doc: { title }, suffix, type };
      await sendMade(request, response, makings, head, (scratch, caller) => make({ of, scratch, asked }, caller));
    };
  for (const { file, paper } of CUTTING_PAPERS) {
    const made = send(file, 'application/pdf', (cut, caller) => pool.run('cutting-paper', { ...cut, paper }, caller));
    router.route(`/:id/${file}`).get(made).post(made);
  }
  for (const { file, type } of CUTTING_FILES)
    router.get(
      `/:id/${file}`,
      send(file, type, (cut, caller) => pool.run('cutting-file', { ...cut, file }, caller)),
    );
}

/** The same of a book. */
export function cuttingRoutes(orm: MikroORM, makings: Makings, pool: WorkPool): Router {
  const router = Router({ mergeParams: true });
  cuttingFiles(router, makings, pool, async (request) => {
    const { on } = parseRequest(slotQuery, request.query);
    const { doc } = await findBook(orm.em.fork(), request.params.id);
    return { of: { doc, on }, title: doc.title };
  });
  return router;
}
