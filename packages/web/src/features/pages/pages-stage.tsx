import { useRef, useState } from 'react';
import { DndContext, PointerSensor, pointerWithin, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { ChecksSlip } from '../../book/checks-slip.tsx';
import { useOpenBook } from '../../book/use-book.ts';
import { useStable } from '../../ui/use-stable.ts';
import { Dragging } from './drop-places.tsx';
import { Openings } from './openings.tsx';
import { PageBand } from './page-band.tsx';
import { PageSlip } from './page-slip.tsx';
import { useAimedPages, useBookDrops } from '../../book/book-drops.tsx';
import { useChosenPage } from './use-chosen-page.ts';
import { usePageActions } from './use-page-actions.ts';
import { FILE_TYPES } from '../../book/use-file-drops.ts';

/** What dnd-kit carries: a page of the book or a place in the tray, put on a page or between two. */
export type DragItem = { readonly from: 'page' | 'tray'; readonly index: number };
export type DropPlace = { readonly onto: 'page' | 'before'; readonly index: number };

/** A press becomes a drag after so many pixels. One object: another would have every page drawn anew. */
const A_LITTLE_WAY = { activationConstraint: { distance: 6 } };

/** The sequence of pages as openings; pictures come in here. */
export function PagesStage() {
  const book = useOpenBook();
  const count = book.book.pages.length;
  const [chosen, choose] = useChosenPage(count);
  const [inHand, setInHand] = useState<number>();
  const [dragging, setDragging] = useState(false);
  const picker = useRef<HTMLInputElement>(null);
  const scroller = useRef<HTMLElement>(null);
  const replacing = useRef<number>(undefined);
  const drops = useBookDrops();
  const aimed = useAimedPages(book);
  const onChoose = useStable(choose);
  const onDropFiles = useStable(drops.onDrop);
  const onHoldFiles = useStable(drops.onDragOver);
  const sensors = useSensors(useSensor(PointerSensor, A_LITTLE_WAY));

  const pick = (page?: number) => {
    replacing.current = page;
    picker.current?.click();
  };
  const onReplace = useStable(pick);
  const onTake = useStable(() => setInHand(chosen));
  usePageActions({ book, chosen, choose, inHand, setInHand, pick });

  const dragged = ({ active, over }: DragEndEvent) => {
    setDragging(false);
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

  const empty = book.book.pages.every(({ content }) => content === null) && book.book.tray.length === 0;
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      onDragStart={() => setDragging(true)}
      onDragCancel={() => setDragging(false)}
      onDragEnd={dragged}
    >
      <Dragging value={dragging}>
        <main className={`fills flex grow flex-col ${drops.held ? 'bg-choose-pale' : ''}`}>
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
          <div className="grid min-h-0 grow grid-cols-[minmax(0,1fr)_290px] gap-8 px-9 max-[1000px]:grid-cols-1">
            <section
              ref={scroller}
              aria-label="Openings"
              className="relative -ml-2 min-w-0 pb-6 pl-2 pt-5 roomy:overflow-auto"
            >
              <div className="mb-4 flex flex-wrap items-baseline gap-x-5 gap-y-1">
                <button type="button" className={`action ${empty ? 'action-first' : ''}`} onClick={() => pick()}>
                  Add pictures or a PDF <span className="key">+</span>
                </button>
                <p className="text-quiet">
                  or drop them anywhere: they fill the empty pages in the order of their names.
                </p>
                {inHand !== undefined && (
                  <p role="status" className="bg-wood px-2 font-semibold">
                    Page {book.derived.names[inHand]} in hand: choose a place, then X swaps, I puts it in, Esc puts it
                    back.
                  </p>
                )}
              </div>
              <Openings
                book={book}
                chosen={chosen}
                inHand={inHand}
                onChoose={onChoose}
                onDropFiles={onDropFiles}
                onHoldFiles={onHoldFiles}
                aimed={aimed}
                scroller={scroller}
              />
            </section>
            <aside className="-mr-2 flex flex-col gap-4 pb-4 pr-2 pt-5 roomy:overflow-auto">
              {chosen !== undefined && <PageSlip book={book} page={chosen} onReplace={onReplace} />}
              <ChecksSlip book={book} />
            </aside>
          </div>
          <PageBand book={book} chosen={chosen} onTake={onTake} />
        </main>
      </Dragging>
    </DndContext>
  );
}
