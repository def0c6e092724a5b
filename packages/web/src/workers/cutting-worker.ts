import loadHighs from 'highs';
import wasm from 'highs/runtime?url';
import { startJob, type JobKind } from '@eight-up/core/cutting/jobs';
import { fetchedSolver } from '@eight-up/core/cutting/linear-program';

const solver = fetchedSolver(() => loadHighs({ locateFile: () => wasm }));

export type Asked = { readonly id: number; readonly kind: JobKind; readonly input: unknown };
export type Said =
  | { readonly id: number; readonly share: number; readonly partial?: unknown }
  | { readonly id: number; readonly answer: unknown }
  | { readonly id: number; readonly error: string };

/** How long work goes on before it listens again: two frames. */
const SLICE_MS = 30;

let current = -1;

self.onmessage = ({ data }: MessageEvent<Asked>) => void answer(data);

async function answer({ id, kind, input }: Asked): Promise<void> {
  current = id;
  const say = (said: Said) => self.postMessage(said);
  try {
    const work = startJob(kind, input as never, solver.ask);
    let until = performance.now() + SLICE_MS;
    let step = work.next();
    for (; !step.done; step = work.next()) {
      const { share, partial } = step.value;
      if (partial !== undefined) say({ id, share, partial });
      const waits = solver.arriving();
      if (!waits && performance.now() < until) continue;
      say({ id, share });
      await (waits ?? new Promise((resolve) => setTimeout(resolve)));
      // Asked something newer meanwhile: nobody waits for this any more.
      if (current !== id) return;
      until = performance.now() + SLICE_MS;
    }
    say({ id, answer: step.value });
  } catch (error) {
    say({ id, error: error instanceof Error ? error.message : String(error) });
  }
}
