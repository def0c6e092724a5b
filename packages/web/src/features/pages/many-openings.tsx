import { memo, useEffect, useLayoutEffect, useRef, useState, type ReactNode, type RefObject } from 'react';
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

/**
 * A long book's openings in rows, of which only those in sight are mounted, one after another: each takes a share of its row's height, so that
 * scrolling on by a little mounts one, not a whole row. What something is dragged from stays.
 */
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
  const rowHeight = cell.height + BELOW;
  const { active } = useDndContext();
  const draggedFrom = useRef(-1);
  if (!active) draggedFrom.current = chosen;
  const shares = useVirtualizer({
    count,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight / columns,
    // A row in sight may have its openings' shares a row's height out of it.
    overscan: columns,
    // Several changes of one frame are drawn once.
    useFlushSync: false,
    scrollMargin: list.current?.offsetTop ?? 0,
    rangeExtractor: (range) => {
      const shown = defaultRangeExtractor(range);
      const kept = active ? draggedFrom.current : -1;
      return kept >= 0 && kept < range.count && !shown.includes(kept) ? [...shown, kept].sort((a, b) => a - b) : shown;
    },
  });
  useEffect(() => shares.measure(), [shares, columns, rowHeight]);
  useEffect(() => {
    const [view, from] = [scroller.current, list.current];
    if (chosen < 0 || !view || !from) return;
    const top = from.offsetTop + Math.floor(chosen / columns) * rowHeight;
    if (top < view.scrollTop) view.scrollTop = top - BELOW;
    else if (top + rowHeight > view.scrollTop + view.clientHeight) view.scrollTop = top + rowHeight - view.clientHeight;
  }, [scroller, chosen, columns, rowHeight]);
  return (
    <ol
      ref={list}
      aria-label="Openings in reading order"
      className="relative"
      style={{ height: Math.ceil(count / columns) * rowHeight }}
    >
      {shares.getVirtualItems().map(({ index }) => (
        <Place
          key={index}
          index={index}
          count={count}
          along={(index % columns) * (cell.width + BESIDE)}
          down={Math.floor(index / columns) * rowHeight}
          cell={cell}
          rtl={rtl}
          opening={opening}
        />
      ))}
    </ol>
  );
}

interface PlaceProps extends Pick<ManyOpeningsProps, 'count' | 'cell' | 'rtl' | 'opening'> {
  readonly index: number;
  readonly along: number;
  readonly down: number;
}

/** An opening that stays in sight is not drawn anew while others come and go. */
const Place = memo(function Place({ index, count, along, down, cell, rtl, opening }: PlaceProps) {
  return (
    <li
      aria-setsize={count}
      aria-posinset={index + 1}
      className="opening-of-many"
      style={{ [rtl ? 'right' : 'left']: along, top: down, ...cell }}
    >
      {opening(index)}
    </li>
  );
});
