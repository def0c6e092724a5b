import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newBook } from '../book/new-book.ts';
import { applyCommand } from '../book/command.ts';
import type { AssetInfo } from '../document/asset.ts';
import type { BookDocument } from '../document/document.ts';
import { FITS } from '../document/pages.ts';
import { planBook } from '../forms/planned-book.ts';
import { affineApply } from '../geometry/affine.ts';
import { bottom, right } from '../geometry/rect.ts';
import { mm } from '../units/nm.ts';
import { bookJob } from './book-job.ts';
import { movedThings, originalsOf, textOf, type PlacedOriginal, type PrintJob } from './print-job.ts';
import { tilePages, tilesOf } from './tiles.ts';

const asset: AssetInfo = { id: 'a'.repeat(64), kind: 'jpeg', bytes: 1, pages: [{ width: mm(60), height: mm(40) }] };
const sheet = { width: mm(420), height: mm(297), fibre: 'any' as const };

function filled(pages: number, fit: (typeof FITS)[number], change: Partial<BookDocument['printing']> = {}) {
  const form = { id: 'nested-booklet', parameters: { pages } };
  const [plan, made] = [planBook(form, sheet), newBook('Tides', form, sheet)];
  if (!plan.ok || !made.ok) throw new Error('cannot be made');
  const contents = made.value.pages.map((_, i) => ({ asset: asset.id, page: 0, name: `${i}.jpg`, fit }));
  const placed = applyCommand(made.value, { kind: 'place', contents });
  if (!placed.ok) throw new Error(placed.problem.code);
  const { book } = placed.value;
  return { plan: plan.value, book: { ...book, printing: { ...book.printing, ...change } } };
}

const originals = (job: PrintJob): readonly PlacedOriginal[] =>
  job.pages.flatMap(({ things }) => things.flatMap((thing) => (thing.kind === 'original' ? [thing] : [])));

describe('the print job of a book', () => {
  it('has every picture once, inside the page that it is on, whichever face, order or paper is asked for', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(4, 8, 12, 20),
        fc.constantFrom(...FITS),
        fc.constantFrom('long-edge' as const, 'short-edge' as const),
        fc.constantFrom('outermost-first' as const, 'innermost-first' as const),
        fc.constantFrom(null, { width: mm(900), height: mm(650), at: 'middle' as const }),
        (pages, fit, flip, order, onto) => {
          const { plan, book } = filled(pages, fit, { onto });
          const ask = (face: 'A' | 'B' | 'both') => {
            const job = bookJob(plan, book, () => asset, { face, flip, order });
            if (!job.ok) throw new Error(job.problem.code);
            return job.value;
          };
          const [whole, fronts, backs] = [ask('both'), ask('A'), ask('B')];
          const names = (job: PrintJob) => new Set(originals(job).map(({ name }) => name));
          expect(names(whole).size).toBe(pages);
          expect(new Set([...names(fronts), ...names(backs)])).toEqual(names(whole));
          expect([...names(fronts)].filter((name) => names(backs).has(name))).toEqual([]);
          expect(originalsOf(whole)).toEqual(new Map([[asset.id, { name: expect.any(String) as string, pages: [0] }]]));
          for (const { width, height, things } of whole.pages)
            for (const thing of things) {
              if (thing.kind !== 'original') continue;
              expect([thing.clip.left >= -1, thing.clip.top >= -1]).toEqual([true, true]);
              expect([right(thing.clip) <= width + 1, bottom(thing.clip) <= height + 1]).toEqual([true, true]);
            }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('is refused on a paper smaller than its sheet', () => {
    const { plan, book } = filled(8, 'fit', { onto: { width: mm(200), height: mm(200), at: 'middle' } });
    expect(bookJob(plan, book, () => asset, { face: 'both', flip: 'long-edge' })).toEqual({
      ok: false,
      problem: { code: 'paper-to-print-on-too-small' },
    });
  });
});

describe('things on a page', () => {
  it('moved, lie just so much further, and say the same', () => {
    const { plan, book } = filled(8, 'bleed');
    const job = bookJob(plan, book, () => asset, { face: 'both', flip: 'long-edge' });
    if (!job.ok) throw new Error(job.problem.code);
    for (const page of job.value.pages) {
      const moved = movedThings(page.things, mm(7), mm(-3));
      const at = (thing: (typeof moved)[number]) =>
        thing.kind === 'original' ? affineApply(thing.matrix, mm(10), mm(20)) : undefined;
      page.things.forEach((thing, i) => {
        const [before, after] = [at(thing), at(moved[i]!)];
        if (before && after) {
          expect(after[0] - before[0]).toBeCloseTo(mm(7), 3);
          expect(after[1] - before[1]).toBeCloseTo(mm(-3), 3);
        }
      });
      const said = (things: typeof moved) => textOf({ title: '', pages: [{ ...page, things }] });
      expect(said(moved)).toBe(said(page.things));
    }
  });

  it('over tiles are all there: every spot of a sheet is inside just one tile, at its own size', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 1300 }),
        fc.integer({ min: 20, max: 1300 }),
        fc.double({ min: 0.001, max: 0.999, noNaN: true }),
        fc.double({ min: 0.001, max: 0.999, noNaN: true }),
        (w, h, across, down) => {
          const whole = { width: mm(w), height: mm(h) };
          const spot = { x: whole.width * across, y: whole.height * down };
          const dot = { kind: 'dot' as const, layer: 'mark' as const, at: spot, radius: 1, filled: true };
          const pages = tilePages(whole, [dot], 'a4', 'mm', () => '');
          const { columns, rows, tile } = tilesOf(whole, 'a4');
          expect(pages).toHaveLength(columns * rows);
          const inside = pages.flatMap(({ things }) => {
            const [first] = things;
            if (first?.kind !== 'within') throw new Error('no tile');
            const [item] = first.items;
            if (item?.kind !== 'dot') throw new Error('no dot');
            const { clip } = first;
            const isIn =
              item.at.x >= clip.left && item.at.x < right(clip) && item.at.y >= clip.top && item.at.y < bottom(clip);
            return isIn ? [item.at] : [];
          });
          expect(inside).toHaveLength(1);
          expect(tile.width * columns).toBeGreaterThanOrEqual(whole.width);
        },
      ),
    );
  });
});
