import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { keptBackups } from './backup.ts';

const DAY = 24 * 60 * 60 * 1000;
const times = fc.uniqueArray(fc.integer({ min: 0, max: 400 * DAY }), { maxLength: 200 });

describe('which backups stay', () => {
  it('always the newest, never more than 28, and the same when asked again', () => {
    fc.assert(
      fc.property(times, (all) => {
        const kept = keptBackups(all);
        expect(kept.size).toBeLessThanOrEqual(28);
        for (const time of [...all].sort((a, b) => b - a).slice(0, 6)) expect(kept.has(time)).toBe(true);
        expect([...keptBackups([...kept])].sort()).toEqual([...kept].sort());
      }),
    );
  });

  it('made one after the other, one of each of the last days and weeks is still there', () => {
    let kept: readonly number[] = [];
    for (let hour = 0; hour < 24 * 100; hour += 3) kept = [...keptBackups([...kept, hour * 60 * 60 * 1000])];
    const newest = Math.max(...kept);
    const ages = kept.map((time) => Math.floor(newest / DAY) - Math.floor(time / DAY));
    for (let day = 0; day < 14; day++) expect(ages).toContain(day);
    expect(Math.max(...ages)).toBeGreaterThanOrEqual(42);
  });
});
