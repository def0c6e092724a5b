import { useNavigate } from 'react-router';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { haltedWords } from '@eight-up/words/saving';
import type { Halted } from '../book/use-book.ts';

/** Nothing is saved just now: why, what waits in this window, and what the maker can do. */
export function HaltedSlip({ halted: { halt, waiting, outbox } }: { readonly halted: Halted }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const takeOver = useMutation({ mutationFn: () => outbox.takeOver() });
  const keep = useMutation({
    mutationFn: () => outbox.keepCopy(),
    onSuccess: (id) => {
      void queries.invalidateQueries({ queryKey: ['shelf'] });
      void navigate(`/books/${id}/pages`);
    },
  });
  const busy = takeOver.isPending || keep.isPending;
  const failed = takeOver.error ?? keep.error;
  const { title, rest } = haltedWords(halt.why, waiting, 'failure' in halt ? halt.failure?.message : undefined);
  return (
    <div role="alert" className="mx-9 mt-3 border-l-8 border-blade bg-paper px-4 py-2.5">
      <p>
        <b>{title}</b> {rest}
      </p>
      {failed && <p className="text-blade">{failed.message}</p>}
      <p className="mt-1 flex flex-wrap gap-x-6 gap-y-1">
        {halt.why === 'overtaken' ? (
          <>
            <button type="button" className="remedy" disabled={busy} onClick={() => takeOver.mutate()}>
              Take over: show the newest{waiting > 0 ? ' and make my changes on it' : ' and go on here'}
            </button>
            <button type="button" className="remedy" disabled={busy} onClick={() => keep.mutate()}>
              Keep this state as a copy
            </button>
          </>
        ) : (
          <>
            <button type="button" className="remedy" onClick={() => outbox.tryAgain()}>
              Try again
            </button>
            {halt.why === 'refused' && (
              <button type="button" className="remedy" onClick={() => outbox.giveUp()}>
                Give it up{waiting > 1 ? ' and go on with the others' : ''}
              </button>
            )}
          </>
        )}
      </p>
    </div>
  );
}
