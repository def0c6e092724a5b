import { measureNumber } from '../units/measure.ts';
import { inch, nm, toMm, type Nm } from '../units/nm.ts';
import type { Cut } from './lay-out.ts';
import type { Parent } from './parent.ts';

/** How finely a mark is read off the rule. */
export const READINGS = ['mm', 'sixteenths', 'thirty-seconds', 'sixty-fourths'] as const;
export type Reading = (typeof READINGS)[number];

/** A place to mark, read from the trued left or top edge. */
export interface Mark {
  readonly axis: Cut['axis'];
  /** exactly */
  readonly at: Nm;
  /** as the rule is read: the position is rounded, never a step, so that errors do not add up */
  readonly read: Nm;
  /** the cuts that run along it, counted from 1 */
  readonly cuts: readonly number[];
}

const STEP: Readonly<Record<Reading, number>> = {
  mm: 500_000,
  sixteenths: inch(1 / 16),
  'thirty-seconds': inch(1 / 32),
  'sixty-fourths': inch(1 / 64),
};

/** A position as it can be read off a rule: half millimetres, or the nearest fraction of an inch. */
export const readOff = (at: Nm, reading: Reading): Nm => nm(Math.round(at / STEP[reading]) * STEP[reading]);

/** Every position to mark, those on the same line once; from the trued edges, since a deckle is no datum. */
export function marksOf(cuts: readonly Cut[], trims: Parent['trims'], reading: Reading): readonly Mark[] {
  const found = new Map<string, Mark>();
  cuts.forEach(({ axis, at, why }, i) => {
    const fromEdge = nm(at - (axis === 'upright' ? trims.left : trims.top));
    // The first cuts make the datum; they are not read from it.
    if (why === 'trim' && fromEdge === 0) return;
    const key = `${axis} ${fromEdge}`;
    const before = found.get(key);
    found.set(key, {
      axis,
      at: fromEdge,
      read: readOff(fromEdge, reading),
      cuts: [...(before?.cuts ?? []), i + 1],
    });
  });
  return [...found.values()].sort((a, b) => (a.axis === b.axis ? a.at - b.at : a.axis === 'upright' ? -1 : 1));
}

/** The marks as a table of text: exact millimetres, and the reading of the rule. */
export function marksTable(cuts: readonly Cut[], trims: Parent['trims']): readonly (readonly string[])[] {
  const inches = (at: Nm, reading: Reading): string => measureNumber(readOff(at, reading), 'in').replace('⁄', '/');
  return [
    ['mark', 'from', 'exact mm', 'rule mm', 'in, 1/16', 'in, 1/32', 'cuts'],
    ...marksOf(cuts, trims, 'mm').map(({ axis, at, read, cuts: along }, i) => [
      String(i + 1),
      axis === 'upright' ? 'left edge' : 'top edge',
      String(Number(toMm(at).toFixed(6))),
      String(Number(toMm(read).toFixed(1))),
      inches(at, 'sixteenths'),
      inches(at, 'thirty-seconds'),
      along.join(' '),
    ]),
  ];
}
