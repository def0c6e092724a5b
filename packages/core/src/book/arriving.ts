import type { Command } from './command.ts';
import type { BookPage, PageContent } from '../document/pages.ts';
import { takesPicture } from './sequence.ts';

/**
 * Which pages (0-based) so many pictures fill, in order, when they are let go over page `at` (undefined: over none). As many as
 * there are empty pages fill those, wherever they fall; otherwise the first goes to the page pointed at, empty or not, and the
 * others to the empty ones after it.
 */
export function pagesToFill(pages: readonly BookPage[], count: number, at: number | undefined): readonly number[] {
  const empty = pages.flatMap((page, i) => (takesPicture(page) ? [i] : []));
  const aimed = at !== undefined && !pages[at]?.locked && !(count > 1 && count === empty.length) ? at : undefined;
  return aimed === undefined
    ? empty.slice(0, count)
    : [aimed, ...empty.filter((place) => place > aimed).slice(0, count - 1)].slice(0, count);
}

/** Where pictures that arrive one after another go: what the next change puts where. */
export interface Arrival {
  /** nothing has been placed yet */
  readonly first: boolean;
  /** pages before this one are not filled */
  readonly from: number;
}

/** The page that was pointed at takes the first picture, where it is one of those that are filled (see pagesToFill). */
export function arrivalAt(pages: readonly BookPage[], expected: number, at: number | undefined): Arrival {
  const [aimed] = pagesToFill(pages, expected, at);
  return aimed === undefined || aimed !== at ? { first: false, from: 0 } : { first: true, from: aimed };
}

/** The changes that put what has just arrived on the pages that it fills, and where the next goes; what finds no page waits in the tray. */
export function arrivalCommands(
  { first, from }: Arrival,
  arrived: readonly PageContent[],
): { readonly commands: readonly Command[]; readonly next: Arrival } {
  const [one, ...rest] = arrived;
  if (!one) return { commands: [], next: { first, from } };
  if (!first) return { commands: [{ kind: 'place', contents: arrived, from }], next: { first, from } };
  const next = { first: false, from: from + 1 };
  const others: readonly Command[] = rest.length ? [{ kind: 'place', contents: rest, from: next.from }] : [];
  return { commands: [{ kind: 'replace', page: from, content: one }, ...others], next };
}
