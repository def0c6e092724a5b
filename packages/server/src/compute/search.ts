import loadHighs from 'highs';
import { startJob, type CuttingJobs, type JobKind } from '@eight-up/core/cutting/jobs';
import { solveWith } from '@eight-up/core/cutting/linear-program';

/** Loaded once a process, with the first search. */
let solver: ReturnType<typeof loaded> | undefined;
const loaded = async () => solveWith(await loadHighs());

/** Carries out one search to its end. It holds its process up: run it in the pool. */
export async function search<K extends JobKind>(
  kind: K,
  input: CuttingJobs[K]['input'],
): Promise<CuttingJobs[K]['answer']> {
  solver ??= loaded();
  const work = startJob(kind, input, await solver);
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value as CuttingJobs[K]['answer'];
}
