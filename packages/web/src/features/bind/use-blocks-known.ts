import { useQuery } from '@tanstack/react-query';
import type { BlocksKnown } from '@eight-up/core/binding/closed-measure';
import type { MeasurementsAnswer } from '@eight-up/core/contract/answers';
import { pagesPaper } from '@eight-up/core/document/document';
import type { Measurement } from '@eight-up/core/measuring/measurement';
import { getJson, type ApiFailure } from '../../base/api.ts';
import type { OpenBook } from '../../book/use-book.ts';

export const BLOCKS = 'closed-thickness';

type Block = Measurement<'closed-thickness'>;

/** What was measured of finished blocks: the newest of this book, and the newest on its paper. */
export function useBlocksKnown(book: OpenBook): BlocksKnown {
  const paper = pagesPaper(book.book)?.paper.id;
  const ofBook = useNewest(`book=${book.id}`);
  const onPaper = useNewest(paper === undefined ? undefined : `paper=${encodeURIComponent(paper)}`);
  return { ofBook, onPaper };
}

function useNewest(about: string | undefined): Block | undefined {
  const asked = useQuery<MeasurementsAnswer, ApiFailure>({
    queryKey: ['measurements', BLOCKS, about],
    enabled: about !== undefined,
    queryFn: () => getJson<MeasurementsAnswer>(`/api/measurements?method=${BLOCKS}&${about}`),
  });
  return asked.data?.measurements[0] as Block | undefined;
}
