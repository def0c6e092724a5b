import { fileURLToPath } from 'node:url';
import pLimit from 'p-limit';
import workerpool from 'workerpool';
import type { ErrorCode } from '@eight-up/core/contract/errors';
import { Refusal } from '../errors.ts';
import { JobEnded } from './job-ended.ts';
import type { JobAnswer, JobInput, JobKind } from './jobs.ts';
import type { Tell } from './tell.ts';
import { LANES, LIMITS, type Lane } from './limits.ts';

/** Whoever asked for a job: may go away before its answer. */
export interface Caller {
  readonly off: (drop: () => void) => void;
  /** is told how far the job is */
  readonly told?: Tell;
}
export const NOBODY_LEAVES: Caller = { off: () => undefined };

type Told = { readonly begun?: number; readonly fresh?: boolean; readonly progress?: Parameters<Tell>[0] };
type Answered =
  | { readonly value: unknown }
  | { readonly refusal: { readonly code: ErrorCode; readonly message: string; readonly problem: unknown } };

/** In one lane. */
const MOST_WAITING = 1000;
/** Processes beyond those of the lanes: one that is just being ended still counts. */
const LEAVING = 4;
const NOT_ALONE = Symbol('the process died, but not of this job alone');
const NEVER_BEGUN = Symbol('the process was gone before the job began');

/**
 * Processes of their own for everything that reads a foreign file, makes a large one, or searches long: other requests
 * are not held up, and what a file does to its reader ends with that process. A job past its limits, or one that nobody waits for any
 * more, is ended together with its process; the next gets a new one. Jobs wait only for others of their lane, in the order in which they were asked for.
 */
export class WorkPool {
  readonly #pool: workerpool.Pool;
  readonly #seconds: (kind: JobKind) => number;
  readonly #lanes = Object.fromEntries(Object.entries(LANES).map(([lane, width]) => [lane, pLimit(width)])) as Readonly<
    Record<Lane, ReturnType<typeof pLimit>>
  >;
  /** processes that are at work on a job now */
  readonly #busy = new Set<number>();
  #closed = false;

  constructor({
    seconds = {},
    memory,
    plans,
  }: {
    /** limits of time other than the usual */
    readonly seconds?: Partial<Readonly<Record<JobKind, number>>>;
    /** bytes that one process may hold; left out: as much as the machine allows */
    readonly memory?: number;
    /** a folder where plans are kept that searches find; left out: none are */
    readonly plans?: string;
  } = {}) {
    this.#seconds = (kind) => seconds[kind] ?? LIMITS[kind].seconds;
    const bundled = !import.meta.url.endsWith('.ts');
    this.#pool = workerpool.pool(fileURLToPath(new URL(bundled ? './worker.js' : './worker.ts', import.meta.url)), {
      workerType: 'process',
      maxWorkers: Object.values(LANES).reduce<number>((sum, width) => sum + width, LEAVING),
      // What a dying process says of itself is of no use to a maker.
      emitStdStreams: true,
      forkOpts: {
        serialization: 'advanced',
        execArgv: bundled ? ['--enable-source-maps'] : ['--import', 'tsx'],
        env: {
          ...process.env,
          ...(memory === undefined ? {} : { EIGHTUP_JOB_MEMORY: String(memory) }),
          ...(plans === undefined ? {} : { EIGHTUP_PLANS: plans }),
        },
      },
    });
  }

  /** The processes that are at work now. */
  get busy(): readonly number[] {
    return [...this.#busy];
  }

  /** How many processes there are, at work or waiting for it: never more than have been at work at once. */
  get size(): number {
    return this.#pool.stats().totalWorkers;
  }

  /** Carries out one job. Rejects with `JobEnded` where it was ended, with `Refusal` where the job itself refused. */
  async run<K extends JobKind>(kind: K, input: JobInput<K>, caller: Caller = NOBODY_LEAVES): Promise<JobAnswer<K>> {
    let dropped = false;
    caller.off(() => (dropped = true));
    const lane = this.#lanes[LIMITS[kind].lane];
    if (lane.pendingCount >= MOST_WAITING)
      throw new Refusal('storage-busy', 'Too much is being asked at once. Nothing was changed; try again in a moment.');
    return lane(async (): Promise<JobAnswer<K>> => {
      for (let again = 1; ;) {
        if (dropped || this.#closed) throw new JobEnded('dropped');
        const answer = await this.#once(kind, input, caller, again > 0);
        if (answer !== NOT_ALONE && answer !== NEVER_BEGUN) return answer as JobAnswer<K>;
        if (answer === NOT_ALONE) again--;
      }
    });
  }

  async #once<K extends JobKind>(
    kind: K,
    input: JobInput<K>,
    caller: Caller,
    mayAgain: boolean,
  ): Promise<JobAnswer<K> | typeof NEVER_BEGUN | typeof NOT_ALONE> {
    let process: number | undefined;
    let alone = true;
    let timer: NodeJS.Timeout | undefined;
    let ended: JobEnded['why'] | undefined;
    let settled = false;
    const end = (why: JobEnded['why']) => {
      if (settled || ended) return;
      ended = why;
      // One that has not begun is ended as soon as it says so. (Cancelled by the library, a process that ends at that moment is counted for ever.)
      if (process !== undefined) killed(process);
    };
    const begun = (pid: number) => {
      process = pid;
      this.#busy.add(pid);
      if (ended) killed(pid);
      timer = setTimeout(() => end('time'), this.#seconds(kind) * 1000);
    };
    const on = ({ begun: pid, fresh, progress }: Told = {}) => {
      if (fresh === false) alone = false;
      if (pid !== undefined) begun(pid);
      if (progress) caller.told?.(progress);
    };
    const asked = this.#pool.exec('job', [kind, input], { on });
    caller.off(() => end('dropped'));
    try {
      const answer = (await asked) as Answered;
      if ('refusal' in answer) throw new Refusal(answer.refusal.code, answer.refusal.message, answer.refusal.problem);
      return answer.value as JobAnswer<K>;
    } catch (error) {
      if (ended ?? this.#closed) throw new JobEnded(ended ?? 'dropped');
      // A process that died while it had nothing to do is found out by the next job.
      if (error instanceof workerpool.TerminateError && process === undefined) return NEVER_BEGUN;
      // What earlier jobs left in the process may have been too much: once more, in another.
      if (error instanceof workerpool.TerminateError && !alone && mayAgain) return NOT_ALONE;
      if (error instanceof workerpool.TerminateError) throw new JobEnded('memory');
      throw error;
    } finally {
      settled = true;
      clearTimeout(timer);
      if (process !== undefined) this.#busy.delete(process);
    }
  }

  async close(): Promise<void> {
    this.#closed = true;
    for (const pid of this.#busy) killed(pid);
    await Promise.resolve(this.#pool.terminate(true)).catch(() => undefined);
  }
}

function killed(pid: number): void {
  try {
    process.kill(pid, 'SIGKILL');
  } catch {
    // It ended by itself in this moment.
  }
}
