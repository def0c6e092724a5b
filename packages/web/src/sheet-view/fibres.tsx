import { useMemo } from 'react';
import { fibres } from '@eight-up/core/output/fibres';
import type { FibreAxis } from '@eight-up/core/paper/sheet-size';

/** The fibres of a piece of paper (millimetres): wherever paper is drawn its grain is seen before it is read. */
export function Fibres({
  axis,
  width,
  height,
}: {
  readonly axis: FibreAxis;
  readonly width: number;
  readonly height: number;
}) {
  const path = useMemo(
    () =>
      fibres(axis, 150)
        .map(
          ({ x, y, dx, dy }) =>
            `M${(x * width).toFixed(2)} ${(y * height).toFixed(2)}l${(dx * width).toFixed(2)} ${(dy * height).toFixed(2)}`,
        )
        .join(''),
    [axis, width, height],
  );
  return (
    <path
      d={path}
      fill="none"
      stroke="#8d8a7c"
      strokeOpacity="0.5"
      strokeWidth={Math.max(width, height) / 900}
      pointerEvents="none"
    />
  );
}
