import { mm } from '../units/nm.ts';
import { choice, count, length, parameters, type ParametersOf } from '../forms/parameters.ts';
import type { Stitch } from './stitch.ts';

const declared = parameters({
  stations: count(2, 4, 2),
  school: choice(['even', 'inset'], 'even'),
  inset: length(mm(3), mm(200), mm(40), { only: { school: ['inset'] } }),
  /** the back of a staple, along the fold */
  crown: length(mm(4), mm(30), mm(12)),
  along: length(mm(0), mm(5), mm(0)),
});

/** Staples through the fold from outside, their legs closed in the middle opening. */
export const saddleStaples: Stitch<ParametersOf<typeof declared>, 'saddle-staples'> = {
  id: 'saddle-staples',
  fastener: 'staples',
  holds: 'one-section',
  parameters: declared,
  stations: (p) => ({ ...p, pitch: mm(30) }),
  covered: 'one-side',
  steps: ['nest', 'clip', 'staple'],
};
