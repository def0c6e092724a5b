import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { BookAnswer, ShelfBook } from '@eight-up/core/contract/answers';
import { sheetOfCorner, type BookKind, type Corner } from '@eight-up/core/cutting/sheet-becomes';
import type { FormChoice } from '@eight-up/core/forms/planned-book';
import type { Paper } from '@eight-up/core/paper/paper';
import { becomesWords } from '@eight-up/words/cutting';
import { getJson, postJson, type ApiFailure } from '../base/api.ts';
import { handOver } from '../outbox/hand-over.ts';
import { windowAside } from '../outbox/window.ts';
import { withParts } from './corner-parts.ts';

/** Takes a size from the drawer: a new book where the form is known, parts of a book on the shelf where it is not yet. */
export function StartFromCorner({
  paper,
  corner,
  kind,
}: {
  readonly paper: Paper;
  readonly corner: Corner;
  readonly kind: BookKind;
}) {
  return kind.form ? (
    <NewBook corner={corner} kind={kind} form={kind.form} />
  ) : (
    <KeepAsParts paper={paper} corner={corner} kind={kind} />
  );
}

function NewBook({
  corner,
  kind,
  form,
}: {
  readonly corner: Corner;
  readonly kind: BookKind;
  readonly form: FormChoice;
}) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const start = useMutation<BookAnswer, ApiFailure>({
    mutationFn: () =>
      postJson('/api/books', {
        title: 'Untitled book',
        form: form.id,
        parameters: form.parameters,
        sheet: sheetOfCorner(corner, kind),
      }),
    onSuccess: async (book) => {
      await handOver(book);
      void queries.invalidateQueries({ queryKey: ['shelf'] });
      void navigate(`/books/${book.id}/paper`);
    },
  });
  return (
    <>
      <button
        type="button"
        className="action action-first w-full"
        disabled={start.isPending}
        aria-busy={start.isPending}
        onClick={() => start.mutate()}
      >
        Start a {becomesWords(kind)} of this size
      </button>
      {start.isError && (
        <p role="alert" className="mt-1 text-blade">
          {start.error.message}
        </p>
      )}
    </>
  );
}

function KeepAsParts({
  paper,
  corner,
  kind,
}: {
  readonly paper: Paper;
  readonly corner: Corner;
  readonly kind: BookKind;
}) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const shelf = useQuery({
    queryKey: ['shelf'],
    queryFn: () => getJson<{ books: readonly ShelfBook[] }>('/api/books'),
  });
  const books = shelf.data?.books ?? [];
  const [id, setId] = useState<string>();
  const book = books.find((one) => one.id === id) ?? books[0];
  const keep = useMutation<BookAnswer, ApiFailure, ShelfBook>({
    mutationFn: async ({ id: into }) => {
      const { book: now, revision } = await getJson<BookAnswer>(`/api/books/${into}`);
      return postJson(`/api/books/${into}/revisions`, {
        expect: revision,
        window: windowAside(),
        command: { kind: 'set-kit', kit: withParts(now.kit, paper, corner, kind) },
      });
    },
    onSuccess: async (saved) => {
      await handOver(saved);
      void queries.invalidateQueries({ queryKey: ['shelf'] });
      void navigate(`/books/${saved.id}/paper`);
    },
  });
  return (
    <div className="text-sm">
      <p className="mb-2">
        Eight Up cannot plan the pages of this form yet. The pieces can be kept as plain parts of a book, with a note of
        what they are for.
      </p>
      <label className="block">
        <span className="block text-quiet">Keep them with</span>
        <select className="entry w-full py-[7px]" value={book?.id ?? ''} onChange={({ target }) => setId(target.value)}>
          {books.map((one) => (
            <option key={one.id} value={one.id}>
              {one.book.title}
            </option>
          ))}
        </select>
      </label>
      <button
        type="button"
        className="action mt-2 w-full"
        disabled={!book || keep.isPending}
        aria-busy={keep.isPending}
        onClick={() => book && keep.mutate(book)}
      >
        Keep as plain parts
      </button>
      {keep.isError && (
        <p role="alert" className="mt-1 text-blade">
          {keep.error.message}
        </p>
      )}
    </div>
  );
}
