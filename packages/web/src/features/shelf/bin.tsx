import { useState } from 'react';
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { BookAnswer, ShelfAnswer, ShelfBook } from '@eight-up/core/contract/answers';
import { counted } from '@eight-up/words/counted';
import { formWords } from '@eight-up/words/forms/registry';
import { getJson, postJson, type ApiFailure } from '../../base/api.ts';

const NOTHING: readonly ShelfBook[] = [];

/** What lies in the bin. */
export const useBinned = (): readonly ShelfBook[] =>
  useQuery({ queryKey: ['bin'], queryFn: () => getJson<ShelfAnswer>('/api/bin') }).data?.books ?? NOTHING;

/** Books taken off the shelf: each can come back until the bin is emptied. */
export function Bin() {
  const queries = useQueryClient();
  const books = useBinned();
  const [asking, setAsking] = useState(false);
  const again = () => {
    void queries.invalidateQueries({ queryKey: ['shelf'] });
    void queries.invalidateQueries({ queryKey: ['bin'] });
  };
  const restore = useMutation<BookAnswer, ApiFailure, string>({
    mutationFn: (id) => postJson(`/api/books/${id}/restore`, {}),
    onSuccess: again,
  });
  const empty = useMutation<unknown, ApiFailure>({
    mutationFn: () => postJson('/api/bin/empty', {}),
    onSuccess: () => {
      setAsking(false);
      again();
    },
  });
  if (books.length === 0) return null;
  return (
    <section aria-label="Bin" className="mt-12 max-w-3xl border border-dashed border-ink px-5 py-4">
      <h2 className="text-lg">{counted(books.length, 'book')} in the bin</h2>
      <ul className="mt-1">
        {books.map(({ id, book }) => (
          <li key={id} className="flex items-baseline gap-4 border-t border-bench-deep py-1.5">
            <span className="font-semibold">{book.title}</span>
            <span className="grow text-quiet">{formWords(book.form.id).name}</span>
            <button
              type="button"
              className="remedy"
              onClick={() => restore.mutate(id)}
              aria-label={`Put ${book.title} back on the shelf`}
            >
              Put back
            </button>
          </li>
        ))}
      </ul>
      <button type="button" className="action mt-3" onClick={() => setAsking(true)}>
        Empty the bin
      </button>
      <Dialog open={asking} onClose={() => setAsking(false)} className="relative z-50">
        <div className="fixed inset-0 flex items-center justify-center bg-ink/40 p-6">
          <DialogPanel className="slip max-w-md p-7">
            <DialogTitle className="text-2xl">Empty the bin?</DialogTitle>
            <p className="my-3">
              {counted(books.length, 'book')}, with {books.length === 1 ? 'its' : 'their'} whole history and every
              picture that neither another book nor a backup uses, will be gone. Undo does not bring them back; a backup
              that still holds them does, as long as it is kept.
            </p>
            {empty.isError && (
              <p role="alert" className="mb-3 text-blade">
                {empty.error.message}
              </p>
            )}
            <div className="flex gap-3">
              <button type="button" className="action" onClick={() => setAsking(false)}>
                Keep them
              </button>
              <button
                type="button"
                className="action border-blade text-blade"
                disabled={empty.isPending}
                aria-busy={empty.isPending}
                onClick={() => empty.mutate()}
              >
                Empty it for good
              </button>
            </div>
          </DialogPanel>
        </div>
      </Dialog>
    </section>
  );
}
