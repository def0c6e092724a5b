import { readdirSync } from 'node:fs';
import path from 'node:path';
import sharp from 'sharp';
import { randomBytes } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { MakingAnswer } from '@eight-up/core/contract/answers';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';

let server: UnderTest;
let id: string;
beforeAll(async () => {
  server = await serverUnderTest();
  ({ id } = await server.newBook('nested-booklet', { pages: 16 }));
});
afterAll(() => server.close());

const begin = async (file: string): Promise<string> => {
  const answer = await server.request.post(`/api/books/${id}/${file}`).send({});
  expect(answer.status, answer.text).toBe(202);
  return (answer.body as { making: string }).making;
};
const look = (making: string) => server.request.get(`/api/makings/${making}`);
const until = async (making: string, isSo: (answer: MakingAnswer, status: number) => boolean) => {
  for (;;) {
    const { body, status } = await look(making);
    if (isSo(body as MakingAnswer, status)) return body as MakingAnswer;
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
};
const lying = () => readdirSync(path.join(server.dataFolder, 'incoming'));
const untilCleared = async () => {
  while (lying().length > 0) await new Promise((resolve) => setTimeout(resolve, 10));
};

describe('a file made while its maker watches', () => {
  it('tells page by page how far it is, is fetched when it is whole, and is the file that a plain request gives', async () => {
    const making = await begin('print.pdf');
    const { bytes, progress } = await until(making, (answer) => answer.bytes !== null);
    expect(progress).toEqual({ done: 8, of: 8 });
    const made = await server.bytes(`/api/makings/${making}/file`);
    expect(made.length).toBe(bytes);
    expect(made.length).toBe((await server.bytes(`/api/books/${id}/print.pdf`)).length);
    await server.request.post(`/api/makings/${making}/stop`).send({});
    expect((await look(making)).status).toBe(404);
    await untilCleared();
  });

  it('stopped, its process is ended and nothing of it stays', async () => {
    const [width, height] = [2400, 2000];
    // Interlaced, with alpha: it has to be written anew for print.
    const picture = await sharp(randomBytes(width * height * 4), { raw: { width, height, channels: 4 } })
      .png({ progressive: true, compressionLevel: 0 })
      .toBuffer();
    await server.upload(id, [['noise.png', picture]]);
    const making = await begin('print.pdf');
    while (server.pool.busy.length === 0) await new Promise((resolve) => setTimeout(resolve, 5));
    await server.request.post(`/api/makings/${making}/stop`).send({});
    expect((await look(making)).status).toBe(404);
    while (server.pool.busy.length > 0) await new Promise((resolve) => setTimeout(resolve, 5));
    await untilCleared();
  });

  it('that cannot be made is refused when it is looked for, once', async () => {
    const making = await begin('print.pdf?sheets=900');
    await until(making, (_, status) => status !== 200);
    expect((await look(making)).status).toBe(404);
    const again = await begin('print.pdf?sheets=900');
    for (;;) {
      const { status, body } = await look(again);
      if (status === 200) continue;
      expect([status, (body as { code: string }).code]).toEqual([422, 'plan-impossible']);
      break;
    }
    await untilCleared();
  });

  it('is made of everything that goes through a printer', async () => {
    for (const file of ['dummy.pdf?size=tiled', 'rehearsal.pdf?pass=backs']) {
      const making = await begin(file);
      await until(making, (answer) => answer.bytes !== null);
      expect((await server.bytes(`/api/makings/${making}/file`)).subarray(0, 5).toString()).toBe('%PDF-');
    }
  });
});
