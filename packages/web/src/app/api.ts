import type { ApiError, ErrorCode } from '@eight-up/core/contract/errors';

/** An answer that refuses, with its code; or `offline` when the server gave none. */
export class ApiFailure extends Error {
  readonly code: ErrorCode | 'offline';
  readonly problem: unknown;
  constructor(code: ErrorCode | 'offline', message: string, problem?: unknown) {
    super(message);
    this.code = code;
    this.problem = problem;
  }
}

async function answer<T>(asked: Promise<Response>): Promise<T> {
  const response = await asked.catch(() => {
    throw new ApiFailure('offline', 'Eight Up’s server does not answer. Is it still running in its window? What you see here is not lost.');
  });
  const body: unknown = await response.json().catch(() => undefined);
  if (response.ok) return body as T;
  const { code, message, problem } = (body ?? {}) as Partial<ApiError>;
  throw new ApiFailure(code ?? 'internal', message ?? `The server answered ${response.status}.`, problem);
}

export const getJson = <T>(path: string): Promise<T> => answer<T>(fetch(path));

export const postJson = <T>(path: string, body: unknown): Promise<T> =>
  answer<T>(fetch(path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }));

export const postForm = <T>(path: string, form: FormData): Promise<T> => answer<T>(fetch(path, { method: 'POST', body: form }));
