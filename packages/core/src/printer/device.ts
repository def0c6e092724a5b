/** How a printer handles paper: everything that decides on which face, in which order and which way up the second pass lands. */
export interface DeviceBehaviour {
  /** takes sheets from the top of the pile in its tray, or from the bottom */
  readonly feedsFrom: 'top' | 'bottom';
  /** which face of a sheet, as it lies in the tray, it prints on */
  readonly prints: 'up' | 'down';
  /** to which edge of the tray the head of the page comes to lie: the one away from the maker or the near one */
  readonly head: 'far' | 'near';
  /** how a sheet lies in the pile that comes out: the face just printed up or down */
  readonly comesOut: 'up' | 'down';
  /** where the head of the printed page points there */
  readonly headOut: 'far' | 'near';
  /** whether sheets come to lie on those before them, or are pushed under */
  readonly piles: 'on-top' | 'under';
}

/** What goes wrong, counted in sheets fed since the beginning. */
export interface DeviceFaults {
  /** this sheet stops half way and is lost */
  readonly jamAt?: number;
  /** this sheet takes the next one along, which comes out unprinted */
  readonly doubleFeedAt?: number;
}

/** What one face of a sheet carries; `headNorth`: its head is at the edge that was far when the sheet was new. */
export interface Print {
  readonly page: string;
  readonly headNorth: boolean;
}

/** A sheet of paper with two faces, as it lies: which face is up, and whether its own north edge is the near one. */
export interface PaperSheet {
  readonly id: number;
  readonly a: readonly Print[];
  readonly b: readonly Print[];
  readonly up: 'a' | 'b';
  readonly northFar: boolean;
}

/** Sheets on one another, the uppermost first. */
export type PaperPile = readonly PaperSheet[];

export const blankPile = (count: number): PaperPile =>
  Array.from({ length: count }, (_, id) => ({ id, a: [], b: [], up: 'a', northFar: true }));

/** What hands do with a pile: leave it, turn it over like a page, turn it over head to foot, turn it round on the table. */
export const PILE_MOVES = ['as-it-came', 'like-a-page', 'head-over-foot', 'half-round'] as const;
export type PileMove = (typeof PILE_MOVES)[number];

const otherFace = (face: 'a' | 'b') => (face === 'a' ? 'b' : 'a');

/** Turned over like a page (about its upright axis) the far edge stays far; head over foot, or half round, it comes near. */
export function movedPile(pile: PaperPile, move: PileMove): PaperPile {
  const over = move === 'like-a-page' || move === 'head-over-foot';
  const ends = move === 'head-over-foot' || move === 'half-round';
  const moved = pile.map((sheet): PaperSheet => ({
    ...sheet,
    up: over ? otherFace(sheet.up) : sheet.up,
    northFar: ends ? !sheet.northFar : sheet.northFar,
  }));
  return over ? moved.reverse() : moved;
}

/**
 * A stand-in for a printer: moves sheets of paper and knows nothing of books. Pages are printed in the order given until they or the
 * sheets run out; a face printed twice carries both.
 */
export function printOn(
  device: DeviceBehaviour,
  tray: PaperPile,
  pages: readonly string[],
  faults: DeviceFaults = {},
): { readonly out: PaperPile; readonly left: PaperPile; readonly jammed: readonly string[] } {
  const waiting = [...tray];
  let out: PaperSheet[] = [];
  const jammed: string[] = [];
  const take = (): PaperSheet | undefined => (device.feedsFrom === 'top' ? waiting.shift() : waiting.pop());
  const lay = (sheet: PaperSheet): void => {
    out = device.piles === 'on-top' ? [sheet, ...out] : [...out, sheet];
  };
  pages.forEach((page, i) => {
    const sheet = take();
    if (!sheet) return;
    if (i === faults.jamAt) {
      jammed.push(page);
      return;
    }
    const face = device.prints === 'up' ? sheet.up : otherFace(sheet.up);
    const headNorth = (device.head === 'far') === sheet.northFar;
    const printed: PaperSheet = { ...sheet, [face]: [...sheet[face], { page, headNorth }] };
    lay(comingOut(device, printed, face, headNorth));
    if (i !== faults.doubleFeedAt) return;
    const along = take();
    if (along) lay(comingOut(device, along, device.prints === 'up' ? along.up : otherFace(along.up), headNorth));
  });
  return { out, left: waiting, jammed };
}

const comingOut = (device: DeviceBehaviour, sheet: PaperSheet, face: 'a' | 'b', headNorth: boolean): PaperSheet => ({
  ...sheet,
  up: device.comesOut === 'up' ? face : otherFace(face),
  northFar: (device.headOut === 'far') === headNorth,
});
