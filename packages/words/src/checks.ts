import { GOOD_RESOLUTION, SOFT_RESOLUTION, type Check } from '@eight-up/core/checks/checks';
import type { BookDocument } from '@eight-up/core/book/document';
import { grainName } from '@eight-up/core/paper/sheet-size';
import { counted } from './forms.ts';

export interface CheckWords {
  /** what is so, and why it matters */
  readonly reason: string;
  /** what would be right */
  readonly remedy: string;
}

const list = (names: readonly string[]): string =>
  names.length <= 6 ? names.join(', ') : `${names.slice(0, 5).join(', ')} and ${names.length - 5} more`;

/** Each thing to settle: the reason first, then what would be right. `names` are the words of the page numbers. */
export function checkWords(check: Check, book: BookDocument, names: readonly string[]): CheckWords {
  const pages = (indices: readonly number[]) =>
    `${indices.length === 1 ? 'Page' : 'Pages'} ${list(indices.map((i) => names[i] ?? String(i + 1)))}`;
  switch (check.code) {
    case 'pages-missing':
      return {
        reason: `${pages(check.pages)} ${check.pages.length === 1 ? 'has' : 'have'} nothing on ${check.pages.length === 1 ? 'it' : 'them'} yet.`,
        remedy: 'Drop in pictures; a page left empty prints as bare paper.',
      };
    case 'original-lost':
      return {
        reason: `${pages(check.pages)}: the original file is gone from the data folder.`,
        remedy: 'Drop the file in again.',
      };
    case 'resolution-low': {
      const one = check.pages.length === 1;
      return {
        reason: `${pages(check.pages)} ${one ? 'prints' : 'print'} at ${one ? '' : 'as little as '}${Math.round(check.least)} pixels an inch${check.least < SOFT_RESOLUTION ? `: ${one ? 'it' : 'they'} will look soft` : ''}.`,
        remedy: `From ${GOOD_RESOLUTION} on it is sharp: use a larger scan, or print it smaller.`,
      };
    }
    case 'in-unprintable-margin':
      return {
        reason: `${pages(check.pages)} ${check.pages.length === 1 ? 'reaches' : 'reach'} into the strip your printer leaves white.`,
        remedy:
          book.printing.margin === 'shrink'
            ? 'The pages are as small as they are made; set smaller margins or take a larger sheet.'
            : 'Shrink all pages to the printer’s margin, or accept the white edge.',
      };
    case 'grain-across-spine':
      return {
        reason: `The fibres run across the spine folds. On thin paper they hold; heavy paper cracks there and the book springs open.`,
        remedy: `Right would be ${grainWanted(book, check.spine)}; office paper is nearly always long grain.`,
      };
    case 'grain-unknown':
      return {
        reason: 'Nobody knows yet which way the fibres run.',
        remedy: `Bend the sheet both ways: it rolls more easily along the grain. Right is ${grainWanted(book, check.spine)}.`,
      };
    case 'tray-waiting':
      return {
        reason: `${counted(check.count, 'picture')} wait in the tray.`,
        remedy: 'Place them, choose a form with more pages, or leave them there.',
      };
  }
}

/** The grain a sheet of this size must have: a name, and the axis in words. */
function grainWanted(book: BookDocument, spine: 'vertical' | 'horizontal'): string {
  const fibre = spine === 'vertical' ? 'along-height' : 'along-width';
  const name = grainName({ ...book.sheet, fibre });
  const axis = spine === 'vertical' ? 'upright as the sheet lies' : 'from left to right as the sheet lies';
  return name === 'long' || name === 'short'
    ? `a ${name}-grain sheet, its fibres ${axis}`
    : `a sheet with its fibres ${axis}`;
}
