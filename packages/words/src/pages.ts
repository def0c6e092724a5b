import type { posterPlace } from '@eight-up/core/pagination/poster-place';
import type { SpreadWay } from '@eight-up/core/pagination/spread-ways';
import type { Laid } from '@eight-up/core/pagination/imposition';
import { measure, measureSize, type LengthUnit } from '@eight-up/core/units/measure';
import { nm, type Nm } from '@eight-up/core/units/nm';
import type { Role, Thread } from '@eight-up/core/document/pages';

/** What a page is for, as makers say it. */
export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  cover: 'front cover',
  title: 'title',
  imprint: 'imprint',
  contents: 'contents',
  story: 'story',
  blank: 'left blank',
  back: 'back cover',
};

export const THREAD_WORDS: Readonly<Record<Thread, string>> = {
  rust: 'rust',
  moss: 'moss',
  slate: 'slate',
  ochre: 'ochre',
  plum: 'plum',
  ink: 'ink',
};

/** What a thread stands for: the maker's name, or its colour. */
export const threadName = (thread: Thread, names: Readonly<Partial<Record<Thread, string>>>): string =>
  names[thread] || `${THREAD_WORDS[thread]} thread`;

/** A way of laying a picture over several pages: what it is called, and what comes of it. */
export function spreadWayWords(
  { kind, isOnePiece, row = [] }: SpreadWay,
  names: readonly string[],
  isGlued: boolean,
): { readonly name: string; readonly hint: string } {
  const across = `Across all that lies open: ${row.length > 8 ? `${names[row[0]!]} to ${names[row.at(-1)!]}` : row.map((page) => names[page]).join(' · ')}`;
  switch (kind) {
    case 'opening':
      return { name: 'Across this opening', hint: isOnePiece ? 'one piece of paper' : 'two pieces that must meet' };
    case 'opened-out':
      return { name: across, hint: 'the flap opened out' };
    case 'unfolded':
      return { name: across, hint: 'unfolded side by side' };
    case 'row-read':
      return { name: 'Along its row, to read', hint: 'page after page in the book' };
    case 'row-unfolded':
      return { name: 'Along its row, unfolded', hint: 'whole on the open sheet' };
    case 'strip':
      return { name: 'Along the whole strip, to read', hint: 'one long picture, page after page' };
    case 'sheet-read':
      return { name: 'Over the whole sheet, to read', hint: 'cut up and turned, page after page' };
    case 'sheet-unfolded':
      return {
        name: 'Over the whole sheet, unfolded',
        hint: isGlued ? 'whole on the flat sheet, before it is glued' : 'a picture when the book is opened out',
      };
  }
}

/** Where the halves of a picture lie on two pieces of paper: how they are split. */
export const splitSentence = (outer: string, hidden: Nm, unit: LengthUnit): string =>
  hidden > 0
    ? `Of page ${outer} ${measure(hidden, unit)} lie hidden in the gutter: the halves are split so that they meet beside it.`
    : 'The halves are split at the fold.';

/** What becomes of a picture on the back of the sheet. */
export const POSTER_PLACE: Readonly<Record<ReturnType<typeof posterPlace>, string>> = {
  'under-glue':
    'Under glued leaves it is not seen, and the sheet no longer opens out: leave the turns unglued, or tie the book.',
  hidden: 'It is hidden in the book and appears when the sheet is opened out.',
  'partly-seen': 'Part of it shows in the book; all of it when the sheet is opened out.',
};

/** How large a picture is by its file, and as it is printed with all of it that the page cuts off; pixels an inch where it has any. */
export function pictureSizeWords({ asset, matrix: [a, b, c, d], pixelsPerInch }: Laid, unit: LengthUnit): string {
  const file = measureSize(nm(asset.width), nm(asset.height), unit);
  const printed = measureSize(nm(asset.width * Math.hypot(a, b)), nm(asset.height * Math.hypot(c, d)), unit);
  const pixels = pixelsPerInch === undefined ? '' : ` at ${Math.round(pixelsPerInch)} pixels an inch`;
  return printed === file ? `, ${file} as in its file${pixels}` : `, ${file} by its file; printed ${printed}${pixels}`;
}
