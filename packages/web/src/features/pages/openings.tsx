import { useEffect, useRef, type DragEvent } from 'react';
import { useDraggable, useDroppable } from '@dnd-kit/core';
import type { View } from '@eight-up/core/folding/reading';
import type { OpenBook } from '../../book/use-book.ts';
import { LockClosedIcon } from '@heroicons/react/24/solid';
import { ROLE_WORDS, threadName } from '@eight-up/words/pages';
import { PageFace } from '../../book/page-face.tsx';
import { ThreadLine } from './thread-line.tsx';

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
export function Openings(props: OpeningsProps) {
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
}

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
  ...rest
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
                book={book}
                page={page}
                size={size}
                headDown={stacked && page === view.left}
                {...rest}
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

const nameOf = (book: OpenBook, page: number | null): string => (page === null ? '' : book.names[page]!);

function behind(book: OpenBook, next: View): string {
  const pages = [next.left, next.right].filter((page) => page !== null).map((page) => book.names[page]);
  return pages.length ? pages.join(' · ') : 'bare paper';
}

type PagePlaceProps = OpeningsProps & {
  readonly page: number;
  readonly size: Size;
  /** opened out, the page before a fold-out's fold stands on its head */
  readonly headDown: boolean;
};

/** One page: chosen, dragged, dropped on; a narrow strip before it takes what is to be put between. */
function PagePlace({ book, page, size, headDown, chosen, inHand, onChoose, onDropFiles }: PagePlaceProps) {
  const { content, role, thread, note, caption, locked } = book.book.pages[page]!;
  const drag = useDraggable({
    id: `page-${page}`,
    data: { from: 'page', index: page },
    disabled: locked || content === null,
  });
  const drop = useDroppable({ id: `on-${page}`, data: { onto: 'page', index: page } });
  const before = useDroppable({ id: `before-${page}`, data: { onto: 'before', index: page } });
  const button = useRef<HTMLButtonElement>(null);
  const isChosen = chosen === page;
  useEffect(() => {
    // Keys move the choice; focus and view follow it, unless the maker is typing elsewhere.
    if (isChosen && !document.activeElement?.matches('input, textarea'))
      button.current?.focus({ preventScroll: false });
  }, [isChosen]);
  const name = book.names[page]!;
  const look = isChosen
    ? 'outline-3 outline-choose -outline-offset-3 z-10'
    : drop.isOver
      ? 'outline-3 outline-ink -outline-offset-3'
      : '';
  const moved = drag.transform
    ? { transform: `translate(${drag.transform.x}px, ${drag.transform.y}px)`, zIndex: 30, opacity: 0.85 }
    : {};
  return (
    <div ref={drop.setNodeRef} className="relative" style={size} onDrop={(event) => onDropFiles(event, page)}>
      <div
        ref={before.setNodeRef}
        className={`absolute inset-y-0 left-0 z-20 w-3 ${before.isOver ? 'bg-choose' : 'pointer-events-none'}`}
      />
      <button
        ref={(node) => {
          drag.setNodeRef(node);
          button.current = node;
        }}
        type="button"
        data-testid={`page-${page + 1}`}
        aria-pressed={isChosen}
        aria-label={[
          `Page ${name}: ${content ? `${content.name}${content.page ? `, page ${content.page + 1}` : ''}` : 'empty'}`,
          ...(role ? [ROLE_WORDS[role]] : []),
          ...(content?.part ? ['part of a spread'] : []),
          ...(thread ? [threadName(thread, book.book.threads)] : []),
          ...(caption ? [`caption: ${caption}`] : []),
          ...(note ? [`note: ${note}`] : []),
          ...(locked ? ['locked'] : []),
          ...(inHand === page ? ['in hand'] : []),
        ].join(', ')}
        title={note || undefined}
        className={`relative block size-full cursor-pointer overflow-hidden bg-paper ${look} ${inHand === page ? 'opacity-50' : ''}`}
        style={moved}
        onClick={() => onChoose(page)}
        onPointerDown={(event) => drag.listeners?.onPointerDown?.(event)}
      >
        {(content !== null || caption !== '') && (
          <PageFace
            book={book}
            page={page}
            pixels={Math.max(size.width, size.height)}
            className={`absolute inset-0 size-full ${headDown ? 'rotate-180' : ''}`}
          />
        )}
        {content === null && (
          <span className="flex size-full flex-col items-center justify-center border border-dashed border-quiet font-title text-3xl text-quiet">
            {name}
            {role && <span className="font-text text-sm">{ROLE_WORDS[role]}</span>}
          </span>
        )}
        <span className="absolute bottom-1 left-1 flex items-center gap-1 bg-paper px-1 text-xs">
          {content && <b className="min-w-3 text-center">{name}</b>}
          {content && role && ROLE_WORDS[role]}
          {locked && <LockClosedIcon className="size-3" />}
          {note && <span aria-hidden="true">✎</span>}
        </span>
        {thread && (
          <span className="absolute inset-x-0 top-0 flex bg-paper/85">
            <ThreadLine thread={thread} width={size.width} />
          </span>
        )}
      </button>
    </div>
  );
}
