import { remediesFor } from '../binding/remedies.ts';
import { planBook, type FoldedBook } from '../forms/planned-book.ts';
import { applyCommand, type Command } from '../book/command.ts';
import { AS_IT_FITS } from '../document/pages.ts';
import type { AssetLookup } from '../document/asset.ts';
import type { BookDocument } from '../document/document.ts';
import { takesPicture } from '../book/sequence.ts';
import { USUAL_PRINTING } from '../document/usual.ts';
import { missingGlyphs } from '../output/face.ts';
import { impose } from '../pagination/imposition.ts';
import { unreachedOn } from '../printing/reach.ts';
import { nm } from '../units/nm.ts';
import { checkBook, THICK } from './checks.ts';
import { checkKey, type Check } from './check.ts';
import { GOOD_RESOLUTION } from './resolution.ts';

/** What one press would do about a check, if there is such a thing. */
function proposed(check: Check, plan: FoldedBook, book: BookDocument, assets: AssetLookup): Command | undefined {
  switch (check.code) {
    case 'refolded':
      return { kind: 'know-refolding' };
    case 'pages-missing':
      // Of a book that has nothing yet nobody means that.
      return book.pages.some(({ content }) => content) ? { kind: 'leave-blank', pages: check.pages } : undefined;
    case 'in-unprintable-margin':
      return book.printing.margin === 'warn'
        ? { kind: 'set-printing', printing: { ...book.printing, margin: 'shrink' } }
        : undefined;
    case 'poster-in-margin': {
      const { top, right, bottom, left } = unreachedOn(plan, book);
      const across = nm(Math.max(left, right));
      const margins = { head: top, tail: bottom, spine: across, foreEdge: across };
      const turn = book.poster?.placing?.turn ?? 0;
      return book.poster
        ? { kind: 'hang-poster', poster: { ...book.poster, fit: 'fit', placing: { ...AS_IT_FITS, turn, margins } } }
        : undefined;
    }
    case 'poster-no-bleed':
      return book.poster ? { kind: 'hang-poster', poster: { ...book.poster, fit: 'bleed' } } : undefined;
    case 'no-bleed-at-cut':
      return { kind: 'set-fit', pages: check.pages, fit: 'bleed' };
    case 'larger-than-spread':
      return { kind: 'set-fit', pages: check.pages, fit: 'fit' };
    case 'spread-shrunk':
      return { kind: 'set-printing', printing: { ...book.printing, margin: 'warn' } };
    case 'border-along-fold':
      return { kind: 'set-fit', pages: check.pages, fit: 'fill' };
    case 'cut-off-at-fold':
      return { kind: 'set-fit', pages: check.pages, fit: 'fit' };
    case 'letters-near-fold':
      return { kind: 'set-printing', printing: { ...book.printing, safe: USUAL_PRINTING.safe } };
    case 'resolution-low': {
      const [page] = check.pages;
      const worst = check.pages.length === 1 ? impose(plan, book, assets).find((one) => one.page === page) : undefined;
      if (!worst) return undefined;
      const old = worst.content.placing ?? AS_IT_FITS;
      // Rounded down a little: just short of good is not good.
      const scale = Math.floor(((old.scale * worst.pixelsPerInch!) / GOOD_RESOLUTION) * 1000) / 1000;
      return scale > 0 ? { kind: 'adjust', page: page!, placing: { ...old, scale } } : undefined;
    }
    case 'glyph-missing': {
      const [page] = check.pages;
      if (check.pages.length > 1) return undefined;
      const { caption } = book.pages[page!]!;
      const missing = missingGlyphs(caption);
      const kept = [...caption.normalize('NFC')]
        .filter((sign) => !missing.includes(sign))
        .join('')
        .trim();
      return { kind: 'say', page: page!, words: { caption: kept } };
    }
    case 'role-misplaced':
      return check.to === null
        ? { kind: 'say', page: check.pages[0]!, words: { role: null } }
        : { kind: 'move', from: check.pages[0]!, to: check.to };
    case 'blank-not-empty':
      return check.pages.length === 1 ? { kind: 'say', page: check.pages[0]!, words: { role: null } } : undefined;
    case 'spread-apart':
      return { kind: 'gather', page: check.pages[0]! };
    case 'paper-too-small':
      return { kind: 'set-printing', printing: { ...book.printing, onto: null } };
    case 'section-thick': {
      if (!plan.form.inSections) return undefined;
      const most = Math.max(1, Math.floor(THICK / (2 * book.printing.creep.thickness)));
      const sections = Math.ceil(plan.run.laid.sheets.length / most);
      const parameters = { ...plan.parameters, ...plan.form.inSections(plan.parameters, sections) };
      return { kind: 'choose-form', form: { id: book.form.id, parameters } };
    }
    case 'not-held': {
      const [remedy] = remediesFor(check.problem, plan, book, book.binding);
      return remedy && { kind: 'set-binding', binding: remedy.binding };
    }
    case 'files-unused':
      return book.pages.some(takesPicture) ? { kind: 'fill-from-tray' } : undefined;
    default:
      return undefined;
  }
}

/**
 * The remedy of a check that is done in one press, tried on the whole book: offered only when it settles just this, and raises nothing whose own
 * remedy leads back to where one began.
 *
 * @param before all checks of the book as it is
 */
export function remedyOf(
  check: Check,
  plan: FoldedBook,
  book: BookDocument,
  assets: AssetLookup,
  before: readonly Check[] = checkBook(plan, book, assets),
): Command | undefined {
  const command = proposed(check, plan, book, assets);
  const applied = command && applyCommand(book, command);
  if (!applied?.ok) return undefined;
  const key = checkKey(check);
  const { form, sheet } = applied.value.book;
  const folded =
    form === book.form && sheet === book.sheet ? { ok: true as const, value: plan } : planBook(form, sheet);
  if (!folded.ok) return undefined;
  const after = applied.value.book;
  const known = new Set(before.map(({ code }) => code));
  const leadsBack = (raised: Check): boolean => {
    const back = proposed(raised, folded.value, after, assets);
    const again = back && applyCommand(after, back);
    return again?.ok === true && JSON.stringify(again.value.book) === JSON.stringify(book);
  };
  const isInVain = checkBook(folded.value, after, assets).some(
    (left) => checkKey(left) === key || (!known.has(left.code) && leadsBack(left)),
  );
  return isInVain ? undefined : command;
}
