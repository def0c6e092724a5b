import type { Form } from './form.ts';
import { meanderBook } from './meander-book.ts';
import { slitBook } from './slit-book.ts';

/** Every form there is: one file each, one line here. */
export const FORMS: readonly Form[] = [slitBook, meanderBook] as unknown as readonly Form[];

export const formById = (id: string): Form | undefined => FORMS.find((form) => form.id === id);
