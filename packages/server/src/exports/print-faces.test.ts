import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { PDFDocument } from '@cantoo/pdf-lib';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Command } from '@eight-up/core/book/command';
import { mm } from '@eight-up/core/units/nm';
import { markedPdf } from '../../test/marked-pages.ts';
import { A4, serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';

let server: UnderTest;
beforeAll(async () => {
  server = await serverUnderTest();
});
afterAll(() => server.close());

const change = async (id: string, ...commands: readonly Command[]) => {
  for (const command of commands) {
    const { revision } = (await server.request.get(`/api/books/${id}`)).body;
    const answer = await server.request
      .post(`/api/books/${id}/revisions`)
      .send({ expect: revision, window: 'w', command });
    if (answer.status !== 200) throw new Error(answer.text);
  }
};
const millimetres = (points: number) => (points / 72) * 25.4;

/** Words of a page and where their middles lie, in millimetres from its top left corner. */
function wordsOn(pdf: Uint8Array, page: number): ReadonlyMap<string, readonly [number, number]> {
  const folder = mkdtempSync(path.join(tmpdir(), 'eight-up-faces-'));
  writeFileSync(path.join(folder, 'a.pdf'), pdf);
  const html = execFileSync('pdftotext', ['-bbox', '-f', `${page}`, '-l', `${page}`, 'a.pdf', '-'], {
    cwd: folder,
    encoding: 'utf8',
  });
  rmSync(folder, { recursive: true });
  const found = html.matchAll(/<word xMin="([-\d.]+)" yMin="([-\d.]+)" xMax="([-\d.]+)" yMax="([-\d.]+)">([^<]+)</g);
  return new Map(
    [...found].map(([, x0, y0, x1, y1, word]) => [
      word!,
      [millimetres((Number(x0) + Number(x1)) / 2), millimetres((Number(y0) + Number(y1)) / 2)] as const,
    ]),
  );
}

describe('the back of the sheet', () => {
  /** Where the poster's top left mark lies once the sheet lies with face A up again, by what the printer does with page 2. */
  const seenThrough = (at: readonly [number, number], flip: string, [w, h]: readonly [number, number]) => {
    const aboutVertical = (flip === 'short-edge') === w > h;
    return aboutVertical ? [w - at[0], at[1]] : [at[0], h - at[1]];
  };

  it.each([
    ['long-edge', A4],
    ['short-edge', A4],
    ['long-edge', { width: A4.height, height: A4.width, fibre: 'any' }],
    ['short-edge', { width: A4.height, height: A4.width, fibre: 'any' }],
  ] as const)('comes out the same way behind the front with a printer that turns about the %s', async (flip, sheet) => {
    const { id } = await server.newBook('meander-book', { rows: 2, columns: 2 }, sheet);
    const [w, h] = [sheet.width / 1e6, sheet.height / 1e6];
    const poster = await markedPdf([{ width: (w / 25.4) * 72, height: (h / 25.4) * 72 }]);
    const { body } = await server.upload(id, [['poster.pdf', poster]], { face: 'B' });
    expect(body.book.poster).toMatchObject({ name: 'poster.pdf', fit: 'fill' });
    const pdf = await server.bytes(`/api/books/${id}/print.pdf?flip=${flip}`);
    expect((await PDFDocument.load(pdf)).getPageCount()).toBe(2);
    const [x, y] = seenThrough(wordsOn(pdf, 2).get('p1TL')!, flip, [w, h]);
    // Turned over from left to right the poster reads upright, so through the sheet its left lies on the right.
    expect(x).toBeCloseTo(w - w * 0.15, 0);
    expect(y).toBeCloseTo(h * 0.15, 0);
  });

  it('is printed alone or left out on request, and the maker’s printer is remembered', async () => {
    const { id } = await server.newBook();
    await server.upload(id, [['poster.pdf', await markedPdf([{ width: 842, height: 595 }])]], { face: 'B' });
    const pages = async (query: string) =>
      (await PDFDocument.load(await server.bytes(`/api/books/${id}/print.pdf${query}`))).getPageCount();
    expect([await pages(''), await pages('?face=A'), await pages('?face=B')]).toEqual([2, 1, 1]);
    const place = async () => wordsOn(await server.bytes(`/api/books/${id}/print.pdf`), 2).get('p1TL')!;
    const before = await place();
    const { printing } = (await server.request.get(`/api/books/${id}`)).body.book;
    await change(id, { kind: 'set-printing', printing: { ...printing, flip: 'short-edge' } });
    const after = await place();
    expect([before[0] + after[0], before[1] + after[1]].map(Math.round)).toEqual([297, 210]);
    expect((await server.request.get(`/api/books/${id}/print.pdf?flip=sideways`)).status).toBe(400);
    await change(id, { kind: 'hang-poster', poster: null });
    expect(await pages('')).toBe(1);
    expect((await server.request.get(`/api/books/${id}`)).body.book.tray).toHaveLength(1);
  });
});

describe('what we set in type', () => {
  it('stands on each page as it is read: captions and numbers at the foot, turned with their pages', async () => {
    const { id } = await server.newBook();
    await change(
      id,
      { kind: 'set-lettering', lettering: { numbers: 'foot-outside', size: mm(3) } },
      { kind: 'say', page: 2, words: { caption: 'Přívoz' } },
      { kind: 'say', page: 0, words: { role: 'cover' } },
    );
    const words = wordsOn(await server.bytes(`/api/books/${id}/print.pdf`), 1);
    // Page 8 (r2c3) stands head up: its outside is the left, 5 mm from its edge; page 2 (r1c4) stands on its head.
    expect(words.get('8')![0]).toBeCloseTo(148.5 + 5 + 0.8, 0);
    expect(words.get('8')![1]).toBeCloseTo(210 - 5 - 1.5, 0);
    expect(words.get('2')![1]).toBeCloseTo(5 + 1.5, 0);
    expect(words.has('Přívoz')).toBe(true);
    // A cover carries no number.
    expect(words.has('1')).toBe(false);
  });
});

describe('pictures that bleed', () => {
  it('make the file larger, trimmed to the sheet, with ink past its edge and marks to cut by', async () => {
    const { id } = await server.newBook();
    const ink = await sharp({ create: { width: 900, height: 1240, channels: 3, background: '#204030' } })
      .jpeg()
      .toBuffer();
    await server.upload(
      id,
      Array.from({ length: 8 }, (_, i) => [`${i}.jpg`, ink] as const),
    );
    const page = async () => (await PDFDocument.load(await server.bytes(`/api/books/${id}/print.pdf`))).getPage(0);
    expect(millimetres((await page()).getWidth())).toBeCloseTo(297, 3);
    await change(id, { kind: 'set-fit', pages: [0, 1, 2, 3, 4, 5, 6, 7], fit: 'bleed' });
    const larger = await page();
    const boxes = [larger.getMediaBox(), larger.getTrimBox(), larger.getBleedBox()].map((box) =>
      [box.x, box.y, box.width, box.height].map((value) => Math.round(millimetres(value) * 100) / 100),
    );
    expect(boxes).toEqual([
      [0, 0, 315, 228],
      [9, 9, 297, 210],
      [6, 6, 303, 216],
    ]);
    const folder = mkdtempSync(path.join(tmpdir(), 'eight-up-bleed-'));
    writeFileSync(path.join(folder, 'a.pdf'), await server.bytes(`/api/books/${id}/print.pdf`));
    execFileSync('pdftoppm', ['-r', '50.8', '-gray', '-png', '-singlefile', 'a.pdf', 'a'], { cwd: folder });
    const { data, info } = await sharp(path.join(folder, 'a.png'))
      .greyscale()
      .raw()
      .toBuffer({ resolveWithObject: true });
    rmSync(folder, { recursive: true });
    const at = (x: number, y: number) => data[Math.round(y * 2) * info.width + Math.round(x * 2)]!;
    expect(at(157, 7)).toBeLessThan(100); // in the bleed
    expect(at(157, 5)).toBeGreaterThan(200); // outside it
  });
});
