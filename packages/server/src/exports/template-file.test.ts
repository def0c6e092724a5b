import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BookAnswer } from '@eight-up/core/contract/answers';
import { mm } from '@eight-up/core/units/nm';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

const POINT = 25.4 / 72;

let here: UnderTest;
beforeAll(async () => (here = await serverUnderTest()));
afterAll(() => here.close());

async function booklet(width: number, height: number, stitch: object | null, printing: object = {}): Promise<string> {
  const sheet = { width: mm(width), height: mm(height), fibre: 'any' };
  const { id, book } = await here.newBook('nested-booklet', { pages: 20 }, sheet);
  const change = async (expect_: number, command: object) =>
    here.request.post(`/api/books/${id}/revisions`).send({ expect: expect_, window: 'w', command });
  await change(0, { kind: 'set-printing', printing: { ...book.printing, ...printing } });
  const sewn = await change(1, { kind: 'set-binding', binding: { ...book.binding, stitch } });
  expect((sewn.body as BookAnswer).book.binding.stitch).toEqual(stitch);
  return id;
}

/** Dots of every page, closed rings of four curves: their middles, in millimetres from the page's left top corner. */
function dots(pdf: Uint8Array): readonly (readonly { readonly x: number; readonly y: number }[])[] {
  const folder = mkdtempSync(path.join(tmpdir(), 'eight-up-template-'));
  writeFileSync(path.join(folder, 'a.pdf'), pdf);
  execFileSync('qpdf', ['--qdf', '--object-streams=disable', 'a.pdf', 'b.pdf'], { cwd: folder });
  const text = readFileSync(path.join(folder, 'b.pdf'), 'latin1');
  rmSync(folder, { recursive: true });
  const heights = [...text.matchAll(/\/MediaBox \[\s*0\s+0\s+[\d.]+\s+([\d.]+)/g)].map(([, height]) => Number(height));
  return [...text.matchAll(/stream\n([\s\S]*?)endstream/g)]
    .map(([, stream]) => stream!)
    .filter((stream) => / m\n/.test(stream))
    .map((stream, page) =>
      [...stream.matchAll(/-?[\d.]+ -?[\d.]+ m\n((?:(?:-?[\d.]+ ){6}c\n){4})/g)].map(([, curves]) => {
        const ends = [...curves!.matchAll(/(-?[\d.]+) (-?[\d.]+) c\n/g)].map(
          ([, x, y]) => [Number(x), Number(y)] as const,
        );
        const middle = (k: 0 | 1) =>
          (Math.min(...ends.map((end) => end[k])) + Math.max(...ends.map((end) => end[k]))) / 2;
        return { x: middle(0) * POINT, y: (heights[page]! - middle(1)) * POINT };
      }),
    );
}

describe('the template', () => {
  it('has every hole within 0.1 mm of where a rule would put it, in one line, under the head', async () => {
    // 210 high, 4 off the head, 6 off the tail: 200 finished; inset 15: 15, 57.5, 100, 142.5, 185, and 4 more from the untrimmed head.
    const id = await booklet(
      297,
      210,
      { id: 'pamphlet', parameters: { stations: 5, inset: mm(15) } },
      { trimHead: mm(4), trimTail: mm(6) },
    );
    const pdf = await here.bytes(`/api/books/${id}/template.pdf`);
    const found = dots(pdf)[0]!;
    const wanted = [19, 61.5, 104, 146.5, 189];
    expect(found).toHaveLength(wanted.length);
    found.forEach(({ x, y }, i) => {
      expect(Math.abs(y - 15 - wanted[i]!)).toBeLessThan(0.1);
      expect(Math.abs(x - found[0]!.x)).toBeLessThan(0.1);
    });
  });

  it('of an A3 spine goes over two pages, and no hole is lost or twice', async () => {
    const id = await booklet(594, 420, { id: 'running', parameters: { stations: 11, school: 'even' } });
    const pdf = await here.bytes(`/api/books/${id}/template.pdf`);
    const pages = dots(pdf);
    // What lies beyond a page's rim is clipped.
    const places = [0, 1].flatMap((page) =>
      pages[page]!.flatMap(({ y }) => (y >= 15 && y < 282 ? [y - 15 + page * 267] : [])),
    );
    expect(places).toHaveLength(11);
    places.forEach((place, i) => expect(Math.abs(place - ((i + 1) * 420) / 12)).toBeLessThan(0.1));
  });

  it('of staples has a dot for either leg', async () => {
    const id = await booklet(297, 210, { id: 'saddle-staples', parameters: { stations: 2, crown: mm(12) } });
    const found = dots(await here.bytes(`/api/books/${id}/template.pdf`))[0]!.map(({ y }) => y - 15);
    [64, 76, 134, 146].forEach((place, i) => expect(Math.abs(found[i]! - place)).toBeLessThan(0.1));
  });

  it('is refused with a sentence where nothing is pierced, or stations do not fit', async () => {
    const unsewn = await booklet(297, 210, null);
    const none = await here.request.get(`/api/books/${unsewn}/template.pdf`);
    expect([none.status, (none.body as { message: string }).message]).toEqual([
      422,
      expect.stringMatching(/Nothing is pierced/),
    ]);
    const small = await booklet(80, 40, { id: 'pamphlet', parameters: { stations: 11 } });
    const tight = await here.request.get(`/api/books/${small}/template.pdf`);
    expect([tight.status, (tight.body as { message: string }).message]).toEqual([
      422,
      expect.stringMatching(/do not fit a fold of 40 mm/),
    ]);
  });
});
