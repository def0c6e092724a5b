import { EMPTY_PAGE, type BookPage, type Fit, type PageContent, type Role, type Thread } from '../document/pages.ts';
import type { BookDocument } from '../document/document.ts';
import { waiting, type Sequence } from './sequence.ts';

/** One row of a page plan that comes back: what a page is to carry. Whatever is absent stays as it is on that page. */
export interface PlanRow {
  /** 0-based */
  readonly page: number;
  /** name of a file that is in the book; `''`: nothing on the page */
  readonly file?: string;
  /** 0-based page of that file */
  readonly pageOfFile?: number;
  readonly fit?: Fit;
  readonly role?: Role | null;
  readonly thread?: Thread | null;
  readonly note?: string;
  readonly caption?: string;
  readonly locked?: boolean;
}

export type PlanRowProblem =
  | { readonly code: 'row-no-such-page'; readonly page: number; readonly pages: number }
  | { readonly code: 'row-page-twice'; readonly page: number }
  | { readonly code: 'row-no-such-file'; readonly page: number; readonly file: string };

/** The first thing in the rows that the book cannot do. */
export function planRowProblem(book: BookDocument, rows: readonly PlanRow[]): PlanRowProblem | undefined {
  const seen = new Set<number>();
  const stock = stockOf(book);
  for (const { page, file, pageOfFile } of rows) {
    if (page >= book.pages.length) return { code: 'row-no-such-page', page, pages: book.pages.length };
    if (seen.has(page)) return { code: 'row-page-twice', page };
    seen.add(page);
    if (file && !find(stock, file, pageOfFile ?? 0)) return { code: 'row-no-such-file', page, file };
  }
  return undefined;
}

const stockOf = ({ pages, tray }: Sequence): readonly PageContent[] =>
  [...pages, ...tray].flatMap(({ content }) => content ?? []);

const find = (stock: readonly PageContent[], file: string, page: number): PageContent | undefined =>
  stock.find((content) => content.name === file && content.page === page);

/** Brings the pages into the order of the rows. Each picture is taken once before one is used twice; what no row mentions waits in the tray. */
export function arrange(book: BookDocument, rows: readonly PlanRow[]): Sequence {
  const named = rows.filter(({ file }) => file !== undefined);
  const leaving = new Set(named.map(({ page }) => page));
  const stays = book.pages.map(({ content }, i) => (leaving.has(i) ? null : content));
  // What stands on pages that are given anew, and what waits, may be taken; the page's own picture first.
  const stock = [
    ...book.pages.flatMap(({ content }, i) => (content && leaving.has(i) ? [content] : [])),
    ...book.tray.flatMap(({ content }) => content ?? []),
  ];
  const taken = new Set<PageContent>();
  const take = (page: number, file: string, pageOfFile: number): PageContent | null => {
    const fits = (content: PageContent) => content.name === file && content.page === pageOfFile;
    const own = book.pages[page]!.content;
    const found =
      (own && fits(own) && !taken.has(own) ? own : undefined) ??
      stock.find((content) => fits(content) && !taken.has(content)) ??
      stockOf(book).find(fits);
    if (found) taken.add(found);
    return found ?? null;
  };
  // Own pictures are reserved before any page takes another's.
  const order = [...named].sort((a, b) => Number(isOwn(book, b)) - Number(isOwn(book, a)));
  const contents = new Map(
    order.map(({ page, file, pageOfFile }) => [page, file ? take(page, file, pageOfFile ?? 0) : null]),
  );
  const byPage = new Map(rows.map((row) => [row.page, row]));
  const pages = book.pages.map((old, i): BookPage => {
    const row = byPage.get(i);
    if (!row) return old;
    const { page: _, file, pageOfFile: __, fit, ...words } = row;
    const content = file === undefined ? stays[i]! : contents.get(i)!;
    return { ...old, ...words, content: content && fit ? { ...content, fit } : content };
  });
  const left = book.pages.flatMap(({ content }, i) =>
    content && leaving.has(i) && !taken.has(content) ? [{ ...EMPTY_PAGE, content }] : [],
  );
  const tray = book.tray.flatMap((one) => {
    if (!one.content || !taken.has(one.content)) return [one];
    return waiting([{ ...one, content: null }]);
  });
  return { pages, tray: [...left, ...tray] };
}

const isOwn = (book: BookDocument, { page, file, pageOfFile }: PlanRow): boolean => {
  const own = book.pages[page]?.content;
  return own?.name === file && own?.page === (pageOfFile ?? 0);
};
