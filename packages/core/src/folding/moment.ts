import type { Bond, Hinge } from './laid-paper.ts';
import type { FlatState } from './state.ts';

/**
 * How far each hinge is bent, in degrees, said of face A: +180 a closed valley, −180 a closed mountain,
 * 0 flat, anything between stands open. One number a hinge.
 */
export type Bends = readonly number[];

/** The paper after a step: lying flat, or standing with some hinges half bent over the flat state it rose from. */
export interface Moment {
  readonly flat: FlatState;
  readonly standing: boolean;
  readonly hinges: readonly Hinge[];
  readonly bends: Bends;
  readonly bonds: readonly Bond[];
}
