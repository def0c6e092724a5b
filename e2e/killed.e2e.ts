import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { randomBytes } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { createRequire } from 'node:module';
import type Sharp from 'sharp';
import { DOCUMENT_VERSION } from '../packages/core/src/book/migrations.ts';
import { firstVersionData } from '../packages/server/test/first-version.ts';

const sharp = createRequire(new URL('../packages/server/package.json', import.meta.url))('sharp') as typeof Sharp;
const MAIN = path.join(path.dirname(fileURLToPath(import.meta.url)), '../packages/server/dist/main.js');

let data: string;
beforeEach(() => {
  data = mkdtempSync(path.join(tmpdir(), 'eight-up-killed-'));
});
afterEach(() => rmSync(data, { recursive: true, force: true }));

interface Running {
  readonly child: ChildProcess;
  readonly url: string;
}

/** Starts the server on the data folder; `limit` caps the size of every file it may write (kilobytes). */
function spawned(limit?: number): ChildProcess {
  const env = { ...process.env, PORT: '0', EIGHTUP_DATA: data };
  const stdio: ['ignore', 'pipe', 'inherit'] = ['ignore', 'pipe', 'inherit'];
  return limit === undefined
    ? spawn(process.execPath, [MAIN], { env, stdio })
    : spawn('bash', ['-c', `ulimit -f ${limit}; exec "$0" "$1"`, process.execPath, MAIN], { env, stdio });
}

const ready = (child: ChildProcess): Promise<Running> =>
  new Promise((resolve, reject) => {
    child.stdout!.on('data', (chunk: Buffer) => {
      const url = /Eight Up: (http\S+)/.exec(chunk.toString())?.[1];
      if (url) resolve({ child, url });
    });
    child.once('exit', () => reject(new Error('the server ended before it was ready')));
  });
const start = (limit?: number) => ready(spawned(limit));

const kill = (child: ChildProcess): Promise<void> =>
  new Promise((resolve) => {
    child.once('exit', () => resolve());
    child.kill('SIGKILL');
  });
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

interface Saved {
  readonly revision: number;
  readonly id: string;
  readonly book: {
    readonly title: string;
    readonly version: number;
    readonly pages: readonly { content: { name: string } | null }[];
  };
}

const post = async (url: string, body: object): Promise<Saved | undefined> => {
  const answer = await fetch(url, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  }).catch(() => undefined);
  return answer?.ok ? ((await answer.json().catch(() => undefined)) as Saved | undefined) : undefined;
};
const get = async (url: string): Promise<Saved> => (await (await fetch(url)).json()) as Saved;

const sheet = { width: 297_000_000, height: 210_000_000, fibre: 'any' };
const newBook = async (url: string) => (await post(`${url}/api/books`, { title: 'before', form: 'slit-book', sheet }))!;
const noise = (size: number) =>
  sharp(randomBytes(size * size * 3), { raw: { width: size, height: size, channels: 3 } })
    .jpeg({ quality: 95 })
    .toBuffer();

describe('killed without warning', () => {
  const KILLS = 50;
  it(`in a stream of changes, finds every acknowledged one again, ${KILLS} times over`, async () => {
    let server = await start();
    const book = await newBook(server.url);
    let acknowledged = 0;
    for (let kills = 0; kills < KILLS; kills++) {
      let alive = true;
      const stream = (async () => {
        while (alive) {
          const command = { kind: 'rename', title: `change ${acknowledged + 1}` };
          const author = { expect: acknowledged, window: 'stream' };
          const saved = await post(`${server.url}/api/books/${book.id}/revisions`, { ...author, command });
          if (saved) acknowledged = saved.revision;
          else alive = false;
        }
      })();
      await pause(30 + 37 * (kills % 7));
      await kill(server.child);
      alive = false;
      await stream;
      server = await start();
      const kept = await get(`${server.url}/api/books/${book.id}`);
      // The last change may have been stored and its answer lost; none that was acknowledged may be missing.
      expect(kept.revision).toBeGreaterThanOrEqual(acknowledged);
      expect(kept.revision).toBeLessThanOrEqual(acknowledged + 1);
      if (kept.revision > 0) expect(kept.book.title).toBe(`change ${kept.revision}`);
      acknowledged = kept.revision;
    }
    expect(acknowledged).toBeGreaterThan(KILLS);
    await kill(server.child);
  }, 400_000);

  it('in the middle of uploads, keeps whole files only, leaves nothing lying about and takes them the next time', async () => {
    let server = await start();
    const book = await newBook(server.url);
    const picture = await noise(900);
    const form = () => {
      const body = new FormData();
      for (let i = 0; i < 6; i++) body.append('files', new Blob([picture, `${i}`]), `noise ${i}.jpg`);
      return body;
    };
    for (let kills = 0; kills < 8; kills++) {
      const sent = fetch(`${server.url}/api/books/${book.id}/files`, { method: 'POST', body: form() }).then(
        (answer) => answer.ok,
        () => false,
      );
      await pause(4 + 25 * kills);
      await kill(server.child);
      const acknowledged = await sent;
      server = await start();
      expect(readdirSync(path.join(data, 'incoming'))).toEqual([]);
      const kept = await get(`${server.url}/api/books/${book.id}`);
      if (acknowledged) expect(kept.revision).toBeGreaterThan(0);
      for (const [i, { content }] of kept.book.pages.slice(0, 6).entries())
        if (content) expect(content.name).toBe(`noise ${i}.jpg`);
    }
    const whole = await fetch(`${server.url}/api/books/${book.id}/files`, { method: 'POST', body: form() });
    expect(whole.status).toBe(200);
    await kill(server.child);
  });

  it('in the middle of a migration, finds every book in its old shape or its new one, never between', async () => {
    await firstVersionData(data, 1500);
    for (let kills = 0; kills < 8; kills++) {
      const child = spawned();
      await pause(450 + 100 * kills);
      await kill(child);
    }
    const server = await start();
    const kept = await get(`${server.url}/api/books/old`);
    expect([kept.book.version, kept.revision]).toEqual([DOCUMENT_VERSION, 1500]);
    const undone = await post(`${server.url}/api/books/old/undo`, { expect: 1500, window: 'w' });
    expect(undone!.book.title).toBe('change 1499');
    await kill(server.child);
  });
});

describe('a disk that takes no more of a file', () => {
  it('is told in a sentence, the book stays as it was, and what still fits is taken', async () => {
    const server = await start(4096);
    const book = await newBook(server.url);
    const send = async (bytes: Buffer) => {
      const form = new FormData();
      form.append('files', new Blob([new Uint8Array(bytes)]), 'noise.jpg');
      const answer = await fetch(`${server.url}/api/books/${book.id}/files`, { method: 'POST', body: form });
      return { status: answer.status, body: (await answer.json()) as { code?: string; message?: string } };
    };
    const large = await noise(2400);
    expect(large.length).toBeGreaterThan(5e6);
    const refused = await send(large);
    expect([refused.status, refused.body.code]).toEqual([507, 'storage-full']);
    expect(refused.body.message).toMatch(/^The disk .*\.$/);
    expect(readdirSync(path.join(data, 'incoming'))).toEqual([]);
    expect((await get(`${server.url}/api/books/${book.id}`)).revision).toBe(0);
    expect((await send(await noise(200))).status).toBe(200);
    await kill(server.child);
  });
});
