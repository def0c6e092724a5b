import { Router } from 'express';
import {
  computeConcertinaRequest,
  computeFoldRequest,
  computeImpositionRequest,
  computeStitchRequest,
  computeToleranceRequest,
  computeYieldRequest,
} from '@eight-up/core/contract/schemas';
import { parseRequest } from '../parse.ts';
import type { JobInput } from '../pool/jobs.ts';
import type { WorkPool } from '../pool/work-pool.ts';
import { yieldAnswer } from './yield.ts';

/** What each address is asked, in the order in which the documents have them. */
const ASKED = {
  fold: computeFoldRequest,
  imposition: computeImpositionRequest,
  concertina: computeConcertinaRequest,
  tolerance: computeToleranceRequest,
  stitch: computeStitchRequest,
} as const;

/** Stateless answers, worked out in the pool: seconds of arithmetic hold nobody else up, and end where nobody waits for them. */
export function computeRoutes(pool: WorkPool): Router {
  const router = Router();
  for (const [what, schema] of Object.entries(ASKED))
    router.post(`/${what}`, async (request, response) => {
      const input = { what, asked: parseRequest<unknown>(schema, request.body) } as JobInput<'compute'>;
      response.json(await pool.run('compute', input, { off: (drop) => response.on('close', drop) }));
    });
  router.post('/yield', async (request, response) => {
    const asked = parseRequest(computeYieldRequest, request.body);
    // Whoever goes away before the answer does not need it.
    response.json(await yieldAnswer(pool, asked, { off: (drop) => response.on('close', drop) }));
  });
  return router;
}
