import { pageLabel } from '../folding/reading.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { type PlacedContent } from '../pagination/imposition.ts';
import { pagePlaces } from '../pagination/page-places.ts';
import type { BookDocument } from '../document/document.ts';

/** One row of the page plan: what stands on a page, and where the page stands on the sheet. */
export interface PagePlanRow {
  /** 1-based, in reading order */
  readonly page: number;
  readonly label: string;
  readonly side: string;
  readonly panel: string;
  /** degrees clockwise from the sheet's head to the page's head */
  readonly turned: number;
  readonly file: string;
  /** 1-based; empty for pictures and empty pages */
  readonly pageOfFile: number | '';
  readonly fit: string;
  readonly role: string;
  readonly thread: string;
  readonly note: string;
  readonly caption: string;
  readonly locked: 'yes' | '';
  readonly pixelsPerInch: number | '';
}

/** The page plan of a book, one row a page. */
export function pagePlan(
  plan: FoldedBook,
  book: BookDocument,
  placed: readonly PlacedContent[],
): readonly PagePlanRow[] {
  return pagePlaces(plan).map(({ page, side, panel, quarterTurns }): PagePlanRow => {
    const { content, role, thread, note, caption, locked } = book.pages[page]!;
    const label = pageLabel(plan.reading, page, book.numbering);
    const resolution = placed.find((one) => one.page === page)?.pixelsPerInch;
    return {
      page: page + 1,
      label: label.kind === 'number' ? String(label.number) : label.kind,
      side,
      panel,
      turned: quarterTurns * 90,
      file: content?.name ?? '',
      pageOfFile: content && content.page > 0 ? content.page + 1 : '',
      fit: content?.fit ?? '',
      role: role ?? '',
      thread: thread ?? '',
      note,
      caption,
      locked: locked ? 'yes' : '',
      pixelsPerInch: resolution === undefined ? '' : Math.round(resolution),
    };
  });
}
