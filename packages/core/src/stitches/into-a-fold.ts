import { mm } from '../units/nm.ts';
import { length, parameters, type ParametersOf } from '../forms/parameters.ts';
import { pamphlet, pamphletParameters } from './pamphlet.ts';
import type { Stitch } from './stitch.ts';

const declared = parameters({
  ...pamphletParameters,
  /** the piece into whose fold the section is laid */
  along: length(mm(0.02), mm(5), mm(0.3)),
});

/** A section sewn into a fold of another piece, a cover's or a concertina's valley: the pamphlet stitch through both, pierced together from inside the section. */
export const intoAFold: Stitch<ParametersOf<typeof declared>, 'into-a-fold'> = {
  ...pamphlet,
  id: 'into-a-fold',
  parameters: declared,
  steps: ['nest', 'lay-into-fold', 'clip', 'pierce', 'sew'],
};
