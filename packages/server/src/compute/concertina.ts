import type { z } from 'zod';
import type { computeConcertinaRequest } from '@eight-up/core/contract/schemas';
import {
  planConcertina,
  problemOf,
  type ConcertinaPlan,
  type ConcertinaProblem,
  type ConcertinaTask,
} from '@eight-up/core/concertina/concertina';
import { endsOf, firstOfStrips } from '@eight-up/core/concertina/ends';
import { stripsInBook } from '@eight-up/core/concertina/joint-side';
import type { Result } from '@eight-up/core/result';
import { concertinaProblemWords, concertinaSentence, hiddenByCovers } from '@eight-up/words/concertina';
import { Refusal } from '../errors.ts';

type Asked = z.output<typeof computeConcertinaRequest>;
type Planned = Result<ConcertinaPlan, ConcertinaProblem>;

/** A concertina of joined strips on each of the papers, the better first; each says what another choice would come to. */
export function concertinaAnswer({ papers, copies, gap, grain, ...book }: Asked) {
  const task: ConcertinaTask = { book, copies, gap, grain, papers };
  const problem = problemOf(book);
  if (problem) throw new Refusal('plan-impossible', concertinaProblemWords(problem, 'mm'), problem);
  const { panels, first, covers, bothSides, endpapers } = book;
  const ends = endsOf(panels, first, covers, bothSides, endpapers);
  const whole = (planned: Planned) => {
    if (!planned.ok) return refused(planned.problem);
    const strips = stripsInBook(planned.value.strips, firstOfStrips(book));
    return { ...planned.value, strips, sentence: concertinaSentence(planned.value, strips) };
  };
  return {
    ends: { ...ends, sentence: hiddenByCovers(panels, ends, covers, bothSides) ?? null },
    papers: planConcertina(task).map(({ paper, plan, otherwise }) => ({
      paper,
      ...whole(plan),
      otherwise: otherwise.map(({ what, plan: other }) => ({
        ...what,
        ...(other.ok
          ? { sheets: other.value.sheets, joints: other.value.joints, cost: other.value.cost }
          : refused(other.problem)),
      })),
    })),
  };
}

const refused = (problem: ConcertinaProblem) => ({ problem, message: concertinaProblemWords(problem, 'mm') });
