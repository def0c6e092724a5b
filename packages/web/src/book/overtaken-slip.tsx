import { useNavigate } from 'react-router';
import { useMutation } from '@tanstack/react-query';
import { counted } from '@eight-up/words/forms';
import type { Overtaken } from './use-book.ts';

/** Another window has changed the book: told at once, and the maker chooses what becomes of this one. */
export function OvertakenSlip({ overtaken }: { readonly overtaken: Overtaken }) {
  const navigate = useNavigate();
  const takeOver = useMutation({ mutationFn: overtaken.takeOver });
  const keep = useMutation({
    mutationFn: overtaken.keepCopy,
    onSuccess: (id) => void navigate(`/books/${id}/pages`),
  });
  const busy = takeOver.isPending || keep.isPending;
  const failed = takeOver.error ?? keep.error;
  return (
    <div role="alert" className="mx-9 mt-3 border-l-8 border-blade bg-paper px-4 py-2.5">
      <p>
        <b>Another window has changed this book.</b> Nothing of it was overwritten; what you see here is the state
        before.
        {overtaken.unsaved > 0 &&
          ` ${counted(overtaken.unsaved, 'change')} made here ${overtaken.unsaved === 1 ? 'is' : 'are'} not saved.`}
      </p>
      {failed && <p className="text-blade">{failed.message}</p>}
      <p className="mt-1 flex flex-wrap gap-x-6 gap-y-1">
        <button type="button" className="remedy" disabled={busy} onClick={() => takeOver.mutate()}>
          Take over: show the newest{overtaken.unsaved > 0 ? ' and make my changes on it' : ' and go on here'}
        </button>
        <button type="button" className="remedy" disabled={busy} onClick={() => keep.mutate()}>
          Keep this state as a copy
        </button>
      </p>
    </div>
  );
}
