import { useDraggable } from '@dnd-kit/core';
import type { Fit } from '@eight-up/core/book/document';
import { measureSize } from '@eight-up/core/units/measure';
import { nm } from '@eight-up/core/units/nm';
import { counted } from '@eight-up/words/forms';
import { useSettings } from '../../app/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { Choices } from '../../ui/choices.tsx';
import { PagePicture } from './page-picture.tsx';

interface PageBandProps {
  readonly book: OpenBook;
  readonly chosen: number | undefined;
  readonly onReplace: (page: number) => void;
  readonly onTake: () => void;
}

/** The bench's edge: what can be done with the chosen page, and the tray of pictures that wait. */
export function PageBand({ book, chosen, onReplace, onTake }: PageBandProps) {
  return (
    <section
      aria-label="Chosen page and tray"
      className="bottom-0 [@media(min-height:600px)]:sticky z-20 border-t border-ink bg-wood px-9 pb-4 pt-3"
    >
      <div className="flex flex-wrap items-start gap-x-10 gap-y-3">
        <div className="min-h-24 min-w-96">
          {chosen === undefined ? (
            <NoPage book={book} />
          ) : (
            <ChosenPage book={book} page={chosen} onReplace={onReplace} onTake={onTake} />
          )}
        </div>
        <Tray book={book} chosen={chosen} />
      </div>
    </section>
  );
}

function NoPage({ book }: { readonly book: OpenBook }) {
  return (
    <>
      <h2 className="text-lg">Choose a page</h2>
      <p className="max-w-md text-quiet">
        Click one, or walk with <b>← →</b>. Drag a page onto another to swap them, or between two to put it in.
      </p>
      <div className="-mt-1">
        <NumberingChoice book={book} />
      </div>
    </>
  );
}

/** Schools differ on whether the cover is page 1; only the labels change. */
function NumberingChoice({ book }: { readonly book: OpenBook }) {
  return (
    <Choices
      label="Numbers"
      value={book.book.numbering}
      onChange={(numbering) => book.change({ kind: 'number-pages', numbering })}
      choices={[
        { value: 'cover-is-1', name: 'cover is 1' },
        { value: 'covers-apart', name: 'front, 1 …, back' },
      ]}
    />
  );
}

function ChosenPage({
  book,
  page,
  onReplace,
  onTake,
}: {
  readonly book: OpenBook;
  readonly page: number;
  readonly onReplace: (page: number) => void;
  readonly onTake: () => void;
}) {
  const unit = useSettings((s) => s.unit);
  const content = book.book.pages[page];
  const placed = book.placed.find((candidate) => candidate.page === page);
  const resolution = placed?.pixelsPerInch;
  return (
    <>
      <h2 className="text-lg">Page {book.names[page]}</h2>
      {content ? (
        <>
          <p className="max-w-xl truncate text-quiet">
            {content.name}
            {placed && (
              <>
                , <span className="measure">{measureSize(nm(placed.asset.width), nm(placed.asset.height), unit)}</span>
              </>
            )}
            {resolution !== undefined && (
              <>
                , <span className="measure">{Math.round(resolution)}</span> pixels an inch as printed
              </>
            )}
          </p>
          <div className="flex flex-wrap items-end gap-3">
            <Choices<Fit>
              label="The picture"
              value={content.fit}
              onChange={(fit) => book.change({ kind: 'set-fit', page, fit })}
              choices={[
                { value: 'fit', name: 'whole' },
                { value: 'fill', name: 'fills the page' },
                { value: 'actual', name: 'its own size' },
              ]}
            />
            <span className="mb-2 flex gap-2">
              <button type="button" className="action py-1" onClick={() => onReplace(page)}>
                Replace
              </button>
              <button type="button" className="action py-1" onClick={() => book.change({ kind: 'clear', page })}>
                Clear <span className="key">Del</span>
              </button>
              <button type="button" className="action py-1" onClick={onTake}>
                Take in hand <span className="key">M</span>
              </button>
            </span>
          </div>
        </>
      ) : (
        <p className="mt-1 flex items-baseline gap-4">
          Nothing on it yet.{' '}
          <button type="button" className="remedy" onClick={() => onReplace(page)}>
            Put a picture on it
          </button>
        </p>
      )}
    </>
  );
}

/** A long PDF fills the tray; the first of it can be reached, the rest follows as places come free. */
const TRAY_SHOWN = 40;

function Tray({ book, chosen }: { readonly book: OpenBook; readonly chosen: number | undefined }) {
  const { tray } = book.book;
  if (tray.length === 0) return null;
  return (
    <div className="min-w-0 grow basis-72">
      <p className="flex items-baseline gap-4">
        <span className="font-title text-lg font-bold">Tray</span>
        <span className="text-quiet">
          {counted(tray.length, 'picture')} wait{tray.length === 1 ? 's' : ''}
        </span>
        {book.book.pages.includes(null) && (
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

const SMALL = 62;

function TrayPlace({
  book,
  index,
  chosen,
}: {
  readonly book: OpenBook;
  readonly index: number;
  readonly chosen: number | undefined;
}) {
  const content = book.book.tray[index]!;
  const drag = useDraggable({ id: `tray-${index}`, data: { from: 'tray', index } });
  const asset = book.assets.find(({ id }) => id === content.asset)?.pages[content.page];
  const ratio = asset ? asset.width / asset.height : 1;
  const size = { width: Math.round(Math.min(90, Math.max(30, SMALL * ratio))), height: SMALL };
  return (
    <li className="flex shrink-0 flex-col items-center">
      <button
        ref={drag.setNodeRef}
        type="button"
        className="relative cursor-grab border border-ink bg-paper"
        aria-label={`${content.name}${content.page ? `, page ${content.page + 1}` : ''}: ${chosen === undefined ? 'choose a page first, or drag it' : `put on page ${book.names[chosen]}`}`}
        style={{
          ...size,
          ...(drag.transform
            ? { transform: `translate(${drag.transform.x}px, ${drag.transform.y}px)`, zIndex: 30 }
            : {}),
        }}
        onPointerDown={(event) => drag.listeners?.onPointerDown?.(event)}
        onClick={() => chosen !== undefined && book.change({ kind: 'from-tray', tray: index, page: chosen })}
      >
        <PagePicture
          book={book}
          content={{ ...content, fit: 'fit' }}
          pageWidth={asset?.width ?? 1}
          pageHeight={asset?.height ?? 1}
          size={size}
        />
      </button>
      <button
        type="button"
        className="text-xs text-quiet underline hover:text-ink"
        aria-label={`Discard ${content.name} from the tray`}
        onClick={() => book.change({ kind: 'discard', tray: index })}
      >
        discard
      </button>
    </li>
  );
}
