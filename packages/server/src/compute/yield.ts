import type { z } from 'zod';
import type { computeYieldRequest } from '@eight-up/core/contract/schemas';
import type { EditionTask } from '@eight-up/core/cutting/edition/edition-task';
import type { CuttingJobs } from '@eight-up/core/cutting/jobs';
import type { CuttingPlan } from '@eight-up/core/cutting/cutting-plan';
import type { Parent, WantedPiece } from '@eight-up/core/cutting/parent';
import { cuttingProblemWords, editionProblemWords } from '@eight-up/words/problems';
import { Refusal } from '../errors.ts';
import type { Caller, WorkPool } from '../pool/work-pool.ts';

type Asked = z.output<typeof computeYieldRequest>;

/** An optional key that zod leaves as undefined is left out. */
const given = <T extends object>(value: T): { [K in keyof T]: Exclude<T[K], undefined> } =>
  Object.fromEntries(Object.entries(value).filter(([, one]) => one !== undefined)) as never;

/** What each parent yields by itself; or, where pieces say how many are needed, the cheapest way to cut them all. */
export async function yieldAnswer(pool: WorkPool, { parents, pieces, gap, longest }: Asked, caller: Caller) {
  const shared = given({ gap, longest });
  if (pieces.some(({ needed }) => needed !== undefined)) {
    const input: EditionTask = {
      parents: parents.map(given) as never,
      pieces: pieces.map(({ most: _, value: __, needed, ...piece }) => ({ ...piece, needed: needed ?? 0 })),
      ...shared,
    };
    const edition = (await pool.run('search', { kind: 'edition', input }, caller)) as CuttingJobs['edition']['answer'];
    if (!edition.ok) throw new Refusal('plan-impossible', editionProblemWords(edition.problem), edition.problem);
    const { sheets, ...answer } = edition.value;
    return {
      edition: {
        ...answer,
        count: sheets.reduce((sum, { times }) => sum + times, 0),
        sheets: sheets.map(({ times, plan }) => {
          const { parent, count, counts, pieces: laid, cuts, offcuts } = told(plan);
          return { times, parent, count, counts, pieces: laid, cuts, offcuts };
        }),
      },
    };
  }
  const plain: Parent[] = parents.map(({ price: _, stock: __, ...parent }) => parent);
  const wanted = pieces.map(({ needed: _, ...piece }) => given(piece)) as unknown as WantedPiece[];
  const input = { parents: plain, pieces: wanted, ...shared };
  const plans = (await pool.run('search', { kind: 'yield', input }, caller)) as CuttingJobs['yield']['answer'];
  if (!plans.ok) throw new Refusal('plan-impossible', cuttingProblemWords(plans.problem), plans.problem);
  return { plans: plans.value.map(told) };
}

const told = ({ pattern: _, ...plan }: CuttingPlan) => ({ ...plan, count: plan.pieces.length });
