import { Link } from 'react-router';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { BookAnswer } from '@eight-up/core/contract/answers';
import { ordinal } from '@eight-up/words/counted';
import { postJson } from '../../base/api.ts';

/** What was last done to a book on the shelf. */
export interface Done {
  readonly what: 'copy' | 'edition' | 'removed';
  readonly id: string;
  readonly title: string;
  readonly edition: number;
}

/** Says what happened, with the way to it and the way back. */
export function WhatHappened({
  done: { what, id, title, edition },
  onSettled,
}: {
  readonly done: Done;
  readonly onSettled: () => void;
}) {
  const queries = useQueryClient();
  const back = useMutation({
    mutationFn: () => postJson<BookAnswer>(`/api/books/${id}/${what === 'removed' ? 'restore' : 'bin'}`, {}),
    onSuccess: () => {
      void queries.invalidateQueries({ queryKey: ['shelf'] });
      void queries.invalidateQueries({ queryKey: ['bin'] });
      onSettled();
    },
  });
  const happened = {
    copy: `“${title}” stands at the end of the shelf.`,
    edition: `The ${ordinal(edition)} edition of “${title}” stands at the end of the shelf.`,
    removed: `“${title}” lies in the bin.`,
  }[what];
  return (
    <p role="status" className="mb-4 flex flex-wrap items-baseline gap-x-4 border-l-8 border-choose bg-paper px-4 py-2">
      <span>{happened}</span>
      {what !== 'removed' && (
        <Link className="remedy" to={`/books/${id}/pages`}>
          Open it
        </Link>
      )}
      <button
        type="button"
        className="remedy"
        disabled={back.isPending}
        aria-busy={back.isPending}
        onClick={() => back.mutate()}
      >
        {what === 'removed' ? 'Put it back on the shelf' : 'Take it away again'}
      </button>
      <button type="button" className="quiet-remedy" onClick={onSettled}>
        Understood
      </button>
      {back.isError && <span role="alert">{back.error.message}</span>}
    </p>
  );
}
