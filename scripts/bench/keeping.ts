import { randomBytes } from 'node:crypto';
import { createWriteStream, openAsBlob } from 'node:fs';
import { mkdtemp, rm, stat } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type Sharp from 'sharp';
import { atShare, median, sized, type Figure } from './measuring.ts';
import { postFiles, postJson, runServer, type RunningServer } from './running-server.ts';

const sharp = createRequire(new URL('../../packages/server/package.json', import.meta.url))('sharp') as typeof Sharp;

interface Book {
  readonly id: string;
  readonly revision: number;
}

const meander = (url: string): Promise<Book> =>
  postJson(`${url}/api/books`, {
    title: 'bench',
    form: 'meander-book',
    parameters: { rows: 8, columns: 8 },
    sheet: { width: 841_000_000, height: 1_189_000_000, fibre: 'any' },
  });

/** A picture of 12 megapixels with as much in it as a photograph has. */
async function photograph(seed: number): Promise<Uint8Array> {
  const grain = await sharp(randomBytes(500 * 375 * 3), { raw: { width: 500, height: 375, channels: 3 } })
    .resize(4000, 3000, { kernel: 'cubic' })
    .modulate({ hue: seed * 5 })
    .jpeg({ quality: 88 })
    .toBuffer();
  return grain;
}

/** 64 pictures dropped in, as the interface sends them: one after another, the first shown as soon as it is there. */
async function dropping(server: RunningServer): Promise<readonly Figure[]> {
  const pictures = await Promise.all(Array.from({ length: sized(8, 1) }, (_, i) => photograph(i)));
  const book = await meander(server.url);
  // Eight real pictures, each eight times with something after its end: 64 originals to receive, look at and keep.
  const files = Array.from({ length: sized(64, 2) }, (_, i) => ({
    name: `photograph ${i}.jpg`,
    bytes: Buffer.concat([pictures[i % pictures.length]!, Buffer.from(String(i))]),
  }));
  server.forgetPeak();
  const began = performance.now();
  let first = 0;
  const contents: unknown[] = [];
  const previews: Promise<unknown>[] = [];
  for (const file of files) {
    const received = await postFiles<{ contents: readonly { asset: string }[] }>(`${server.url}/api/assets`, [file]);
    contents.push(...received.contents);
    const preview = fetch(`${server.url}/api/assets/${received.contents[0]!.asset}/preview?size=240`).then((answer) =>
      answer.arrayBuffer(),
    );
    previews.push(preview);
    if (!first) {
      await preview;
      first = performance.now() - began;
    }
  }
  const { revision } = await postJson<Book>(`${server.url}/api/books/${book.id}/revisions`, {
    expect: 0,
    window: 'bench',
    command: { kind: 'place', contents },
  });
  if (revision !== 1) throw new Error('not placed');
  await Promise.all(previews);
  const mb = files.reduce((sum, { bytes }) => sum + bytes.length, 0) / 1e6;
  console.log(
    `64 pictures of 12 megapixels, ${mb.toFixed(0)} MB: all placed after ${(performance.now() - began).toFixed(0)} ms`,
  );
  return [
    { name: 'first thumbnail of 64 pictures dropped in', value: first, unit: 'ms', limit: 1000 },
    { name: 'peak memory of the server meanwhile', value: server.peakMb(), unit: 'MB', limit: 400 },
  ];
}

const [WARM, SAVED] = sized([20, 100], [0, 2]);

/** A change saved twenty times a second: the time until the server has it on the disk. */
async function saving(server: RunningServer): Promise<readonly Figure[]> {
  const book = await meander(server.url);
  const times: number[] = [];
  for (let n = 0; n < WARM + SAVED; n++) {
    const began = performance.now();
    await postJson(`${server.url}/api/books/${book.id}/revisions`, {
      expect: n,
      window: 'bench',
      command: { kind: 'say', page: n % 64, words: { note: `note ${n}` } },
    });
    const took = performance.now() - began;
    if (n >= WARM) times.push(took);
    await new Promise((resolve) => setTimeout(resolve, Math.max(0, 50 - took)));
  }
  console.log(`saving a change at 20 a second: median ${median(times).toFixed(1)} ms`);
  return [{ name: 'saving a change at 20 a second, 95 of 100', value: atShare(times, 0.95), unit: 'ms', limit: 15 }];
}

const WHOLE_MB = sized(500, 1);
const NOISE = sized({ width: 4000, height: 3000 }, { width: 400, height: 300 });

/** A whole book of 500 MB out as one file and in again. */
async function wholeBook(filling: RunningServer): Promise<readonly Figure[]> {
  const folder = await mkdtemp(path.join(tmpdir(), 'eight-up-bench-zip-'));
  const book = await meander(filling.url);
  const noise = await sharp(randomBytes(NOISE.width * NOISE.height * 3), { raw: { ...NOISE, channels: 3 } })
    .jpeg({ quality: 92 })
    .toBuffer();
  const count = Math.ceil((WHOLE_MB * 1e6) / noise.length);
  for (let i = 0; i < count; i++)
    await postFiles(`${filling.url}/api/books/${book.id}/files`, [
      { name: `noise ${i}.jpg`, bytes: Buffer.concat([noise, Buffer.from(String(i))]) },
    ]);
  const file = path.join(folder, 'book.zip');
  // Anew, so that what filling the book left in memory is not taken for idle.
  const server = await filling.restart();
  await fetch(`${server.url}/api/books/${book.id}`);
  const idle = server.residentMb();
  server.forgetPeak();
  let began = performance.now();
  const answer = await fetch(`${server.url}/api/books/${book.id}/book.zip`);
  await pipeline(Readable.fromWeb(answer.body as never), createWriteStream(file));
  const writeMs = performance.now() - began;
  const written = server.peakMb() - idle;
  server.forgetPeak();
  began = performance.now();
  const form = new FormData();
  form.append('file', await openAsBlob(file), 'book.zip');
  const taken = await fetch(`${server.url}/api/books/import`, { method: 'POST', body: form });
  if (taken.status !== 201) throw new Error(await taken.text());
  const readMs = performance.now() - began;
  const read = server.peakMb() - idle;
  console.log(
    `book.zip of ${((await stat(file)).size / 1e6).toFixed(0)} MB: written in ${writeMs.toFixed(0)} ms, read in ${readMs.toFixed(0)} ms`,
  );
  await rm(folder, { recursive: true });
  await server.stop();
  return [
    { name: 'memory above idle, writing a book.zip of 500 MB', value: written, unit: 'MB', limit: 150 },
    { name: 'memory above idle, reading it', value: read, unit: 'MB', limit: 150 },
  ];
}

export async function* keepingFigures(): AsyncIterable<Figure> {
  for (const measure of [dropping, saving]) {
    const server = await runServer();
    yield* await measure(server);
    await server.stop();
  }
  yield* await wholeBook(await runServer());
}
