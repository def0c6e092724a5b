import { Link, useNavigate, useSearchParams } from 'react-router';
import { ChevronLeftIcon } from '@heroicons/react/24/outline';
import { useActions } from '../../actions/actions.tsx';
import { BeginPlan } from './begin-plan.tsx';
import { PlanSlip } from './plan-slip.tsx';
import { useJointPlans } from './use-joint-plans.ts';

/** Books cut from one pile: two sizes from the same sheets, an edition beside another. */
export function JointPlans() {
  const navigate = useNavigate();
  const [query] = useSearchParams();
  const acts = useJointPlans();
  const from = query.get('book');
  const back = from ? `/books/${from}/paper` : '/drawer';
  useActions([
    { id: 'drawer', title: 'Open the drawer', keys: 'R', run: () => void navigate('/drawer') },
    { id: 'shelf', title: 'Back to the shelf', keys: 'H', run: () => void navigate('/') },
  ]);
  const plans = acts.plans.data?.plans ?? [];
  return (
    <div className="min-h-screen px-9 pb-12 pt-4">
      <header className="mb-5">
        <h1 className="flex items-center gap-2 text-[2rem]">
          <Link
            to={back}
            aria-label={from ? 'Back to the book' : 'Back to the drawer'}
            className="-ml-2 p-1 text-quiet hover:text-ink"
          >
            <ChevronLeftIcon className="size-6" />
          </Link>
          Cut from one pile
        </h1>
        <p className="max-w-2xl pl-8 text-quiet">
          Several books from the sheets of one paper: what one leaves of a sheet serves for another. Each is cut as it
          stands in its own Paper stage, spares included.
        </p>
      </header>
      <main className="grid grid-cols-[minmax(280px,2fr)_minmax(0,5fr)] items-start gap-6 max-[900px]:grid-cols-1">
        <BeginPlan begin={acts.begin} chosen={from} />
        <div className="flex flex-col gap-4">
          {acts.plans.isError && (
            <p role="alert" className="slip p-4">
              {acts.plans.error.message}
            </p>
          )}
          {acts.act.isError && (
            <p role="alert" className="border-l-8 border-blade bg-paper px-4 py-2.5">
              {acts.act.error.message}
            </p>
          )}
          {acts.plans.isSuccess && plans.length === 0 && (
            <p className="slip max-w-xl p-5">No books are planned together yet. Tick two on the left, and a paper.</p>
          )}
          {plans.map((plan) => (
            <PlanSlip key={plan.id} plan={plan} act={acts.act} />
          ))}
        </div>
      </main>
    </div>
  );
}
