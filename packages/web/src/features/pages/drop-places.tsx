import { createContext, useContext } from 'react';
import { useDroppable } from '@dnd-kit/core';

/** Whether something is being dragged. Only then pages are places to drop on: a long book is scrolled far more often than dragged about in. */
export const Dragging = createContext(false);

/** On a page, and in the narrow strip before it. */
export function DropPlaces({ page }: { readonly page: number }) {
  return useContext(Dragging) ? <Places page={page} /> : null;
}

function Places({ page }: { readonly page: number }) {
  const drop = useDroppable({ id: `on-${page}`, data: { onto: 'page', index: page } });
  const before = useDroppable({ id: `before-${page}`, data: { onto: 'before', index: page } });
  return (
    <>
      <span
        ref={drop.setNodeRef}
        className={`pointer-events-none absolute inset-0 z-10 block ${drop.isOver ? 'outline-3 -outline-offset-3 outline-ink' : ''}`}
      />
      <span
        ref={before.setNodeRef}
        className={`pointer-events-none absolute inset-y-0 left-0 z-20 block w-3 ${before.isOver ? 'bg-choose' : ''}`}
      />
    </>
  );
}
