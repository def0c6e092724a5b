import { parentPort } from 'node:worker_threads';
import loadHighs from 'highs';
import { startJob, type JobKind } from '@eight-up/core/cutting/jobs';
import { solveWith } from '@eight-up/core/cutting/linear-program';

/** The other side of cutting-thread.ts: one job after another, until the thread is stopped. */
const solver = loadHighs().then((highs) => solveWith(highs));

parentPort!.on('message', (asked: { readonly id: number; readonly kind: JobKind; readonly input: unknown }) => {
  void answer(asked);
});

async function answer({ id, kind, input }: { id: number; kind: JobKind; input: unknown }): Promise<void> {
  try {
    const work = startJob(kind, input as never, await solver);
    let step = work.next();
    while (!step.done) step = work.next();
    parentPort!.postMessage({ id, answer: step.value });
  } catch (error) {
    parentPort!.postMessage({ id, error: error instanceof Error ? error.message : String(error) });
  }
}
