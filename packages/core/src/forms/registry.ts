import type { Form } from './form.ts';
import { foldOutBooklet } from './fold-out-booklet.ts';
import { meanderBook } from './meander-book.ts';
import { nestedBooklet } from './nested-booklet.ts';
import { plainFold } from './plain-fold.ts';
import { rightAngleSection } from './right-angle-section.ts';
import { slitBook } from './slit-book.ts';

/** Every form there is: one file each, one line here. */
export const FORMS: readonly Form[] = [
  slitBook,
  meanderBook,
  nestedBooklet,
  foldOutBooklet,
  rightAngleSection,
  plainFold,
] as unknown as readonly Form[];

export const formById = (id: string): Form | undefined => FORMS.find((form) => form.id === id);
