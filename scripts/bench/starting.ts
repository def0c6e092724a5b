import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import { median, sized, type Figure } from './measuring.ts';

const ROOT = path.join(path.dirname(fileURLToPath(import.meta.url)), '../..');

/** Milliseconds from `npm start`'s script to the address being printed, on data that exists. */
async function startMs(data: string): Promise<number> {
  const began = performance.now();
  const server = spawn(process.execPath, [path.join(ROOT, 'scripts/start.mjs')], {
    cwd: ROOT,
    env: { ...process.env, PORT: '0', EIGHTUP_DATA: data },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise<void>((resolve, reject) => {
    server.stdout.on('data', (chunk: Buffer) => chunk.toString().includes('Eight Up: http') && resolve());
    server.on('exit', () => reject(new Error('the server did not start')));
  });
  const ms = performance.now() - began;
  server.kill('SIGTERM');
  await new Promise((resolve) => server.once('exit', resolve));
  return ms;
}

/** Gzipped kilobytes of script that the first view (the shelf) loads: the page's own entry, its preloads, and the shelf's chunk with its static imports. */
function firstViewKb(): number {
  const dist = path.join(ROOT, 'packages/web/dist');
  const entry = /src="\/(assets\/[^"]+\.js)"/.exec(readFileSync(path.join(dist, 'index.html'), 'utf8'))![1]!;
  const seen = new Set<string>();
  const visit = (file: string): void => {
    if (seen.has(file)) return;
    seen.add(file);
    const code = readFileSync(path.join(dist, 'assets', file), 'utf8');
    for (const [, next] of code.matchAll(/(?:from|import)\s*["'`]\.\/([\w.-]+\.js)["'`]/g)) visit(next!);
    if (path.basename(entry) === file) {
      const shelf = /assets\/(shelf-[\w-]+\.js)/.exec(code)?.[1] ?? /\.\/(shelf-[\w-]+\.js)/.exec(code)![1]!;
      visit(shelf);
    }
  };
  visit(path.basename(entry));
  return (
    [...seen].reduce((sum, file) => sum + gzipSync(readFileSync(path.join(dist, 'assets', file))).length, 0) / 1000
  );
}

export async function startingFigures(): Promise<readonly Figure[]> {
  const data = mkdtempSync(path.join(tmpdir(), 'eight-up-bench-'));
  await startMs(data); // makes the data
  const times = [];
  for (let i = 0; i < sized(5, 1); i++) times.push(await startMs(data));
  rmSync(data, { recursive: true });
  return [
    { name: 'ready after npm start on existing data', value: median(times), unit: 'ms', limit: 2000 },
    { name: 'script of the first view, gzipped', value: firstViewKb, unit: 'kB', limit: 200 },
  ];
}
