import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { markedPdf, wordsOf, type Spot } from '../../test/marked-pages.ts';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';

/*
 * Folds the produced sheet geometrically, knowing only where the marks stand in the PDF's content: panels are
 * walked along the paper, each step mirrors everything beyond across the edge between two panels, until all lie on
 * the first. Nothing of the plan or of the engine is used; what is expected comes from the craft's own rules.
 */

interface Cell {
  readonly row: number;
  readonly column: number;
}

/** Mirrors a spot across the common edge of two neighbouring cells. */
function across(from: Cell, to: Cell, w: number, h: number, spot: Spot): Spot {
  if (from.row === to.row) return { x: 2 * Math.max(from.column, to.column) * w - spot.x, y: spot.y };
  return { x: spot.x, y: 2 * Math.max(from.row, to.row) * h - spot.y };
}

/** A spot of the path's k-th cell, folded back along the path onto its first cell. */
const foldedOnto = (path: readonly Cell[], k: number, w: number, h: number, spot: Spot): Spot => {
  let at = spot;
  for (let i = k; i > 0; i--) at = across(path[i - 1]!, path[i]!, w, h, at);
  return at;
};

/** Asserts that page n of the book stands on the path's `place[n]`-th cell, all pages upright on one pile, alternately face up and down, at one scale. */
function expectReadsRight(
  produced: ReturnType<typeof wordsOf>,
  path: readonly Cell[],
  places: readonly number[],
  columns: number,
  rows: number,
): void {
  const [w, h] = [produced.width / columns, produced.height / rows];
  const base = path[0]!;
  let scale: number | undefined;
  places.forEach((place, n) => {
    const corner = (name: string): Spot => {
      const spot = produced.words.get(`p${n + 1}${name}`);
      if (!spot) throw new Error(`mark p${n + 1}${name} is not on the sheet`);
      return spot;
    };
    const cell = path[place]!;
    const marks = ['TL', 'TR', 'BL', 'BR'].map(corner) as [Spot, Spot, Spot, Spot];
    for (const spot of marks) {
      expect(Math.floor(spot.x / w), `page ${n + 1} column`).toBe(cell.column);
      expect(Math.floor(spot.y / h), `page ${n + 1} row`).toBe(cell.row);
    }
    // Seen from its own side the page is not mirrored: right of the head is to the right.
    const [tl, tr, bl] = marks;
    expect((tr.x - tl.x) * (bl.y - tl.y) - (tr.y - tl.y) * (bl.x - tl.x), `page ${n + 1} mirrored`).toBeGreaterThan(0);
    // Folded, its head is at the head of the pile and its left edge alternates, as turned leaves do.
    const [ftl, ftr, fbl] = [tl, tr, bl].map((spot) => foldedOnto(path, place, w, h, spot)) as [Spot, Spot, Spot];
    expect(fbl.y, `page ${n + 1} upside down`).toBeGreaterThan(ftl.y + 1);
    expect(ftr.x > ftl.x, `page ${n + 1} faces the wrong way`).toBe(place % 2 === 0);
    for (const spot of [ftl, ftr, fbl]) {
      expect(Math.floor(spot.x / w)).toBe(base.column);
      expect(Math.floor(spot.y / h)).toBe(base.row);
    }
    const size = Math.hypot(tr.x - tl.x, tr.y - tl.y);
    scale ??= size;
    expect(Math.abs(size - scale)).toBeLessThan(0.5);
  });
}

/** The slit book's panels in the order of its pages, the cover first. */
const RING: readonly Cell[] = [
  { row: 1, column: 3 },
  { row: 0, column: 3 },
  { row: 0, column: 2 },
  { row: 0, column: 1 },
  { row: 0, column: 0 },
  { row: 1, column: 0 },
  { row: 1, column: 1 },
  { row: 1, column: 2 },
];

let server: UnderTest;
beforeAll(async () => {
  server = await serverUnderTest();
});
afterAll(() => server.close());

async function produced(form: string, parameters: object, pages: number): Promise<ReturnType<typeof wordsOf>> {
  const { id } = await server.newBook(form, parameters, { width: 594_000_000, height: 420_000_000, fibre: 'any' });
  const sent = await server.upload(id, [['marks.pdf', await markedPdf(Array.from({ length: pages }, () => ({})))]]);
  expect(sent.body.refused).toEqual([]);
  return wordsOf(await server.bytes(`/api/books/${id}/print.pdf`));
}

