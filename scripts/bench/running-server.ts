import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

const MAIN = path.join(path.dirname(fileURLToPath(import.meta.url)), '../../packages/server/dist/main.js');

/** The built server on a data folder of its own, and its memory as the system counts it (Linux). */
export interface RunningServer {
  readonly url: string;
  /** megabytes now in memory */
  readonly residentMb: () => number;
  /** megabytes at most since the last call of `forgetPeak`, looked at fifty times a second */
  readonly peakMb: () => number;
  readonly forgetPeak: () => void;
  /** ends it and removes its data */
  readonly stop: () => Promise<void>;
  /** ends it and starts anew on the same data */
  readonly restart: () => Promise<RunningServer>;
}

export async function runServer(data = mkdtempSync(path.join(tmpdir(), 'eight-up-bench-'))): Promise<RunningServer> {
  const child: ChildProcess = spawn(process.execPath, [MAIN], {
    env: { ...process.env, PORT: '0', EIGHTUP_DATA: data },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await new Promise<string>((resolve, reject) => {
    child.stdout!.on('data', (chunk: Buffer) => {
      const said = /Eight Up: (http\S+)/.exec(chunk.toString())?.[1];
      if (said) resolve(said);
    });
    child.once('exit', () => reject(new Error('the server did not start')));
  });
  let most = 0;
  const watch = setInterval(() => (most = Math.max(most, residentMb(child.pid!))), 20);
  watch.unref();
  const end = async () => {
    clearInterval(watch);
    child.kill('SIGKILL');
    await new Promise((resolve) => child.once('exit', resolve));
  };
  return {
    url,
    residentMb: () => residentMb(child.pid!),
    peakMb: () => most,
    forgetPeak: () => {
      most = 0;
    },
    stop: async () => {
      await end();
      rmSync(data, { recursive: true, force: true });
    },
    restart: async () => {
      await end();
      return runServer(data);
    },
  };
}

/** Megabytes that a process holds, and all that it began: the work is done in processes of its own. */
function residentMb(pid: number): number {
  try {
    const children = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim();
    const own = Number(/VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024;
    return children.split(' ').reduce((sum, one) => sum + (one ? residentMb(Number(one)) : 0), own);
  } catch {
    // Just ended.
    return 0;
  }
}

export async function postJson<T>(url: string, body: object): Promise<T> {
  const answer = await fetch(url, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!answer.ok) throw new Error(`${url}: ${await answer.text()}`);
  return (await answer.json()) as T;
}

/** Sends files to an address in one request. */
export async function postFiles<T>(
  url: string,
  files: readonly { readonly name: string; readonly bytes: Uint8Array }[],
  field = 'files',
): Promise<T> {
  const form = new FormData();
  for (const { name, bytes } of files) form.append(field, new Blob([new Uint8Array(bytes)]), name);
  const answer = await fetch(url, { method: 'POST', body: form });
  if (!answer.ok) throw new Error(`${url}: ${await answer.text()}`);
  return (await answer.json()) as T;
}
