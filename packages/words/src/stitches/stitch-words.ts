import type { Stitch } from '@eight-up/core/stitches/stitch';
import type { ParameterWords } from '../forms/form-words.ts';

/** A stitch in words, typed by its declaration: a parameter or an answer without words does not compile. */
export interface StitchWords<P = Readonly<Record<string, unknown>>> {
  readonly name: string;
  /** what it is good for */
  readonly holds: string;
  /** how it is begun and ended */
  readonly made: string;
  /** what is tied at the end, and where */
  readonly tied: string;
  readonly parameters: { readonly [K in keyof P]-?: ParameterWords<P[K]> };
}

export type WordsOfStitch<S> = S extends Stitch<infer P, string> ? StitchWords<P> : never;

/** Asked alike by every stitch with stations. */
export const STATIONS = {
  stations: 'Stations',
  school: {
    asks: 'They stand',
    answers: {
      inset: 'between two insets',
      even: 'evenly',
      template: 'on a folded template',
      pitch: 'so far apart',
    },
  },
  inset: 'From head and tail to the first, the last',
  pitch: 'From one to the next',
} as const;

export const BEGINS = {
  asks: 'Begun, and knotted',
  answers: { inside: 'inside', outside: 'outside' },
} as const;

export const ALONG = {
  asks: 'Sewn along: thickness of a cover',
  hint: 'A soft cover held by the same stitch; nothing where there is none.',
} as const;
