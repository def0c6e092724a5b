import { describe, expect, it } from 'vitest';
import { mm } from '@eight-up/core/units/nm';
import { CuttingThread } from './cutting-thread.ts';

const trims = { left: mm(0), right: mm(0), top: mm(0), bottom: mm(0) };
const parent = (width: number, height: number) =>
  ({ id: 'p', width: mm(width), height: mm(height), fibre: 'any', trims }) as const;
const piece = (width: number, height: number) =>
  ({ id: `${width}`, width: mm(width), height: mm(height), grain: 'any' }) as const;
const nobody = { off: () => undefined };

describe('the thread of its own for the search', () => {
  it('answers one job after another, in the order in which they were asked', async () => {
    const thread = new CuttingThread();
    const asked = [3, 4, 5].map((n) =>
      thread.run('yield', { parents: [parent(100 * n, 100)], pieces: [piece(100, 100)], gap: mm(0) }, nobody),
    );
    const counts = (await Promise.all(asked)).map((plans) => (plans.ok ? plans.value[0]!.pieces.length : 0));
    expect(counts).toEqual([3, 4, 5]);
  });

  it('a job that nobody waits for is stopped, running or waiting, and the next one is answered all the same', async () => {
    const thread = new CuttingThread();
    const drops: (() => void)[] = [];
    const called = { off: (drop: () => void) => void drops.push(drop) };
    // Many odd sizes on a large sheet: more than a moment's work.
    const hard = [97, 101, 103, 107, 109, 113, 127, 131].map((side) => piece(side + 0.37, side + 31.13));
    const settled: string[] = [];
    const note = (name: string) => () => void settled.push(name);
    thread
      .run('yield', { parents: [parent(2000, 2000)], pieces: hard, gap: mm(0) }, called)
      .then(note('first'), note('first'));
    thread
      .run('yield', { parents: [parent(2000, 2000)], pieces: hard, gap: mm(0) }, called)
      .then(note('second'), note('second'));
    const last = thread.run('yield', { parents: [parent(300, 100)], pieces: [piece(100, 100)], gap: mm(0) }, nobody);
    drops.forEach((drop) => drop());
    const plans = await last;
    expect(plans.ok && plans.value[0]!.pieces.length).toBe(3);
    expect(settled).toEqual([]);
  });
});
