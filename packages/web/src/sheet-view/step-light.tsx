import { endsOf } from '@eight-up/core/geometry/outline';
import { toNm } from '@eight-up/core/folding/laid-paper';
import type { SheetSide } from '@eight-up/core/folding/hold';
import type { StepPlace } from '@eight-up/core/folding/step-place';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { STEP_LIGHT } from './step-colours.ts';

interface StepLightProps {
  readonly plan: FoldedBook;
  readonly step: StepPlace;
  readonly side: SheetSide;
  readonly sheet: number;
  /** of the bands, millimetres on the sheet */
  readonly width: number;
}

/** Where a step happens on the flat sheet: a broad band along its creases and cuts, a wash over faces that are glued (dashed where they lie on the other face). */
export function StepLight({ plan, step, side, sheet, width }: StepLightProps) {
  const { panels, sheets } = plan.run.laid;
  const across = sheets[sheet]!.width;
  const spot = ({ x, y }: { readonly x: number; readonly y: number }) => {
    const left = side === 'A' ? x : across - x;
    return `${toNm(plan.run.laid, left) / 1e6},${toNm(plan.run.laid, y) / 1e6}`;
  };
  const here = (panel: number) => panels[panel]!.sheet === sheet;
  const bands = [
    ...step.creases.filter(({ panel }) => here(panel)).map(({ segment }) => ({ segment, colour: STEP_LIGHT.crease })),
    ...step.cuts.map((segment) => ({ segment, colour: STEP_LIGHT.cut })),
  ].map(({ segment, colour }) => ({ colour, points: endsOf(segment).map(spot).join(' ') }));
  return (
    <g style={{ pointerEvents: 'none' }} aria-hidden="true" data-testid="step-light">
      {step.faces
        .filter(({ panel }) => here(panel))
        .map(({ panel, side: face }) => (
          <polygon
            key={`${panel}${face}`}
            points={panels[panel]!.outline.map(spot).join(' ')}
            fill={STEP_LIGHT.face}
            fillOpacity={face === side ? 0.5 : 0.12}
            stroke={STEP_LIGHT.face}
            strokeWidth={width * 0.8}
            strokeDasharray={face === side ? undefined : `${3 * width} ${2 * width}`}
          />
        ))}
      {bands.map(({ points }, i) => (
        <polyline key={`air${i}`} points={points} stroke="#fdfcf7" strokeOpacity="0.85" strokeWidth={width * 2.6} />
      ))}
      {bands.map(({ points, colour }, i) => (
        <polyline key={i} points={points} stroke={colour} strokeOpacity="0.6" strokeWidth={width * 1.7} />
      ))}
    </g>
  );
}
