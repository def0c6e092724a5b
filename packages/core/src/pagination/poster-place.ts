import type { FoldedBook } from '../forms/planned-book.ts';

/** What becomes of a picture on the back of the sheet: never seen again under glue, hidden until the sheet is opened out, or partly seen in the book. */
export function posterPlace({ run, reading }: FoldedBook): 'under-glue' | 'hidden' | 'partly-seen' {
  if (run.glued.length > 0) return 'under-glue';
  const isHidden = reading.views.every(
    ({ left, right, gap }) => (gap === 'front' || left !== null) && (gap === 'back' || right !== null),
  );
  return isHidden ? 'hidden' : 'partly-seen';
}
