import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';
import { printable } from '@eight-up/core/output/face';
import { wrapText } from '@eight-up/core/output/face';

let server: UnderTest;
let folder: string;
beforeAll(async () => {
  server = await serverUnderTest();
  folder = mkdtempSync(path.join(tmpdir(), 'eight-up-read-back-'));
});
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true });
  await server.close();
});

/** Text of one page, sizes of all pages, and what qpdf says. */
function readBack(pdf: Buffer, page: number) {
  const file = path.join(folder, 'file.pdf');
  writeFileSync(file, pdf);
  const text = execFileSync('pdftotext', ['-f', String(page), '-l', String(page), '-layout', file, '-'], {
    encoding: 'utf8',
  });
  const info = execFileSync('pdfinfo', ['-f', '1', '-l', '99', file], { encoding: 'utf8' });
  const sizes = [...info.matchAll(/Page\s+\d+ size:\s+([\d.]+) x ([\d.]+)/g)].map(([, w, h]) => [Number(w), Number(h)]);
  execFileSync('qpdf', ['--check', file], { stdio: 'ignore' });
  return { text, sizes, title: /Title:\s+(.*)/.exec(info)?.[1] };
}

const millimetres = (points: number) => Math.round((points / 72) * 254) / 10;

describe('the numbered dummy', () => {
  it('has all numbers on the sheet’s own size, and the steps in words after it', async () => {
    const { id } = await server.newBook('slit-book');
    const pdf = await server.bytes(`/api/books/${id}/dummy.pdf`);
    const first = readBack(pdf, 1);
    expect(first.sizes[0]!.map(millimetres)).toEqual([297, 210]);
    for (let n = 1; n <= 8; n++) expect(first.text).toMatch(new RegExp(`\\b${n}\\b`));
    expect(first.text).toContain('This bar is 100 mm long. If yours is not, print at 100 %.');
    const second = readBack(pdf, 2);
    expect(second.title).toBe('Under test, numbered dummy');
    expect(second.text).toContain('Under test: numbered dummy');
    const steps = second.text + readBack(pdf, 3).text;
    for (const words of ['Fold in half', 'Slit the middle', 'Push the ends together', 'Wrap the arms round']) {
      expect(steps).toContain(words);
    }
    expect(steps).toContain('cut away from the holding hand');
  });

  it('of a large sheet is also made smaller for a home printer, or laid over its pages at full size', async () => {
    const { id } = await server.newBook('slit-book', {}, { width: 841_000_000, height: 594_000_000, fibre: 'any' });
    const dummy = (query: string) => server.bytes(`/api/books/${id}/dummy.pdf?${query}`);
    const small = readBack(await dummy('size=reduced'), 1);
    expect(small.sizes[0]!.map(millimetres)).toEqual([297, 210]);
    // 297 − 2 · 15 mm over 841: less than 180 over 594 allows, to whole per cents.
    expect(small.text).toContain(`${Math.round(Math.min(267 / 841, 180 / 594) * 100)} %`);
    expect(small.text).not.toContain('100 mm');
    for (let n = 1; n <= 8; n++) expect(small.text).toMatch(new RegExp(`\\b${n}\\b`));
    const tiled = readBack(await dummy('size=tiled&paper=a3'), 1);
    // 841 over 267 and 594 over 390; then the steps.
    expect(tiled.sizes.filter((one) => millimetres(one[0]!) === 297).length).toBe(4 * 2);
  });

  it('speaks inches on letter paper where inches are asked for', async () => {
    const letter = { width: 279_400_000, height: 215_900_000, fibre: 'along-width' };
    const { id } = await server.newBook('slit-book', {}, letter);
    const pdf = await server.bytes(`/api/books/${id}/dummy.pdf?unit=in`);
    expect(readBack(pdf, 1).text).toContain('This bar is 4 in long.');
    expect(readBack(pdf, 2).text).toContain('from 11 × 8 1/2 in');
    expect(readBack(pdf, 2).sizes[1]).toEqual([612, 792]);
    const refused = await server.request.get(`/api/books/${id}/dummy.pdf?unit=ell`);
    expect(refused.status).toBe(400);
  });

  it('of 64 panels keeps every step, on as many pages as they need', async () => {
    const { id } = await server.newBook('meander-book', { rows: 8, columns: 8 });
    const pdf = await server.bytes(`/api/books/${id}/dummy.pdf`);
    const { sizes } = readBack(pdf, 1);
    const words = sizes.slice(1).map((_, i) => readBack(pdf, i + 2).text);
    const numbers = [...words.join('\n').matchAll(/\b(\d+)\. [A-Z]/g)].map(([, n]) => Number(n)).sort((a, b) => a - b);
    expect(numbers).toEqual(Array.from({ length: 27 }, (_, i) => i + 1));
  });

  it('names the covers where they stand apart, and prints titles of other scripts without failing', async () => {
    const { id } = await server.newBook('slit-book');
    await server.request
      .post(`/api/books/${id}/revisions`)
      .send({ expect: 0, window: 'w', command: { kind: 'number-pages', numbering: 'covers-apart' } });
    await server.request
      .post(`/api/books/${id}/revisions`)
      .send({ expect: 1, window: 'w', command: { kind: 'rename', title: 'Паром и узлы 渡し船' } });
    const answer = await server.request.get(`/api/books/${id}/dummy.pdf`);
    expect(answer.status).toBe(200);
    expect(answer.headers['content-disposition']).toContain(encodeURIComponent('Паром'));
    const text = readBack(await server.bytes(`/api/books/${id}/dummy.pdf`), 1).text;
    expect(text).toContain('front');
    expect(text).toContain('back');
  });
});

