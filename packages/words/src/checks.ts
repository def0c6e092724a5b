import type { Check } from '@eight-up/core/checks/check';
import { GOOD_RESOLUTION, SOFT_RESOLUTION } from '@eight-up/core/checks/resolution';
import type { BookDocument } from '@eight-up/core/document/document';
import { grainName } from '@eight-up/core/paper/sheet-size';
import { measure, measureSize, usualMeasure, type LengthUnit } from '@eight-up/core/units/measure';
import { mm, nm, type Nm } from '@eight-up/core/units/nm';
import { bindingRemedyWords, stitchProblemWords } from './binding.ts';
import { counted } from './counted.ts';
import { ROLE_WORDS } from './pages.ts';

export interface CheckWords {
  /** what is so, and why it matters */
  readonly reason: string;
  /** what would be right */
  readonly remedy: string;
}

const list = (names: readonly string[]): string =>
  names.length <= 6 ? names.join(', ') : `${names.slice(0, 5).join(', ')} and ${names.length - 5} more`;

/** Each thing to settle: the reason first, then what would be right. `names` are the words of the page numbers. */
export function checkWords(
  check: Check,
  book: BookDocument,
  names: readonly string[],
  unit: LengthUnit = 'mm',
): CheckWords {
  const name = (page: number) => names[page] ?? String(page + 1);
  const one = 'pages' in check && check.pages.length === 1;
  const pages = 'pages' in check ? `${one ? 'Page' : 'Pages'} ${list(check.pages.map(name))}` : '';
  const usual = (millimetres: number) => usualMeasure(mm(millimetres), unit);
  const verb = (singular: string, plural: string) => (one ? singular : plural);
  switch (check.code) {
    case 'refolded':
      return {
        reason:
          'Pages stand elsewhere on this sheet than Eight Up first said: it read the fold in another order than hands open it. Your pictures kept their page numbers; what was too many waits in the tray.',
        remedy: 'What you printed before stays as it is. Print and fold a numbered dummy before you print again.',
      };
    case 'pages-missing':
      return {
        reason: `${pages} ${verb('has', 'have')} nothing on ${verb('it', 'them')} yet.`,
        remedy: 'Drop in pictures, or give the page the role “left blank”; an empty page prints as bare paper.',
      };
    case 'blank-not-empty':
      return {
        reason: `${pages} ${verb('is', 'are')} meant to stay blank, but something stands there.`,
        remedy: 'Clear it, or let it be a page like the others.',
      };
    case 'original-lost':
      return { reason: `${pages}: the original file is gone from the data folder.`, remedy: 'Drop the file in again.' };
    case 'resolution-low': {
      const soft = check.least < SOFT_RESOLUTION ? `: ${verb('it', 'they')} will look soft` : '';
      const good = measureSize(nm(check.good.width), nm(check.good.height), unit);
      return {
        reason: `${pages} ${verb('prints', 'print')} at ${one ? '' : 'as little as '}${Math.round(check.least)} pixels an inch${soft}.`,
        remedy: `${one ? 'It would be' : 'The softest would be'} good up to ${good} (${GOOD_RESOLUTION} an inch): use a larger scan, or print it smaller.`,
      };
    }
    case 'in-unprintable-margin':
      return {
        reason: `${pages} ${verb('reaches', 'reach')} into the strip your printer leaves white.`,
        remedy:
          book.printing.margin === 'shrink'
            ? 'The pages are as small as they are made; set smaller margins or take a larger sheet.'
            : 'Shrink all pages to the printer’s margin, or accept the white edge.',
      };
    case 'poster-in-margin':
      return {
        reason: 'The picture on the back of the sheet reaches into the strip your printer leaves white.',
        remedy: 'Lay it whole inside what the printer reaches, print on larger paper, or accept the white edge.',
      };
    case 'no-bleed-at-cut':
      return {
        reason: `${pages} ${verb('ends', 'end')} just where the sheet is cut out. A blade that slips leaves a white line, or takes in the neighbour.`,
        remedy: 'Let the pictures run over the edge: the sheets then stand apart by twice the bleed.',
      };
    case 'poster-no-bleed':
      return {
        reason: 'The picture on the back ends just where the sheet is cut out: a blade that slips leaves a white line.',
        remedy: 'Let it run over the edge.',
      };
    case 'border-along-fold':
      return {
        reason: `${pages} ${verb('leaves', 'leave')} a narrow border along a fold or slit. Print and fold meet within ${usual(1)} only, so it comes out uneven.`,
        remedy: `Let the picture fill the page, or leave a border of ${usual(3)} and more.`,
      };
    case 'cut-off-at-fold':
      return {
        reason: `${pages}: the picture runs past the page and is cut off at a fold or slit.`,
        remedy: 'Lay it whole inside the page, or let it fill the page on purpose.',
      };
    case 'letters-near-fold':
      return {
        reason: `${pages}: numbers or captions stand so near to a fold or slit that a slip runs through them.`,
        remedy: `Keep ${usual(5)} clear (usual).`,
      };
    case 'caption-too-long':
      return {
        reason: `${pages}: the caption takes more room than a caption has.`,
        remedy: 'Shorten it, or set it smaller.',
      };
    case 'glyph-missing':
      return {
        reason: `${pages}: the shipped type has no “${check.signs.join(' ')}”. A question mark would print instead.`,
        remedy: 'Write it otherwise, or bring the words in as a picture.',
      };
    case 'role-misplaced':
      return {
        reason:
          check.role === 'title'
            ? `${pages} is the title, but it stands on a verso. Titles are met on the right, on a recto.`
            : `${pages} is the ${ROLE_WORDS[check.role]}, but it is not on the outside of the book.`,
        remedy:
          check.to === null
            ? 'The outside of this book is unprinted paper: no page can be the cover.'
            : `Its place is page ${name(check.to)}.`,
      };
    case 'spread-apart':
      return {
        reason: `${pages}: the parts of one picture no longer stand where they were cut for.`,
        remedy: 'Move the pages back, or take the picture onto one page and lay it over several again.',
      };
    case 'spread-on-two-pieces':
      return {
        reason: `${pages}: this opening is not one piece of paper. The halves are printed apart and must meet.`,
        remedy:
          'Keep faces and lettering away from the middle; mark them, and this is watched. A strip printed on both pages forgives a slip.',
      };
    case 'paper-too-small':
      return {
        reason: 'The paper to print on is smaller than one sheet of the book: nothing can be printed.',
        remedy: 'Take larger paper, or print on the sheet itself.',
      };
    case 'larger-than-spread':
      return {
        reason: `${pages}: at this size the picture is larger than all the pages that it lies over, and is cut off at their edges.`,
        remedy: 'Lay it whole on them, or let it fill them on purpose.',
      };
    case 'spread-shrunk':
      return {
        reason: `${pages}: all pages are drawn smaller for the printer’s margin, so that one picture over several has bare paper where its parts should meet.`,
        remedy: 'Print pages at full size and accept the white edge outside, or print on larger paper.',
      };
    case 'met-by-gutter':
      return {
        reason: `${pages}: ${check.what === 'face' ? 'a face' : 'a line of text'} comes to the gutter, where two pieces of paper meet.`,
        remedy: 'Push the picture aside, make it larger, or lay it on one page.',
      };
    case 'flap-near-trim':
      return {
        reason:
          check.left <= 0
            ? `${pages}: trimming the fore-edge cuts the fold of this fold-out off.`
            : `${pages}: trimmed, the fore-edge comes within ${measure(nm(check.left), unit)} of this fold-out’s fold.`,
        remedy: `Let the fold stand ${usual(2)} to ${usual(3)} inside the trimmed fore-edge (usual), or trim less.`,
      };
    case 'flap-near-gutter':
      return {
        reason: `${pages}: folded in, the flap ends ${measure(nm(check.left), unit)} from the gutter and catches there.`,
        remedy: `Let its free edge stay ${usual(3)} to ${usual(5)} away (usual).`,
      };
    case 'grain-across-spine':
      return {
        reason: check.thin
          ? 'The fibres run across the spine folds. Thin paper holds there, and many makers let it; it springs open a little.'
          : 'The fibres run across the spine folds. Heavy paper cracks there, and the book springs open.',
        remedy: `Right would be ${grainWanted(book, check.spine)}; office paper is nearly always long grain.`,
      };
    case 'grain-unknown':
      return {
        reason: 'Nobody knows yet which way the fibres run.',
        remedy: `Bend the sheet both ways: it rolls more easily along the grain. Right is ${grainWanted(book, check.spine)}.`,
      };
    case 'section-thick':
      return {
        reason: `Folded, ${counted(check.folios, 'folio')} in one nest are ${measure(check.thickness as Nm, unit)} thick (twice ${check.folios} × ${measure(book.printing.creep.thickness, unit)}, as thick as the paper is counted).`,
        remedy:
          check.weight === 'settle'
            ? 'So thick a nest springs open and its inner pages grow narrow: make it two sections or more, or take thinner paper.'
            : 'It will want pressing, and its fore-edge trimming.',
      };
    case 'not-held':
      return {
        reason: stitchProblemWords(check.problem, unit, check.sections),
        remedy: 'Set it otherwise in the Bind stage, before anything is pierced.',
      };
    case 'files-unused':
      return {
        reason: `${counted(check.names.length, 'picture')} in the tray ${check.names.length === 1 ? 'stands' : 'stand'} on no page: ${list(check.names)}.`,
        remedy: 'Place them, choose a form with more pages, or leave them there.',
      };
  }
}

