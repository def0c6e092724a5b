import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { blankPile, movedPile, printOn, type DeviceBehaviour } from '@eight-up/core/printing/device';
import { rehearse, twoPassFrom } from '@eight-up/core/printing/feed-rehearsal';
import { flipForPass } from '@eight-up/core/printing/printer';
import { markedPdf, pagesOfWords, type PageOfWords, type Spot } from '../../test/marked-pages.ts';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';

/*
 * Prints and folds as hands and a printer would, knowing only the produced PDF pages: the printer turns each sheet between its
 * faces about its long or its short edge, the sheets are laid on one another, folded, and read leaf by leaf. Nothing of the plan or of the
 * engine is used.
 */

let server: UnderTest;
beforeAll(async () => {
  server = await serverUnderTest();
});
afterAll(() => server.close());

const mm = (length: number) => length * 1_000_000;

/** A mark on paper: where it is, seen through the sheet from its front (shares of width and height). */
type Marks = ReadonlyMap<string, Spot>;
interface PrintedSheet {
  readonly front: Marks;
  readonly back: Marks;
}

const shares = ({ width, height, words }: PageOfWords): Marks =>
  new Map([...words].map(([word, { x, y }]) => [word, { x: x / width, y: y / height }]));

/** What the printer does between the faces: about a vertical axis (x, y) goes to (W − x, y), about a horizontal one to (x, H − y). */
function printed(fronts: readonly PageOfWords[], backs: readonly PageOfWords[], flip: string): readonly PrintedSheet[] {
  return fronts.map((front, i): PrintedSheet => {
    const landscape = front.width > front.height;
    const aboutVertical = (flip === 'short-edge') === landscape;
    const through = new Map(
      [...shares(backs[i]!)].map(([word, { x, y }]) => [word, aboutVertical ? { x: 1 - x, y } : { x, y: 1 - y }]),
    );
    return { front: shares(front), back: through };
  });
}

/** One layer of the folded pile: a cell of a sheet, which face is up, and how it has been mirrored. */
interface Layer {
  readonly sheet: number;
  readonly column: number;
  readonly row: number;
  readonly frontUp: boolean;
  readonly mirroredX: boolean;
  readonly mirroredY: boolean;
}

type Pile = readonly Layer[];

/** Positions on the table, each with its layers from the top. */
const laidOut = (sheets: number, columns: number, rows: number): Pile[][] =>
  Array.from({ length: rows }, (_, row) =>
    Array.from({ length: columns }, (__, column) =>
      Array.from({ length: sheets }, (___, sheet) => ({
        sheet,
        column,
        row,
        frontUp: true,
        mirroredX: false,
        mirroredY: false,
      })),
    ),
  );

const turnedX = (pile: Pile): Pile =>
  [...pile].reverse().map((layer) => ({ ...layer, frontUp: !layer.frontUp, mirroredX: !layer.mirroredX }));
const turnedY = (pile: Pile): Pile =>
  [...pile].reverse().map((layer) => ({ ...layer, frontUp: !layer.frontUp, mirroredY: !layer.mirroredY }));

/** Folds the right half, or the near one, over or under the other. */
function fold(table: Pile[][], axis: 'upright' | 'level', over: boolean): Pile[][] {
  const join = (stays: Pile, moves: Pile): Pile => (over ? [...moves, ...stays] : [...stays, ...moves]);
  if (axis === 'upright')
    return table.map((line) =>
      line.slice(0, line.length / 2).map((pile, c) => join(pile, turnedX(line[line.length - 1 - c]!))),
    );
  return table
    .slice(0, table.length / 2)
    .map((line, r) => line.map((pile, c) => join(pile, turnedY(table[table.length - 1 - r]![c]!))));
}

interface SeenFace {
  readonly layer: Layer;
  readonly face: 'front' | 'back';
}

