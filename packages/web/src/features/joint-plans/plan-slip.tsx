import { Link } from 'react-router';
import type { JointPlanAnswer } from '@eight-up/core/contract/answers';
import { costOfCopy } from '@eight-up/core/cutting/joint-plan';
import { counted } from '@eight-up/words/counted';
import { costOfAllWords, jointChangeSentence, savedTogether, sheetsTogether } from '@eight-up/words/cutting';
import { moneyWords } from '@eight-up/words/papers';
import { useSettings } from '../../base/settings.ts';
import { SheetsOfPile } from './sheets-of-pile.tsx';
import type { useJointPlans } from './use-joint-plans.ts';

/** One plan: its books as they were, what has changed since, its sheets, and what is done with it. */
export function PlanSlip({
  plan: answer,
  act,
}: {
  readonly plan: JointPlanAnswer;
  readonly act: ReturnType<typeof useJointPlans>['act'];
}) {
  const { currency } = useSettings();
  const { plan, changed } = answer;
  const stale = changed.length > 0;
  return (
    <section aria-label={plan.name} className="slip p-4">
      <div className="flex flex-wrap items-start justify-between gap-x-6">
        <div>
          <h2 className="text-xl">{plan.name}</h2>
          <ul className="text-sm">
            {plan.books.map((book) => (
              <li key={book.id}>
                <Link className="quiet-remedy" to={`/books/${book.id}/paper`}>
                  {book.title}
                </Link>
                , {counted(book.kit.copies, 'copy', 'copies')}
                {costOfCopy(plan, book) !== undefined && `, ${moneyWords(costOfCopy(plan, book)!, currency)} each`}
              </li>
            ))}
          </ul>
          <p className="mt-1">{sheetsTogether(plan)}</p>
          <p>{savedTogether(plan, currency)}</p>
        </div>
        {plan.cost !== null && <p className="text-lg">{costOfAllWords(plan, currency)}</p>}
      </div>
      {stale && (
        <div role="status" className="mt-2 border-l-8 border-blade bg-blade-pale px-3 py-1.5">
          {changed.map((one) => (
            <p key={one.book}>{jointChangeSentence(one)}</p>
          ))}
        </div>
      )}
      <SheetsOfPile answer={answer} />
      <p className="mt-3 flex flex-wrap gap-3">
        {plan.cut ? (
          <span role="status">It is cut: the sheets are off the drawer’s count, and what was left lies in it.</span>
        ) : (
          <>
            {stale && (
              <button
                type="button"
                className="action action-first"
                disabled={act.isPending}
                onClick={() => act.mutate({ plan: answer, act: 'again' })}
              >
                Plan them again
              </button>
            )}
            <button
              type="button"
              className="action"
              disabled={act.isPending || stale}
              onClick={() => act.mutate({ plan: answer, act: 'cut' })}
            >
              It is cut: take its sheets out, put the offcuts in
            </button>
          </>
        )}
        <button
          type="button"
          className="quiet-remedy text-sm"
          disabled={act.isPending}
          onClick={() => act.mutate({ plan: answer, act: 'remove' })}
        >
          Give this plan up
        </button>
      </p>
    </section>
  );
}
