import loadHighs from 'highs';
import { ENGINE, startJob, type CuttingJobs, type JobKind } from '@eight-up/core/cutting/jobs';
import { solveWith } from '@eight-up/core/cutting/linear-program';

/** Loaded once a process, with the first search. */
let solver: ReturnType<typeof loaded> | undefined;
const loaded = async () => solveWith(await loadHighs());

/** Plans that were found, by what was asked: drawn again they are there at once. The newest of each process, the eldest go first. */
const found = new Map<string, unknown>();
const KEPT = 60;

/** Carries out one search to its end. It holds its process up: run it in the pool. */
export async function search<K extends JobKind>(
  kind: K,
  input: CuttingJobs[K]['input'],
): Promise<CuttingJobs[K]['answer']> {
  const asked = `${kind} ${ENGINE} ${JSON.stringify(input)}`;
  const known = found.get(asked);
  if (known !== undefined) return known as CuttingJobs[K]['answer'];
  solver ??= loaded();
  const work = startJob(kind, input, await solver);
  let step = work.next();
  while (!step.done) step = work.next();
  if (kind === 'plan' || kind === 'edition') {
    found.set(asked, step.value);
    for (const eldest of found.keys()) if (found.size > KEPT) found.delete(eldest);
  }
  return step.value as CuttingJobs[K]['answer'];
}
