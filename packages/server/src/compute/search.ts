import loadHighs from 'highs';
import { ENGINE, startJob, type CuttingJobs, type JobKind } from '@eight-up/core/cutting/jobs';
import { fetchedSolver } from '@eight-up/core/cutting/linear-program';
import { keepPlan, keptPlan } from './kept-plans.ts';

/** Of this process. */
const solver = fetchedSolver(() => loadHighs());

/** Where plans are kept that this process finds; the pool says so when it begins a process. */
const folder = process.env.EIGHTUP_PLANS;

/** Carries out one search to its end; a plan that was found before, by the same search, is there at once. It holds its process up: run it in the pool. */
export async function search<K extends JobKind>(
  kind: K,
  input: CuttingJobs[K]['input'],
): Promise<CuttingJobs[K]['answer']> {
  const asked = `${kind} ${ENGINE} ${JSON.stringify(input)}`;
  const keep = folder !== undefined && (kind === 'plan' || kind === 'edition');
  const known = keep ? await keptPlan(folder, asked) : undefined;
  if (known !== undefined) return known as CuttingJobs[K]['answer'];
  const work = startJob(kind, input, solver.ask);
  for (;;) {
    const step = work.next();
    if (step.done) {
      if (keep) await keepPlan(folder, asked, step.value);
      return step.value;
    }
    const waits = solver.arriving();
    if (waits) await waits;
  }
}
