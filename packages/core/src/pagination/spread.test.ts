import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyCommand } from '../book/command.ts';
import { AS_IT_FITS, FITS, onPage, type PageContent, type SpreadHow, type SpreadOver } from '../document/pages.ts';
import type { AssetPage } from '../document/asset.ts';
import type { BookDocument } from '../document/document.ts';
import { newBook } from '../book/new-book.ts';
import { affineApply, quarterTurn } from '../geometry/affine.ts';
import { planBook } from '../forms/planned-book.ts';
import { mm } from '../units/nm.ts';
import { impose, layPoster } from './imposition.ts';
import { extentOf, placeOnPage, pushed } from './placing.ts';
import { shareAsPrinted } from './gutter.ts';
import { pagePlaces } from './page-places.ts';
import { isTrueSpread, spreadPages, spreadRows } from './spread.ts';

const A4 = { width: mm(297), height: mm(210), fibre: 'any' as const };
const picture: PageContent = { asset: 'a'.repeat(64), page: 0, name: 'river', fit: 'fill' };
const lookup = (asset: AssetPage) => () => ({ id: picture.asset, kind: 'jpeg' as const, bytes: 1, pages: [asset] });
const bookOf = (id: string, parameters = {}) => {
  const [made, plan] = [newBook('t', { id, parameters }, A4), planBook({ id, parameters }, A4)];
  if (!made.ok || !plan.ok) throw new Error('no book');
  const pages = made.value.pages.map((page, i) => (i === 1 ? onPage(picture) : page));
  return { plan: plan.value, book: { ...made.value, pages } };
};
const spread = (book: BookDocument, over: SpreadOver, how: SpreadHow, page = 1) => {
  const applied = applyCommand(book, { kind: 'spread', page, over, how });
  if (!applied.ok) throw new Error(applied.problem.code);
  return applied.value.book;
};
const size = fc.record({
  width: fc.integer({ min: 20, max: 900 }).map(mm),
  height: fc.integer({ min: 20, max: 900 }).map(mm),
});

