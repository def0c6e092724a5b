import { memo, useMemo } from 'react';
import type { CuttingPlan } from '@eight-up/core/cutting/cutting-plan';
import type { Sheet } from '@eight-up/core/paper/sheet-size';
import { cuttingDrawing } from '@eight-up/core/output/cutting-drawing';
import { measureSize } from '@eight-up/core/units/measure';
import { useSettings } from '../app/settings.ts';
import { DrawingItems } from '../sheet-view/drawing-svg.tsx';

interface CuttingPictureProps {
  readonly plan: CuttingPlan;
  /** the sheet or the offcut that is cut */
  readonly sheet: Sheet;
  readonly nameOf: (piece: string) => string;
  readonly className?: string;
  /** pieces, offcuts and the numbers of cuts; else only the lines */
  readonly texts?: boolean;
  readonly label: string;
}

/** A cutting plan to scale: pieces with their fibres, cuts numbered in their order, what is left. */
export const CuttingPicture = memo(function CuttingPicture({
  plan,
  sheet,
  nameOf,
  className,
  texts = true,
  label,
}: CuttingPictureProps) {
  const unit = useSettings((s) => s.unit);
  const drawing = useMemo(
    () =>
      cuttingDrawing(
        { plan, sheet, nameOf, offcutWords: ({ width, height }) => measureSize(width, height, unit) },
        texts,
      ),
    [plan, sheet, nameOf, unit, texts],
  );
  const [w, h] = [sheet.width / 1e6, sheet.height / 1e6];
  const rim = Math.max(w, h) / 120;
  return (
    <svg
      viewBox={`${-rim} ${-rim} ${w + 2 * rim} ${h + 2 * rim}`}
      className={className}
      role="img"
      aria-label={label}
      preserveAspectRatio="xMidYMid meet"
    >
      <DrawingItems drawing={drawing} heavier={Math.max(w, h) / 330} />
    </svg>
  );
});
