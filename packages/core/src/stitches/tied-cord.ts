import { choice, parameters, type ParametersOf } from '../forms/parameters.ts';
import type { Stitch } from './stitch.ts';

const declared = parameters({
  /** where the cord is tied */
  knot: choice(['at-the-tail', 'outside', 'inside'], 'at-the-tail'),
});

/** A cord through the middle opening and round the spine: no hole, and it can be undone. */
export const tiedCord: Stitch<ParametersOf<typeof declared>, 'tied-cord'> = {
  id: 'tied-cord',
  fastener: 'cord',
  holds: 'anything',
  parameters: declared,
  stations: () => undefined,
  covered: 'one-side',
  steps: ['tie'],
};
