import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { affineApply } from '../geometry/affine.ts';
import { planBook } from '../forms/planned-book.ts';
import { onPage, type Fit, type PageContent } from '../document/pages.ts';
import type { AssetPage } from '../document/asset.ts';
import type { Printing } from '../document/printing.ts';
import { USUAL_PRINTING } from '../document/usual.ts';
import { checkBook } from '../checks/checks.ts';
import { newBook } from '../book/new-book.ts';
import { mm } from '../units/nm.ts';
import { exifLies, uprightFromExif, uprightFromPdfPage, uprightPdfSize } from './content-space.ts';
import { impose, LEAST_SHRINK, shrinkOf } from './imposition.ts';
import { pagePlaces } from './page-places.ts';

const A4 = { width: mm(297), height: mm(210), fibre: 'along-width' as const };
const plan = (() => {
  const result = planBook({ id: 'slit-book', parameters: {} }, A4);
  if (!result.ok) throw new Error(result.problem.code);
  return result.value;
})();
const printing = (margin: 'shrink' | 'warn', edge = 5): Printing => ({
  ...USUAL_PRINTING,
  unprintable: { top: mm(edge), right: mm(edge), bottom: mm(edge), left: mm(edge) },
  margin,
});
const content = (fit: Fit): PageContent => ({ asset: 'a'.repeat(64), page: 0, name: 'x', fit });
const lookup = (asset: AssetPage) => () => ({ id: 'a'.repeat(64), kind: 'jpeg' as const, bytes: 1, pages: [asset] });
const sizes = fc.record({
  width: fc.integer({ min: 5, max: 900 }).map(mm),
  height: fc.integer({ min: 5, max: 900 }).map(mm),
});

describe('laying contents on their pages', () => {
  it('keeps proportions, centres, turns with the page, and never leaves the clip', () => {
    fc.assert(
      fc.property(
        sizes,
        fc.constantFrom<Fit>('fit', 'fill', 'actual'),
        fc.constantFrom('shrink' as const, 'warn' as const),
        (asset, fit, margin) => {
          const pages = plan.reading.pages.map(() => onPage(content(fit)));
          const placed = impose(plan, { pages, printing: printing(margin) }, lookup(asset));
          expect(placed).toHaveLength(8);
          for (const { matrix, clip, rect, inked, quarterTurns } of placed) {
            const [cx, cy] = affineApply(matrix, asset.width / 2, asset.height / 2);
            expect(cx).toBeCloseTo(rect.left + rect.width / 2, 0);
            expect(cy).toBeCloseTo(rect.top + rect.height / 2, 0);
            // Head: a step upwards in the content is a step towards the page's head on the sheet.
            const [hx, hy] = affineApply(matrix, asset.width / 2, asset.height / 2 - 1000);
            const [ux, uy] = [
              [0, -1],
              [1, 0],
              [0, 1],
              [-1, 0],
            ][quarterTurns]!;
            const scale = Math.hypot(hx - cx, hy - cy) / 1000;
            expect((hx - cx) * ux! + (hy - cy) * uy!).toBeCloseTo(1000 * scale, 3);
            // Mirrored nowhere: the determinant is positive.
            expect(matrix[0] * matrix[3] - matrix[1] * matrix[2]).toBeGreaterThan(0);
            if (fit === 'actual') expect(scale).toBeCloseTo(1, 9);
            if (inked) {
              expect(inked.left).toBeGreaterThanOrEqual(clip.left - 1);
              expect(inked.left + inked.width).toBeLessThanOrEqual(clip.left + clip.width + 1);
            }
            if (fit === 'fill') expect(inked!.width).toBeCloseTo(clip.width, -1);
          }
        },
      ),
    );
  });

  it('shrinks all pages alike, just enough for the outermost to clear the margin', () => {
    expect(shrinkOf(plan, { printing: printing('shrink', 60) })).toBe(LEAST_SHRINK);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 20 }), (edge) => {
        const places = pagePlaces(plan);
        const scale = shrinkOf(plan, { printing: printing('shrink', edge) });
        const tightest = Math.min(...places.map(({ rect }) => Math.min(rect.width, rect.height)));
        expect(scale).toBeCloseTo(1 - (2 * mm(edge)) / tightest, 9);
        expect(shrinkOf(plan, { printing: printing('warn', edge) })).toBe(1);
      }),
    );
  });
});

