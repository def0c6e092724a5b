import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkBook } from '../checks/checks.ts';
import { applyCommand, type Command } from '../book/command.ts';
import { CREEP_MODELS, type Creep } from '../document/printing.ts';
import { onPage } from '../document/pages.ts';
import type { AssetInfo } from '../document/asset.ts';
import type { BookDocument } from '../document/document.ts';
import { newBook } from '../book/new-book.ts';
import { planBook, type FoldedBook } from '../forms/planned-book.ts';
import { mm, type Nm } from '../units/nm.ts';
import { creepPerFolio } from './creep.ts';
import { hiddenInGutter, meetsPage, shareAsPrinted } from './gutter.ts';
import { spineFolds } from '../folding/nest.ts';
import { pagePlaces, sizeAsRead } from './page-places.ts';
import { placeOnPage } from './placing.ts';
import { isTrueSpread, spreadPages } from './spread.ts';

const A4 = { width: mm(297), height: mm(210), fibre: 'along-height' as const };
const asset: AssetInfo = {
  id: 'a'.repeat(64),
  kind: 'jpeg',
  bytes: 1,
  pages: [{ width: mm(400), height: mm(270), pixels: { width: 4000, height: 2700 } }],
};
const content = { asset: asset.id, page: 0, name: 'weir.jpg', fit: 'fill' as const };

function made(id: string, parameters: object, creep: Partial<Creep> = {}): { plan: FoldedBook; book: BookDocument } {
  const form = { id, parameters: { ...parameters } };
  const [plan, book] = [planBook(form, A4), newBook('Weir', form, A4)];
  if (!plan.ok || !book.ok) throw new Error('does not fold');
  const printing = {
    ...book.value.printing,
    creep: { ...book.value.printing.creep, thickness: mm(0.2), ...creep },
  };
  return { plan: plan.value, book: { ...book.value, printing } };
}

const after = (book: BookDocument, ...commands: readonly Command[]): BookDocument =>
  commands.reduce((old, command) => {
    const applied = applyCommand(old, command);
    if (!applied.ok) throw new Error(applied.problem.code);
    return applied.value.book;
  }, book);

/** Where in the picture (nanometres of paper from the whole's left) a page shows at `x` from its own left edge. */
function shownAt({ plan, book }: { plan: FoldedBook; book: BookDocument }, page: number, x: number): number {
  const place = pagePlaces(plan)[page]!;
  const content = book.pages[page]!.content!;
  const share = shareAsPrinted(plan, place, content.part!, book.printing);
  const { matrix } = placeOnPage(content, asset.pages[0]!, { ...sizeAsRead(place), spine: place.spine }, 0, share);
  return (x - matrix[4]) / matrix[0] / (1 / matrix[0]);
}

const openings = (plan: FoldedBook) =>
  plan.reading.views.flatMap((view, i) => (view.left !== null && view.right !== null ? [{ view, i }] : []));

