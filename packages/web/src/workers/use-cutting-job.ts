import { useEffect, useRef, useState } from 'react';
import type { CuttingJobs, JobKind } from '@eight-up/core/cutting/jobs';
import type { Asked, Said } from './cutting-worker.ts';

export interface RunningJob<K extends JobKind> {
  /** undefined while it runs, or when it was called off */
  readonly answer: CuttingJobs[K]['answer'] | undefined;
  /** what is known so far */
  readonly partials: readonly CuttingJobs[K]['partial'][];
  readonly share: number;
  readonly running: boolean;
  readonly error: string | undefined;
  readonly cancel: () => void;
}

const IDLE = { answer: undefined, partials: [], share: 0, running: false, error: undefined };

let nextId = 0;

/** Plans that were found in this window, by what was asked: drawn again they are there at once. */
const found = new Map<string, unknown>();
const KEPT = 60;

function keep(question: string, answer: unknown): void {
  found.set(question, answer);
  for (const eldest of found.keys()) if (found.size > KEPT) found.delete(eldest);
}

/**
 * Has a job done in a worker of its own whenever what is asked changes (`input` undefined: nothing is asked). A newer question
 * drops the older one; the answer before stays until the new one comes.
 *
 * @param key tells questions apart; the same key is not asked again
 */
export function useCuttingJob<K extends JobKind>(
  kind: K,
  input: CuttingJobs[K]['input'] | undefined,
  key: string,
  needsSolver = false,
): RunningJob<K> {
  type State = Omit<RunningJob<K>, 'cancel'>;
  const [state, setState] = useState<State>(IDLE);
  const worker = useRef<Worker>(undefined);
  const asked = useRef(input);
  asked.current = input;
  const stop = useRef(() => {
    worker.current?.terminate();
    worker.current = undefined;
    setState((now) => ({ ...now, running: false }));
  });
  useEffect(() => {
    if (asked.current === undefined) {
      setState(IDLE);
      return;
    }
    const question = `${kind} ${JSON.stringify(asked.current)}`;
    if (kind === 'plan' && found.has(question)) {
      worker.current?.terminate();
      worker.current = undefined;
      setState({ ...IDLE, answer: found.get(question) as CuttingJobs[K]['answer'], share: 1 });
      return;
    }
    worker.current ??= new Worker(new URL('./cutting-worker.ts', import.meta.url), { type: 'module' });
    const id = nextId++;
    const partials: CuttingJobs[K]['partial'][] = [];
    const own = worker.current;
    own.onmessage = ({ data }: MessageEvent<Said>) => {
      if (data.id !== id) return;
      if ('answer' in data) {
        if (kind === 'plan') keep(question, data.answer);
        setState({
          answer: data.answer as CuttingJobs[K]['answer'],
          partials: [...partials],
          share: 1,
          running: false,
          error: undefined,
        });
      } else if ('error' in data) setState({ ...IDLE, error: data.error });
      else {
        if (data.partial !== undefined) partials.push(data.partial as never);
        const { share } = data;
        setState((now) => ({ ...now, share, partials: partials.length ? [...partials] : now.partials }));
      }
    };
    own.onerror = () => setState({ ...IDLE, error: 'The search broke off.' });
    setState((now) => ({ ...now, running: true, share: 0, error: undefined }));
    own.postMessage({ id, kind, input: asked.current, solver: needsSolver } satisfies Asked);
  }, [kind, key, needsSolver]);
  useEffect(
    () => () => {
      worker.current?.terminate();
      worker.current = undefined;
    },
    [],
  );
  return { ...state, cancel: stop.current };
}