/** The faces of a pile in reading order from the top. */
const facesOf = (pile: Pile): readonly SeenFace[] =>
  pile.flatMap((layer): SeenFace[] => [
    { layer, face: layer.frontUp ? 'front' : 'back' },
    { layer, face: layer.frontUp ? 'back' : 'front' },
  ]);

/**
 * Asserts that the pile reads page 1, 2, 3 … from one of its sides, every page the same way up and none mirrored, and that no mark
 * lies off its own cell.
 */
function expectPile(sheets: readonly PrintedSheet[], pile: Pile, columns: number, rows: number, pages: number): void {
  const marksAt = ({ layer, face }: SeenFace): Marks => sheets[layer.sheet]![face];
  const cellOf = ({ x, y }: Spot) => [Math.floor(x * columns), Math.floor(y * rows)];
  const pageOn = (seen: SeenFace): number | undefined => {
    for (const [word, spot] of marksAt(seen)) {
      const [, n] = /^p(\d+)TL$/.exec(word) ?? [];
      const [column, row] = cellOf(spot);
      if (n && column === seen.layer.column && row === seen.layer.row) return Number(n);
    }
    return undefined;
  };
  const order = facesOf(pile).map(pageOn);
  const wanted = Array.from({ length: order.length }, (_, i) => (i < pages ? i + 1 : undefined));
  const upside = order[0] === 1;
  expect(upside ? order : [...order].reverse()).toEqual(wanted);

  // Where the spot comes to lie in the pile, seen from above, in shares of the leaf.
  const inPile = ({ column, row, mirroredX, mirroredY }: Layer, { x, y }: Spot): Spot => {
    const [u, v] = [x * columns - column, y * rows - row];
    return { x: mirroredX ? 1 - u : u, y: mirroredY ? 1 - v : v };
  };
  const heads = new Set<string>();
  facesOf(pile).forEach((seen, i) => {
    const n = pageOn(seen);
    if (n === undefined) return;
    const spot = (name: string) => inPile(seen.layer, marksAt(seen).get(`p${n}${name}`)!);
    const [tl, tr, bl] = [spot('TL'), spot('TR'), spot('BL')];
    const way = (a: Spot, b: Spot) =>
      Math.abs(b.x - a.x) > Math.abs(b.y - a.y) ? (b.x > a.x ? 'east' : 'west') : b.y > a.y ? 'south' : 'north';
    heads.add(way(bl, tl));
    // Seen from above, faces that look up are not mirrored, those that look down are.
    const looksUp = i % 2 === 0;
    const turn = (tr.x - tl.x) * (bl.y - tl.y) - (tr.y - tl.y) * (bl.x - tl.x);
    expect(turn > 0, `page ${n} mirrored`).toBe(looksUp);
  });
  expect([...heads]).toHaveLength(1);
}

async function bookOf(form: string, parameters: object, pages: number, sheet: object): Promise<string> {
  const { id } = await server.newBook(form, parameters, sheet);
  const sent = await server.upload(id, [['marks.pdf', await markedPdf(Array.from({ length: pages }, () => ({})))]]);
  expect(sent.body.refused).toEqual([]);
  return id;
}

const WAYS = (['long-edge', 'short-edge'] as const).flatMap((flip) =>
  (['duplex', 'two passes'] as const).map((how) => [flip, how] as const),
);

async function printedSheets(id: string, flip: string, how: string): Promise<readonly PrintedSheet[]> {
  const get = async (query: string) =>
    pagesOfWords(await server.bytes(`/api/books/${id}/print.pdf?flip=${flip}${query}`));
  if (how === 'two passes') return printed(await get('&pass=fronts'), await get('&pass=backs'), flip);
  const all = await get('');
  return printed(
    all.filter((_, i) => i % 2 === 0),
    all.filter((_, i) => i % 2 === 1),
    flip,
  );
}

