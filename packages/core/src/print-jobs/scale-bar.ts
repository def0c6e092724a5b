import type { DrawItem } from '../output/drawing.ts';
import type { LengthUnit } from '../units/measure.ts';
import { inch, mm, type Nm } from '../units/nm.ts';

/** Bars by which a printer is checked are so long. */
export const BAR: Readonly<Record<LengthUnit, Nm>> = { mm: mm(100), in: inch(4) };

/** A measured bar, so that the printer can be checked. */
export function scaleBar(length: Nm, x: number, y: number): readonly DrawItem[] {
  const line = (points: readonly (readonly [number, number])[]): DrawItem => ({
    kind: 'line',
    layer: 'mark',
    points: points.map(([px, py]) => ({ x: x + px, y: y + py })),
  });
  const end = mm(1.5);
  return [
    line([
      [0, 0],
      [length, 0],
    ]),
    line([
      [0, -end],
      [0, end],
    ]),
    line([
      [length, -end],
      [length, end],
    ]),
  ];
}