/** The reason that goes on the record where a warning can be accepted in one press; undefined where the maker has to say why. */
export const acceptedInOnePress = (check: Check): { readonly verb: string; readonly reason: string } | undefined =>
  check.code === 'grain-across-spine' && check.thin
    ? { verb: 'Accept it: the paper is thin', reason: 'thin paper, folded across its fibres' }
    : undefined;

/** What one press would do about a check, as a verb; undefined where no press settles it. */
export function remedyVerb(check: Check, names: readonly string[], unit: LengthUnit = 'mm'): string | undefined {
  switch (check.code) {
    case 'refolded':
      return 'I have seen it';
    case 'pages-missing':
      return check.pages.length === 1 ? 'Leave it blank' : 'Leave them all blank';
    case 'in-unprintable-margin':
      return 'Shrink the pages';
    case 'poster-in-margin':
      return 'Lay it inside';
    case 'no-bleed-at-cut':
    case 'poster-no-bleed':
      return 'Let them bleed';
    case 'border-along-fold':
      return 'Fill these pages';
    case 'cut-off-at-fold':
      return 'Lay it whole inside';
    case 'letters-near-fold':
      return 'Keep them clear';
    case 'resolution-low':
      return 'Print it that small';
    case 'glyph-missing':
      return 'Leave those signs out';
    case 'role-misplaced':
      return check.to === null ? 'Take the role off' : `Move it to page ${names[check.to] ?? check.to + 1}`;
    case 'blank-not-empty':
      return 'Let it be a page';
    case 'spread-apart':
      return 'Take it onto one page';
    case 'larger-than-spread':
      return 'Lay it whole on them';
    case 'spread-shrunk':
      return 'Print pages at full size';
    case 'paper-too-small':
      return 'Print on the sheet itself';
    case 'section-thick':
      return 'Make it several sections';
    case 'not-held':
      return check.does && bindingRemedyWords({ does: check.does }, check.stitch, unit);
    case 'files-unused':
      return 'Fill the empty pages';
    default:
      return undefined;
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

/** While a book's checks are being worked out. */
export const LOOKING_IT_OVER = 'Looking it over …';

/** How much is open, as a heading. */
export const thingsToSettle = (open: number): string =>
  open === 0 ? 'Nothing to settle' : open === 1 ? '1 thing to settle' : `${open} things to settle`;
