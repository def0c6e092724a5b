import type { KeepClear, PageContent } from '@eight-up/core/document/pages';
import type { OpenBook } from '../../book/use-book.ts';

/** More lines than these are a page of prose, which nobody lays over an opening. */
const MOST = 80;

const share = (value: number): number => Math.min(1, Math.max(0, value));

/** The lines of text on a page of a PDF, as what is to be kept clear of the gutter; of other pictures none are known. */
export async function textLines(book: Pick<OpenBook, 'assets'>, content: PageContent): Promise<readonly KeepClear[]> {
  if (book.assets.find(({ id }) => id === content.asset)?.kind !== 'pdf') return [];
  const { linesOfPdfPage } = await import('../../pictures/pdf-pages.ts');
  const lines = await linesOfPdfPage(`/api/assets/${content.asset}/original`, content.page);
  return lines.slice(0, MOST).map(({ left, top, width, height }) => ({
    what: 'text' as const,
    left: share(left),
    top: share(top),
    width: Math.min(width, 1 - share(left)),
    height: Math.min(height, 1 - share(top)),
  }));
}
