import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { rehearse, twoPassFrom } from '@eight-up/core/printer/feed-rehearsal';
import { pagesOfWords } from '../../test/marked-pages.ts';
import {
  bookOf,
  DEVICE_KINDS,
  expectPile,
  fold,
  laidOut,
  printed,
  printedByDevice,
  printedSheets,
  turnedX,
  WAYS,
  type Marks,
  type Pile,
  type PrintedSheet,
} from '../../test/print-and-fold.ts';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';

let server: UnderTest;
beforeAll(async () => {
  server = await serverUnderTest();
});
afterAll(() => server.close());

const mm = (length: number) => length * 1_000_000;

describe('a nested booklet reads right from what the printer puts out', () => {
  it.each([4, 5, 16, 52, 200])('of %d pages, both flips, both passes, both reading directions', async (pages) => {
    for (const reading of ['left-to-right', 'right-to-left']) {
      const id = await bookOf(server, 'nested-booklet', { pages, reading }, pages, {
        width: mm(297),
        height: mm(210),
        fibre: 'along-height',
      });
      for (const [flip, how] of WAYS) {
        const sheets = await printedSheets(server, id, flip, how);
        expect(sheets).toHaveLength(Math.ceil(pages / 4));
        // The side with the cover stays, the other goes under it.
        const table = laidOut(sheets.length, 2, 1);
        const [left, right] = table[0] as [Pile, Pile];
        const pile = reading === 'left-to-right' ? [...right, ...turnedX(left)] : [...left, ...turnedX(right)];
        expectPile(sheets, pile, 2, 1, pages);
      }
    }
  });

  it('on a sheet that stands upright too', async () => {
    const id = await bookOf(server, 'nested-booklet', { pages: 8 }, 8, {
      width: mm(200),
      height: mm(260),
      fibre: 'any',
    });
    for (const [flip, how] of WAYS) {
      const sheets = await printedSheets(server, id, flip, how);
      const [left, right] = laidOut(2, 2, 1)[0] as [Pile, Pile];
      expectPile(sheets, [...right, ...turnedX(left)], 2, 1, 8);
    }
  });

  it('a wrong flip is noticed: folded as the other edge would have it, it does not read', async () => {
    const id = await bookOf(server, 'nested-booklet', { pages: 8 }, 8, {
      width: mm(297),
      height: mm(210),
      fibre: 'any',
    });
    const pages = pagesOfWords(await server.bytes(`/api/books/${id}/print.pdf?flip=long-edge`));
    const sheets = printed([pages[0]!, pages[2]!], [pages[1]!, pages[3]!], 'short-edge');
    const [left, right] = laidOut(2, 2, 1)[0] as [Pile, Pile];
    expect(() => expectPile(sheets, [...right, ...turnedX(left)], 2, 1, 8)).toThrow();
  });

  it('single sheets and ranges are printed again, the innermost first if asked', async () => {
    const id = await bookOf(server, 'nested-booklet', { pages: 20 }, 20, {
      width: mm(297),
      height: mm(210),
      fibre: 'any',
    });
    const firstMarks = async (query: string) =>
      pagesOfWords(await server.bytes(`/api/books/${id}/print.pdf?pass=fronts${query}`)).map(({ words }) =>
        [...words.keys()].map((word) => Number(/^p(\d+)TL$/.exec(word)?.[1] ?? NaN)).find((n) => n <= 10)!,
      );
    expect(await firstMarks('')).toEqual([1, 3, 5, 7, 9]);
    expect(await firstMarks('&order=innermost-first')).toEqual([9, 7, 5, 3, 1]);
    expect(await firstMarks('&sheets=2,4-5')).toEqual([3, 7, 9]);
    const none = await server.request.get(`/api/books/${id}/print.pdf?sheets=9`);
    expect([none.status, (none.body as { message: string }).message]).toEqual([
      422,
      'There is nothing to print in “9”: the book has sheets 1 to 5.',
    ]);
    expect((await server.request.get(`/api/books/${id}/print.pdf?sheets=two`)).status).toBe(400);
  });
});

