import { rehearse, twoPassFrom } from '@eight-up/core/printer/feed-rehearsal';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { pagesOfWords } from '../../test/marked-pages.ts';
import {
  bookOf,
  DEVICE_KINDS,
  expectPile,
  laidOut,
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

describe('plain folds', () => {
  it.each([
    // From the left of the outside: what stands there; behind it, seen through the paper.
    ['half', {}, ['4', '1'], ['3', '2']],
    ['roll', { narrower: mm(3) }, ['3', '6', '1'], ['5', '4', '2']],
    ['zigzag', {}, ['5', '6', '1'], ['4', '3', '2']],
    ['gate', { shortOfMiddle: mm(1.5) }, ['2', '6', '1'], ['5', '4', '3']],
  ] as const)(
    '%s: outside and inside as unfolding shows them, both flips, both passes',
    async (fold, more, outside, inside) => {
      const id = await bookOf(server, 'plain-fold', { fold, ...more }, 2 * outside.length, {
        width: mm(297),
        height: mm(210),
        fibre: 'any',
      });
      // Widths of the outside from the left: equal, narrowed (100, 100, 97), or two flaps of a quarter less half of 1.5 mm.
      const widths = { half: [148.5, 148.5], roll: [97, 100, 100], zigzag: [99, 99, 99], gate: [73.5, 150, 73.5] }[
        fold
      ];
      for (const [flip, how] of WAYS) {
        const [sheet] = await printedSheets(server, id, flip, how);
        let x = 0;
        widths.forEach((width, k) => {
          const [from, to] = [x / 297, (x + width) / 297];
          x += width;
          expect(String(pageAt(sheet!.front, from, to))).toBe(outside[k]);
          expect(String(pageAt(sheet!.back, from, to))).toBe(inside[k]);
        });
      }
    },
  );
});

describe('every kind of device, each with another form, from the real files', () => {
  const sheet = { width: mm(500), height: mm(200), fibre: 'any' };
  const FORMS = [
    ['nested-booklet', { pages: 24, sections: 2 }, 24],
    ['fold-out-booklet', { flaps: ['left', 'none', 'both'] }, 18],
    ['right-angle-section', { folds: 3 }, 16],
    ['plain-fold', { fold: 'roll', panels: 4 }, 8],
  ] as const;
  it.each(DEVICE_KINDS.map((device, i) => [FORMS[i % FORMS.length]![0], device, FORMS[i % FORMS.length]!] as const))(
    '%s on %j: what two passes put on paper is what a printer that turns the sheet puts there',
    async (_, device, [form, parameters, pages]) => {
      const id = await bookOf(server, form, parameters, pages, sheet);
      const wanted = await printedSheets(server, id, 'short-edge', 'duplex');
      const how = twoPassFrom(rehearse(device)!);
      const printed = await printedByDevice(server, id, device, how, sheet);
      expect(printed).toHaveLength(wanted.length);
      printed.forEach((paper, i) => {
        for (const face of ['front', 'back'] as const) {
          expect([...paper[face].keys()].sort()).toEqual([...wanted[i]![face].keys()].sort());
          for (const [word, { x, y }] of paper[face]) {
            const there = wanted[i]![face].get(word)!;
            expect(Math.hypot(x - there.x, y - there.y)).toBeLessThan(0.002);
          }
        }
      });
      // Fed otherwise it is not: the same files with the pile the other way round.
      const turned = await printedByDevice(server, id, device, { ...how, turned: !how.turned }, sheet);
      const [word, spot] = [...wanted[0]!.back][0]!;
      const there = turned[0]!.back.get(word)!;
      expect(Math.hypot(there.x - spot.x, there.y - spot.y)).toBeGreaterThan(0.01);
    },
  );
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

  it('both passes have one size of paper, and one place of each sheet on it, though only backs bleed', async () => {
    for (const onto of [null, { width: mm(420), height: mm(594), at: 'middle' }]) {
      const id = await bookOf(server, 'nested-booklet', { pages: 8 }, 8, sheet);
      const { body } = await server.request.get(`/api/books/${id}`);
      const { revision } = body as { revision: number };
      // Pages 2 and 7 stand on the inside of the first folio.
      const command = { kind: 'set-fit', pages: [1, 6], fit: 'bleed' };
      await server.request.post(`/api/books/${id}/revisions`).send({ expect: revision, window: 'test', command });
      await change(id, { onto });
      const [front] = pagesOfWords(await server.bytes(`/api/books/${id}/print.pdf?pass=fronts`));
      const [back] = pagesOfWords(await server.bytes(`/api/books/${id}/print.pdf?pass=backs&flip=short-edge`));
      expect([back!.width, back!.height]).toEqual([front!.width, front!.height]);
      const whole = pagesOfWords(await server.bytes(`/api/books/${id}/print.pdf?flip=short-edge`));
      for (const [word, spot] of front!.words) expect(whole[0]!.words.get(word)).toEqual(spot);
      for (const [word, spot] of back!.words) expect(whole[1]!.words.get(word)).toEqual(spot);
    }
  });

  it('a sheet printed again lies on larger paper as it did before: the same size, in the first place', async () => {
    const small = { width: mm(210), height: mm(148), fibre: 'any' };
    const id = await bookOf(server, 'nested-booklet', { pages: 20 }, 20, small);
    await change(id, { onto: { width: mm(297), height: mm(420), at: 'middle' } });
    const [all] = pagesOfWords(await server.bytes(`/api/books/${id}/print.pdf?pass=fronts`));
    const [again] = pagesOfWords(await server.bytes(`/api/books/${id}/print.pdf?pass=fronts&sheets=1`));
    expect([again!.width, again!.height]).toEqual([all!.width, all!.height]);
    expect(again!.words.get('p1TL')).toEqual(all!.words.get('p1TL'));
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
