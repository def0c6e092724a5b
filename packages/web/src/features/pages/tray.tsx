import { useDraggable } from '@dnd-kit/core';
import { takesPicture } from '@eight-up/core/book/sequence';
import { counted } from '@eight-up/words/counted';
import { usePicture } from '../../pictures/pictures.ts';
import type { OpenBook } from '../../book/use-book.ts';

interface TrayProps {
  readonly book: OpenBook;
  readonly chosen: number | undefined;
}

/** A long PDF fills the tray; the first of it can be reached, the rest follows as places come free. */
const TRAY_SHOWN = 40;

/** Pictures, and words of pages, that wait for a place. */
export function Tray({ book, chosen }: TrayProps) {
  const { tray } = book.book;
  if (tray.length === 0) return null;
  return (
    <div className="min-w-0 grow basis-72">
      <p className="flex items-baseline gap-4">
        <span className="font-title text-lg font-bold">Tray</span>
        <span className="text-quiet">
          {counted(tray.length, 'picture')} wait{tray.length === 1 ? 's' : ''}
        </span>
        {book.book.pages.some(takesPicture) && (
          <button type="button" className="remedy" onClick={() => book.change({ kind: 'fill-from-tray' })}>
            Fill the empty pages
          </button>
        )}
      </p>
      <ul className="mt-1 flex gap-2 overflow-x-auto pb-1" aria-label="Pictures in the tray">
        {tray.slice(0, TRAY_SHOWN).map((_, i) => (
          <TrayPlace key={i} book={book} index={i} chosen={chosen} />
        ))}
        {tray.length > TRAY_SHOWN && (
          <li className="self-center pr-4 whitespace-nowrap text-quiet">and {tray.length - TRAY_SHOWN} more</li>
        )}
      </ul>
    </div>
  );
}

const [SMALL, WIDE] = [62, 90];

function TrayPlace({ book, index, chosen }: TrayProps & { readonly index: number }) {
  const waiting = book.book.tray[index]!;
  const { content } = waiting;
  const drag = useDraggable({ id: `tray-${index}`, data: { from: 'tray', index } });
  const url = usePicture(book, content, 240);
  const asset = content && book.assets.find(({ id }) => id === content.asset)?.pages[content.page];
  const isPdf = content !== null && book.assets.find(({ id }) => id === content.asset)?.kind === 'pdf';
  const ratio = asset ? asset.width / asset.height : 1;
  const height = Math.min(SMALL, WIDE / ratio);
  const size = { width: height * ratio, height };
  const name = content
    ? `${content.name}${content.page ? `, page ${content.page + 1}` : ''}`
    : `words without a picture: ${waiting.caption || waiting.note || waiting.role || waiting.thread}`;
  return (
    <li className="flex shrink-0 flex-col items-center justify-end">
      <button
        ref={drag.setNodeRef}
        type="button"
        className="relative cursor-grab overflow-hidden border border-ink bg-paper text-xs text-quiet"
        aria-label={`${name}: ${chosen === undefined ? 'choose a page first, or drag it' : `put on page ${book.derived.names[chosen]}`}`}
        style={{
          ...size,
          ...(drag.transform
            ? { transform: `translate(${drag.transform.x}px, ${drag.transform.y}px)`, zIndex: 30 }
            : {}),
        }}
        onPointerDown={(event) => drag.listeners?.onPointerDown?.(event)}
        onClick={() => chosen !== undefined && book.change({ kind: 'from-tray', tray: index, page: chosen })}
      >
        {url ? (
          <img src={url} alt="" draggable={false} className="size-full" />
        ) : content ? (
          asset ? (
            'drawing …'
          ) : (
            'original lost'
          )
        ) : (
          'words'
        )}
      </button>
      {content && isPdf && (
        <span className="text-xs text-quiet" aria-hidden="true">
          p. {content.page + 1}
        </span>
      )}
      <button
        type="button"
        className="text-xs quiet-remedy"
        aria-label={`Discard ${content?.name ?? 'the words'} from the tray`}
        onClick={() => book.change({ kind: 'discard', tray: index })}
      >
        discard
      </button>
    </li>
  );
}
