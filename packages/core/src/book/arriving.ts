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

/** The changes that put arriving pictures on the pages that they fill (see pagesToFill); what finds none waits in the tray. */
export function arrivalCommands(
  pages: readonly BookPage[],
  arrived: readonly PageContent[],
  at: number | undefined,
): readonly Command[] {
  const [first, ...rest] = arrived;
  if (!first) return [];
  const [aimed] = pagesToFill(pages, arrived.length, at);
  if (aimed === undefined || aimed !== at) return [{ kind: 'place', contents: arrived }];
  return [
    { kind: 'replace', page: aimed, content: first },
    ...(rest.length ? [{ kind: 'place', contents: rest, from: aimed + 1 } as const] : []),
  ];
}
