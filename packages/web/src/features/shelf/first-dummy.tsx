import { Link, useNavigate } from 'react-router';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { BookAnswer } from '@eight-up/core/contract/answers';
import { NAMED_SIZES } from '@eight-up/core/paper/sheet-size';
import { postJson, type ApiFailure } from '../../app/api.ts';
import { useSettings } from '../../app/settings.ts';

/** An empty shelf: from nothing to a folded dummy in a minute, with a sheet that lies in every printer. */
export function FirstDummy() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const unit = useSettings((s) => s.unit);
  const size = NAMED_SIZES.find(({ id }) => id === (unit === 'mm' ? 'a4' : 'letter'))!;
  const start = useMutation<BookAnswer, ApiFailure>({
    mutationFn: () =>
      postJson('/api/books', {
        title: 'First dummy',
        form: 'slit-book',
        sheet: { width: size.long, height: size.short, fibre: 'along-width' },
      }),
    onSuccess: (book) => {
      queries.setQueryData(['book', book.id], book);
      void queries.invalidateQueries({ queryKey: ['shelf'] });
      void navigate(`/books/${book.id}/fold`);
    },
  });
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
            onClick={() => start.mutate()}
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
        Or choose what you want to hold:{' '}
        <Link to="/new" className="remedy">
          Start the first book
        </Link>
      </p>
    </main>
  );
}