describe('a marked PDF, taken through each form, reads right on the produced sheet', () => {
  it('one-sheet slit book: the ring of eight, from the cover round to the back', async () => {
    const sheet = await produced('slit-book', {}, 8);
    expect([sheet.width, sheet.height].map((points) => Math.round((points / 72) * 25.4))).toEqual([594, 420]);
    expectReadsRight(sheet, RING, [0, 1, 2, 3, 4, 5, 6, 7], 4, 2);
    // With the cover beside the slit the ring is the same, begun elsewhere and run the other way.
    const middle = [6, 7, 0, 1, 2, 3, 4, 5].map((i) => RING[i]!);
    expectReadsRight(await produced('slit-book', { cover: 'middle' }, 8), middle, [0, 1, 2, 3, 4, 5, 6, 7], 4, 2);
  });

  const sizes = Array.from({ length: 7 }, (_, i) => i + 2);
  it.each(sizes)('meander of %d rows by every number of columns, both cover schools, glued turns too', async (rows) => {
    for (const columns of sizes) {
      for (const cover of ['back-of-first', 'first'] as const) {
        const path = Array.from({ length: rows * columns }, (_, i): Cell => {
          const row = Math.floor(i / columns);
          return { row, column: row % 2 === 0 ? i % columns : columns - 1 - (i % columns) };
        });
        for (const facesMeet of ['fold-out', 'glued-shut'] as const) {
          // docs/folding.md, 4, meander: with printed panel 1 as the cover turn j is face to face when j·C is even, with its back when odd.
          const hidden = new Set<number>();
          for (let turn = 1; turn < rows && facesMeet === 'glued-shut'; turn++) {
            if ((turn * columns) % 2 === (cover === 'first' ? 0 : 1))
              [turn * columns - 1, turn * columns].forEach((panel) => hidden.add(panel));
          }
          const places = path.flatMap((_, i) => (hidden.has(i) ? [] : [i]));
          if (facesMeet === 'glued-shut' && hidden.size === 0) continue;
          expectReadsRight(
            await produced('meander-book', { rows, columns, cover, facesMeet }, places.length),
            path,
            places,
            columns,
            rows,
          );
        }
      }
    }
  });

  it('honours /Rotate, CropBox and UserUnit: the marks as seen stand where they should', async () => {
    const { id } = await server.newBook('slit-book', {}, { width: 594_000_000, height: 420_000_000, fibre: 'any' });
    const pdf = await markedPdf([
      {},
      { rotate: 90, width: 297, height: 210 },
      { rotate: 180 },
      { rotate: 270, width: 297, height: 210 },
      { cropped: 50 },
      { userUnit: 2, width: 105, height: 148.5 },
      { rotate: -90, width: 297, height: 210, cropped: 30 },
      { rotate: 450, width: 297, height: 210 },
    ]);
    const sent = await server.upload(id, [['turned.pdf', pdf]]);
    const sizes = sent.body.assets[0]!.pages.map(({ width, height }) => [
      Math.round(width / 1e6),
      Math.round(height / 1e6),
    ]);
    expect(new Set(sizes.map(String))).toEqual(new Set(['74,105']));
    expectReadsRight(wordsOf(await server.bytes(`/api/books/${id}/print.pdf`)), RING, [0, 1, 2, 3, 4, 5, 6, 7], 4, 2);
  });
});

describe('pictures with EXIF turns', () => {
  /** The upright picture's quarters: red upper left, green upper right, blue lower left, white lower right. */
  const COLOURS = { red: [220, 30, 30], green: [30, 200, 40], blue: [30, 40, 220], white: [250, 250, 250] } as const;

  /** The stored raster of an orientation, by what the standard says of its row 0 and column 0. */
  function stored(orientation: number): Promise<Buffer> {
    const [w, h] = orientation >= 5 ? [280, 200] : [200, 280];
    const pixels = Buffer.alloc(w * h * 3);
    for (let y = 0; y < h; y++) {
      for (let x = 0; x < w; x++) {
        const [a, b] = [x < w / 2, y < h / 2];
        // [upper, left] of the upright picture that this stored pixel shows
        const [upper, left] = (
          { 1: [b, a], 2: [b, !a], 3: [!b, !a], 4: [!b, a], 5: [a, b], 6: [a, !b], 7: [!a, !b], 8: [!a, b] } as Record<
            number,
            [boolean, boolean]
          >
        )[orientation]!;
        pixels.set(COLOURS[upper ? (left ? 'red' : 'green') : left ? 'blue' : 'white'], (y * w + x) * 3);
      }
    }
    return sharp(pixels, { raw: { width: w, height: h, channels: 3 } })
      .jpeg({ quality: 95 })
      .withMetadata({ orientation })
      .toBuffer();
  }

  it('are printed upright, their bytes unchanged', async () => {
    const { id } = await server.newBook(
      'meander-book',
      { rows: 2, columns: 4, cover: 'first' },
      { width: 400_000_000, height: 280_000_000, fibre: 'any' },
    );
    const files = await Promise.all([1, 2, 3, 4, 5, 6, 7, 8].map(async (o) => [`${o}.jpg`, await stored(o)] as const));
    await server.upload(id, files);
    const pdf = await server.bytes(`/api/books/${id}/print.pdf`);
    for (const [, bytes] of files) expect(pdf.includes(bytes)).toBe(true);
    const folder = mkdtempSync(path.join(tmpdir(), 'eight-up-exif-'));
    writeFileSync(path.join(folder, 'print.pdf'), pdf);
    execFileSync('pdftoppm', ['-r', '25.4', '-png', '-singlefile', 'print.pdf', 'print'], { cwd: folder });
    const { data, info } = await sharp(path.join(folder, 'print.png'))
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    rmSync(folder, { recursive: true });
    const colourAt = (x: number, y: number) => {
      const at = (y * info.width + x) * 3;
      const distance = ([r, g, b]: readonly number[]) =>
        Math.abs(data[at]! - r!) + Math.abs(data[at + 1]! - g!) + Math.abs(data[at + 2]! - b!);
      return Object.entries(COLOURS).reduce((best, one) => (distance(one[1]) < distance(best[1]) ? one : best))[0];
    };
    // One millimetre is one pixel; panels are 100 × 140, the second row stands on its head and runs backwards.
    for (let i = 0; i < 8; i++) {
      const [column, row] = i < 4 ? [i, 0] : [7 - i, 1];
      const seen = [
        [30, 40],
        [70, 40],
        [30, 100],
        [70, 100],
      ].map(([x, y]) => colourAt(column * 100 + x!, row * 140 + y!));
      expect(row === 0 ? seen : seen.reverse(), `orientation ${i + 1}`).toEqual(['red', 'green', 'blue', 'white']);
    }
  });
});
