import { useEffect, useLayoutEffect, useRef, useState, type ReactNode, type RefObject } from 'react';
import { useDndContext } from '@dnd-kit/core';
import { defaultRangeExtractor, useVirtualizer } from '@tanstack/react-virtual';

interface ManyOpeningsProps {
  readonly scroller: RefObject<HTMLElement | null>;
  readonly count: number;
  /** of one opening, pixels */
  readonly cell: { readonly width: number; readonly height: number };
  /** the opening that the chosen page stands in, or −1 */
  readonly chosen: number;
  readonly rtl: boolean;
  readonly opening: (index: number) => ReactNode;
}

const [BESIDE, BELOW] = [28, 24];

/** A long book's openings in rows, of which only those in sight are mounted. The row that something is dragged from stays. */
export function ManyOpenings({ scroller, count, cell, chosen, rtl, opening }: ManyOpeningsProps) {
  const list = useRef<HTMLOListElement>(null);
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    const element = list.current!;
    const watch = new ResizeObserver(() => setWidth(element.clientWidth));
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  const columns = Math.max(1, Math.floor((width + BESIDE) / (cell.width + BESIDE)));
  const { active } = useDndContext();
  const draggedFrom = useRef(-1);
  if (!active) draggedFrom.current = chosen < 0 ? -1 : Math.floor(chosen / columns);
  const rows = useVirtualizer({
    count: Math.ceil(count / columns),
    getScrollElement: () => scroller.current,
    estimateSize: () => cell.height + BELOW,
    overscan: 1,
    scrollMargin: list.current?.offsetTop ?? 0,
    rangeExtractor: (range) => {
      const shown = defaultRangeExtractor(range);
      const kept = active ? draggedFrom.current : -1;
      return kept >= 0 && kept < range.count && !shown.includes(kept) ? [...shown, kept].sort((a, b) => a - b) : shown;
    },
  });
  useEffect(() => {
    if (chosen >= 0) rows.scrollToIndex(Math.floor(chosen / columns));
    // Another choice moves the view, scrolling away from it does not.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [chosen, columns]);
  return (
    <ol ref={list} aria-label="Openings in reading order" className="relative" style={{ height: rows.getTotalSize() }}>
      {rows.getVirtualItems().flatMap((row) =>
        Array.from({ length: Math.min(columns, count - row.index * columns) }, (_, column) => {
          const index = row.index * columns + column;
          const along = column * (cell.width + BESIDE);
          return (
            <li
              key={index}
              aria-setsize={count}
              aria-posinset={index + 1}
              className="absolute top-0"
              style={{
                [rtl ? 'right' : 'left']: along,
                transform: `translateY(${row.start - rows.options.scrollMargin}px)`,
                width: cell.width,
              }}
            >
              {opening(index)}
            </li>
          );
        }),
      )}
    </ol>
  );
}
