import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { MeasurementsAnswer } from '@eight-up/core/contract/answers';
import { pagesPaper } from '@eight-up/core/document/document';
import type { Measurement } from '@eight-up/core/measuring/measurement';
import { measure } from '@eight-up/core/units/measure';
import type { Nm } from '@eight-up/core/units/nm';
import { measuredWords } from '@eight-up/words/measuring';
import { getJson, type ApiFailure } from '../../base/api.ts';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';

/** Creep that was measured on a dummy of this paper, in this book or another: it is offered where something else is counted with. */
export function MeasuredCreep({ book, take }: { readonly book: OpenBook; readonly take: (perFolio: Nm) => void }) {
  const unit = useSettings((s) => s.unit);
  const { creep } = book.book.printing;
  const paper = pagesPaper(book.book)?.paper.id;
  const about = paper === undefined ? `book=${book.id}` : `paper=${encodeURIComponent(paper)}`;
  const asked = useQuery<MeasurementsAnswer, ApiFailure>({
    // Saved changes may have added one.
    queryKey: ['measurements', 'creep', about, book.revision],
    placeholderData: keepPreviousData,
    queryFn: () => getJson<MeasurementsAnswer>(`/api/measurements?method=creep&${about}`),
  });
  const newest = asked.data?.measurements[0] as Measurement<'creep'> | undefined;
  const perFolio = newest?.lengths?.aFolio;
  if (!newest || perFolio === undefined || (creep.model === 'measured' && creep.measured === perFolio)) return null;
  return (
    <p className="max-w-36 text-sm leading-tight">
      {measure(perFolio, unit)} a folio, {measuredWords(newest, unit)}
      {paper === undefined ? '' : ' on this paper'}
      {newest.book === book.id ? '' : ', in another book'}.{' '}
      <button type="button" className="remedy" onClick={() => take(perFolio)}>
        Count with it
      </button>
    </p>
  );
}
