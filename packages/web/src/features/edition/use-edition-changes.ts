import { useEffect, useState } from 'react';
import { useQuery } from '@tanstack/react-query';
import type { EditionChanges } from '@eight-up/core/checks/edition-changes';
import type { BookAnswer } from '@eight-up/core/contract/answers';
import { getJson, type ApiFailure } from '../../base/api.ts';
import type { OpenBook } from '../../book/use-book.ts';
import type { Asked, Said } from '../../workers/edition-worker.ts';

/** A new edition begins as the one before it was: its first state is that edition. Told in a worker, since every part is tried by itself. */
export function useEditionChanges({ id, book, assets }: OpenBook): {
  readonly changes: EditionChanges | undefined;
  readonly isPending: boolean;
  readonly error: string | undefined;
} {
  const first = useQuery<BookAnswer, ApiFailure>({
    queryKey: ['book-at', id, 0],
    queryFn: () => getJson(`/api/books/${id}/at/0`),
    staleTime: Infinity,
    enabled: book.edition > 1,
  });
  const before = first.data?.book;
  const [found, setFound] = useState<{ readonly of: unknown; readonly changes: EditionChanges | undefined }>();
  useEffect(() => {
    if (!before) return;
    const worker = new Worker(new URL('../../workers/edition-worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<Said>) => setFound({ of: book, changes: data.changes });
    worker.onerror = () => setFound({ of: book, changes: undefined });
    worker.postMessage({ before, now: book, assets } satisfies Asked);
    return () => worker.terminate();
  }, [before, book, assets]);
  return {
    changes: found?.changes,
    isPending: found?.of !== book && first.error === null,
    error: first.error?.message,
  };
}
