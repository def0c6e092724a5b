import { useRef, useState } from 'react';
import { DndContext, PointerSensor, pointerWithin, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { useActions } from '../../app/actions.tsx';
import { ChecksSlip } from '../../book/checks-slip.tsx';
import { useOpenBook } from '../../book/use-book.ts';
import { Openings } from './openings.tsx';
import { PageBand } from './page-band.tsx';
import { Refusals } from './refusals.tsx';
import { useChosenPage } from './use-chosen-page.ts';
import { useFileDrops, type FileDrops } from './use-file-drops.ts';

export const FILE_TYPES =
  'image/jpeg,image/png,image/webp,image/tiff,image/gif,application/pdf,.jpg,.jpeg,.png,.webp,.tif,.tiff,.gif,.pdf';

/** What dnd-kit carries: a page of the book or a place in the tray, put on a page or between two. */
export type DragItem = { readonly from: 'page' | 'tray'; readonly index: number };
export type DropPlace = { readonly onto: 'page' | 'before'; readonly index: number };

/** Files on their way, how far they are, and the way to call it off. */
function Arriving({ what, share, callOff }: NonNullable<FileDrops['busy']>) {
  return (
    <p role="status" className="mb-3 flex items-center gap-4">
      <span className="font-semibold">{share < 1 ? `Taking in ${what} …` : `Looking at ${what} …`}</span>
      <progress
        className="h-2 w-48 accent-choose"
        value={share < 1 ? share : undefined}
        aria-label={`Taking in ${what}`}
      />
      {share < 1 && (
        <button type="button" className="remedy" onClick={callOff}>
          Call it off
        </button>
      )}
    </p>
  );
}

/** The sequence of pages as openings; pictures come in here. */
export function PagesStage() {
  const book = useOpenBook();
  const count = book.book.pages.length;
  const [chosen, choose] = useChosenPage(count);
  const [inHand, setInHand] = useState<number>();
  const picker = useRef<HTMLInputElement>(null);
  const replacing = useRef<number>(undefined);
  const drops = useFileDrops(book);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));

  const pick = (page?: number) => {
    replacing.current = page;
    picker.current?.click();
  };
  const go = (by: number) => choose(chosen === undefined ? 0 : Math.min(Math.max(chosen + by, 0), count - 1));
  /** Exchanges with the neighbour, or moves past it with everything between. */
  const shift = (by: number, kind: 'swap' | 'move') => {
    if (chosen === undefined || chosen + by < 0 || chosen + by >= count) return;
    book.change(
      kind === 'swap'
        ? { kind: 'swap', one: chosen, other: chosen + by }
        : { kind: 'move', from: chosen, to: chosen + by },
    );
    choose(chosen + by);
  };
  const putDown = (kind: 'swap' | 'move') => {
    if (inHand === undefined || chosen === undefined) return;
    if (inHand !== chosen)
      book.change(
        kind === 'swap' ? { kind: 'swap', one: inHand, other: chosen } : { kind: 'move', from: inHand, to: chosen },
      );
    setInHand(undefined);
  };
  const content = chosen === undefined ? null : book.book.pages[chosen];

  useActions([
    { id: 'page-next', title: 'Next page', keys: '→', run: () => go(1) },
    { id: 'page-before', title: 'Page before', keys: '←', run: () => go(-1) },
    {
      id: 'swap-next',
      title: 'Swap with the next page',
      keys: 'Alt →',
      run: () => shift(1, 'swap'),
      enabled: chosen !== undefined,
    },
    {
      id: 'swap-before',
      title: 'Swap with the page before',
      keys: 'Alt ←',
      run: () => shift(-1, 'swap'),
      enabled: chosen !== undefined,
    },
    {
      id: 'take',
      title: 'Take the page in hand',
      keys: 'M',
      run: () => setInHand(chosen),
      enabled: chosen !== undefined && inHand === undefined,
    },
    {
      id: 'put-swap',
      title: 'Swap the page in hand with this one',
      keys: 'X',
      run: () => putDown('swap'),
      enabled: inHand !== undefined,
    },
    {
      id: 'put-move',
      title: 'Put the page in hand here, others move up',
      keys: 'I',
      run: () => putDown('move'),
      enabled: inHand !== undefined,
    },
    {
      id: 'put-back',
      title: 'Put it back',
      keys: 'Esc',
      run: () => (inHand === undefined ? choose(undefined) : setInHand(undefined)),
    },
    {
      id: 'fit',
      title: 'All of the picture inside',
      keys: 'F',
      run: () => chosen !== undefined && book.change({ kind: 'set-fit', page: chosen, fit: 'fit' }),
      enabled: content !== null,
    },
    {
      id: 'fill',
      title: 'Fill the page',
      keys: 'G',
      run: () => chosen !== undefined && book.change({ kind: 'set-fit', page: chosen, fit: 'fill' }),
      enabled: content !== null,
    },
    {
      id: 'actual',
      title: 'Actual size',
      keys: 'A',
      run: () => chosen !== undefined && book.change({ kind: 'set-fit', page: chosen, fit: 'actual' }),
      enabled: content !== null,
    },
    {
      id: 'clear',
      title: 'Clear the page (it goes to the tray)',
      keys: 'Del',
      run: () => chosen !== undefined && book.change({ kind: 'clear', page: chosen }),
      enabled: content !== null,
    },
    { id: 'add', title: 'Add pictures', keys: '+ or =', run: () => pick() },
  ]);

  const dragged = ({ active, over }: DragEndEvent) => {
    const item = active.data.current as DragItem | undefined;
    const place = over?.data.current as DropPlace | undefined;
    if (!item || !place) return;
    if (item.from === 'tray') {
      book.change({ kind: 'from-tray', tray: item.index, page: Math.min(place.index, count - 1) });
      return;
    }
    if (place.onto === 'page' && place.index !== item.index)
      book.change({ kind: 'swap', one: item.index, other: place.index });
    // Taken out first, the place before a later page is one nearer.
    if (place.onto === 'before') {
      const to = place.index > item.index ? place.index - 1 : place.index;
      if (to !== item.index) book.change({ kind: 'move', from: item.index, to });
    }
  };

  const empty = book.book.pages.every((page) => page === null) && book.book.tray.length === 0;
  return (
    <DndContext sensors={sensors} collisionDetection={pointerWithin} onDragEnd={dragged}>
      <main
        className={`flex grow flex-col ${drops.over ? 'bg-choose-pale' : ''}`}
        onDragOver={drops.onDragOver}
        onDragLeave={drops.onDragLeave}
        onDrop={(event) => drops.onDrop(event)}
      >
        <input
          ref={picker}
          type="file"
          multiple
          accept={FILE_TYPES}
          className="sr-only"
          aria-label="Pictures or a PDF"
          tabIndex={-1}
          onChange={(event) => {
            const files = [...(event.target.files ?? [])];
            event.target.value = '';
            void drops.take(files, replacing.current);
            replacing.current = undefined;
          }}
        />
        <div className="grid grow grid-cols-[minmax(0,1fr)_270px] gap-8 px-9 pb-6 pt-5 max-[1000px]:grid-cols-1">
          <section aria-label="Openings" className="min-w-0">
            <div className="mb-4 flex flex-wrap items-baseline gap-x-5 gap-y-1">
              <button type="button" className={`action ${empty ? 'action-first' : ''}`} onClick={() => pick()}>
                Add pictures or a PDF <span className="key">+</span>
              </button>
              <p className="text-quiet">
                or drop them anywhere: they fill the empty pages in the order of their names.
              </p>
              {inHand !== undefined && (
                <p role="status" className="bg-wood px-2 font-semibold">
                  Page {book.names[inHand]} in hand: choose a place, then X swaps, I puts it in, Esc puts it back.
                </p>
              )}
            </div>
            {drops.busy && <Arriving {...drops.busy} />}
            <Refusals drops={drops} />
            <Openings book={book} chosen={chosen} inHand={inHand} onChoose={choose} onDropFiles={drops.onDrop} />
          </section>
          <aside className="flex flex-col gap-4">
            <ChecksSlip book={book} />
          </aside>
        </div>
        <PageBand book={book} chosen={chosen} onReplace={pick} onTake={() => setInHand(chosen)} />
      </main>
    </DndContext>
  );
}
