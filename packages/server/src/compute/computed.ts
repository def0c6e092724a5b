import { concertinaAnswer } from './concertina.ts';
import { foldAnswer, impositionAnswer } from './fold.ts';
import { stitchAnswer } from './stitch.ts';
import { toleranceAnswer } from './tolerance.ts';

/** Every stateless answer, by the end of its address. */
const ANSWERS = {
  fold: foldAnswer,
  imposition: impositionAnswer,
  concertina: concertinaAnswer,
  tolerance: toleranceAnswer,
  stitch: stitchAnswer,
} as const;

export type Computed = {
  [K in keyof typeof ANSWERS]: { readonly what: K; readonly asked: Parameters<(typeof ANSWERS)[K]>[0] };
}[keyof typeof ANSWERS];

export const computed = ({ what, asked }: Computed): object =>
  (ANSWERS[what] as (asked: Computed['asked']) => object)(asked);
