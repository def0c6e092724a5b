import type { FormById, FormId } from '@eight-up/core/forms/registry';
import { foldOutBookletWords } from './fold-out-booklet.ts';
import { concertinaWords } from './concertina.ts';
import type { FormWords, WordsOf } from './form-words.ts';
import { meanderBookWords } from './meander-book.ts';
import { nestedBookletWords } from './nested-booklet.ts';
import { plainFoldWords } from './plain-fold.ts';
import { rightAngleSectionWords } from './right-angle-section.ts';
import { slitBookWords } from './slit-book.ts';

/** Every form in words: one file each, one line here; without it nothing compiles. */
const WORDS: { readonly [I in FormId]: WordsOf<FormById[I]> } = {
  'slit-book': slitBookWords,
  'meander-book': meanderBookWords,
  'nested-booklet': nestedBookletWords,
  'fold-out-booklet': foldOutBookletWords,
  'right-angle-section': rightAngleSectionWords,
  'plain-fold': plainFoldWords,
  concertina: concertinaWords,
};

/** A form's words; of one that this version does not know, its id. */
export const formWords = (id: string): FormWords =>
  ((WORDS as Readonly<Record<string, unknown>>)[id] as FormWords | undefined) ?? {
    name: id,
    one: id,
    many: id,
    holds: '',
    made: '',
    parameters: {},
  };

const wordsOf = (form: string, name: string) => formWords(form).parameters[name];

export function parameterQuestion(form: string, name: string): string {
  const words = wordsOf(form, name);
  return typeof words === 'object' ? words.asks : (words ?? name);
}

/** What a question is about, where its words alone do not say it. */
export function parameterHint(form: string, name: string): string | undefined {
  const words = wordsOf(form, name);
  return typeof words === 'object' ? words.hint : undefined;
}

/** `hides`: how many printed faces nobody would read with this answer. */
export function parameterAnswer(form: string, name: string, value: string, hides = 0): string {
  const words = wordsOf(form, name) as { readonly answers?: Readonly<Record<string, string>> } | string | undefined;
  const answer = (typeof words === 'object' ? words.answers?.[value] : undefined) ?? value;
  return value === 'glued-shut' && hides > 0 ? `${answer} (hides ${hides} pages)` : answer;
}
