import { memo, useMemo } from 'react';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { standingDrawing } from '@eight-up/core/output/standing-drawing';
import { DrawingItems } from '../../sheet-view/drawing-svg.tsx';

/** The finished book standing, a little open: every form from the same side, and still. */
export const StandingBook = memo(function StandingBook({
  plan,
  width,
  height,
  className,
}: {
  readonly plan: FoldedBook;
  readonly width: number;
  readonly height: number;
  readonly className?: string;
}) {
  const drawing = useMemo(() => standingDrawing(plan, width * 1e6, height * 1e6), [plan, width, height]);
  return (
    <svg viewBox={`0 0 ${width} ${height}`} className={className} aria-hidden="true">
      <DrawingItems drawing={drawing} heavier={2.4} />
    </svg>
  );
});
