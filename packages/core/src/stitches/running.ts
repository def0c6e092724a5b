import { mm } from '../units/nm.ts';
import { choice, count, length, parameters, type ParametersOf } from '../forms/parameters.ts';
import { FOLD_SIDES, throughOneFold } from './path.ts';
import { stationParameters } from './stations.ts';
import type { Stitch } from './stitch.ts';

const MOST = 11;

const declared = parameters({
  ...stationParameters(2, MOST, 5),
  begins: choice(FOLD_SIDES, 'inside'),
  /** where it begins and is tied; beyond the last station: there */
  start: count(1, MOST, 1),
  along: length(mm(0), mm(5), mm(0)),
});

/**
 * Down and back, filling the gaps. From station k to the tail, back to k + 1, through k again, to the head and back to k − 1; the end lies on the side where it began and
 * goes back along it to k. Begun at an end, its first hole is used once: 2n − 2 passes, wherever it begins.
 */
function stationsInOrder({ stations, start }: { stations: number; start: number }): readonly number[] {
  const from = Math.min(start, stations);
  const down = Array.from({ length: stations - from }, (_, i) => from + 1 + i);
  const up = Array.from({ length: from - 1 }, (_, i) => from - 1 - i);
  const andBack = (way: readonly number[]) => [...way, ...way.slice(0, -1).reverse()];
  return [from, ...andBack(down), ...(down.length > 0 && up.length > 0 ? [from] : []), ...andBack(up)];
}

/** The running stitch: to and fro along one fold, tied wherever one likes. */
export const running: Stitch<ParametersOf<typeof declared>, 'running'> = {
  id: 'running',
  fastener: 'thread',
  holds: 'one-section',
  parameters: declared,
  stations: (p) => p,
  path: (p) => throughOneFold(p.begins, stationsInOrder(p)),
  covered: 'both-sides',
  steps: ['nest', 'clip', 'pierce', 'sew'],
};
