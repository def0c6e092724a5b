import { planBook, type FoldedBook, type FormChoice } from '@eight-up/core/forms/planned-book';
import { toNm } from '@eight-up/core/folding/laid-paper';
import { endsOf } from '@eight-up/core/geometry/outline';
import { shrinkOf } from '@eight-up/core/pagination/imposition';
import { pagePlaces } from '@eight-up/core/pagination/page-places';
import type { Sheet } from '@eight-up/core/paper/sheet-size';
import { formFacts } from '@eight-up/words/forms';
import { planProblemWords } from '@eight-up/words/problems';
import { programmeWords } from '@eight-up/words/steps';
import type { z } from 'zod';
import type { computeFoldRequest, computeImpositionRequest } from '@eight-up/core/contract/schemas';
import { Refusal } from '../errors.ts';

function planned(choice: FormChoice, sheet: Sheet): FoldedBook {
  const plan = planBook(choice, sheet);
  if (!plan.ok) throw new Refusal('plan-impossible', planProblemWords(plan.problem, 'mm'), plan.problem);
  return plan.value;
}

/** Where every page stands on the sheet. */
export function impositionAnswer({ form, parameters, sheet, printing }: z.output<typeof computeImpositionRequest>) {
  const plan = planned({ id: form, parameters }, sheet);
  return { sheet, pages: pagePlaces(plan), scale: printing ? shrinkOf(plan, { printing }) : 1 };
}

/** What folds out of a form and a sheet, without a book. */
export function foldAnswer({ form, parameters, sheet }: z.output<typeof computeFoldRequest>) {
  const plan = planned({ id: form, parameters }, sheet);
  const { run, reading, pattern } = plan;
  const words = programmeWords(plan);
  const label = (panel: number) => run.laid.panels[panel]!.label;
  const spot = (p: { x: number; y: number }) => ({ x: toNm(run.laid, p.x), y: toNm(run.laid, p.y) });
  return {
    parameters: plan.parameters,
    facts: formFacts(plan),
    closed: { width: reading.width, height: reading.height },
    spineAxis: reading.spineAxis,
    steps: run.steps.map((step, i) => ({ kind: step.kind, purpose: step.purpose, ...words[i]! })),
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
