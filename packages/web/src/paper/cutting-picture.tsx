import { memo, useMemo } from 'react';
import type { CuttingPlan } from '@eight-up/core/cutting/cutting-plan';
import type { Sheet } from '@eight-up/core/paper/sheet-size';
import { cuttingDrawing } from '@eight-up/core/output/cutting-drawing';
import { measureSize } from '@eight-up/core/units/measure';
import type { Nm } from '@eight-up/core/units/nm';
import { useSettings } from '../base/settings.ts';
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
  const [w, h] = [sheet.width / 1e6, sheet.height / 1e6];
  const rim = Math.max(w, h) / 60;
  const heavier = Math.max(w, h) / (texts ? 330 : 90);
  const drawing = useMemo(() => {
    const offcutWords = ({ width, height }: { width: Nm; height: Nm }) => measureSize(width, height, unit);
    const whole = cuttingDrawing({ plan, sheet, nameOf, offcutWords }, texts);
    // Lines are thickened for the screen, the discs of the numbers keep to their letters.
    const items = whole.items.map((item) => (item.kind === 'dot' ? { ...item, radius: item.radius / heavier } : item));
    return { ...whole, items };
  }, [plan, sheet, nameOf, unit, texts, heavier]);
  return (
    <svg
      viewBox={`${-rim} ${-rim} ${w + 2 * rim} ${h + 2 * rim}`}
      className={className}
      role="img"
      aria-label={label}
      preserveAspectRatio="xMidYMid meet"
    >
      <DrawingItems drawing={drawing} heavier={heavier} />
    </svg>
  );
});