describe('a picture across two pieces of paper', () => {
  it('shows on both pages just the strip asked for, once the gutter has hidden its part', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 40 }),
        fc.integer({ min: 1, max: 3 }),
        fc.constantFrom(...CREEP_MODELS),
        fc.integer({ min: 0, max: 8 }),
        fc.nat(),
        (folios, sections, model, overlapMm, pick) => {
          const start = made('nested-booklet', { pages: 4 * folios, sections }, { model, measured: mm(0.3) });
          const apart = openings(start.plan).filter(({ view }) => !isTrueSpread(start.plan, view));
          fc.pre(apart.length > 0);
          const { view, i } = apart[pick % apart.length]!;
          const [left, right] = [view.left!, view.right!];
          const overlap = mm(overlapMm);
          const book = after(
            { ...start.book, pages: start.book.pages.map((page, n) => (n === left ? onPage(content) : page)) },
            { kind: 'spread', page: left, over: { kind: 'opening', view: i }, how: 'in-the-book', overlap },
          );
          const now = { plan: start.plan, book };
          const [one, other] = [pagePlaces(start.plan)[left]!, pagePlaces(start.plan)[right]!];
          const hidden = hiddenInGutter(start.plan, [left, right], book.printing);
          // The outer folio lies behind the fold of the inner one: of its page a strip is not seen.
          const outerLeft = one.sheet < other.sheet;
          const [endOfLeft, startOfRight] = [one.rect.width - (outerLeft ? hidden : 0), outerLeft ? 0 : hidden];
          const shared = shownAt(now, left, endOfLeft) - shownAt(now, right, startOfRight);
          expect(Math.abs(shared - overlap)).toBeLessThan(50);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('hides a creep for each folio between them, nothing between sections, nothing where the paper is whole', () => {
    const { plan, book } = made('nested-booklet', { pages: 32, sections: 2 }, { model: 'crisp' });
    for (const { view } of openings(plan)) {
      const met = meetsPage(plan, view.left!);
      expect(met).toBe(isTrueSpread(plan, view) ? undefined : view.right);
      if (met === undefined) continue;
      const [one, other] = [view.left!, view.right!].map((page) => pagePlaces(plan)[page]!.sheet) as [number, number];
      const sameSection = Math.floor(one / 4) === Math.floor(other / 4);
      expect(hiddenInGutter(plan, [view.left!, view.right!], book.printing)).toBe(sameSection ? mm(0.2) : 0);
    }
    expect(spineFolds(plan).map(({ sheet, section, folio }) => [sheet, section, folio])).toEqual(
      [0, 1, 2, 3, 4, 5, 6, 7].map((sheet) => [sheet, Math.floor(sheet / 4), sheet % 4]),
    );
    expect(creepPerFolio(book.printing.creep)).toBe(mm(0.2));
  });

  it('on a right-angled section, whose pages lie on the sheet, the strip is as wide as asked for too', () => {
    for (const folds of [2, 3, 4])
      for (const model of ['none', 'crisp'] as const) {
        const start = made('right-angle-section', { folds }, { model });
        for (const { view, i } of openings(start.plan)) {
          if (isTrueSpread(start.plan, view)) continue;
          const pages = start.book.pages.map((page, n) => (n === view.left ? onPage(content) : page));
          const over = { kind: 'opening' as const, view: i };
          const book = after(
            { ...start.book, pages },
            { kind: 'spread', page: view.left!, over, how: 'in-the-book', overlap: mm(5) },
          );
          const now = { plan: start.plan, book };
          const hidden = hiddenInGutter(start.plan, [view.left!, view.right!], book.printing);
          const { width } = start.plan.reading;
          // Up to the middle opening the left page is on the inner folio, after it on the outer one.
          const outerLeft = view.left! + 1 > start.plan.reading.pages.length / 2;
          const shared =
            shownAt(now, view.left!, width - (outerLeft ? hidden : 0)) -
            shownAt(now, view.right!, outerLeft ? 0 : hidden);
          expect(Math.abs(shared - mm(5))).toBeLessThan(50);
          expect(hidden).toBe(model === 'none' ? 0 : mm(0.2));
        }
      }
  });

  it('is cut anew when the sheet changes: what was meant is kept, not the shares', () => {
    const start = made('fold-out-booklet', { flaps: ['none', 'right'] });
    const view = start.plan.reading.views.findIndex(({ row }) => row);
    const page = start.plan.reading.views[view]!.left!;
    const pages = start.book.pages.map((old, n) => (n === page ? onPage(content) : old));
    const over = { kind: 'opening' as const, view };
    const laid = after({ ...start.book, pages }, { kind: 'spread', page, over, how: 'in-the-book' });
    const larger = { width: mm(420), height: mm(297), fibre: 'any' as const };
    const moved = after(laid, { kind: 'choose-sheet', sheet: larger });
    const plan = planBook(moved.form, larger);
    if (!plan.ok) throw new Error(plan.problem.code);
    const afresh = spreadPages(plan.value, over, 'in-the-book');
    for (const { page: on, share } of afresh)
      expect(
        shareAsPrinted(plan.value, pagePlaces(plan.value)[on]!, moved.pages[on]!.content!.part!, moved.printing),
      ).toEqual(share);
    // A page that is taken out leaves its share behind.
    expect(after(moved, { kind: 'take-out', page }).tray[0]!.content).not.toHaveProperty('part');
  });

  it('laid once more with another strip keeps what was done to it by hand', () => {
    const start = made('nested-booklet', { pages: 16 });
    const over = { kind: 'opening' as const, view: 2 };
    const pages = start.book.pages.map((page, n) => (n === 3 ? onPage(content) : page));
    const placing = {
      right: mm(4),
      down: mm(0),
      turn: 0,
      scale: 1.1,
      margins: { head: mm(0), foreEdge: mm(0), tail: mm(0), spine: mm(0) },
    };
    const book = after(
      { ...start.book, pages },
      { kind: 'spread', page: 3, over, how: 'in-the-book' },
      { kind: 'adjust', page: 3, placing },
      { kind: 'spread', page: 3, over, how: 'in-the-book', overlap: mm(3) },
    );
    for (const page of [3, 4])
      expect(book.pages[page]!.content).toMatchObject({ placing, part: { overlap: mm(3), over, page } });
  });

  it('an overlap wider than the page leaves each page the whole picture, never a share below nothing', () => {
    const start = made('nested-booklet', { pages: 16 });
    const pages = start.book.pages.map((page, n) => (n === 3 ? onPage(content) : page));
    const over = { kind: 'opening' as const, view: 2 };
    const book = after(
      { ...start.book, pages },
      { kind: 'spread', page: 3, over, how: 'in-the-book', overlap: mm(100) },
    );
    const wide: BookDocument = {
      ...book,
      pages: book.pages.map((page) =>
        page.content?.part
          ? { ...page, content: { ...page.content, part: { ...page.content.part, overlap: mm(400) as Nm } } }
          : page,
      ),
    };
    const share = shareAsPrinted(start.plan, pagePlaces(start.plan)[3]!, wide.pages[3]!.content!.part!, wide.printing);
    expect(share).toMatchObject({ left: 0, width: 1 });
  });
});

