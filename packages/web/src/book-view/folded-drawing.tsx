import { useMemo } from 'react';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { poseOnTape } from '@eight-up/core/folding/rehearsal';
import { stretchesAt } from '@eight-up/core/folding/thread-pose';
import { poseDrawing } from '@eight-up/core/output/step-drawing';
import { DrawingItems } from '../sheet-view/drawing-svg.tsx';

interface FoldedDrawingProps {
  readonly plan: FoldedBook;
  readonly position: number;
  readonly width: number;
  readonly height: number;
  readonly className?: string;
  readonly label?: string;
}

/** The paper at a position of the rehearsal as a flat drawing: in choosers, and where the browser shows no three dimensions. */
export function FoldedDrawing({ plan, position, width, height, className, label }: FoldedDrawingProps) {
  const drawing = useMemo(() => {
    const slits = plan.run.cutSteps.filter((step) => step + 1 <= position).length;
    const stretches = stretchesAt(plan.run, position);
    return poseDrawing(plan.run, poseOnTape(plan, position), width * 1e6, height * 1e6, slits, stretches);
  }, [plan, position, width, height]);
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className={className}
      role={label ? 'img' : undefined}
      aria-label={label}
      aria-hidden={label ? undefined : true}
    >
      <DrawingItems drawing={drawing} heavier={1.4} />
    </svg>
  );
}