describe('one picture over several panels', () => {
  it('opened out lies whole on the sheet: every part maps the picture through the same matrix', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 8 }),
        fc.integer({ min: 2, max: 8 }),
        size,
        fc.constantFrom(0, 90, 33),
        (rows, columns, asset, turn) => {
          const { plan, book } = bookOf('meander-book', { rows, columns });
          const laid = spread(book, { kind: 'sheet' }, 'opened-out');
          const adjusted = applyCommand(laid, {
            kind: 'adjust',
            page: 0,
            placing: { ...AS_IT_FITS, turn, right: mm(3), down: mm(-2) },
          });
          if (!adjusted.ok) throw new Error('not adjusted');
          const placed = impose(plan, adjusted.value.book, lookup(asset));
          expect(placed).toHaveLength(plan.reading.pages.length);
          for (const { matrix } of placed)
            matrix.forEach((value, i) =>
              expect(Math.abs(value - placed[0]!.matrix[i]!)).toBeLessThan(i < 4 ? 1e-9 : 5),
            );
        },
      ),
      { numRuns: 20 },
    );
  });

  it('in the book reads on from page to page, head up: neighbours of a row meet at the same line of the picture', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 8 }), fc.integer({ min: 2, max: 8 }), size, (rows, columns, asset) => {
        const { plan, book } = bookOf('meander-book', { rows, columns });
        for (const row of spreadRows(plan)) {
          const laid = spread(book, { kind: 'row', row }, 'in-the-book', 1);
          const pages = laid.pages.flatMap(({ content }, i) => (content ? [{ content, i }] : []));
          const { width, height } = plan.reading;
          const share = (page: number) =>
            shareAsPrinted(plan, pagePlaces(plan)[page]!, laid.pages[page]!.content!.part!, laid.printing);
          pages.forEach(({ content, i }, k) => {
            const { matrix, scale } = placeOnPage(content, asset, { width, height, spine: 'left' }, 0, share(i));
            // Panels differ by a nanometre in some 20 millimetres or more; over the drawn picture that adds up to this.
            const slip = 1e-7 * scale * Math.max(asset.width, asset.height) + 10;
            expect(matrix[0]).toBeGreaterThan(0);
            expect(matrix[1]).toBe(0);
            const next = pages[k + 1];
            if (!next) return;
            const other = placeOnPage(next.content, asset, { width, height, spine: 'left' }, 0, share(next.i)).matrix;
            // The same point of the picture: at the right edge here, at the left edge there.
            expect(Math.abs(matrix[4] - other[4] - width)).toBeLessThan(slip);
            expect(Math.abs(matrix[5] - other[5])).toBeLessThan(slip);
          });
        }
      }),
      { numRuns: 15 },
    );
  });

  it('along the whole strip of a meander: one long picture, page after page as they are read', () => {
    const { plan, book } = bookOf('meander-book', { rows: 3, columns: 4 });
    const shares = spreadPages(plan, { kind: 'strip' }, 'in-the-book');
    expect(shares.map(({ page }) => page)).toEqual(book.pages.map((_, i) => i));
    shares.forEach(({ share }, i) => {
      expect(share.left).toBeCloseTo(i / 12, 6);
      expect([share.top, share.height, share.turned]).toEqual([0, expect.closeTo(1, 6), 0]);
    });
    expect(spreadPages(plan, { kind: 'strip' }, 'opened-out')).toEqual([]);
    // Laid otherwise afterwards, the picture is still one, and nothing of it waits in the tray.
    const laid = spread(book, { kind: 'strip' }, 'in-the-book');
    const row = spread(laid, { kind: 'row', row: 0 }, 'opened-out', 1);
    expect(row.pages.map(({ content }) => content?.part?.over.kind)).toEqual(
      book.pages.map((_, i) => (i < 4 ? 'row' : undefined)),
    );
    expect(row.tray).toEqual([]);
  });

  it('over an opening shows the left half on the left; at a fold-out the page before the fold stands on its head', () => {
    const { plan, book } = bookOf('meander-book', { rows: 2, columns: 3, cover: 'first' });
    plan.reading.views.forEach((view, i) => {
      const places = spreadPages(plan, { kind: 'opening', view: i }, 'in-the-book');
      if (view.left === null || view.right === null) {
        expect(places).toEqual([]);
        return;
      }
      const part = (page: number) => places.find((one) => one.page === page)!.share;
      if (view.hinge === 'spine') {
        expect([part(view.left).left, part(view.right).left]).toEqual([0, 0.5]);
        expect([part(view.left).turned, part(view.right).turned]).toEqual([0, 0]);
      } else {
        expect([part(view.left).turned, part(view.right).turned]).toEqual([2, 0]);
        expect(part(view.left).top).toBe(view.toward === 'below' ? 0 : 0.5);
        expect([view.toward, view.headDown]).toEqual([view.hinge === 'head' ? 'below' : 'above', view.left]);
      }
      expect(isTrueSpread(plan, view)).toBe(true);
    });
    expect(book.pages).toHaveLength(6);
  });

  it('is pushed as one, whichever way its pages lie, and gathered onto one page with nothing lost', () => {
    const { plan, book } = bookOf('slit-book');
    const laid = spread(book, { kind: 'sheet' }, 'opened-out');
    const asset = { width: mm(300), height: mm(200) };
    const before = impose(plan, laid, lookup(asset));
    // A push to the right on a page is a push on the sheet by the way that page is turned.
    const page = 4;
    const content = pushed(laid.pages[page]!.content!, mm(5), 0, before[page]!.share);
    const applied = applyCommand(laid, { kind: 'adjust', page, placing: content.placing! });
    if (!applied.ok) throw new Error('not adjusted');
    const after = impose(plan, applied.value.book, lookup(asset));
    const [dx, dy] = affineApply(quarterTurn(before[page]!.quarterTurns), mm(5), 0);
    after.forEach(({ matrix }, i) => {
      expect(matrix[4] - before[i]!.matrix[4]).toBeCloseTo(dx, -1);
      expect(matrix[5] - before[i]!.matrix[5]).toBeCloseTo(dy, -1);
    });
    const gathered = applyCommand(applied.value.book, { kind: 'gather', page: 6 });
    expect(gathered.ok && gathered.value.book.pages.map(({ content: c }) => c)).toEqual(
      book.pages.map((_, i) => (i === 6 ? picture : null)),
    );
  });

  it('refuses where there is nothing to lay over, and moves what stood there to the tray', () => {
    const { book } = bookOf('slit-book');
    const other = { ...picture, name: 'other', asset: 'b'.repeat(64) };
    const both = { ...book, pages: book.pages.map((page, i) => (i === 2 ? onPage(other) : page)) };
    const laid = spread(both, { kind: 'opening', view: 1 }, 'in-the-book');
    expect(laid.tray).toEqual([onPage(other)]);
    for (const over of [
      { kind: 'opening' as const, view: 0 },
      { kind: 'row' as const, row: 7 },
    ]) {
      const applied = applyCommand(both, { kind: 'spread', page: 1, over, how: 'in-the-book' });
      expect(!applied.ok && applied.problem.code).toBe('nothing-to-spread-over');
    }
    expect(applyCommand(both, { kind: 'spread', page: 5, over: { kind: 'sheet' }, how: 'opened-out' })).toMatchObject({
      problem: { code: 'page-empty' },
    });
  });
});

