import type { AssetInfo } from '../document/asset.ts';
import type { BookDocument } from '../document/document.ts';
import { coversOf } from '../folding/reading.ts';
import { planBook } from '../forms/planned-book.ts';
import { closedSize } from './nest-marks.ts';
import { pageFace, pageSetting, type PageFace } from './page-face.ts';

/** How a book stands on the shelf: closed, with its front towards the maker. */
export interface OnShelf {
  /** of the closed book, nanometres */
  readonly width: number;
  readonly height: number;
  readonly leaves: number;
  readonly pages: number;
  /** pages that still need a picture */
  readonly toFill: number;
  /** pages in front, side by side: none where the front is bare paper, two where it is a pair of doors */
  readonly front: readonly PageFace[];
  /** whether any of them carries something */
  readonly isFilledInFront: boolean;
}

/** Undefined: the form no longer folds. */
export function onShelf(book: BookDocument, assets: readonly AssetInfo[]): OnShelf | undefined {
  const planned = planBook(book.form, book.sheet);
  if (!planned.ok) return undefined;
  const plan = planned.value;
  const setting = pageSetting(plan, book, assets);
  const front = coversOf(plan.reading).front;
  return {
    ...closedSize(plan, book.printing),
    leaves: plan.reading.leaves,
    pages: plan.reading.pages.length,
    toFill: book.pages.filter(({ content, role }) => content === null && role !== 'blank').length,
    front: front.map((page) => pageFace(setting, page, book.pages[page]!)),
    isFilledInFront: front.some((page) => book.pages[page]?.content),
  };
}
