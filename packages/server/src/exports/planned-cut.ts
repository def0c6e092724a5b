import type { BookDocument } from '@eight-up/core/document/document';
import { taskOf } from '@eight-up/core/cutting/chosen';
import type { PaperSlot } from '@eight-up/core/document/kit';
import { keepsDeckle, parentOf } from '@eight-up/core/cutting/kit';
import { sizeOfParent } from '@eight-up/core/cutting/plan-on-paper';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { otherGrain } from '@eight-up/core/paper/paper';
import { mm } from '@eight-up/core/units/nm';
import { pieceWords } from '@eight-up/words/cutting';
import type { WordedCut } from '@eight-up/words/print-jobs';
import { editionProblemWords } from '@eight-up/words/problems';
import { search } from '../compute/search.ts';
import { Refusal } from '../errors.ts';

/** One of the cutting plans of a book, with all that is needed to draw and word it. */
export interface PlannedCut extends WordedCut {
  readonly nameOf: (piece: string) => string;
}

/** Plans the paper that was taken for some parts anew: the same question finds the same plan. */
export async function plannedCut(
  doc: BookDocument,
  folded: FoldedBook,
  on: PaperSlot,
  place: number,
): Promise<PlannedCut> {
  const chosen = doc.papers[on];
  if (!chosen) throw new Refusal('plan-impossible', 'No paper was taken for this yet: take one in the Paper stage.');
  const { paper, grain } = chosen;
  const nameOf = (piece: string) => pieceWords(doc.kit, doc.form.id, piece);
  const planned = await search('plan', { task: taskOf(folded, doc, on), paper, grain });
  if (!planned.ok) throw new Refusal('plan-impossible', editionProblemWords(planned.problem, nameOf), planned.problem);
  const one = planned.value.sheets[place - 1];
  if (!one)
    throw new Refusal('not-found', `There is no plan ${place}: this edition takes ${planned.value.sheets.length}.`);
  const own = paper.sheet.fibre;
  return {
    title: doc.title,
    paperName: paper.name,
    kit: doc.kit,
    faces: paper.faces,
    plan: one.plan,
    sheet: {
      ...sizeOfParent(one.plan, paper),
      fibre: grain === 'other' ? otherGrain(own) : own === 'unknown' ? planned.value.fibre : own,
    },
    trims:
      one.plan.parent === paper.id
        ? parentOf(paper, doc.kit, grain).trims
        : { left: mm(0), right: mm(0), top: mm(0), bottom: mm(0) },
    keepsDeckle: one.plan.parent === paper.id && keepsDeckle(paper, doc.kit, grain),
    times: one.times,
    whole: planned.value,
    nameOf,
  };
}
