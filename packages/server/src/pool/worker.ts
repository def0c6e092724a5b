import { setPriority } from 'node:os';
import workerpool from 'workerpool';
import { Refusal } from '../errors.ts';
import { JOBS, type JobKind } from './jobs.ts';
import type { Tell } from './tell.ts';
import { MOST_MEMORY } from './limits.ts';
import { watchMemory } from './watchdog.ts';

/** A third of the time of its equals (sched(7): each step is a factor of about 1.25). */
const LITTLE_LOWER = 5;

/** The other side of work-pool.ts: a process of its own, one job after another, until it is ended. */
watchMemory(Number(process.env.EIGHTUP_JOB_MEMORY) || MOST_MEMORY);
// The server answers first, whatever is being made or read meanwhile; but whatever else goes on in the machine, it is made.
setPriority(LITTLE_LOWER);
/** No job has left anything lying about in this process yet. */
let fresh = true;

const tell: Tell = (progress) => workerpool.workerEmit({ progress });

workerpool.worker({
  job: async (kind: JobKind, input: unknown) => {
    workerpool.workerEmit({ begun: process.pid, fresh });
    fresh = false;
    // The word goes out before anything can hold this process up.
    await new Promise((resolve) => setImmediate(resolve));
    try {
      return { value: await (JOBS[kind] as (input: unknown, tell: Tell) => unknown)(input, tell) };
    } catch (error) {
      if (error instanceof Refusal)
        return { refusal: { code: error.code, message: error.message, problem: error.problem } };
      throw error;
    }
  },
});
