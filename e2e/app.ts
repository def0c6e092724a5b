import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

const ROOT = path.join(path.dirname(fileURLToPath(import.meta.url)), '..');

export interface RunningApp {
  readonly url: string;
  readonly dataFolder: string;
  readonly stop: () => Promise<void>;
  /** ends it without warning, its data folder left as it is */
  readonly kill: () => Promise<void>;
}

/** Starts the built server on a data folder of its own (or a given one) and any free port (or a given one). */
export async function startApp({
  demo = false,
  dataFolder = mkdtempSync(path.join(tmpdir(), 'eight-up-e2e-')),
  port = 0,
} = {}): Promise<RunningApp> {
  const server = spawn(
    process.execPath,
    [path.join(ROOT, 'packages/server/dist/main.js'), ...(demo ? ['--demo'] : [])],
    {
      env: { ...process.env, PORT: String(port), EIGHTUP_DATA: dataFolder },
      stdio: ['ignore', 'pipe', 'inherit'],
    },
  );
  const url = await readyUrl(server);
  return {
    url,
    dataFolder,
    stop: () =>
      new Promise((resolve) => {
        server.once('exit', () => {
          rmSync(dataFolder, { recursive: true, force: true });
          resolve();
        });
        server.kill('SIGTERM');
        setTimeout(() => server.kill('SIGKILL'), 3000).unref();
      }),
    kill: () =>
      new Promise((resolve) => {
        server.once('exit', () => resolve());
        server.kill('SIGKILL');
      }),
  };
}

function readyUrl(server: ChildProcess): Promise<string> {
  return new Promise((resolve, reject) => {
    let said = '';
    server.stdout!.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const match = /^Eight Up: (http:\S+)$/m.exec(said);
      if (match) resolve(match[1]!);
    });
    server.once('exit', (code) => reject(new Error(`the server ended with ${code} before it was ready: ${said}`)));
  });
}
