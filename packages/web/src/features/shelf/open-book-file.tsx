import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { ImportAnswer } from '@eight-up/core/contract/answers';
import { bookFileNoteWords } from '@eight-up/words/problems';
import { postForm, type ApiFailure } from '../../base/api.ts';
import { handOver } from '../../outbox/hand-over.ts';
import { FileButton } from '../../ui/file-button.tsx';

/** Takes in a book that was saved as one file, here or on another machine. */
export function OpenBookFile() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const stop = useRef<AbortController>(null);
  const [arrived, setArrived] = useState(0);
  const open = useMutation<ImportAnswer, ApiFailure, File>({
    mutationFn: (file) => {
      stop.current = new AbortController();
      const form = new FormData();
      form.set('file', file, file.name);
      setArrived(0);
      return postForm('/api/books/import', form, { onProgress: setArrived, signal: stop.current.signal });
    },
    onSuccess: async ({ notes, ...book }) => {
      await handOver(book);
      void queries.invalidateQueries({ queryKey: ['shelf'] });
      // What was left out is told before the book is opened.
      if (notes.length === 0) void navigate(`/books/${book.id}/pages`);
    },
  });
  return (
    <div className="max-w-72">
      <FileButton
        label="A book file"
        accept=".zip,application/zip"
        busy={open.isPending}
        className="action px-5 py-3"
        onFile={(file) => open.mutate(file)}
        onCallOff={() => stop.current?.abort()}
      >
        {open.isPending
          ? `${arrived > 0 && arrived < 1 ? `Sending, ${Math.round(arrived * 100)} %` : 'Opening'} … call it off`
          : 'Open a book file'}
      </FileButton>
      {open.data && open.data.notes.length > 0 && (
        <div role="status" className="mt-2 border-l-4 border-blade bg-paper px-3 py-1.5 text-sm">
          {open.data.notes.map((note) => (
            <p key={note.code}>{bookFileNoteWords(note)}</p>
          ))}
          <Link className="remedy" to={`/books/${open.data.id}/pages`}>
            Open “{open.data.book.title}”
          </Link>
        </div>
      )}
      {open.isError && (
        <p role="alert" className="mt-2 border-l-4 border-blade bg-paper px-3 py-1.5 text-sm">
          {open.error.message}
        </p>
      )}
    </div>
  );
}
