import { Link } from 'react-router';
import { useSettings } from '../../base/settings.ts';
import { useBeginBook, usualSheet } from '../../book/use-begin-book.ts';

/** An empty shelf: from nothing to a folded dummy in a minute, with a sheet that lies in every printer. */
export function FirstDummy() {
  const unit = useSettings((s) => s.unit);
  const start = useBeginBook();
  const dummy = {
    title: 'First dummy',
    form: 'for-its-pictures',
    sheet: usualSheet(unit),
    stage: 'fold',
  } as const;
  return (
    <main className="max-w-2xl border-t-[6px] border-wood-deep pt-6">
      <h2 className="mb-2 text-2xl">The shelf is empty</h2>
      <p className="mb-5">
        One sheet of paper, eight pictures and an evening make a book. A dummy takes a minute, and shows that your
        printer and your hands agree:
      </p>
      <ol className="mb-6 list-decimal space-y-2 pl-6">
        <li>
          <button
            type="button"
            className="action action-first"
            disabled={start.isPending}
            aria-busy={start.isPending}
            onClick={() => start.mutate(dummy)}
          >
            Take a sheet of {unit === 'mm' ? 'A4' : 'letter paper'}
          </button>
        </li>
        <li>
          Print its numbered dummy with <b>D</b>, at 100 %, on any paper.
        </li>
        <li>
          Fold along with the screen: <b>→</b> is the next step.
        </li>
      </ol>
      {start.isError && (
        <p role="alert" className="mb-4 text-blade">
          {start.error.message}
        </p>
      )}
      <p>
        Or let your pictures go anywhere here, and they begin a book; or choose what you want to hold:{' '}
        <Link to="/new" className="remedy">
          Start the first book
        </Link>
      </p>
    </main>
  );
}
