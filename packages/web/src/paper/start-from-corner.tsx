import { useNavigate } from 'react-router';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { BookAnswer } from '@eight-up/core/contract/answers';
import { bookOfCorner, type BookKind, type Corner } from '@eight-up/core/cutting/sheet-becomes';
import type { Paper } from '@eight-up/core/paper/paper';
import { becomesWords } from '@eight-up/words/cutting';
import { postJson, type ApiFailure } from '../base/api.ts';
import { handOver } from '../outbox/hand-over.ts';

/** Takes a size from the drawer: a new book. */
export function StartFromCorner({
  paper,
  corner,
  kind,
}: {
  readonly paper: Paper;
  readonly corner: Corner;
  readonly kind: BookKind;
}) {
  const { form, sheet } = bookOfCorner(paper.sheet, corner, kind);
  const navigate = useNavigate();
  const queries = useQueryClient();
  const start = useMutation<BookAnswer, ApiFailure>({
    mutationFn: () =>
      postJson('/api/books', {
        title: 'Untitled book',
        form: form.id,
        parameters: form.parameters,
        sheet,
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
