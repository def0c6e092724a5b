import { finish } from '../../packages/core/src/long-work.ts';
import { slipAdvice } from '../../packages/core/src/slip/advice.ts';
import type { SlipTask } from '../../packages/core/src/slip/book-errors.ts';
import { exactSlip } from '../../packages/core/src/slip/exact.ts';
import { USUAL_HAND } from '../../packages/core/src/slip/hand.ts';
import { MARKING_METHODS } from '../../packages/core/src/slip/method.ts';
import { simulateSlip } from '../../packages/core/src/slip/simulate.ts';
import { mm } from '../../packages/core/src/units/nm.ts';
import { medianMs, sized, type Figure } from './measuring.ts';

const TASK: SlipTask = {
  strips: [4, 4, 4, 4, 4, 4],
  panelWidth: mm(95),
  method: 'one-datum',
  end: 'after',
  hand: USUAL_HAND,
  takeUp: mm(0),
};
const WANTED = { covers: mm(1), pictures: mm(1) };

/** What a slip costs: very many books drawn, and what is told anew when the method is changed. */
export function* slippingFigures(): Iterable<Figure> {
  yield* [
    {
      name: '100,000 books of 24 panels drawn at random, the slowest method',
      value: () =>
        Math.max(
          ...MARKING_METHODS.map((method) =>
            medianMs(() => finish(simulateSlip({ ...TASK, method }, sized(100_000, 100), 0.5)), 3, 1),
          ),
        ),
      unit: 'ms',
      limit: 1000,
    },
    {
      name: 'another method: all of it told exactly, with advice',
      value: () =>
        medianMs((round) => {
          const task = { ...TASK, method: MARKING_METHODS[round % MARKING_METHODS.length]! };
          return [exactSlip(task), slipAdvice(task, WANTED)];
        }),
      unit: 'ms',
      limit: 50,
    },
  ];
}
