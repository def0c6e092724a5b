import { memo } from 'react';
import { showsTheSame } from '../../book/shows-the-same.ts';
import { ArrowUturnLeftIcon, ArrowUturnRightIcon } from '@heroicons/react/24/outline';
import { AS_IT_FITS, type Fit } from '@eight-up/core/document/pages';
import { pictureSizeWords } from '@eight-up/words/pages';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { Choices } from '../../ui/choices.tsx';
import { PicturePlacing } from './picture-placing.tsx';
import { PlaceByNumbers } from './place-by-numbers.tsx';
import { SpreadChoice } from './spread-choice.tsx';

/** A quarter turn more, kept within a half turn either way. */
export const quarterOn = (turn: number, by: 1 | -1): number => ((((turn + by * 90 + 180) % 360) + 360) % 360) - 180;

interface PageSlipProps {
  readonly book: OpenBook;
  readonly page: number;
  readonly onReplace: (page: number) => void;
}

/** The chosen page by itself: how its picture lies on it. */
export const PageSlip = memo(function PageSlip({ book, page, onReplace }: PageSlipProps) {
  const unit = useSettings((s) => s.unit);
  const content = book.book.pages[page]?.content;
  const placed = book.derived.placed.find((candidate) => candidate.page === page);
  const turn = (by: 1 | -1) => {
    const placing = content?.placing ?? AS_IT_FITS;
    book.change({ kind: 'adjust', page, placing: { ...placing, turn: quarterOn(placing.turn, by) } });
  };
  return (
    <section aria-label={`Page ${book.derived.names[page]}`} className="slip flex flex-col gap-2 p-4">
      <PicturePlacing book={book} page={page} width={250} />
      {content ? (
        <>
          <p className="text-[0.93rem] leading-snug break-words text-quiet">
            <span className="text-ink">{content.name}</span>
            {content.page > 0 && `, page ${content.page + 1}`}
            {placed && pictureSizeWords(placed, unit)}
          </p>
          <div className="flex items-end gap-2">
            <Choices<Fit>
              label="The picture"
              value={content.fit}
              onChange={(fit) => book.change({ kind: 'set-fit', pages: [page], fit })}
              choices={[
                { value: 'fit', name: 'whole' },
                { value: 'fill', name: 'fills' },
                { value: 'bleed', name: 'bleeds' },
                { value: 'actual', name: 'its own size' },
              ]}
            />
          </div>
          <p className="flex gap-2">
            <button
              type="button"
              className="action py-1"
              aria-label="A quarter turn to the left"
              onClick={() => turn(-1)}
            >
              <ArrowUturnLeftIcon className="size-4" /> <span className="key">,</span>
            </button>
            <button
              type="button"
              className="action py-1"
              aria-label="A quarter turn to the right"
              onClick={() => turn(1)}
            >
              <ArrowUturnRightIcon className="size-4" /> <span className="key">.</span>
            </button>
            <button type="button" className="action py-1" onClick={() => onReplace(page)}>
              Replace
            </button>
          </p>
          <div>
            <PlaceByNumbers book={book} page={page} />
          </div>
          <div className="flex flex-col">
            <SpreadChoice book={book} page={page} />
          </div>
        </>
      ) : (
        <p className="flex items-baseline gap-4">
          Nothing on it yet.{' '}
          <button type="button" className="remedy" onClick={() => onReplace(page)}>
            Put a picture on it
          </button>
        </p>
      )}
    </section>
  );
}, showsTheSame);
