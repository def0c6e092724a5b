import { Link, useNavigate } from 'react-router';
import { ChevronLeftIcon } from '@heroicons/react/24/outline';
import { useActions } from '../../actions/actions.tsx';
import { Backups } from './backups.tsx';
import { Everything } from './everything.tsx';
import { FolderCheck } from './folder-check.tsx';
import { useSafekeeping } from './use-safekeeping.ts';

/** The maker's safety net: what was kept without being asked, whether all is sound, and the way to another machine. */
export function Safekeeping() {
  const navigate = useNavigate();
  const acts = useSafekeeping();
  const { state } = acts;
  useActions([
    { id: 'back-up', title: 'Back up now', keys: 'B', run: () => acts.backUp.mutate() },
    { id: 'check-folder', title: 'Look through the folder', keys: 'L', run: () => acts.check.mutate('begin') },
    { id: 'shelf', title: 'Back to the shelf', keys: 'H', run: () => void navigate('/') },
  ]);
  return (
    <div className="min-h-screen px-9 pb-12 pt-4">
      <header className="mb-5">
        <h1 className="flex items-center gap-2 text-[2rem]">
          <Link to="/" aria-label="Back to the shelf" className="-ml-2 p-1 text-quiet hover:text-ink">
            <ChevronLeftIcon className="size-6" />
          </Link>
          Safekeeping
        </h1>
        {state.data && (
          <p className="pl-8 text-quiet">
            Everything lies in <span className="measure break-all">{state.data.folder}</span>. Keep a copy of it on
            another disk too: a backup beside its data goes with the disk.
          </p>
        )}
      </header>
      {state.isPending && <p role="status">Looking what there is …</p>}
      {state.isError && (
        <p role="alert" className="slip p-4">
          {state.error.message}
        </p>
      )}
      {state.data?.trouble && (
        <p role="alert" className="mb-5 border-l-8 border-blade bg-paper px-4 py-2.5">
          The last backup could not be made. {state.data.trouble}
        </p>
      )}
      {state.data && (
        <main className="grid grid-cols-[minmax(0,3fr)_minmax(0,2fr)] items-start gap-6 max-[900px]:grid-cols-1">
          <Backups backups={state.data.backups} acts={acts} />
          <div className="flex flex-col gap-6">
            <FolderCheck check={state.data.check} acts={acts} />
            <Everything acts={acts} />
          </div>
        </main>
      )}
    </div>
  );
}
