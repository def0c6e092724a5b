import { Router } from 'express';
import type { MikroORM } from '@mikro-orm/libsql';
import { jointPlanRequest, jointPlanSeen } from '@eight-up/core/contract/schemas';
import { parseRequest } from '../parse.ts';
import type { WorkPool } from '../pool/work-pool.ts';
import { cuttingFiles } from '../exports/cutting-routes.ts';
import type { Makings } from '../exports/makings.ts';
import {
  beginJointPlan,
  cutJointPlan,
  cutsOfJointPlan,
  findJointPlan,
  listJointPlans,
  planJointAgain,
  removeJointPlan,
} from './service.ts';

/** Several books cut from one pile. */
export function jointPlanRoutes(orm: MikroORM, makings: Makings, pool: WorkPool): Router {
  const router = Router();
  cuttingFiles(router, makings, pool, async (request) => {
    const pile = await findJointPlan(orm.em.fork(), request.params.id);
    return { of: { pile }, title: pile.name };
  });
  router.get('/', async (_request, response) => {
    response.json(await listJointPlans(orm.em.fork()));
  });
  router.post('/', async (request, response) => {
    const asked = parseRequest(jointPlanRequest, request.body);
    response.status(201).json(await beginJointPlan(orm.em.fork(), pool, asked));
  });
  router.get('/:id/cuts', async (request, response) => {
    response.json(await cutsOfJointPlan(orm.em.fork(), pool, request.params.id));
  });
  router.post('/:id/again', async (request, response) => {
    const { expect } = parseRequest(jointPlanSeen, request.body);
    response.json(await planJointAgain(orm.em.fork(), pool, request.params.id, expect));
  });
  router.post('/:id/cut', async (request, response) => {
    const { expect } = parseRequest(jointPlanSeen, request.body);
    response.json(await cutJointPlan(orm.em.fork(), pool, request.params.id, expect));
  });
  router.post('/:id/remove', async (request, response) => {
    const { expect } = parseRequest(jointPlanSeen, request.body);
    await removeJointPlan(orm.em.fork(), request.params.id, expect);
    response.status(204).end();
  });
  return router;
}
