import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

const MAIN = path.join(path.dirname(fileURLToPath(import.meta.url)), '../packages/server/dist/main.js');
const KILLS = 6;

let data: string;
beforeAll(() => {
  data = mkdtempSync(path.join(tmpdir(), 'eight-up-killed-'));
});
afterAll(() => rmSync(data, { recursive: true, force: true }));

function start(): Promise<{ readonly child: ChildProcess; readonly url: string }> {
  const child = spawn(process.execPath, [MAIN], {
    env: { ...process.env, PORT: '0', EIGHTUP_DATA: data },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  return new Promise((resolve, reject) => {
    child.stdout.on('data', (chunk: Buffer) => {
      const url = /Eight Up: (http\S+)/.exec(chunk.toString())?.[1];
      if (url) resolve({ child, url });
    });
    child.once('exit', () => reject(new Error('the server ended before it was ready')));
  });
}

const post = async (url: string, body: object): Promise<{ revision: number; id: string } | undefined> => {
  const answer = await fetch(url, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  }).catch(() => undefined);
  return answer?.ok ? ((await answer.json()) as { revision: number; id: string }) : undefined;
};

describe('killed without warning in a stream of changes', () => {
  it(`finds every acknowledged change again, ${KILLS} times over`, async () => {
    let server = await start();
    const sheet = { width: 297_000_000, height: 210_000_000, fibre: 'any' };
    const book = await post(`${server.url}/api/books`, { title: 'before', form: 'slit-book', sheet });
    let acknowledged = 0;
    for (let kill = 0; kill < KILLS; kill++) {
      let alive = true;
      const stream = (async () => {
        while (alive) {
          const command = { kind: 'rename', title: `change ${acknowledged + 1}` };
          const saved = await post(`${server.url}/api/books/${book!.id}/revisions`, {
            expect: acknowledged,
            window: 'stream',
            command,
          });
          if (saved) acknowledged = saved.revision;
          else alive = false;
        }
      })();
      await new Promise((resolve) => setTimeout(resolve, 150 + 90 * kill));
      server.child.kill('SIGKILL');
      alive = false;
      await stream;
      server = await start();
      const kept = (await (await fetch(`${server.url}/api/books/${book!.id}`)).json()) as {
        revision: number;
        book: { title: string };
      };
      // The last change may have been stored and its answer lost; none that was acknowledged may be missing.
      expect(kept.revision).toBeGreaterThanOrEqual(acknowledged);
      expect(kept.revision).toBeLessThanOrEqual(acknowledged + 1);
      if (kept.revision > 0) expect(kept.book.title).toBe(`change ${kept.revision}`);
      acknowledged = kept.revision;
    }
    expect(acknowledged).toBeGreaterThan(KILLS);
    server.child.kill('SIGTERM');
  });
});
