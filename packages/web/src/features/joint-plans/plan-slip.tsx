import { Link } from 'react-router';
import type { JointPlanAnswer } from '@eight-up/core/contract/answers';
import { sizeOfParent } from '@eight-up/core/cutting/plan-on-paper';
import { counted } from '@eight-up/words/counted';
import { jointChangeSentence, sheetsTogether } from '@eight-up/words/cutting';
import { moneyWords } from '@eight-up/words/papers';
import { useSettings } from '../../base/settings.ts';
import { CuttingPicture } from '../../paper/cutting-picture.tsx';
import { useCuts, type useJointPlans } from './use-joint-plans.ts';

/** So many different sheets are shown. */
const MOST_SHOWN = 6;

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
            {plan.books.map(({ id, title, kit }) => (
              <li key={id}>
                <Link className="quiet-remedy" to={`/books/${id}/paper`}>
                  {title}
                </Link>
                , {counted(kit.copies, 'copy', 'copies')}
              </li>
            ))}
          </ul>
          <p className="mt-1">{sheetsTogether(plan)}</p>
        </div>
        {plan.cost !== null && <p className="measure text-lg">{moneyWords(plan.cost, currency)}</p>}
      </div>
      {stale && (
        <div role="status" className="mt-2 border-l-8 border-blade bg-blade-pale px-3 py-1.5">
          {changed.map((one) => (
            <p key={one.book}>{jointChangeSentence(one)}</p>
          ))}
        </div>
      )}
      <Sheets answer={answer} />
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

/** The sheets as they are cut, each kind once. */
function Sheets({ answer }: { readonly answer: JointPlanAnswer }) {
  const { data, isPending, isError } = useCuts(answer);
  if (isPending) return <p className="mt-2 text-quiet">Laying out the sheets …</p>;
  if (isError || !data) return null;
  const { paper } = answer.plan;
  const { cuts, names } = data;
  return (
    <ol className="mt-2 flex flex-wrap gap-4" aria-label="Its sheets">
      {cuts.sheets.slice(0, MOST_SHOWN).map(({ times, plan }, i) => (
        <li key={i} className="w-52">
          <CuttingPicture
            plan={plan}
            sheet={{ ...sizeOfParent(plan, paper), fibre: cuts.fibre }}
            nameOf={(piece) => names[piece] ?? piece}
            texts={false}
            className="h-44 w-full"
            label={`${counted(plan.pieces.length, 'piece')} on a sheet`}
          />
          <p className="text-sm">
            {plan.parent === paper.id ? counted(times, 'sheet') : counted(times, 'offcut')}:{' '}
            {countsOf(plan.pieces.map(({ piece }) => names[piece] ?? piece))}
          </p>
        </li>
      ))}
      {cuts.sheets.length > MOST_SHOWN && (
        <li className="self-center text-quiet">and {cuts.sheets.length - MOST_SHOWN} kinds of sheet more</li>
      )}
    </ol>
  );
}

function countsOf(names: readonly string[]): string {
  const counts = new Map<string, number>();
  for (const name of names) counts.set(name, (counts.get(name) ?? 0) + 1);
  return [...counts].map(([name, count]) => `${count} × ${name}`).join('; ');
}
