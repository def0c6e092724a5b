import { useNavigate } from 'react-router';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { BookAnswer } from '@eight-up/core/contract/answers';
import {
  bookOfCorner,
  waysOfCorner,
  type BookKind,
  type Corner,
  type FromStrips,
} from '@eight-up/core/cutting/sheet-becomes';
import type { Paper } from '@eight-up/core/paper/paper';
import { becomesWords, fromStripsWords, titleOfCorner } from '@eight-up/words/cutting';
import { useSettings } from '../base/settings.ts';
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
  const unit = useSettings((s) => s.unit);
  const navigate = useNavigate();
  const queries = useQueryClient();
  const start = useMutation<BookAnswer, ApiFailure, FromStrips>({
    mutationFn: (from) => {
      const { form, sheet } = bookOfCorner(paper.sheet, corner, kind, from);
      return postJson('/api/books', {
        title: titleOfCorner(kind, corner, unit),
        form: form.id,
        parameters: form.parameters,
        sheet,
      });
    },
    onSuccess: async (book) => {
      await handOver(book);
      void queries.invalidateQueries({ queryKey: ['shelf'] });
      void navigate(`/books/${book.id}/paper`);
    },
  });
  return (
    <>
      {waysOfCorner(corner, kind).map((from, i) => (
        <button
          key={from}
          type="button"
          className={`action w-full ${i === 0 ? 'action-first' : 'mt-2'}`}
          disabled={start.isPending}
          aria-busy={start.isPending}
          onClick={() => start.mutate(from)}
        >
          Start a {becomesWords(kind)} {fromStripsWords(corner, kind, from)}
        </button>
      ))}
      {start.isError && (
        <p role="alert" className="mt-1 text-blade">
          {start.error.message}
        </p>
      )}
    </>
  );
}
