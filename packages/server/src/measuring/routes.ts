import { Router } from 'express';
import type { MikroORM } from '@mikro-orm/libsql';
import { z } from 'zod';
import type { MeasurementsAnswer } from '@eight-up/core/contract/answers';
import { METHOD_NAMES, type Method } from '@eight-up/core/measuring/measurement';
import { measurementDraftSchema } from '@eight-up/core/measuring/schema';
import { parseRequest } from '../parse.ts';
import { keepMeasurement, listMeasurements } from './service.ts';

const id = z.string().min(1).max(64).optional();
export const measurementsQuery = z.object({
  book: id,
  paper: id,
  printer: id,
  method: z.enum(METHOD_NAMES as [Method, ...Method[]]).optional(),
});

/** What makers measured: it is added to, never changed. */
export function measuringRoutes(orm: MikroORM): Router {
  const router = Router();
  router.get('/', async (request, response) => {
    const asked = parseRequest(measurementsQuery, request.query);
    const answer: MeasurementsAnswer = { measurements: await listMeasurements(orm.em.fork(), asked) };
    response.json(answer);
  });
  router.post('/', async (request, response) => {
    const draft = parseRequest(measurementDraftSchema, request.body);
    const kept = await orm.em.fork().transactional((tx) => Promise.resolve(keepMeasurement(tx, draft)));
    response.status(201).json(kept);
  });
  return router;
}
