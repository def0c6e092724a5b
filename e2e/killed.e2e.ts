import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, readlinkSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { randomBytes } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { createRequire } from 'node:module';
import type Sharp from 'sharp';
import { VERSIONS } from '../packages/core/src/document/migrations/sequence.ts';
import { gone } from '../packages/server/test/gone.ts';
import { hostileFiles } from '../packages/server/test/hostile-files.ts';
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
function spawned(limit?: number, ...args: readonly string[]): ChildProcess {
  const env = { ...process.env, PORT: '0', EIGHTUP_DATA: data };
  const stdio: ['ignore', 'pipe', 'inherit'] = ['ignore', 'pipe', 'inherit'];
  return limit === undefined
    ? spawn(process.execPath, [MAIN, ...args], { env, stdio })
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
    readonly versions: object;
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

  it('in the middle of imports, has each book whole with its history and pictures, or not at all', async () => {
    let server = await start();
    const source = await newBook(server.url);
    const body = new FormData();
    for (let i = 0; i < 6; i++) body.append('files', new Blob([await noise(700), `${i}`]), `noise ${i}.jpg`);
    await fetch(`${server.url}/api/books/${source.id}/files`, { method: 'POST', body });
    for (let n = 1; n < 40; n++)
      await post(`${server.url}/api/books/${source.id}/revisions`, {
        expect: n,
        window: 'w',
        command: { kind: 'rename', title: `change ${n + 1}` },
      });
    const zip = await (await fetch(`${server.url}/api/books/${source.id}/book.zip`)).blob();
    const takeIn = () => {
      const form = new FormData();
      form.append('file', zip, 'book.zip');
      return fetch(`${server.url}/api/books/import`, { method: 'POST', body: form }).then(
        (answer) => answer.status === 201,
        () => false,
      );
    };
    // How long this machine takes over one, so that the kills fall all over it wherever this runs.
    const began = performance.now();
    expect(await takeIn()).toBe(true);
    const whole = performance.now() - began;
    let acknowledged = 2;
    for (let kills = 0; kills < 8; kills++) {
      const sent = takeIn();
      await pause((whole * (kills + 1)) / 7);
      await kill(server.child);
      const done = await sent;
      server = await start();
      const { books } = (await get(`${server.url}/api/books`)) as unknown as { books: Saved[] };
      expect(books.length).toBeGreaterThanOrEqual(acknowledged + (done ? 1 : 0));
      expect(books.length).toBeLessThanOrEqual(acknowledged + 1);
      acknowledged = books.length;
      expect(readdirSync(path.join(data, 'incoming'))).toEqual([]);
      for (const { id } of books) {
        expect((await get(`${server.url}/api/books/${id}`)).revision).toBe(40);
        const first = await get(`${server.url}/api/books/${id}/at/1`);
        for (const { content } of first.book.pages.slice(0, 6)) expect(content?.name).toMatch(/^noise/);
        expect((await fetch(`${server.url}/api/books/${id}/print.pdf`)).status).toBe(200);
      }
    }
    expect(await takeIn()).toBe(true);
    await kill(server.child);
  }, 400_000);

  it('in the first start of the demo, begins it anew: every book once, none half filled', async () => {
    for (let kills = 0; kills < 6; kills++) {
      const child = spawned(undefined, '--demo');
      await pause(700 + 900 * kills);
      await kill(child);
    }
    const server = await ready(spawned(undefined, '--demo'));
    const { books } = (await get(`${server.url}/api/books`)) as unknown as { books: Saved[] };
    const titles = books.map(({ book }) => book.title);
    expect(new Set(titles).size).toBe(titles.length);
    expect(titles).toHaveLength(7);
    const { papers } = (await get(`${server.url}/api/papers`)) as unknown as { papers: { name: string }[] };
    expect(new Set(papers.map(({ name }) => name)).size).toBe(papers.length);
    await kill(server.child);
  });

  it('while it reads a file that never ends, leaves no process behind and opens again at once', async () => {
    const server = await start();
    const book = await newBook(server.url);
    const endless = hostileFiles(7).find(({ name }) => name === 'one endless path.svg')!;
    const form = new FormData();
    form.append('files', new Blob([new Uint8Array(endless.bytes)]), endless.name);
    const sent = fetch(`${server.url}/api/books/${book.id}/files`, { method: 'POST', body: form }).catch(
      () => undefined,
    );
    const children = () => {
      const { pid } = server.child;
      return readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(' ').filter(Boolean).map(Number);
    };
    while (children().length === 0) await pause(10);
    await pause(1500);
    const workers = children();
    await kill(server.child);
    await sent;
    const again = await start();
    for (const worker of workers) await gone(worker);
    expect(readdirSync(path.join(data, 'incoming'))).toEqual([]);
    await kill(again.child);
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
    expect([kept.book.versions, kept.revision]).toEqual([VERSIONS, 1500]);
    const undone = await post(`${server.url}/api/books/old/undo`, { expect: 1500, window: 'w' });
    expect(undone!.book.title).toBe('change 1499');
    await kill(server.child);
  });
});

describe('downloads that are broken off', () => {
  it('leave no file open and nothing lying about', async () => {
    const server = await start();
    const book = await newBook(server.url);
    const body = new FormData();
    for (let i = 0; i < 6; i++) body.append('files', new Blob([await noise(1500), `${i}`]), `noise ${i}.jpg`);
    await fetch(`${server.url}/api/books/${book.id}/files`, { method: 'POST', body });
    const { assets } = (await get(`${server.url}/api/books/${book.id}`)) as unknown as { assets: { id: string }[] };
    const addresses = ['book.zip', 'print.pdf'].map((file) => `${server.url}/api/books/${book.id}/${file}`);
    for (let n = 0; n < 24; n++) {
      const stop = new AbortController();
      const address = [...addresses, `${server.url}/api/assets/${assets[0]!.id}/original`][n % 3]!;
      const answer = await fetch(address, { signal: stop.signal });
      const reader = answer.body!.getReader();
      await reader.read();
      stop.abort();
      await reader.closed.catch(() => undefined);
    }
    const open = () => {
      const folder = `/proc/${server.child.pid}/fd`;
      return readdirSync(folder).flatMap((name) => {
        try {
          const file = readlinkSync(path.join(folder, name));
          return /originals|incoming/.test(file) ? [file] : [];
        } catch {
          return [];
        }
      });
    };
    while (open().length > 0 || readdirSync(path.join(data, 'incoming')).length > 0) await pause(20);
    expect(open()).toEqual([]);
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
