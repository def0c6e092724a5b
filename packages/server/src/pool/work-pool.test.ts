import { tmpdir } from 'node:os';
import { afterEach, describe, expect, it } from 'vitest';
import { mm } from '@eight-up/core/units/nm';
import type { CuttingJobs } from '@eight-up/core/cutting/jobs';
import { gone } from '../../test/gone.ts';
import { JobEnded } from './job-ended.ts';
import { LANES } from './limits.ts';
import { WorkPool, type Caller } from './work-pool.ts';

const trims = { left: mm(0), right: mm(0), top: mm(0), bottom: mm(0) };
const parent = (width: number, height: number) =>
  ({ id: 'p', width: mm(width), height: mm(height), fibre: 'any', trims }) as const;
const piece = (width: number, height: number) =>
  ({ id: `${width}`, width: mm(width), height: mm(height), grain: 'any' }) as const;
/** Many odd sizes on a large sheet: more than a moment's work. */
const hard = {
  parents: [parent(2000, 2000)],
  pieces: [97, 101, 103, 107, 109, 113, 127, 131].map((side) => piece(side + 0.37, side + 31.13)),
  gap: mm(0),
};
const easy = (n: number) => ({ parents: [parent(100 * n, 100)], pieces: [piece(100, 100)], gap: mm(0) });

let pool: WorkPool;
afterEach(() => pool.close());

const search = (input: CuttingJobs['yield']['input'], caller?: Caller) =>
  pool.run('search', { kind: 'yield', input }, caller) as Promise<CuttingJobs['yield']['answer']>;
const count = (plans: CuttingJobs['yield']['answer']) => (plans.ok ? plans.value[0]!.pieces.length : 0);

describe('the pool of processes', () => {
  it('answers one job after another, in the order in which they were asked', async () => {
    pool = new WorkPool();
    const order: number[] = [];
    await Promise.all([3, 4, 5].map(async (n) => order.push(count(await search(easy(n))))));
    expect(order).toEqual([3, 4, 5]);
  });

  it('a job that nobody waits for is ended with its process, running or waiting, and the next one is answered all the same', async () => {
    pool = new WorkPool();
    await search(easy(1));
    const drops: (() => void)[] = [];
    const leaving: Caller = { off: (drop) => void drops.push(drop) };
    const [first, second] = [search(hard, leaving), search(hard, leaving)].map((asked) =>
      asked.then(
        () => 'answered',
        (error: unknown) => (error instanceof JobEnded ? error.why : 'failed'),
      ),
    );
    const last = search(easy(3));
    while (pool.busy.length === 0) await new Promise((resolve) => setTimeout(resolve, 5));
    const [process] = pool.busy;
    drops.forEach((drop) => drop());
    expect(await Promise.all([first, second])).toEqual(['dropped', 'dropped']);
    expect(count(await last)).toBe(3);
    await gone(process!);
  });

  it('a job past its time is ended, told, and its process is gone; another answers beside it', async () => {
    const seconds = { search: 1.5 };
    pool = new WorkPool({ seconds });
    const slow = search(hard);
    const fails = expect(slow).rejects.toMatchObject({ why: 'time' });
    while (pool.busy.length === 0) await new Promise((resolve) => setTimeout(resolve, 5));
    const [process] = pool.busy;
    expect((await pool.run('read-page-plan', { bytes: Buffer.from('page\n1\n') })).ok).toBe(true);
    await fails;
    await gone(process!);
    // However slow the machine is, a new process gets its time.
    seconds.search = 600;
    expect(count(await search(easy(4)))).toBe(4);
  });

  it('jobs wait for others of their lane only: where every search is held up, the rest goes on', async () => {
    pool = new WorkPool();
    const drops: (() => void)[] = [];
    const leaving: Caller = { off: (drop) => void drops.push(drop) };
    const stuck = Array.from({ length: LANES.searching + 3 }, () =>
      search(hard, leaving).catch((error: unknown) => (error as JobEnded).why),
    );
    while (pool.busy.length < LANES.searching) await new Promise((resolve) => setTimeout(resolve, 5));
    expect((await pool.run('read-page-plan', { bytes: Buffer.from('page\n1\n') })).ok).toBe(true);
    expect(await pool.run('originals-of-backups', { dataFolder: tmpdir() })).toEqual([]);
    expect(pool.busy).toHaveLength(LANES.searching);
    drops.forEach((drop) => drop());
    expect(await Promise.all(stuck)).toEqual(stuck.map(() => 'dropped'));
  });

  it('whoever leaves just as a job is handed over, to a process that ends before it says that it began, takes no place of others along', async () => {
    pool = new WorkPool();
    const first = search(easy(2));
    while (pool.busy.length === 0) await new Promise((resolve) => setImmediate(resolve));
    const [waiting] = pool.busy;
    await first;
    // Held still, it is handed a job and does not get to say so.
    process.kill(waiting!, 'SIGSTOP');
    const drops: (() => void)[] = [];
    const told = search(easy(2), { off: (drop) => void drops.push(drop) }).catch(
      (error: unknown) => (error as JobEnded).why,
    );
    await new Promise((resolve) => setImmediate(resolve));
    drops.forEach((drop) => drop());
    process.kill(waiting!, 'SIGKILL');
    expect(await told).toBe('dropped');
    await gone(waiting!);
    expect(count(await search(easy(3)))).toBe(3);
    expect(pool.size).toBe(1);
  });

  it('a process that holds more than it may ends itself, and that is told', async () => {
    pool = new WorkPool({ memory: 1000 });
    await expect(search(hard)).rejects.toMatchObject({ why: 'memory' });
  });

  it('closed, leaves no process behind', async () => {
    pool = new WorkPool();
    void search(hard).catch(() => undefined);
    while (pool.busy.length === 0) await new Promise((resolve) => setTimeout(resolve, 5));
    const [process] = pool.busy;
    await pool.close();
    await gone(process!);
  });
});
