import { formById } from '../forms/registry.ts';
import type { FormChoice } from '../forms/planned-book.ts';
import type { LongWork } from '../long-work.ts';
import type { Paper } from '../paper/paper.ts';
import { ok, type Result } from '../result.ts';
import type { EditionProblem } from './edition/edition-task.ts';
import type { AskSolver } from './linear-program.ts';
import { piecesEach } from './on-paper.ts';
import { planOnPaper, shareOf, type KitTask } from './plan-on-paper.ts';

/** What one paper takes of a book that is made a little otherwise. */
export interface OtherwiseMade {
  readonly count: number;
  readonly cost: number | null;
  /** pieces of the book's own that one copy is joined from */
  readonly pieces: number;
}

/** Settings nearby, each with the one thing that differs. */
export interface OtherWay {
  readonly name: string;
  readonly value: string;
  readonly form: FormChoice;
}

/** The ways of a form that are set beside one another on a paper: every other answer to what decides its strips. */
export function otherWays({ id, parameters }: FormChoice): readonly OtherWay[] {
  const form = formById(id);
  const settled = form?.parameters.safeParse(parameters);
  if (!form?.cutFromSheet || !settled?.success) return [];
  const p = settled.data;
  return Object.entries(form.cutFromSheet.otherwise).flatMap(([name, values]) =>
    (values ?? [])
      .filter((value) => value !== p[name])
      .map((value): OtherWay => ({ name, value, form: { id, parameters: { ...p, [name]: value } } })),
  );
}

/** One of those ways on a paper, searched as far as the book itself is: else the one that was searched further would look the better. */
export function* madeOtherwise(
  task: KitTask,
  { form }: OtherWay,
  paper: Paper,
  grain: 'own' | 'other' | 'ignored',
  ask: AskSolver,
): LongWork<number, Result<OtherwiseMade, EditionProblem>> {
  const otherwise = { ...task, ...(task.follows ? { follows: { ...task.follows, form } } : {}) };
  const plan = yield* shareOf(planOnPaper(otherwise, paper, grain, ask, 'exact'));
  return plan.ok
    ? ok({ count: plan.value.count, cost: plan.value.cost, pieces: piecesEach(plan.value.settled) })
    : plan;
}