describe('several folios on one larger paper, cut and gathered', () => {
  it.each([
    [{ width: mm(420), height: mm(594) }, 2, 3],
    [{ width: mm(320), height: mm(450) }, 2, 2],
    [{ width: mm(330), height: mm(240) }, 1, 2],
  ])('reads right, whichever edge the printer turns it about', async (onto, columns, rows) => {
    const sheet = { width: mm(210), height: mm(148), fibre: 'any' };
    const id = await bookOf(server, 'nested-booklet', { pages: 20 }, 20, sheet);
    const { body } = await server.request.get(`/api/books/${id}`);
    const { revision, book } = body as { revision: number; book: { printing: object } };
    for (const [k, [flip, how]] of WAYS.entries()) {
      const at = k % 2 ? 'left-edge' : 'middle';
      const command = { kind: 'set-printing', printing: { ...book.printing, onto: { ...onto, at } } };
      const sent = { expect: revision + k, window: 'test', command };
      expect((await server.request.post(`/api/books/${id}/revisions`).send(sent)).status).toBe(200);
      const papers = await printedSheets(server, id, flip, how);
      expect(papers).toHaveLength(Math.ceil(5 / (columns * rows)));
      const { width, height } = pagesOfWords(await server.bytes(`/api/books/${id}/print.pdf`))[0]!;
      const [paperW, paperH] = [width, height].map((points) => (points / 72) * 25.4) as [number, number];
      // Cut out: what lies in the n-th cell of the paper, in shares of the sheet; cells lie in its middle, or against the front's left edge.
      const cut = (marks: Marks, n: number): Marks => {
        const corner = {
          x: (at === 'middle' ? (paperW - columns * 210) / 2 : 0) + (n % columns) * 210,
          y: (paperH - rows * 148) / 2 + Math.floor(n / columns) * 148,
        };
        const own = [...marks].map(
          ([word, { x, y }]) => [word, { x: (x * paperW - corner.x) / 210, y: (y * paperH - corner.y) / 148 }] as const,
        );
        return new Map(own.filter(([, { x, y }]) => x > 0 && x < 1 && y > 0 && y < 1));
      };
      const sheets = papers
        .flatMap(({ front, back }) =>
          Array.from({ length: columns * rows }, (_, n): PrintedSheet => ({
            front: cut(front, n),
            back: cut(back, n),
          })),
        )
        .slice(0, 5);
      const [left, right] = laidOut(5, 2, 1)[0] as [Pile, Pile];
      expectPile(sheets, [...right, ...turnedX(left)], 2, 1, 20);
    }
  });

  it('the last papers first, each back still lies behind the fronts it is cut with', async () => {
    const sheet = { width: mm(210), height: mm(148), fibre: 'any' };
    const id = await bookOf(server, 'nested-booklet', { pages: 20 }, 20, sheet);
    const { body } = await server.request.get(`/api/books/${id}`);
    const { revision, book } = body as { revision: number; book: { printing: object } };
    const onto = { width: mm(330), height: mm(240), at: 'middle' };
    const command = { kind: 'set-printing', printing: { ...book.printing, onto: { ...onto, height: mm(320) } } };
    await server.request.post(`/api/books/${id}/revisions`).send({ expect: revision, window: 'test', command });
    const pagesOn = async (query: string) =>
      pagesOfWords(await server.bytes(`/api/books/${id}/print.pdf?${query}`)).map(({ words }) =>
        [...words.keys()]
          .flatMap((word) => /^p(\d+)TL$/.exec(word)?.[1] ?? [])
          .map(Number)
          .sort((a, b) => a - b),
      );
    const [first, last] = [await pagesOn('pass=backs'), await pagesOn('pass=backs&order=innermost-first')];
    expect(first.length).toBeGreaterThan(1);
    expect(last).toEqual([...first].reverse());
  });

  it('on paper smaller than a folio says so', async () => {
    const id = await bookOf(server, 'nested-booklet', { pages: 8 }, 8, {
      width: mm(297),
      height: mm(210),
      fibre: 'any',
    });
    const { body } = await server.request.get(`/api/books/${id}`);
    const { revision, book } = body as { revision: number; book: { printing: object } };
    const command = { kind: 'set-printing', printing: { ...book.printing, onto: { width: mm(210), height: mm(148) } } };
    await server.request.post(`/api/books/${id}/revisions`).send({ expect: revision, window: 'test', command });
    const answer = await server.request.get(`/api/books/${id}/print.pdf`);
    expect([answer.status, (answer.body as { code: string }).code]).toEqual([422, 'plan-impossible']);
  });
});

describe('two passes on a stand-in printer, fed as its rehearsal says', () => {
  it.each([[{ width: mm(297), height: mm(210), fibre: 'any' }], [{ width: mm(200), height: mm(260), fibre: 'any' }]])(
    'every kind of device makes a booklet that reads right from the real files',
    async (sheet) => {
      expect(DEVICE_KINDS).toHaveLength(8);
      const id = await bookOf(server, 'nested-booklet', { pages: 12 }, 12, sheet);
      for (const device of DEVICE_KINDS) {
        const how = twoPassFrom(rehearse(device)!);
        const inOrder = await printedByDevice(server, id, device, how, sheet);
        const [left, right] = laidOut(3, 2, 1)[0] as [Pile, Pile];
        expectPile(inOrder, [...right, ...turnedX(left)], 2, 1, 12);
      }
    },
  );
});

describe('a right-angled section reads right from what the printer puts out', () => {
  it.each([2, 3, 4])('of %d folds, begun either way, folded over, under or by turns', async (folds) => {
    const pages = 2 ** (folds + 1);
    for (const first of ['across', 'along'] as const)
      for (const ways of ['over', 'under', 'by-turns'] as const) {
        const axes = Array.from({ length: folds }, (_, k) =>
          (k % 2 === 0) === (first === 'across') ? 'upright' : 'level',
        );
        const columns = 2 ** axes.filter((axis) => axis === 'upright').length;
        const rows = 2 ** axes.filter((axis) => axis === 'level').length;
        const id = await bookOf(server, 'right-angle-section', { folds, first, ways }, pages, {
          width: mm(700),
          height: mm(500),
          fibre: 'any',
        });
        const [flip, how] = WAYS[(folds + (first === 'across' ? 0 : 1) + (ways === 'over' ? 0 : 2)) % WAYS.length]!;
        const sheets = await printedSheets(server, id, flip, how);
        let table = laidOut(1, columns, rows);
        axes.forEach((axis, k) => {
          table = fold(table, axis as 'upright' | 'level', ways === 'over' || (ways === 'by-turns' && k % 2 === 0));
        });
        expectPile(sheets, table[0]![0]!, columns, rows, pages);
      }
  });
});