describe('placing by hand', () => {
  const box = { width: mm(74), height: mm(105), spine: 'left' as const };
  it('whole is wholly inside its room, filling covers all of it, whatever the turn', () => {
    fc.assert(
      fc.property(size, fc.integer({ min: -180, max: 180 }), fc.constantFrom(...FITS), (asset, turn, fit) => {
        const margins = { head: mm(5), foreEdge: mm(4), tail: mm(3), spine: mm(10) };
        const content = { ...picture, fit, placing: { ...AS_IT_FITS, turn, margins } };
        const { matrix, scale } = placeOnPage(content, asset, box, mm(3));
        const extent = extentOf(matrix, asset);
        const room = { left: mm(10), top: mm(5), right: mm(70), bottom: mm(102) };
        if (fit === 'fit') {
          expect(extent.left).toBeGreaterThan(room.left - 2);
          expect(extent.top).toBeGreaterThan(room.top - 2);
          expect(extent.left + extent.width).toBeLessThan(room.right + 2);
          expect(extent.top + extent.height).toBeLessThan(room.bottom + 2);
        }
        if (fit === 'actual') expect(scale).toBe(1);
        if (fit === 'fill' || fit === 'bleed') {
          const over = fit === 'bleed' ? mm(3) : 0;
          // Every corner of the room lies inside the picture: back through the matrix.
          const [a, b, c, d, e, f] = matrix;
          const det = a * d - b * c;
          for (const [x, y] of [
            [room.left - over, room.top - over],
            [room.right + over, room.bottom + over],
            [room.left - over, room.bottom + over],
          ] as const) {
            const u = (d * (x - e) - c * (y - f)) / det;
            const v = (a * (y - f) - b * (x - e)) / det;
            expect(Math.min(u, v, asset.width - u, asset.height - v)).toBeGreaterThan(-10);
          }
        }
      }),
    );
  });

  it('keeps the spine margin on the left of a recto and on the right of a verso', () => {
    const margins = { ...AS_IT_FITS.margins, spine: mm(20) };
    const content = { ...picture, fit: 'fit' as const, placing: { ...AS_IT_FITS, margins } };
    const asset = { width: mm(74), height: mm(105) };
    const left = extentOf(placeOnPage(content, asset, box, 0).matrix, asset);
    const right = extentOf(placeOnPage(content, asset, { ...box, spine: 'right' }, 0).matrix, asset);
    expect([left.left, right.left]).toEqual([mm(20), 0]);
  });

  it('bleeds over the sheet’s edge only, never over a fold', () => {
    const { plan, book } = bookOf('slit-book');
    const pages = book.pages.map(() => onPage({ ...picture, fit: 'bleed' as const }));
    for (const { clip, rect } of impose(plan, { ...book, pages }, lookup({ width: mm(80), height: mm(80) }))) {
      const over = [rect.left - clip.left, rect.top - clip.top, clip.width - rect.width, clip.height - rect.height];
      const corner = rect.left === 0 || Math.abs(rect.left + rect.width - A4.width) < 1;
      expect(over[2]).toBeCloseTo(corner ? mm(3) : 0, -1);
      expect(over[3]).toBeCloseTo(mm(3), -1);
    }
  });

  it('hangs a poster over the whole of face B', () => {
    const { plan, book } = bookOf('slit-book');
    const laid = layPoster(plan, { ...book, poster: picture }, lookup({ width: mm(594), height: mm(420) }))!;
    expect(laid.side).toBe('B');
    expect(laid.matrix.map((value) => Math.round(value * 1e6) / 1e6)).toEqual([0.5, 0, 0, 0.5, 0, 0]);
    expect(layPoster(plan, book, () => undefined)).toBeUndefined();
  });
});
