import type { CommandProblem } from '@eight-up/core/book/command';
import type { ApiError, ErrorCode } from '@eight-up/core/contract/errors';
import type { PaperProblem } from '@eight-up/core/paper/paper';
import { commandProblemWords, paperProblemWords } from '@eight-up/words/problems';
import { useSettings } from './settings.ts';

/** The API's codes; `offline` when the server gave no answer, `called-off` when the maker stopped it. */
export type FailureCode = ErrorCode | 'offline' | 'called-off';

/** An answer that refuses, with its code. */
export class ApiFailure extends Error {
  readonly code: FailureCode;
  readonly problem: unknown;
  constructor(code: FailureCode, message: string, problem?: unknown) {
    super(message);
    this.code = code;
    this.problem = problem;
  }
}

async function answer<T>(asked: Promise<Response>): Promise<T> {
  const response = await asked.catch(() => {
    throw new ApiFailure(
      'offline',
      'Eight Up’s server does not answer. Is it still running in its window? What you see here is not lost.',
    );
  });
  const body: unknown = await response.json().catch(() => undefined);
  if (response.ok) return body as T;
  const { code, message, problem } = (body ?? {}) as Partial<Omit<ApiError, 'code'>> & { code?: FailureCode };
  const words = message ?? `The server answered ${response.status}.`;
  throw new ApiFailure(code ?? 'internal', inMakersUnit(words, code, problem), problem);
}

/** The server words lengths in millimetres; with the problem's own lengths they are said in the maker's unit. */
function inMakersUnit(words: string, code: FailureCode | undefined, problem: unknown): string {
  const { unit } = useSettings.getState();
  if (unit === 'mm' || !problem || !/\d mm\b/.test(words)) return words;
  if (code === 'plan-impossible' || code === 'command-impossible')
    return commandProblemWords(problem as CommandProblem, unit);
  return code === 'paper-impossible' ? paperProblemWords(problem as PaperProblem, unit) : words;
}

export const getJson = <T>(path: string): Promise<T> => answer<T>(fetch(path));

export const postJson = <T>(path: string, body: unknown): Promise<T> =>
  answer<T>(
    fetch(path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
  );

export interface Sending {
  /** 0–1 while the files are on their way; then the server looks at them */
  readonly onProgress: (share: number) => void;
  readonly signal: AbortSignal;
}

/** Sends files, telling how far they are; the one request that takes long enough to be watched and called off. */
export function postForm<T>(path: string, form: FormData, { onProgress, signal }: Sending): Promise<T> {
  const sent = new Promise<Response>((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open('POST', path);
    request.upload.onprogress = ({ loaded, total }) => onProgress(total ? loaded / total : 0);
    request.onload = () => resolve(new Response(request.responseText, { status: request.status }));
    request.onerror = () => reject(new Error('no answer'));
    request.onabort = () =>
      resolve(
        Response.json(
          { code: 'called-off', message: 'Called off. What had not arrived was not taken.' },
          { status: 499 },
        ),
      );
    signal.addEventListener('abort', () => request.abort());
    request.send(form);
  });
  return answer<T>(sent);
}

/** Sends a file as it is, its encoding left to the reader. */
export const postText = <T>(path: string, body: Blob): Promise<T> =>
  answer<T>(fetch(path, { method: 'POST', headers: { 'content-type': 'text/csv' }, body }));
