import { planBook, type PlanProblem } from '../forms/planned-book.ts';
import { spreadPages } from '../pagination/spread.ts';
import { mm, type Nm } from '../units/nm.ts';
import { fail, ok, type Result } from '../result.ts';
import type { BookDocument } from '../document/document.ts';
import { EMPTY_PAGE, type PageContent, type SpreadHow, type SpreadOver } from '../document/pages.ts';
import { contentToTray, insert, type Sequence } from './sequence.ts';

/** What a picture is laid over, and what becomes of the pictures that stood there. */
export interface SpreadSo {
  readonly over: SpreadOver;
  readonly how: SpreadHow;
  /** printed on both pages where two pieces of paper meet */
  readonly overlap?: Nm | undefined;
  /** left out: they go to the tray */
  readonly others?: 'move-on' | 'to-the-tray' | undefined;
}

export type SpreadProblem =
  | PlanProblem
  | { readonly code: 'page-empty'; readonly page: number }
  | { readonly code: 'nothing-to-spread-over' }
  | { readonly code: 'page-locked'; readonly page: number };

/** Lays the picture of a page over several; the pictures that stood there go to the tray, or move on with everything after. */
export function spreadOver(
  book: BookDocument,
  page: number,
  { over, how, overlap = mm(0), others = 'to-the-tray' }: SpreadSo,
): Result<Sequence, SpreadProblem> {
  const content = book.pages[page]?.content;
  if (!content) return fail({ code: 'page-empty', page });
  const plan = planBook(book.form, book.sheet);
  if (!plan.ok) return plan;
  const places = spreadPages(plan.value, over, how);
  if (places.length < 2) return fail({ code: 'nothing-to-spread-over' });
  const locked = places.find((place) => book.pages[place.page]!.locked && place.page !== page);
  if (locked) return fail({ code: 'page-locked', page: locked.page });
  const { pages } = gathered(book, content);
  const spread = `${content.asset.slice(0, 8)}-${content.page}-${page}-${over.kind}${'view' in over ? over.view : 'row' in over ? over.row : 'from' in over ? over.from : ''}`;
  const taken = new Set(places.map((place) => place.page));
  // The old placing was meant for one page; over several the picture starts afresh, covering all. Laid over the same once more it stays.
  const { placing, part: before, ...bare } = content;
  const same = before !== undefined && JSON.stringify([before.over, before.how]) === JSON.stringify([over, how]);
  const whole = same && placing ? { ...bare, placing } : bare;
  const shared = overlap > 0 ? { overlap } : {};
  const movesOn = others === 'move-on';
  const left = pages.filter((old, i) => taken.has(i) && i !== page && old.content !== null);
  const laid: Sequence = {
    pages: pages.map((old, i) => {
      if (taken.has(i)) {
        const part = { spread, over, how, page: i, ...shared };
        // What moves on takes its words along.
        const words = movesOn && left.includes(old) ? EMPTY_PAGE : old;
        return { ...words, content: { ...whole, fit: same ? content.fit : ('fill' as const), part } };
      }
      return i === page ? { ...old, content: null } : old;
    }),
    tray: movesOn ? book.tray : [...book.tray, ...left.flatMap(({ content: old }) => contentToTray(old))],
  };
  const after = Math.max(...taken) + 1;
  return ok(movesOn ? left.reduceRight((sequence, old) => insert(sequence, after, old), laid) : laid);
}

/** The pages whose pictures would give way if the picture of `page` were laid over these. */
export const givingWay = (
  book: Pick<BookDocument, 'pages'>,
  page: number,
  over: readonly number[],
): readonly number[] => over.filter((one) => one !== page && book.pages[one]?.content != null);

/** Takes a spread back: the picture is whole on the page it is taken up from, and its other pages are empty. */
export function gather(book: BookDocument, page: number): Result<Sequence, SpreadProblem> {
  const content = book.pages[page]?.content;
  if (!content) return fail({ code: 'page-empty', page });
  const { placing: _, part: __, ...whole } = content;
  const { pages } = gathered(book, content);
  return ok({ pages: pages.map((old, i) => (i === page ? { ...old, content: whole } : old)), tray: book.tray });
}

/** The pages with all parts of a content's spread taken away. */
const gathered = (book: BookDocument, { part }: PageContent) => ({
  pages: part
    ? book.pages.map((old) => (old.content?.part?.spread === part.spread ? { ...old, content: null } : old))
    : book.pages,
});
