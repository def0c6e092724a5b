import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

const START = path.join(path.dirname(fileURLToPath(import.meta.url)), '../scripts/start.mjs');

interface Started {
  readonly url: string;
  readonly said: string;
  readonly stop: () => Promise<void>;
}

/** Runs the start script as `npm run demo` and `npm start` do. */
function start(dataFolder: string, port: number, ...args: readonly string[]): Promise<Started> {
  const child: ChildProcess = spawn(process.execPath, [START, ...args], {
    env: { ...process.env, PORT: String(port), EIGHTUP_DATA: dataFolder },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let said = '';
  const stop = () =>
    new Promise<void>((resolve) => {
      child.once('exit', () => resolve());
      child.kill('SIGTERM');
    });
  return new Promise((resolve, reject) => {
    child.stdout!.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const url = /^Eight Up: (http:\/\/127\.0\.0\.1:\d+)$/m.exec(said)?.[1];
      if (url) resolve({ url, said, stop });
    });
    child.once('exit', (code) => reject(new Error(`ended with ${code}: ${said}`)));
  });
}

const titles = async (url: string): Promise<readonly string[]> =>
  ((await (await fetch(`${url}/api/books`)).json()) as { books: { book: { title: string } }[] }).books.map(
    ({ book }) => book.title,
  );

let parent: string;
beforeAll(() => {
  parent = mkdtempSync(path.join(tmpdir(), 'eight-up-start-'));
});
afterAll(() => rmSync(parent, { recursive: true, force: true }));

describe('starting', () => {
  it('the demo: loads its books once, keeps what the maker did, and --fresh sets the old data aside', async () => {
    const data = path.join(parent, 'demo');
    const first = await start(data, 0, '--demo');
    expect((await titles(first.url)).length).toBeGreaterThanOrEqual(3);
    const made = await fetch(`${first.url}/api/books`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        title: 'My own',
        form: 'slit-book',
        sheet: { width: 297_000_000, height: 210_000_000, fibre: 'any' },
      }),
    });
    expect(made.status).toBe(201);
    await first.stop();

    const second = await start(data, 0, '--demo');
    expect(await titles(second.url)).toContain('My own');
    expect(second.said).not.toContain('Drawing the demo books');
    await second.stop();

    const fresh = await start(data, 0, '--demo', '--fresh');
    expect(await titles(fresh.url)).not.toContain('My own');
    await fresh.stop();
    const aside = readdirSync(parent).find((name) => name.startsWith('demo-before-'))!;
    expect(fresh.said).toContain(aside);
    expect(existsSync(path.join(parent, aside, 'eight-up.sqlite'))).toBe(true);
  });

  it('one’s own: an empty shelf, and a plain word about a taken port', async () => {
    const blocker = createServer().listen(0, '127.0.0.1');
    await new Promise((resolve) => blocker.once('listening', resolve));
    const taken = (blocker.address() as { port: number }).port;
    const own = await start(path.join(parent, 'own'), taken);
    expect(own.said).toContain(`Port ${taken} is taken; trying ${taken + 1}.`);
    expect(own.url).not.toBe(`http://127.0.0.1:${taken}`);
    expect(await titles(own.url)).toEqual([]);
    await own.stop();
    blocker.close();
  });
});
