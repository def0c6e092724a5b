import type { StitchById, StitchId } from '@eight-up/core/stitches/registry';
import { intoAFoldWords } from './into-a-fold.ts';
import { linkWords } from './link.ts';
import { pamphletWords } from './pamphlet.ts';
import { runningWords } from './running.ts';
import { saddleStaplesWords } from './saddle-staples.ts';
import type { StitchWords, WordsOfStitch } from './stitch-words.ts';
import { tiedCordWords } from './tied-cord.ts';

/** Every stitch in words: one file each, one line here; without it nothing compiles. */
const WORDS: { readonly [I in StitchId]: WordsOfStitch<StitchById[I]> } = {
  pamphlet: pamphletWords,
  running: runningWords,
  'saddle-staples': saddleStaplesWords,
  link: linkWords,
  'into-a-fold': intoAFoldWords,
  'tied-cord': tiedCordWords,
};

/** A stitch's words; of one that this version does not know, its id. */
export const stitchWords = (id: string): StitchWords =>
  ((WORDS as Readonly<Record<string, unknown>>)[id] as StitchWords | undefined) ?? {
    name: id,
    holds: '',
    made: '',
    tied: '',
    parameters: {},
  };

export function stitchQuestion(stitch: string, name: string): string {
  const words = stitchWords(stitch).parameters[name];
  return typeof words === 'object' ? words.asks : (words ?? name);
}

export function stitchHint(stitch: string, name: string): string | undefined {
  const words = stitchWords(stitch).parameters[name];
  return typeof words === 'object' ? words.hint : undefined;
}

export function stitchAnswer(stitch: string, name: string, value: string): string {
  const words = stitchWords(stitch).parameters[name] as
    { readonly answers?: Readonly<Record<string, string>> } | undefined;
  return (typeof words === 'object' ? words.answers?.[value] : undefined) ?? value;
}
