import { describe, expect, it } from 'vitest';
import { EVERY_DEVICE } from '../../test/every-device.ts';
import { blankPile, movedPile, PILE_MOVES, printOn, type DeviceBehaviour } from './device.ts';
import { comesOutRight, printBothPasses, rehearse, twoPassFrom, type TwoPass } from './feed-rehearsal.ts';

const names = (letter: string, count: number) => Array.from({ length: count }, (_, i) => `${letter}${i + 1}`);

const right = (device: DeviceBehaviour, how: TwoPass, count: number): boolean => {
  const [fronts, backs] = [names('f', count), names('b', count)];
  return comesOutRight(printBothPasses(device, fronts, backs, how), fronts, backs, how.turned);
};

describe('the feed rehearsal', () => {
  it('finds for every device how the second pass comes out right, whatever the number of sheets', () => {
    expect(EVERY_DEVICE).toHaveLength(64);
    for (const device of EVERY_DEVICE) {
      const seen = rehearse(device);
      if (!seen) throw new Error('nothing came out');
      for (const count of [1, 2, 3, 7])
        expect(right(device, twoPassFrom(seen), count), JSON.stringify(device)).toBe(true);
    }
  });

  it('a wrong profile is noticed: what another device needs fails wherever it differs', () => {
    for (const device of EVERY_DEVICE) {
      const own = twoPassFrom(rehearse(device)!);
      for (const other of EVERY_DEVICE) {
        const theirs = twoPassFrom(rehearse(other)!);
        const same = (['move', 'order', 'turned'] as const).every((key) => own[key] === theirs[key]);
        if (!same) expect(right(device, theirs, 3)).toBe(false);
      }
    }
  });

  it('all kinds of pile are met: put back or turned over, either order, either way up', () => {
    const found = new Set(EVERY_DEVICE.map((device) => JSON.stringify(twoPassFrom(rehearse(device)!))));
    expect(found.size).toBe(8);
  });
});

describe('the stand-in printer', () => {
  const device = EVERY_DEVICE[0]!;

  it('loses no sheet and prints each page once', () => {
    for (const one of EVERY_DEVICE) {
      const { out, left, jammed } = printOn(one, blankPile(5), names('f', 3));
      expect([out.length, left.length, jammed.length]).toEqual([3, 2, 0]);
      const printed = out.flatMap(({ a, b }) => [...a, ...b]).map(({ page }) => page);
      expect([...printed].sort()).toEqual(['f1', 'f2', 'f3']);
    }
  });

  it('jams: the page is gone, the rest goes on; a double feed leaves a bare sheet and the last page unprinted', () => {
    const jam = printOn(device, blankPile(4), names('f', 4), { jamAt: 1 });
    expect([jam.jammed, jam.out.length]).toEqual([['f2'], 3]);
    const twice = printOn(device, blankPile(4), names('f', 4), { doubleFeedAt: 1 });
    expect(twice.out.filter(({ a, b }) => a.length + b.length === 0)).toHaveLength(1);
    expect(twice.out.flatMap(({ a, b }) => [...a, ...b]).map(({ page }) => page)).not.toContain('f4');
    expect(comesOutRight(twice.out, names('f', 4), names('b', 4), false)).toBe(false);
  });

  it('piles turned twice the same way lie as they lay', () => {
    const { out } = printOn(device, blankPile(3), names('f', 3));
    for (const move of PILE_MOVES) expect(movedPile(movedPile(out, move), move)).toEqual(out);
  });
});
