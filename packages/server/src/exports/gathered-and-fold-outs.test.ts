import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { pagesOfWords } from '../../test/marked-pages.ts';
import {
  bookOf,
  expectPile,
  laidOut,
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

describe('sections folded each by itself and gathered', () => {
  it.each([
    [16, 2],
    [44, 3],
    [120, 5],
  ])('%d pages in %d sections read right, both flips, both passes', async (pages, sections) => {
    const sheet = { width: mm(297), height: mm(210), fibre: 'any' };
    const id = await bookOf(server, 'nested-booklet', { pages, sections }, pages, sheet);
    const folios = pages / 4;
    const sizes = Array.from(
      { length: sections },
      (_, k) => Math.floor(folios / sections) + (k < folios % sections ? 1 : 0),
    );
    for (const [flip, how] of WAYS) {
      const sheets = await printedSheets(server, id, flip, how);
      const [left, right] = laidOut(sheets.length, 2, 1)[0] as [Pile, Pile];
      let next = 0;
      const gathered = sizes.flatMap((size) => {
        const own = (pile: Pile) => pile.filter(({ sheet: n }) => n >= next && n < next + size);
        const folded = [...own(right), ...turnedX(own(left))];
        next += size;
        return folded;
      });
      expectPile(sheets, gathered, 2, 1, pages);
    }
  });
});

/** Which page (counted in the order in which they are met) stands between two places across a face. */
function pageAt(marks: Marks, from: number, to: number): number | undefined {
  for (const [word, { x }] of marks) {
    const [, n] = /^p(\d+)TL$/.exec(word) ?? [];
    if (n && x >= from && x < to) return Number(n);
  }
  return undefined;
}

type Flaps = 'none' | 'left' | 'right' | 'both';

/**
 * What a reader meets in a nest with flaps, worked out leaf by leaf: leaf pages n and n + 1 face one another; a flap of n's leaf lies folded over it and opens to
 * the left, one of the next leaf to the right. First what is seen with flaps folded in, then each opened out, from left to right.
 */
function metInOrder(flaps: readonly Flaps[]): readonly string[] {
  const pages = 4 * flaps.length;
  // Inside folio i stand 2i on the left and 4S − 2i + 1 on the right: those carry its flaps.
  const has = (page: number): boolean =>
    flaps.some((each, i) => {
      const [left, right] = [2 * (i + 1), pages - 2 * (i + 1) + 1];
      return (
        (page === left && (each === 'left' || each === 'both')) ||
        (page === right && (each === 'right' || each === 'both'))
      );
    });
  const met = ['1'];
  for (let n = 2; n < pages; n += 2) {
    const [leading, trailing] = [has(n), has(n + 1)];
    met.push(leading ? `${n}a` : `${n}`, trailing ? `${n + 1}a` : `${n + 1}`);
    if (leading) met.push(`${n}b`, `${n}`);
    if (trailing) met.push(`${n + 1}`, `${n + 1}b`);
  }
  return [...met, `${pages}`];
}

describe('folios with flaps', () => {
  it.each<readonly [readonly Flaps[]]>([
    [['right']],
    [['both']],
    [['none', 'left', 'none']],
    [['both', 'none', 'right', 'left']],
  ])('%j: every panel carries what a reader meets there, fronts behind backs', async (flaps) => {
    const sheet = { width: mm(500), height: mm(180), fibre: 'any' };
    const met = metInOrder(flaps);
    const id = await bookOf(server, 'fold-out-booklet', { flaps }, met.length, sheet);
    const most = Math.max(...flaps.map((each) => (each === 'both' ? 2 : each === 'none' ? 0 : 1)));
    // The usual inset of 2.5 and clearance of 4 mm: w = (W + 2i·n + c·n) ÷ (2 + n).
    const leaf = (500 + most * (2 * 2.5 + 4)) / (2 + most);
    const [carrier, flap] = [leaf - 2.5, leaf - 6.5];
    for (const [flip, how] of WAYS) {
      const sheets: readonly PrintedSheet[] = await printedSheets(server, id, flip, how);
      expect(sheets).toHaveLength(flaps.length);
      sheets.forEach(({ front, back }, i) => {
        const each = flaps[i]!;
        const [l, r] = [each === 'left' || each === 'both', each === 'right' || each === 'both'];
        // The outside from the left: what opens to the right lies left of the spine there.
        const panels = [...(r ? [flap] : []), r ? carrier : leaf, l ? carrier : leaf, ...(l ? [flap] : [])];
        const pages = 4 * flaps.length;
        const [innerLeft, innerRight] = [2 * (i + 1), pages - 2 * (i + 1) + 1];
        const outside = [
          ...(r ? [`${innerRight}a`] : []),
          `${innerRight + 1}`,
          `${innerLeft - 1}`,
          ...(l ? [`${innerLeft}a`] : []),
        ];
        const inside = [
          ...(r ? [`${innerRight}b`] : []),
          `${innerRight}`,
          `${innerLeft}`,
          ...(l ? [`${innerLeft}b`] : []),
        ];
        let x = 0;
        panels.forEach((width, k) => {
          const [from, to] = [x / 500, (x + width) / 500];
          x += width;
          expect(met[pageAt(front, from, to)! - 1]).toBe(outside[k]);
          expect(met[pageAt(back, from, to)! - 1]).toBe(inside[k]);
        });
      });
    }
  });
});

describe('the numbered dummy of a booklet', () => {
  it('has its backs turned for the printer as the print file has them, and comes in two passes too', async () => {
    const sheet = { width: mm(297), height: mm(210), fibre: 'any' };
    const { id } = await server.newBook('nested-booklet', { pages: 8 }, sheet);
    const twoOf = async (query: string, page: number) => {
      const { width, words } = pagesOfWords(await server.bytes(`/api/books/${id}/dummy.pdf?${query}`))[page]!;
      return words.get('2')!.x / width < 0.5 ? 'left' : 'right';
    };
    // Page 2 stands left on the inside of the first folio; turned about its long edge a lying sheet needs it on its head.
    expect(await twoOf('flip=short-edge', 1)).toBe('left');
    expect(await twoOf('flip=long-edge', 1)).toBe('right');
    expect(await twoOf('pass=backs&flip=short-edge', 0)).toBe('left');
    expect(await twoOf('pass=backs&order=innermost-first&flip=short-edge', 1)).toBe('left');
    const numbers = pagesOfWords(await server.bytes(`/api/books/${id}/dummy.pdf?pass=fronts`)).map(({ words }) =>
      [...words.keys()].filter((word) => /^[1-8]$/.test(word)).sort(),
    );
    expect(numbers).toEqual([
      ['1', '8'],
      ['3', '6'],
    ]);
  });
});

describe('marks on the print', () => {
  const change = async (id: string, printing: object) => {
    const { body } = await server.request.get(`/api/books/${id}`);
    const { revision, book } = body as { revision: number; book: { printing: object } };
    const command = { kind: 'set-printing', printing: { ...book.printing, ...printing } };
    const answer = await server.request
      .post(`/api/books/${id}/revisions`)
      .send({ expect: revision, window: 'test', command });
    expect(answer.status).toBe(200);
  };
  const sheet = { width: mm(297), height: mm(210), fibre: 'any' };

  it('a printer that prints 99.2 mm for 100 has everything drawn larger about the paper’s middle, and moved back', async () => {
    const id = await bookOf(server, 'nested-booklet', { pages: 8 }, 8, sheet);
    const before = pagesOfWords(await server.bytes(`/api/books/${id}/print.pdf?pass=fronts`))[0]!;
    const none = { right: 0, down: 0 };
    const measured = { across: mm(99.2), down: mm(100), front: { right: mm(2), down: 0 }, back: none };
    const unprintable = { top: 0, right: 0, bottom: 0, left: 0 };
    await change(id, {
      printer: { id: 'p', name: 'Wheelhouse', duplex: 'long-edge', twoPass: null, unprintable, measured },
    });
    const after = pagesOfWords(await server.bytes(`/api/books/${id}/print.pdf?pass=fronts`))[0]!;
    const middle = before.width / 2;
    for (const [word, { x, y }] of before.words) {
      const now = after.words.get(word)!;
      // What this printer makes of it is what was meant.
      const printed = middle + (now.x - middle) * 0.992 + (2 * 72) / 25.4;
      expect(Math.abs(printed - x)).toBeLessThan(0.02);
      expect(Math.abs(now.y - y)).toBeLessThan(0.02);
    }
  });

  it('lines of each sheet differ where sheets do, and a sheet that is not there is said', async () => {
    const { id } = await server.newBook('fold-out-booklet', { flaps: ['none', 'both'] }, sheet);
    const lines = async (n: number) => String(await server.bytes(`/api/books/${id}/lines.svg?sheet=${n}`));
    const text = await Promise.all([lines(1), lines(2)]);
    expect(text[0]).not.toBe(text[1]);
    expect((await server.request.get(`/api/books/${id}/lines.svg?sheet=3`)).status).toBe(422);
    expect((await server.request.get(`/api/books/${id}/creases.fold?sheet=2`)).body).toMatchObject({ file_spec: 1.2 });
  });
});
