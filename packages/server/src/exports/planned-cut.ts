import { taskOf } from '@eight-up/core/cutting/chosen';
import { jointTask, type JointPlan } from '@eight-up/core/cutting/joint-plan';
import { keepsDeckle, NO_TRIMS, parentOf } from '@eight-up/core/cutting/kit';
import { sizeOfParent, type KitTask } from '@eight-up/core/cutting/plan-on-paper';
import type { BookDocument } from '@eight-up/core/document/document';
import type { PaperSlot } from '@eight-up/core/document/kit';
import { otherGrain, type Paper } from '@eight-up/core/paper/paper';
import { pieceOfPileWords, pieceWords } from '@eight-up/words/cutting';
import type { WordedCut } from '@eight-up/words/print-jobs';
import { editionProblemWords } from '@eight-up/words/problems';
import { search } from '../compute/search.ts';
import { Refusal } from '../errors.ts';
import { foldedOf } from './folded.ts';

/** What is cut: the parts of a book that come from one paper, or the books of a pile. */
export type ToCut = { readonly doc: BookDocument; readonly on: PaperSlot } | { readonly pile: JointPlan };

/** One of the cutting plans, with all that is needed to draw and word it. */
export interface PlannedCut extends WordedCut {
  readonly nameOf: (piece: string) => string;
}

/** What is asked of the search, and what its pieces are called. */
interface Question extends Pick<PlannedCut, 'title' | 'kit' | 'nameOf'> {
  readonly task: KitTask;
  readonly paper: Paper;
  readonly grain: 'own' | 'other' | 'ignored';
}

function questionOf(toCut: ToCut): Question {
  if ('pile' in toCut) {
    const { pile } = toCut;
    return {
      title: pile.name,
      kit: pile,
      nameOf: pieceOfPileWords(pile),
      task: jointTask(pile),
      paper: pile.paper,
      grain: 'own',
    };
  }
  const { doc, on } = toCut;
  const chosen = doc.papers[on];
  if (!chosen) throw new Refusal('plan-impossible', 'No paper was taken for this yet: take one in the Paper stage.');
  return {
    title: doc.title,
    kit: doc.kit,
    nameOf: (piece) => pieceWords(doc.kit, doc.form.id, piece),
    task: taskOf(foldedOf(doc), doc, on),
    paper: chosen.paper,
    grain: chosen.grain,
  };
}

/** Plans the paper that was taken anew: the same question finds the same plan. `place`: which of the sheets that are cut alike, from 1. */
export async function plannedCut(toCut: ToCut, place: number): Promise<PlannedCut> {
  const { task, paper, grain, title, kit, nameOf } = questionOf(toCut);
  const planned = await search('plan', { task, paper, grain });
  if (!planned.ok) throw new Refusal('plan-impossible', editionProblemWords(planned.problem, nameOf), planned.problem);
  const one = planned.value.sheets[place - 1];
  if (!one)
    throw new Refusal('not-found', `There is no plan ${place}: this edition takes ${planned.value.sheets.length}.`);
  const own = paper.sheet.fibre;
  return {
    title,
    paperName: paper.name,
    kit,
    faces: paper.faces,
    plan: one.plan,
    sheet: {
      ...sizeOfParent(one.plan, paper),
      fibre: grain === 'other' ? otherGrain(own) : own === 'unknown' ? planned.value.fibre : own,
    },
    trims: one.plan.parent === paper.id ? parentOf(paper, kit, grain).trims : NO_TRIMS,
    keepsDeckle: one.plan.parent === paper.id && keepsDeckle(paper, kit, grain),
    times: one.times,
    whole: planned.value,
    nameOf,
  };
}
