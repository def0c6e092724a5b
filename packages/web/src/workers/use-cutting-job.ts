import { useEffect, useRef, useState } from 'react';
import type { CuttingJobs, JobKind } from '@eight-up/core/cutting/jobs';
import type { Asked, Said } from './cutting-worker.ts';
import { keepPlan, keptPlan, planAtHand } from './kept-plans.ts';

export interface RunningJob<K extends JobKind> {
  /** undefined while it runs, or when it was called off */
  readonly answer: CuttingJobs[K]['answer'] | undefined;
  /** the key of the question that it answers */
  readonly answers: string | undefined;
  /** what is known so far */
  readonly partials: readonly CuttingJobs[K]['partial'][];
  readonly share: number;
  readonly running: boolean;
  readonly error: string | undefined;
  readonly cancel: () => void;
}

const IDLE = { answer: undefined, answers: undefined, partials: [], share: 0, running: false, error: undefined };

let nextId = 0;

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
): RunningJob<K> {
  type State = Omit<RunningJob<K>, 'cancel'>;
  const [state, setState] = useState<State>(IDLE);
  const worker = useRef<Worker>(undefined);
  const asked = useRef(input);
  asked.current = input;
  /** which question it is: whoever looks up an older one finds that nobody waits for it */
  const round = useRef(0);
  const stop = useRef(() => {
    round.current++;
    worker.current?.terminate();
    worker.current = undefined;
    setState((now) => ({ ...now, running: false }));
  });
  useEffect(() => {
    if (asked.current === undefined) {
      setState(IDLE);
      return;
    }
    const mine = ++round.current;
    if (worker.current) worker.current.onmessage = null;
    const input = asked.current;
    const question = `${kind} ${JSON.stringify(input)}`;
    const kept = kind === 'plan';
    const atOnce = (plan: unknown): void => {
      worker.current?.terminate();
      worker.current = undefined;
      setState({ ...IDLE, answer: plan as CuttingJobs[K]['answer'], answers: key, share: 1 });
    };
    const begin = (): void => {
      worker.current ??= new Worker(new URL('./cutting-worker.ts', import.meta.url), { type: 'module' });
      const id = nextId++;
      const partials: CuttingJobs[K]['partial'][] = [];
      const own = worker.current;
      own.onmessage = ({ data }: MessageEvent<Said>) => {
        if (data.id !== id) return;
        if ('answer' in data) {
          if (kept) void keepPlan(question, data.answer);
          setState({
            answer: data.answer as CuttingJobs[K]['answer'],
            answers: key,
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
      own.postMessage({ id, kind, input } satisfies Asked);
    };
    const known = kept ? planAtHand(question) : undefined;
    if (known !== undefined) {
      atOnce(known);
      return;
    }
    setState((now) => ({ ...now, running: true, share: 0, error: undefined }));
    if (!kept) {
      begin();
      return;
    }
    const lookUp = async (): Promise<void> => {
      const plan = await keptPlan(question);
      if (round.current !== mine) return;
      if (plan === undefined) begin();
      else atOnce(plan);
    };
    void lookUp();
  }, [kind, key]);
  useEffect(
    () => () => {
      round.current++;
      worker.current?.terminate();
      worker.current = undefined;
    },
    [],
  );
  return { ...state, cancel: stop.current };
}