describe('a nested booklet reads right from what the printer puts out', () => {
  it.each([4, 5, 16, 52, 200])('of %d pages, both flips, both passes, both reading directions', async (pages) => {
    for (const reading of ['left-to-right', 'right-to-left']) {
      const id = await bookOf('nested-booklet', { pages, reading }, pages, {
        width: mm(297),
        height: mm(210),
        fibre: 'along-height',
      });
      for (const [flip, how] of WAYS) {
        const sheets = await printedSheets(id, flip, how);
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
    const id = await bookOf('nested-booklet', { pages: 8 }, 8, { width: mm(200), height: mm(260), fibre: 'any' });
    for (const [flip, how] of WAYS) {
      const sheets = await printedSheets(id, flip, how);
      const [left, right] = laidOut(2, 2, 1)[0] as [Pile, Pile];
      expectPile(sheets, [...right, ...turnedX(left)], 2, 1, 8);
    }
  });

  it('a wrong flip is noticed: folded as the other edge would have it, it does not read', async () => {
    const id = await bookOf('nested-booklet', { pages: 8 }, 8, { width: mm(297), height: mm(210), fibre: 'any' });
    const pages = pagesOfWords(await server.bytes(`/api/books/${id}/print.pdf?flip=long-edge`));
    const sheets = printed([pages[0]!, pages[2]!], [pages[1]!, pages[3]!], 'short-edge');
    const [left, right] = laidOut(2, 2, 1)[0] as [Pile, Pile];
    expect(() => expectPile(sheets, [...right, ...turnedX(left)], 2, 1, 8)).toThrow();
  });

  it('single sheets and ranges are printed again, the innermost first if asked', async () => {
    const id = await bookOf('nested-booklet', { pages: 20 }, 20, { width: mm(297), height: mm(210), fibre: 'any' });
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
    const id = await bookOf('nested-booklet', { pages: 20 }, 20, sheet);
    const { body } = await server.request.get(`/api/books/${id}`);
    const { revision, book } = body as { revision: number; book: { printing: object } };
    const command = { kind: 'set-printing', printing: { ...book.printing, onto } };
    await server.request.post(`/api/books/${id}/revisions`).send({ expect: revision, window: 'test', command });
    for (const [flip, how] of WAYS) {
      const papers = await printedSheets(id, flip, how);
      expect(papers).toHaveLength(Math.ceil(5 / (columns * rows)));
      const { width, height } = pagesOfWords(await server.bytes(`/api/books/${id}/print.pdf`))[0]!;
      const [paperW, paperH] = [width, height].map((points) => (points / 72) * 25.4) as [number, number];
      // Cut out: what lies in the k-th cell of the paper, in shares of the sheet; cells lie in the middle of the paper.
      const cut = (marks: Marks, k: number): Marks => {
        const corner = {
          x: (paperW - columns * 210) / 2 + (k % columns) * 210,
          y: (paperH - rows * 148) / 2 + Math.floor(k / columns) * 148,
        };
        const own = [...marks].map(
          ([word, { x, y }]) => [word, { x: (x * paperW - corner.x) / 210, y: (y * paperH - corner.y) / 148 }] as const,
        );
        return new Map(own.filter(([, { x, y }]) => x > 0 && x < 1 && y > 0 && y < 1));
      };
      const sheets = papers
        .flatMap(({ front, back }) =>
          Array.from({ length: columns * rows }, (_, k): PrintedSheet => ({
            front: cut(front, k),
            back: cut(back, k),
          })),
        )
        .slice(0, 5);
      const [left, right] = laidOut(5, 2, 1)[0] as [Pile, Pile];
      expectPile(sheets, [...right, ...turnedX(left)], 2, 1, 20);
    }
  });

  it('on paper smaller than a folio says so', async () => {
    const id = await bookOf('nested-booklet', { pages: 8 }, 8, { width: mm(297), height: mm(210), fibre: 'any' });
    const { body } = await server.request.get(`/api/books/${id}`);
    const { revision, book } = body as { revision: number; book: { printing: object } };
    const command = { kind: 'set-printing', printing: { ...book.printing, onto: { width: mm(210), height: mm(148) } } };
    await server.request.post(`/api/books/${id}/revisions`).send({ expect: revision, window: 'test', command });
    const answer = await server.request.get(`/api/books/${id}/print.pdf`);
    expect([answer.status, (answer.body as { code: string }).code]).toEqual([422, 'plan-impossible']);
  });
});

/** One device for each of the eight ways in which a second pass may have to be fed. */
const DEVICES = (() => {
  const found = new Map<string, DeviceBehaviour>();
  for (const feedsFrom of ['top', 'bottom'] as const)
    for (const prints of ['up', 'down'] as const)
      for (const head of ['far', 'near'] as const)
        for (const comesOut of ['up', 'down'] as const)
          for (const headOut of ['far', 'near'] as const)
            for (const piles of ['on-top', 'under'] as const) {
              const device = { feedsFrom, prints, head, comesOut, headOut, piles };
              found.set(JSON.stringify(twoPassFrom(rehearse(device)!)), device);
            }
  return [...found.values()];
})();

describe('two passes on a stand-in printer, fed as its rehearsal says', () => {
  it.each([[{ width: mm(297), height: mm(210), fibre: 'any' }], [{ width: mm(200), height: mm(260), fibre: 'any' }]])(
    'every kind of device makes a booklet that reads right from the real files',
    async (sheet) => {
      expect(DEVICES).toHaveLength(8);
      const id = await bookOf('nested-booklet', { pages: 12 }, 12, sheet);
      for (const device of DEVICES) {
        const how = twoPassFrom(rehearse(device)!);
        const file = async (query: string) => pagesOfWords(await server.bytes(`/api/books/${id}/print.pdf?${query}`));
        const fronts = await file('pass=fronts');
        const backs = await file(`pass=backs&order=${how.order}&flip=${flipForPass(sheet, how)}`);
        // The device prints the pages of the files as they come.
        const names = (letter: string, pages: readonly unknown[]) => pages.map((_, i) => `${letter}${i}`);
        const first = printOn(device, blankPile(fronts.length), names('f', fronts));
        const { out } = printOn(device, movedPile(first.out, how.move), names('b', backs));
        const sheets = out.map((paper): PrintedSheet & { readonly place: number } => {
          const [front, back] = paper.a.some(({ page }) => page.startsWith('f'))
            ? [paper.a, paper.b]
            : [paper.b, paper.a];
          expect([front.length, back.length]).toEqual([1, 1]);
          const place = Number(front[0]!.page.slice(1));
          const marks = shares(backs[Number(back[0]!.page.slice(1))]!);
          // Seen through the sheet: turned like a page where the heads lie together, else half round as well.
          const together = front[0]!.headNorth === back[0]!.headNorth;
          const through = new Map(
            [...marks].map(([word, { x, y }]) => [word, together ? { x: 1 - x, y } : { x, y: 1 - y }]),
          );
          return { place, front: shares(fronts[place]!), back: through };
        });
        const inOrder = [...sheets].sort((one, other) => one.place - other.place);
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
        const id = await bookOf('right-angle-section', { folds, first, ways }, pages, {
          width: mm(700),
          height: mm(500),
          fibre: 'any',
        });
        const [flip, how] = WAYS[(folds + (first === 'across' ? 0 : 1) + (ways === 'over' ? 0 : 2)) % WAYS.length]!;
        const sheets = await printedSheets(id, flip, how);
        let table = laidOut(1, columns, rows);
        axes.forEach((axis, k) => {
          table = fold(table, axis as 'upright' | 'level', ways === 'over' || (ways === 'by-turns' && k % 2 === 0));
        });
        expectPile(sheets, table[0]![0]!, columns, rows, pages);
      }
  });
});
