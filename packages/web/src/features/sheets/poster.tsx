import { useRef } from 'react';
import { posterPlace } from '@eight-up/core/pagination/poster-place';
import { POSTER_PLACE } from '@eight-up/words/pages';
import { Link } from 'react-router';
import { ArrowUturnRightIcon } from '@heroicons/react/24/outline';
import { AS_IT_FITS, type Fit, type PageContent } from '@eight-up/core/document/pages';
import { useBookDrops } from '../../book/book-drops.tsx';
import { usePicture } from '../../pictures/pictures.ts';
import { FILE_TYPES } from '../../book/use-file-drops.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { PrinterTaken } from './both-faces.tsx';
import type { PrintingPanel } from './printing-panel.ts';
import { Choices } from '../../ui/choices.tsx';

/** A picture for the back of the sheet: it appears when the book is opened out. */
export function Poster({ book, set }: PrintingPanel) {
  const picker = useRef<HTMLInputElement>(null);
  const drops = useBookDrops();
  const { poster, printing } = book.book;
  const hang = (change: Partial<PageContent>) =>
    book.change({ kind: 'hang-poster', poster: { ...poster!, ...change } });
  return (
    <section
      aria-label="The back of the sheet"
      className="max-w-5xl grow"
      onDragOver={(event) => drops.onDragOver(event, 'back')}
      onDrop={(event) => drops.onDrop(event, 'back')}
    >
      <input
        ref={picker}
        type="file"
        accept={FILE_TYPES}
        className="sr-only"
        aria-label="A picture for the back of the sheet"
        tabIndex={-1}
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          event.target.value = '';
          void drops.take(files, 'back');
        }}
      />
      <h2 className="text-lg">The back of the sheet</h2>
      {poster && posterPlace(book.plan) === 'under-glue' && (
        <p role="status" className="text-sm">
          Leaves of this book are glued: under them the poster is not seen, and the sheet no longer opens out.
        </p>
      )}
      {poster ? (
        <div className="flex flex-wrap items-end gap-x-4 gap-y-1">
          <Thumbnail book={book} poster={poster} />
          <Choices<Fit>
            label="The poster"
            value={poster.fit}
            onChange={(fit) => hang({ fit })}
            choices={[
              { value: 'fit', name: 'whole' },
              { value: 'fill', name: 'fills' },
              { value: 'bleed', name: 'bleeds' },
              { value: 'actual', name: 'its own size' },
            ]}
          />
          <button
            type="button"
            className="action mb-1.5 py-1"
            aria-label="A quarter turn to the right"
            onClick={() => {
              const placing = poster.placing ?? AS_IT_FITS;
              hang({ placing: { ...placing, turn: (placing.turn + 90) % 360 } });
            }}
          >
            <ArrowUturnRightIcon className="size-4" />
          </button>
          <button
            type="button"
            className="remedy mb-2"
            onClick={() => book.change({ kind: 'hang-poster', poster: null })}
          >
            Take it down
          </button>
          <PrinterTaken book={book} set={set} />
          {!printing.printer?.twoPass && (
            <Choices
              label="Your printer turns the sheet about its"
              value={printing.flip}
              onChange={(flip) => set({ flip })}
              choices={[
                { value: 'long-edge', name: 'long edge' },
                { value: 'short-edge', name: 'short edge' },
              ]}
            />
          )}
          {!printing.printer && (
            <Link className="remedy mb-2 text-sm" to={`/books/${book.id}/feed`}>
              No duplex? Find out how your printer feeds
            </Link>
          )}
        </div>
      ) : (
        <p className="flex flex-wrap items-baseline gap-x-4">
          <button type="button" className="remedy" onClick={() => picker.current?.click()}>
            Put a poster on it
          </button>
          <span className="text-sm text-quiet">{POSTER_PLACE[posterPlace(book.plan)]}</span>
        </p>
      )}
    </section>
  );
}

function Thumbnail({ book, poster }: { readonly book: OpenBook; readonly poster: PageContent }) {
  const url = usePicture(book, poster, 240);
  return (
    <span className="flex h-14 w-20 items-center justify-center border border-ink bg-paper text-xs text-quiet">
      {url ? <img src={url} alt={poster.name} className="max-h-full max-w-full" /> : 'drawing …'}
    </span>
  );
}
