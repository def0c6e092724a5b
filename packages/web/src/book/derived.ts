import type { AssetLookup } from '@eight-up/core/document/asset';
import type { BookDocument } from '@eight-up/core/document/document';
import { sortChecks, type Sorted } from '@eight-up/core/checks/check';
import { checkBook } from '@eight-up/core/checks/checks';
import type { BookAnswer } from '@eight-up/core/contract/answers';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { letterBook, type PageLetters } from '@eight-up/core/output/lettering';
import { printLayout, type PrintLayout } from '@eight-up/core/printing/print-layout';
import { impose, layPoster, overhang, type Laid, type PlacedContent } from '@eight-up/core/pagination/imposition';
import { pagePlaces, type PagePlace } from '@eight-up/core/pagination/page-places';
import { pageNames } from '@eight-up/words/forms';

/** What the drawing of a single page depends on besides the page itself; one object as long as none of it changes. */
export interface PageSetting {
  readonly plan: FoldedBook;
  readonly places: readonly PagePlace[];
  readonly assets: BookAnswer['assets'];
  readonly numbering: BookDocument['numbering'];
  readonly lettering: BookDocument['lettering'];
  readonly printing: BookDocument['printing'];
}

export const pageSetting = (
  plan: FoldedBook,
  { numbering, lettering, printing }: Pick<BookDocument, 'numbering' | 'lettering' | 'printing'>,
  assets: BookAnswer['assets'],
): PageSetting => ({ plan, places: pagePlaces(plan), assets, numbering, lettering, printing });

/** Everything that follows from a document once it is folded. */
export interface Derived {
  readonly names: readonly string[];
  readonly places: readonly PagePlace[];
  readonly placed: readonly PlacedContent[];
  readonly letters: readonly PageLetters[];
  readonly poster: Laid | undefined;
  /** how the sheets lie on the papers that go through the printer; undefined: the paper is too small */
  readonly layout: PrintLayout | undefined;
  readonly checks: Sorted;
  readonly look: AssetLookup;
}

export function deriveBook(plan: FoldedBook, book: BookDocument, assets: BookAnswer['assets']): Derived {
  const byId = new Map(assets.map((asset) => [asset.id, asset]));
  const look: AssetLookup = (asset) => byId.get(asset);
  const placed = impose(plan, book, look);
  const poster = layPoster(plan, book, look);
  const over = overhang(plan, [...placed, ...(poster ? [poster] : [])]);
  return {
    names: pageNames(plan.reading, book.numbering),
    places: pagePlaces(plan),
    placed,
    layout: printLayout(plan, book, over),
    letters: letterBook(plan, book),
    poster,
    checks: sortChecks(checkBook(plan, book, look), book.accepted),
    look,
  };
}
