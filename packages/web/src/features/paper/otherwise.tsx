import { fingerprint } from '@eight-up/core/cutting/jobs';
import { piecesEach } from '@eight-up/core/cutting/on-paper';
import { otherWays } from '@eight-up/core/cutting/otherwise';
import type { KitTask, PaperPlan } from '@eight-up/core/cutting/plan-on-paper';
import type { RightAnswer } from '@eight-up/core/cutting/ranked';
import type { Paper } from '@eight-up/core/paper/paper';
import { otherwiseSentence } from '@eight-up/words/cutting';
import { parameterAnswer, parameterQuestion } from '@eight-up/words/forms/registry';
import { editionProblemWords } from '@eight-up/words/problems';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { useCuttingJob } from '../../workers/use-cutting-job.ts';

/** Beside the plan on a paper: what the other joint, the other side of the joints and the other grain would come to there. */
export function Otherwise({
  book,
  task,
  paper,
  answers,
}: {
  readonly book: OpenBook;
  readonly task: KitTask;
  readonly paper: Paper;
  readonly answers: RightAnswer;
}) {
  const { unit } = useSettings();
  const ways = task.follows ? otherWays(task.follows.form) : [];
  const job = useCuttingJob(
    'otherwise',
    ways.length > 0 ? { task, ways, paper, grain: 'own' } : undefined,
    fingerprint([task, paper]),
  );
  const here = answers.right.value;
  if (ways.length === 0) return null;
  const form = book.book.form.id;
  const said = (other: PaperPlan | { readonly count: number; readonly pieces: number }) =>
    otherwiseSentence(
      { count: here.count, pieces: piecesEach(here.settled) },
      'pieces' in other ? other : { count: other.count, pieces: piecesEach(other.settled) },
    );
  return (
    <section aria-label={`Otherwise on ${paper.name}`} className="mt-2 border-t border-bench-deep pt-1.5 text-sm">
      <h4 className="font-semibold">Made otherwise from this paper</h4>
      <dl className="grid grid-cols-[auto_minmax(0,1fr)] gap-x-4">
        {ways.map(({ name, value, form: choice }, i) => {
          const made = (job.answer ?? job.partials)[i];
          return (
            <div key={`${name} ${value}`} className="contents">
              <dt>
                <button
                  type="button"
                  className="remedy text-left"
                  onClick={() => book.change({ kind: 'choose-form', form: choice })}
                >
                  {parameterQuestion(form, name)} {parameterAnswer(form, name, value)}
                </button>
              </dt>
              <dd className={made && !made.ok ? 'text-quiet' : ''}>
                {made
                  ? made.ok
                    ? said(made.value)
                    : editionProblemWords(made.problem, undefined, unit)
                  : 'counting …'}
              </dd>
            </div>
          );
        })}
        {answers.other?.ok && (
          <div className="contents">
            <dt>The same paper with its fibres the other way</dt>
            <dd>{said(answers.other.value)}</dd>
          </div>
        )}
      </dl>
    </section>
  );
}