describe('the print file', () => {
  it('of an empty book is an empty sheet of the right size, in millimetres and in inches', async () => {
    for (const [width, height] of [
      [297_000_000, 210_000_000],
      [457_200_000, 304_800_000],
      [123_456_789, 98_765_432],
    ] as const) {
      const { id } = await server.newBook('slit-book', {}, { width, height, fibre: 'any' });
      const { sizes } = readBack(await server.bytes(`/api/books/${id}/print.pdf`), 1);
      expect(sizes).toHaveLength(1);
      expect(sizes[0]![0]! / 72).toBeCloseTo(width / 25_400_000, 3);
      expect(sizes[0]![1]! / 72).toBeCloseTo(height / 25_400_000, 3);
    }
  });

  it('respects the printer’s margin by shrinking every page alike: the edge stays white', async () => {
    const { id } = await server.newBook('slit-book');
    const ink = await sharp({ create: { width: 876, height: 1240, channels: 3, background: '#202020' } })
      .jpeg()
      .toBuffer();
    await server.upload(
      id,
      Array.from({ length: 8 }, (_, i) => [`${i}.jpg`, ink] as const),
    );
    const edge = { top: 6_000_000, right: 5_000_000, bottom: 6_000_000, left: 5_000_000 };
    const darkest = async (margin: 'shrink' | 'warn', expected: number) => {
      await server.request.post(`/api/books/${id}/revisions`).send({
        expect: expected,
        window: 'w',
        command: { kind: 'set-printing', printing: { unprintable: edge, margin } },
      });
      writeFileSync(path.join(folder, 'print.pdf'), await server.bytes(`/api/books/${id}/print.pdf`));
      execFileSync('pdftoppm', ['-r', '50.8', '-gray', '-png', '-singlefile', 'print.pdf', 'print'], { cwd: folder });
      // The upper 5.5 mm of the sheet, at two pixels a millimetre.
      const strip = await sharp(path.join(folder, 'print.png'))
        .extract({ left: 0, top: 0, width: 594, height: 11 })
        .greyscale()
        .raw()
        .toBuffer();
      return Math.min(...strip);
    };
    expect(await darkest('shrink', 1)).toBeGreaterThan(250);
    expect(await darkest('warn', 2)).toBeLessThan(60);
  });
});

describe('words on paper', () => {
  it('break at spaces only, and no line is wider than its room', () => {
    const widthOf = (line: string) => line.length;
    const lines = wrapText('stop each cut one panel short, at alternate ends', widthOf, 14);
    expect(lines.join(' ')).toBe('stop each cut one panel short, at alternate ends');
    for (const line of lines) expect(line.length).toBeLessThanOrEqual(14);
    expect(wrapText('unbreakablylongword', widthOf, 5)).toEqual(['unbreakablylongword']);
  });

  it('fall back on a question mark where the shipped font has no glyph', () => {
    expect(printable('5 13⁄16 in – “naïve” × 渡')).toBe('5 13/16 in – “naïve” × ?');
  });
});