describe('what is to be kept clear', () => {
  const start = made('nested-booklet', { pages: 16 });
  const pages = start.book.pages.map((page, n) => (n === 3 ? onPage(content) : page));
  const across = (view: number, left: number): readonly string[] => {
    const book = after(
      { ...start.book, pages },
      { kind: 'spread', page: 3, over: { kind: 'opening', view }, how: 'in-the-book' },
      { kind: 'keep-clear', page: 3, clear: [{ what: 'face', left, top: 0.3, width: 0.1, height: 0.2 }] },
    );
    return checkBook(start.plan, book, () => asset).flatMap((check) =>
      check.code === 'met-by-gutter' ? [`${check.what} ${check.pages.join(' ')}`] : [],
    );
  };
  it('is warned of where it comes to the gutter, on both pages, and nowhere else', () => {
    expect(across(2, 0.45)).toEqual(['face 3 4']);
    // Close to it on one side.
    expect(across(2, 0.39)).toEqual(['face 3 4']);
    expect(across(2, 0.1)).toEqual([]);
    expect(across(2, 0.8)).toEqual([]);
  });
  it('on a page without a picture there is nothing to mark', () => {
    expect(applyCommand(start.book, { kind: 'keep-clear', page: 0, clear: [] })).toMatchObject({
      ok: false,
      problem: { code: 'page-empty' },
    });
  });
});

describe('a picture across a flap opened out', () => {
  it('runs over all that lies open, each page its own share, without a gap', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('none', 'left', 'right', 'both'), { minLength: 1, maxLength: 5 }),
        fc.constantFrom('left-to-right', 'right-to-left'),
        (flaps, reading) => {
          const { plan } = made('fold-out-booklet', { flaps, reading });
          plan.reading.views.forEach((view, i) => {
            if (!view.row) return;
            const shares = [...spreadPages(plan, { kind: 'opening', view: i }, 'in-the-book')].sort(
              (one, other) => one.share.left - other.share.left,
            );
            expect(shares.map(({ page }) => page).sort()).toEqual([...view.row].sort());
            let end = 0;
            for (const { page, share } of shares) {
              expect(share.left).toBeCloseTo(end, 9);
              end = share.left + share.width;
              const { width } = pagePlaces(plan)[page]!.rect;
              const total = view.row.reduce((sum, other) => sum + pagePlaces(plan)[other]!.rect.width, 0);
              expect(share.width).toBeCloseTo(width / total, 9);
            }
            expect(end).toBeCloseTo(1, 9);
          });
        },
      ),
      { numRuns: 25 },
    );
  });
});