describe('checks', () => {
  const book = (() => {
    const made = newBook('t', { id: 'slit-book', parameters: {} }, A4);
    if (!made.ok) throw new Error(made.problem.code);
    return made.value;
  })();
  const codes = (pages: readonly (PageContent | null)[], asset: AssetPage, margin: 'shrink' | 'warn' = 'warn') =>
    checkBook(plan, { ...book, pages: pages.map(onPage), printing: printing(margin) }, lookup(asset)).map(
      ({ code, weight }) => `${code} ${weight}`,
    );
  const sharp = (ppi: number): AssetPage => ({
    width: mm(74.25),
    height: mm(105),
    pixels: { width: Math.round((74.25 / 25.4) * ppi), height: Math.round((105 / 25.4) * ppi) },
  });

  it('find what is missing, soft, in the margin and across the grain, and fall silent one by one', () => {
    expect(
      codes(
        book.pages.map(() => null),
        sharp(300),
      ),
    ).toEqual(['pages-missing settle', 'grain-across-spine settle']);
    const full = book.pages.map(() => content('fit'));
    expect(codes(full, sharp(300))).toEqual(['grain-across-spine settle', 'in-unprintable-margin settle']);
    expect(codes(full, sharp(250))).toContain('resolution-low note');
    expect(codes(full, sharp(199))).toContain('resolution-low settle');
    expect(codes(full, sharp(300), 'shrink')).not.toContain('in-unprintable-margin settle');
  });
  it('hold the grain against the spine, whichever way the sheet is named', () => {
    const upright = planBook({ id: 'slit-book', parameters: {} }, { ...A4, fibre: 'along-height' });
    if (!upright.ok) throw new Error(upright.problem.code);
    expect(checkBook(upright.value, book, () => undefined).map(({ code }) => code)).not.toContain('grain-across-spine');
  });
});

describe('turns and crops of the originals', () => {
  it('EXIF: each orientation maps the stored raster onto the upright picture, corner on corner', () => {
    // What the standard says lies at row 0 and at column 0 of the stored picture.
    const CORNER: Readonly<Record<number, readonly [number, number]>> = {
      1: [0, 0],
      2: [1, 0],
      3: [1, 1],
      4: [0, 1],
      5: [0, 0],
      6: [1, 0],
      7: [1, 1],
      8: [0, 1],
    };
    for (let orientation = 1; orientation <= 8; orientation++) {
      const f = uprightFromExif(orientation);
      expect(affineApply(f, 0, 0)).toEqual(CORNER[orientation]);
      const along = affineApply(f, 1, 0);
      // 5–8: the stored row runs down the upright picture.
      expect(along[0] === CORNER[orientation]![0]).toBe(exifLies(orientation));
    }
  });
  it('PDF: crop, /Rotate and UserUnit', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 10, max: 2000 }),
        fc.integer({ min: 10, max: 2000 }),
        fc.constantFrom(0, 90, 180, 270, -90, 450),
        fc.constantFrom(1, 2, 0.5),
        (width, height, rotate, userUnit) => {
          const box = { width, height, rotate, userUnit };
          const seen = uprightPdfSize(box);
          const f = uprightFromPdfPage(box);
          const corners = [
            [0, 0],
            [width, 0],
            [0, height],
            [width, height],
          ].map(([x, y]) => affineApply(f, x!, y!));
          expect(Math.min(...corners.map(([x]) => x))).toBeCloseTo(0, 3);
          expect(Math.max(...corners.map(([x]) => x))).toBeCloseTo(seen.width, 3);
          expect(Math.max(...corners.map(([, y]) => y))).toBeCloseTo(seen.height, 3);
          // Rotated 90° clockwise, the page's own top left corner is seen at the top right.
          if (rotate === 90) expect(corners[2]![0]).toBeCloseTo(seen.width, 3);
          expect(
            (seen.width * seen.height) / (width * height * userUnit * userUnit * (25_400_000 / 72) ** 2),
          ).toBeCloseTo(1, 9);
        },
      ),
    );
  });
});
