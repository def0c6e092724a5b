import { Router } from 'express';
import {
  computeConcertinaRequest,
  computeFoldRequest,
  computeImpositionRequest,
  computeStitchRequest,
  computeToleranceRequest,
  computeYieldRequest,
} from '@eight-up/core/contract/schemas';
import { planBook } from '@eight-up/core/forms/planned-book';
import { toNm } from '@eight-up/core/folding/laid-paper';
import { endsOf } from '@eight-up/core/geometry/outline';
import { shrinkOf } from '@eight-up/core/pagination/imposition';
import { pagePlaces } from '@eight-up/core/pagination/page-places';
import { formFacts } from '@eight-up/words/forms';
import { programmeWords } from '@eight-up/words/steps';
import { planProblemWords } from '@eight-up/words/problems';
import type { FoldedBook, FormChoice } from '@eight-up/core/forms/planned-book';
import type { Sheet } from '@eight-up/core/paper/sheet-size';
import { Refusal } from '../errors.ts';
import { parseRequest } from '../parse.ts';
import type { WorkPool } from '../pool/work-pool.ts';
import { concertinaAnswer } from './concertina.ts';
import { stitchAnswer } from './stitch.ts';
import { toleranceAnswer } from './tolerance.ts';
import { yieldAnswer } from './yield.ts';

/** Stateless answers: what folds out of a form and a sheet, without a book. */
export function computeRoutes(pool: WorkPool): Router {
  const router = Router();
  router.post('/fold', (request, response) => {
    const { form, parameters, sheet } = parseRequest(computeFoldRequest, request.body);
    response.json(foldAnswer(planned({ id: form, parameters }, sheet)));
  });
  router.post('/imposition', (request, response) => {
    const { form, parameters, sheet, printing } = parseRequest(computeImpositionRequest, request.body);
    const plan = planned({ id: form, parameters }, sheet);
    response.json({ sheet, pages: pagePlaces(plan), scale: printing ? shrinkOf(plan, { printing }) : 1 });
  });
  router.post('/concertina', (request, response) => {
    response.json(concertinaAnswer(parseRequest(computeConcertinaRequest, request.body)));
  });
  router.post('/tolerance', (request, response) => {
    response.json(toleranceAnswer(parseRequest(computeToleranceRequest, request.body)));
  });
  router.post('/stitch', (request, response) => {
    response.json(stitchAnswer(parseRequest(computeStitchRequest, request.body)));
  });
  router.post('/yield', async (request, response) => {
    const asked = parseRequest(computeYieldRequest, request.body);
    // Whoever goes away before the answer does not need it.
    response.json(await yieldAnswer(pool, asked, { off: (drop) => response.on('close', drop) }));
  });
  return router;
}

function planned(choice: FormChoice, sheet: Sheet): FoldedBook {
  const plan = planBook(choice, sheet);
  if (!plan.ok) throw new Refusal('plan-impossible', planProblemWords(plan.problem, 'mm'), plan.problem);
  return plan.value;
}

function foldAnswer(plan: FoldedBook) {
  const { run, reading, pattern } = plan;
  const label = (panel: number) => run.laid.panels[panel]!.label;
  const spot = (p: { x: number; y: number }) => ({ x: toNm(run.laid, p.x), y: toNm(run.laid, p.y) });
  return {
    parameters: plan.parameters,
    facts: formFacts(plan),
    closed: { width: reading.width, height: reading.height },
    spineAxis: reading.spineAxis,
    steps: run.steps.map((step, i) => ({ kind: step.kind, purpose: step.purpose, ...programmeWords(plan)[i]! })),
    pages: reading.pages.map(({ face, quarterTurns, number, letter }, page) => ({
      page,
      label: `${number}${letter ?? ''}`,
      panel: label(face.panel),
      side: face.side,
      quarterTurns,
    })),
    hidden: reading.hidden.map(({ face, why }) => ({ panel: label(face.panel), side: face.side, why })),
    openings: reading.views.map(({ left, right, hinge, toward, headDown, row }) => ({
      left,
      right,
      hinge,
      toward,
      ...(headDown === undefined ? {} : { headDown }),
      ...(row ? { row } : {}),
    })),
    layers: reading.layers.map(label),
    gaps: reading.gaps.map(({ kind, edges }) => ({ kind, edges })),
    lines: pattern.map(({ kind, segment }) => ({ kind, points: endsOf(segment).map(spot) })),
  };
}
