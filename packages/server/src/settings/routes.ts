import { makerSettingsSchema } from '@eight-up/core/contract/schemas';
import { Router } from 'express';
import type { MikroORM } from '@mikro-orm/libsql';
import { MakerSettingsRow } from '../db/entities.ts';
import { parseRequest } from '../parse.ts';

/** There is one maker. */
const ONLY = 'maker';

/** What the maker has set once for the whole application; null until then. */
export function settingsRoutes(orm: MikroORM): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    const row = await orm.em.fork().findOne(MakerSettingsRow, { id: ONLY });
    response.json(row?.doc ?? null);
  });
  router.post('/', async (request, response) => {
    const doc = parseRequest(makerSettingsSchema, request.body);
    await orm.em.fork().upsert(MakerSettingsRow, { id: ONLY, doc });
    response.json(doc);
  });
  return router;
}
