import { readdirSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RefusedFile, TakenFile } from '@eight-up/core/book/file-problem';
import { gone } from '../test/gone.ts';
import { hostileFiles, oddFiles, type HostileFile } from '../test/hostile-files.ts';
import { serverUnderTest, type UnderTest } from '../test/server-under-test.ts';

const SEED = 20_261_128;

let server: UnderTest;
beforeAll(async () => {
  server = await serverUnderTest({
    pool: { seconds: { inspect: 6, preview: 10, 'paper-to-print': 20 }, memory: 900e6 },
  });
});
afterAll(() => server.close());

interface Answered {
  readonly status: number;
  readonly taken: readonly TakenFile[];
  readonly refused: readonly RefusedFile[];
}

async function sent(id: string, { name, bytes }: HostileFile): Promise<Answered> {
  const { status, body } = await server.upload(id, [[name, bytes]]);
  const problem = (body as unknown as { problem?: { refused: readonly RefusedFile[] } }).problem;
  return { status, taken: body.taken ?? [], refused: body.refused ?? problem?.refused ?? [] };
}

/** Taken, and then shown and printed; or refused in a sentence. */
async function expectTakenOrRefused(file: HostileFile): Promise<void> {
  const { id } = await server.newBook();
  const { status, taken, refused } = await sent(id, file);
  expect([status, taken.length + refused.length], file.name).toEqual([refused.length ? 422 : 200, 1]);
  expect(readdirSync(server.store.incoming), file.name).toEqual([]);
  if (refused.length) return;
  if (!file.name.endsWith('.pdf'))
    expect((await server.request.get(`/api/assets/${taken[0]!.asset}/preview`)).status, file.name).toBe(200);
  expect((await server.bytes(`/api/books/${id}/print.pdf`)).length, file.name).toBeGreaterThan(400);
}

describe('odd files', () => {
  it.each(oddFiles().map((file) => [file.name, file] as const))(
    '%s is refused with its reason, or taken, shown and printed',
    (_, file) => expectTakenOrRefused(file),
  );
});

describe('hostile files', () => {
  it.each(hostileFiles(SEED).map((file) => [file.name, file] as const))(
    '%s is refused, or taken, shown and printed; others are answered meanwhile, and its process is gone',
    async (_, file) => {
      const { id } = await server.newBook();
      let ended = false;
      const upload = sent(id, file).then((answer) => ((ended = true), answer));
      const busy = new Set<number>();
      let answeredMeanwhile = 0;
      while (!ended) {
        for (const pid of server.pool.busy) busy.add(pid);
        expect((await server.request.get('/api/health')).status).toBe(200);
        if (!ended) answeredMeanwhile++;
      }
      expect(answeredMeanwhile).toBeGreaterThan(0);
      const { status, refused } = await upload;
      expect([200, 422]).toContain(status);
      expect(server.pool.busy).toEqual([]);
      if (refused[0]?.problem.code === 'file-too-demanding') for (const pid of busy) await gone(pid);
      expect(readdirSync(server.store.incoming)).toEqual([]);
      if (status === 200) await expectTakenOrRefused(file);
    },
  );
});
