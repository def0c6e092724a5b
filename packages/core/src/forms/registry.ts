import { concertina } from './concertina.ts';
import type { Form } from './form.ts';
import { foldOutBooklet } from './fold-out-booklet.ts';
import { meanderBook } from './meander-book.ts';
import { nestedBooklet } from './nested-booklet.ts';
import { plainFold } from './plain-fold.ts';
import { rightAngleSection } from './right-angle-section.ts';
import { slitBook } from './slit-book.ts';

/** Every form there is: one file each, one line here. */
const DECLARED = [
  slitBook,
  meanderBook,
  nestedBooklet,
  foldOutBooklet,
  rightAngleSection,
  plainFold,
  concertina,
] as const;

type Declared = (typeof DECLARED)[number];
export type FormId = Declared['id'];
export type FormById = { readonly [I in FormId]: Extract<Declared, { readonly id: I }> };

export const FORMS = DECLARED as unknown as readonly Form[];

/** What a book is begun with that is to hold so many pictures: the first form that takes them; without any, the smallest book. */
export function formForPictures(pictures: number): {
  readonly id: string;
  readonly parameters: Readonly<Record<string, unknown>>;
} {
  for (const { id, beginsWith } of FORMS) {
    const parameters = beginsWith?.(pictures);
    if (parameters) return { id, parameters };
  }
  return { id: FORMS[0]!.id, parameters: {} };
}

export const formById = (id: string): Form | undefined => FORMS.find((form) => form.id === id);
