import { blankPile, movedPile, printOn, type DeviceBehaviour } from '@eight-up/core/printer/device';
import { rehearse, twoPassFrom, type TwoPass } from '@eight-up/core/printer/feed-rehearsal';
import { flipForPass } from '@eight-up/core/printer/printer';
import { expect } from 'vitest';
import { EVERY_DEVICE } from '../../core/test/every-device.ts';
import { markedPdf, pagesOfWords, type PageOfWords, type Spot } from './marked-pages.ts';
import type { UnderTest } from './server-under-test.ts';

/*
 * Prints and folds as hands and a printer would, knowing only the produced PDF pages: the printer turns each sheet between its
 * faces about its long or its short edge, the sheets are laid on one another, folded, and read leaf by leaf. Nothing of the plan or of the
 * engine is used.
 */

/** A mark on paper: where it is, seen through the sheet from its front (shares of width and height). */
export type Marks = ReadonlyMap<string, Spot>;
export interface PrintedSheet {
  readonly front: Marks;
  readonly back: Marks;
}

export const shares = ({ width, height, words }: PageOfWords): Marks =>
  new Map([...words].map(([word, { x, y }]) => [word, { x: x / width, y: y / height }]));

/** What the printer does between the faces: about a vertical axis (x, y) goes to (W − x, y), about a horizontal one to (x, H − y). */
export function printed(
  fronts: readonly PageOfWords[],
  backs: readonly PageOfWords[],
  flip: string,
): readonly PrintedSheet[] {
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

export type Pile = readonly Layer[];

/** Positions on the table, each with its layers from the top. */
export const laidOut = (sheets: number, columns: number, rows: number): Pile[][] =>
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

export const turnedX = (pile: Pile): Pile =>
  [...pile].reverse().map((layer) => ({ ...layer, frontUp: !layer.frontUp, mirroredX: !layer.mirroredX }));
const turnedY = (pile: Pile): Pile =>
  [...pile].reverse().map((layer) => ({ ...layer, frontUp: !layer.frontUp, mirroredY: !layer.mirroredY }));

/** Folds the right half, or the near one, over or under the other. */
export function fold(table: Pile[][], axis: 'upright' | 'level', over: boolean): Pile[][] {
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
export function expectPile(
  sheets: readonly PrintedSheet[],
  pile: Pile,
  columns: number,
  rows: number,
  pages: number,
): void {
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

export async function bookOf(
  server: UnderTest,
  form: string,
  parameters: object,
  pages: number,
  sheet: object,
): Promise<string> {
  const { id } = await server.newBook(form, parameters, sheet);
  const sent = await server.upload(id, [['marks.pdf', await markedPdf(Array.from({ length: pages }, () => ({})))]]);
  expect(sent.body.refused).toEqual([]);
  return id;
}

export const WAYS = (['long-edge', 'short-edge'] as const).flatMap((flip) =>
  (['duplex', 'two passes'] as const).map((how) => [flip, how] as const),
);

export async function printedSheets(
  server: UnderTest,
  id: string,
  flip: string,
  how: string,
): Promise<readonly PrintedSheet[]> {
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

/** One device for each of the eight ways in which a second pass may have to be fed. */
export const DEVICE_KINDS: readonly DeviceBehaviour[] = [
  ...new Map(EVERY_DEVICE.map((device) => [JSON.stringify(twoPassFrom(rehearse(device)!)), device])).values(),
];

/** Both files of two passes printed on a device, the pile moved between as `how` says: the sheets by the number of their fronts. */
export async function printedByDevice(
  server: UnderTest,
  id: string,
  device: DeviceBehaviour,
  how: TwoPass,
  sheet: { readonly width: number; readonly height: number },
): Promise<readonly PrintedSheet[]> {
  const file = async (query: string) => pagesOfWords(await server.bytes(`/api/books/${id}/print.pdf?${query}`));
  const fronts = await file('pass=fronts');
  const backs = await file(`pass=backs&order=${how.order}&flip=${flipForPass(sheet, how)}`);
  // The device prints the pages of the files as they come.
  const names = (letter: string, pages: readonly unknown[]) => pages.map((_, i) => `${letter}${i}`);
  const first = printOn(device, blankPile(fronts.length), names('f', fronts));
  const { out } = printOn(device, movedPile(first.out, how.move), names('b', backs));
  const sheets = out.map((paper): PrintedSheet & { readonly place: number } => {
    const [front, back] = paper.a.some(({ page }) => page.startsWith('f')) ? [paper.a, paper.b] : [paper.b, paper.a];
    expect([front.length, back.length]).toEqual([1, 1]);
    const place = Number(front[0]!.page.slice(1));
    const marks = shares(backs[Number(back[0]!.page.slice(1))]!);
    // Seen through the sheet: turned like a page where the heads lie together, else half round as well.
    const together = front[0]!.headNorth === back[0]!.headNorth;
    const through = new Map([...marks].map(([word, { x, y }]) => [word, together ? { x: 1 - x, y } : { x, y: 1 - y }]));
    return { place, front: shares(fronts[place]!), back: through };
  });
  return [...sheets].sort((one, other) => one.place - other.place);
}
