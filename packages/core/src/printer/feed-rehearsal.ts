import { blankPile, movedPile, printOn, type DeviceBehaviour, type PaperPile, type PileMove } from './device.ts';

/** How backs are printed by hand: what is done with the pile, in which order the backs come, and whether they are turned round. */
export interface TwoPass {
  readonly move: PileMove;
  readonly order: 'outermost-first' | 'innermost-first';
  /** the backs stand on their heads in the file, so that they come out upright */
  readonly turned: boolean;
}

/**
 * What a maker sees after the rehearsal: two sheets numbered 1 and 2 with arrows are printed, the pile is put back just as it came out, and
 * two pages A and B with arrows are printed on it.
 */
export interface RehearsalSeen {
  /** A and B are on the faces that were bare */
  readonly onBareFace: boolean;
  /** A came on sheet 1 */
  readonly sameOrder: boolean;
  /** turned over like a page, or on the one face, both arrows point the same way */
  readonly arrowsAgree: boolean;
}

export const REHEARSAL_SHEETS = 2;

/**
 * What the rehearsal teaches. Put back as it came, the device printed on one face or the other; if on the printed one, the pile has to be
 * turned over, and turned like a page the far edge stays far: arrows that agreed still do, while the pile's order is reversed.
 */
export const twoPassFrom = ({ onBareFace, sameOrder, arrowsAgree }: RehearsalSeen): TwoPass => ({
  move: onBareFace ? 'as-it-came' : 'like-a-page',
  order: onBareFace === sameOrder ? 'outermost-first' : 'innermost-first',
  turned: !arrowsAgree,
});

/** The rehearsal on a stand-in: what a maker would see there. Undefined where a fault spoilt it. */
export function rehearse(device: DeviceBehaviour): RehearsalSeen | undefined {
  const first = printOn(device, blankPile(REHEARSAL_SHEETS), ['1', '2']);
  const second = printOn(device, first.out, ['A', 'B']);
  const one = second.out.find((sheet) => [...sheet.a, ...sheet.b].some(({ page }) => page === '1'));
  if (!one) return undefined;
  const front = one.a.some(({ page }) => page === '1') ? one.a : one.b;
  const back = front === one.a ? one.b : one.a;
  const onBareFace = front.length === 1;
  const [mark] = onBareFace ? back : front.slice(1);
  if (!mark) return undefined;
  return { onBareFace, sameOrder: mark.page === 'A', arrowsAgree: mark.headNorth === front[0]!.headNorth };
}

/** All fronts, the pile put back, all backs: what lies there in the end. `backs` as they should come out, front for front. */
export function printBothPasses(
  device: DeviceBehaviour,
  fronts: readonly string[],
  backs: readonly string[],
  { move, order }: TwoPass,
): PaperPile {
  const first = printOn(device, blankPile(fronts.length), fronts);
  const tray = movedPile(first.out, move);
  return printOn(device, tray, order === 'outermost-first' ? backs : [...backs].reverse()).out;
}

/** Whether every sheet of a pile carries front i on one face and back i on the other, heads together (or, turned, against each other). */
export function comesOutRight(
  pile: PaperPile,
  fronts: readonly string[],
  backs: readonly string[],
  turned: boolean,
): boolean {
  if (pile.length !== fronts.length) return false;
  return pile.every(({ a, b }) => {
    const [front, back] = a.some(({ page }) => fronts.includes(page)) ? [a, b] : [b, a];
    if (front.length !== 1 || back.length !== 1) return false;
    const i = fronts.indexOf(front[0]!.page);
    // A file whose backs stand on their heads makes up for a device that turns them.
    return i >= 0 && back[0]!.page === backs[i] && (back[0]!.headNorth === front[0]!.headNorth) !== turned;
  });
}
