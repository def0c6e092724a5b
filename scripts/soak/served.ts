import { spawn, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

const MAIN = path.join(path.dirname(fileURLToPath(import.meta.url)), '../../packages/server/dist/main.js');

export interface Served {
  readonly child: ChildProcess;
  readonly url: string;
}

/** Starts the built server on a data folder. */
export function serve(data: string): Promise<Served> {
  const child = spawn(process.execPath, [MAIN], {
    env: { ...process.env, PORT: '0', EIGHTUP_DATA: data },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  return new Promise((resolve, reject) => {
    child.stdout.on('data', (chunk: Buffer) => {
      const url = /Eight Up: (http\S+)/.exec(chunk.toString())?.[1];
      if (url) resolve({ child, url });
    });
    child.once('exit', (code) => reject(new Error(`the server ended with ${code} before it was ready`)));
  });
}

export const ended = (child: ChildProcess, signal: 'SIGKILL' | 'SIGTERM'): Promise<void> =>
  new Promise((resolve) => {
    child.once('exit', () => resolve());
    child.kill(signal);
  });

/** What the server's own process holds, in megabytes. */
export const residentMb = (child: ChildProcess): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;

/** Whoever gets no answer for so long counts it as none. */
export const patience = (): AbortSignal => AbortSignal.timeout(120_000);

export interface Answer<T = unknown> {
  readonly status: number;
  readonly body: T;
}

/** Posts JSON; status 0: no answer came. */
export async function post<T = unknown>(url: string, body: object): Promise<Answer<T>> {
  const answer = await fetch(url, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
    signal: patience(),
  }).catch(() => undefined);
  return { status: answer?.status ?? 0, body: (await answer?.json().catch(() => undefined)) as T };
}

export async function get<T = unknown>(url: string): Promise<Answer<T>> {
  const answer = await fetch(url, { signal: patience() }).catch(() => undefined);
  return { status: answer?.status ?? 0, body: (await answer?.json().catch(() => undefined)) as T };
}

export const SHEET = { width: 297_000_000, height: 210_000_000, fibre: 'any' } as const;

/** Refusals that may be 500 or above: the disk and the database, with their reason. */
export const isFailure = ({ status, body }: Answer): boolean =>
  status >= 500 &&
  !((status === 503 || status === 507) && typeof (body as { code?: unknown } | undefined)?.code === 'string');
