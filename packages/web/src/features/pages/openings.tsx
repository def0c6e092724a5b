import { showsTheSame } from '../../book/shows-the-same.ts';
import { memo, type DragEvent } from 'react';
import type { View } from '@eight-up/core/folding/reading';
import type { OpenBook } from '../../book/use-book.ts';
import { threadName } from '@eight-up/words/pages';
import { PagePlace } from './page-place.tsx';

interface OpeningsProps {
  readonly book: OpenBook;
  readonly chosen: number | undefined;
  readonly inHand: number | undefined;
  readonly onChoose: (page: number) => void;
  readonly onDropFiles: (event: DragEvent, page: number) => void;
}

/** Area of a drawn page, in square pixels: tall and wide pages take the same room. */
const PAGE_AREA = { few: 25_000, many: 8_600 };

/** Every opening as the reader meets it, one after another, each with what waits behind its turn. */
export const Openings = memo(function Openings(props: OpeningsProps) {
  const { reading } = props.book.plan;
  const ratio = reading.width / reading.height;
  const height = Math.sqrt((reading.pages.length > 20 ? PAGE_AREA.many : PAGE_AREA.few) / ratio);
  const size = { width: Math.round(height * ratio), height: Math.round(height) };
  const rtl = reading.spineAt === 'east';
  return (
    <ol className="flex flex-wrap items-start gap-x-7 gap-y-6" aria-label="Openings in reading order">
      {reading.views.map((view, i) => (
        <li key={i} className={rtl ? 'flex flex-row-reverse' : ''}>
          <Opening {...props} view={view} next={reading.views[i + 1]} size={size} rtl={rtl} />
        </li>
      ))}
    </ol>
  );
}, showsTheSame);

interface Size {
  readonly width: number;
  readonly height: number;
}

function Opening({
  book,
  view,
  next,
  size,
  rtl,
  chosen,
  inHand,
  onChoose,
  onDropFiles,
}: OpeningsProps & {
  readonly view: View;
  readonly next: View | undefined;
  readonly size: Size;
  readonly rtl: boolean;
}) {
  const { gap, hinge } = view;
  const stacked = hinge !== 'spine';
  // In a book read from right to left the earlier page stands on the right; a fold-out at the tail opens downwards.
  const pair = rtl || hinge === 'tail' ? [view.right, view.left] : [view.left, view.right];
  const title =
    gap === 'front'
      ? 'Front cover'
      : gap === 'back'
        ? 'Back cover'
        : stacked
          ? `Fold-out, opens at the ${hinge}; page ${nameOf(book, view.left)} lies head down`
          : '';
  const faces = gap === 'front' ? [view.right] : gap === 'back' ? [view.left] : pair;
  return (
    <div>
      <div className={`flex w-fit border border-ink bg-bench-deep ${stacked ? 'flex-col' : ''}`}>
        {faces.map((page, side) => (
          <div
            key={side}
            className={side === 1 ? (stacked ? 'border-t border-dashed border-ink' : 'border-l border-quiet') : ''}
          >
            {page === null ? (
              <div style={size} className="flex items-center justify-center bg-shade text-sm text-quiet">
                {gap === 'front' || gap === 'back' ? 'bare back' : 'unprinted'}
              </div>
            ) : (
              <PagePlace
                key={page}
                setting={book.setting}
                page={page}
                shown={book.book.pages[page]!}
                name={book.names[page]!}
                thread={threadOf(book, page)}
                width={size.width}
                height={size.height}
                headDown={stacked && page === view.left}
                isChosen={chosen === page}
                inHand={inHand === page}
                onChoose={onChoose}
                onDropFiles={onDropFiles}
              />
            )}
          </div>
        ))}
      </div>
      <p
        className="mt-1 flex justify-between gap-3 text-sm text-quiet"
        style={{ maxWidth: size.width * (stacked ? 1 : 2) }}
      >
        <span>{title}</span>
        {next && (
          <span className="whitespace-nowrap" title="What waits behind this turn">
            turn {rtl ? '‹' : '›'} {behind(book, next)}
          </span>
        )}
      </p>
    </div>
  );
}

const threadOf = ({ book }: OpenBook, page: number): string => {
  const { thread } = book.pages[page]!;
  return thread ? threadName(thread, book.threads) : '';
};

const nameOf = (book: OpenBook, page: number | null): string => (page === null ? '' : book.names[page]!);

function behind(book: OpenBook, next: View): string {
  const pages = [next.left, next.right].filter((page) => page !== null).map((page) => book.names[page]);
  return pages.length ? pages.join(' · ') : 'bare paper';
}
