import { mm } from '../units/nm.ts';
import { choice, length, parameters, type ParametersOf } from '../forms/parameters.ts';
import { FOLD_SIDES, throughOneFold, type FoldSide, type Path } from './path.ts';
import { stationParameters } from './stations.ts';
import type { Stitch } from './stitch.ts';

export const pamphletParameters = {
  ...stationParameters(3, 11, 5),
  begins: choice(FOLD_SIDES, 'inside'),
  /** of an even count, on which side of the middle it begins */
  beside: choice(['nearer-head', 'nearer-tail'], 'nearer-head'),
};

/**
 * From the middle c to the tail and back to c + 1, over c to c − 1, to the head and back to c: the ends come out on either side of the long stitch and are
 * knotted over it. Every gap is covered once on each side.
 */
export function pamphletPath({
  stations,
  begins,
  beside,
}: {
  stations: number;
  begins: FoldSide;
  beside: string;
}): Path {
  const middle = stations % 2 === 1 || beside === 'nearer-tail' ? Math.floor(stations / 2) + 1 : stations / 2;
  const down = Array.from({ length: stations - middle }, (_, i) => middle + 1 + i);
  const up = Array.from({ length: middle - 1 }, (_, i) => middle - 1 - i);
  return throughOneFold(begins, [
    middle,
    ...down,
    ...down.slice(0, -1).reverse(),
    ...up,
    ...up.slice(0, -1).reverse(),
    middle,
  ]);
}

const declared = parameters({
  ...pamphletParameters,
  /** a cover or another piece that is sewn along */
  along: length(mm(0), mm(5), mm(0)),
});

/** The pamphlet stitch: one thread through one fold, tied over its own long stitch. */
export const pamphlet: Stitch<ParametersOf<typeof declared>, 'pamphlet'> = {
  id: 'pamphlet',
  fastener: 'thread',
  holds: 'one-section',
  parameters: declared,
  stations: (p) => p,
  path: pamphletPath,
  covered: 'both-sides',
  steps: ['nest', 'clip', 'pierce', 'sew'],
};
