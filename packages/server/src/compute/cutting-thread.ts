import { Worker } from 'node:worker_threads';
import type { CuttingJobs, JobKind } from '@eight-up/core/cutting/jobs';

interface Waiting {
  readonly id: number;
  readonly kind: JobKind;
  readonly input: unknown;
  readonly resolve: (answer: never) => void;
  readonly reject: (error: Error) => void;
}

/** Bundled, the thread's program lies beside ours; run from the sources, it is read as TypeScript first. */
function program(): Worker {
  if (!import.meta.url.endsWith('.ts')) return new Worker(new URL('./cutting-worker.js', import.meta.url));
  const source = JSON.stringify(new URL('./cutting-worker.ts', import.meta.url).href);
  return new Worker(`import('tsx/esm/api').then((tsx) => { tsx.register(); return import(${source}); })`, {
    eval: true,
  });
}

/**
 * A thread of its own for the search, so that other requests are not held up. One job at a time; a job that nobody waits for
 * any more is stopped together with its thread, and the next one gets a new thread.
 */
export class CuttingThread {
  #thread: Worker | undefined;
  #next = 0;
  #running: Waiting | undefined;
  readonly #queue: Waiting[] = [];

  run<K extends JobKind>(
    kind: K,
    input: CuttingJobs[K]['input'],
    called: { readonly off: (drop: () => void) => void },
  ): Promise<CuttingJobs[K]['answer']> {
    return new Promise((resolve, reject) => {
      const job: Waiting = { id: this.#next++, kind, input, resolve, reject };
      this.#queue.push(job);
      called.off(() => this.#drop(job));
      this.#go();
    });
  }

  #go(): void {
    if (this.#running) return;
    const job = this.#queue.shift();
    if (!job) {
      this.#thread?.unref();
      return;
    }
    this.#running = job;
    this.#thread ??= this.#start();
    this.#thread.ref();
    this.#thread.postMessage({ id: job.id, kind: job.kind, input: job.input });
  }

  #start(): Worker {
    const thread = program();
    thread.on('message', ({ id, answer, error }: { id: number; answer?: never; error?: string }) => {
      if (this.#running?.id !== id) return;
      const job = this.#running;
      this.#running = undefined;
      if (error === undefined) job.resolve(answer!);
      else job.reject(new Error(error));
      this.#go();
    });
    thread.on('error', (error) => {
      if (this.#thread !== thread) return;
      this.#thread = undefined;
      const job = this.#running;
      this.#running = undefined;
      job?.reject(error as Error);
      this.#go();
    });
    return thread;
  }

  #drop(job: Waiting): void {
    const place = this.#queue.indexOf(job);
    if (place >= 0) this.#queue.splice(place, 1);
    if (this.#running !== job) return;
    const thread = this.#thread;
    this.#thread = undefined;
    this.#running = undefined;
    void thread?.terminate();
    this.#go();
  }
}
