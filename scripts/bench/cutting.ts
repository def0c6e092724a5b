import { planCutting } from '../../packages/core/src/cutting/cutting-plan.ts';
import type { WantedPiece } from '../../packages/core/src/cutting/parent.ts';
import { mm } from '../../packages/core/src/units/nm.ts';
import { medianMs, type Figure } from './measuring.ts';

const NONE = { left: mm(0), right: mm(0), top: mm(0), bottom: mm(0) };

const cutting = (sizes: readonly (readonly [number, number])[]): number =>
  medianMs(
    (round) => {
      const pieces = sizes.map(([width, height], i): WantedPiece => ({
        id: String(i),
        width: mm(width + (round % 7)),
        height: mm(height),
        grain: 'any',
      }));
      const parent = { id: 'p', width: mm(700), height: mm(1000), fibre: 'along-height' as const, trims: NONE };
      const plan = planCutting({ parent, pieces, gap: mm(0) });
      if (!plan.ok || !plan.value.proven) throw new Error('not proven');
      return plan.value.value;
    },
    20,
    25,
  );

export const cuttingFigures = (): readonly Figure[] => [
  { name: 'yield of one size on one parent', value: cutting([[105, 148]]), unit: 'ms', limit: 5 },
  {
    name: 'yield of three sizes on one parent',
    value: cutting([
      [105, 148],
      [140, 210],
      [99, 210],
    ]),
    unit: 'ms',
    limit: 50,
  },
];
