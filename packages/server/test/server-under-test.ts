import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pino } from 'pino';
import supertest from 'supertest';
import type { MikroORM } from '@mikro-orm/libsql';
import type { BookAnswer, FilesAnswer } from '@eight-up/core/contract/answers';
import { createApp } from '../src/app.ts';
import { openDatabase } from '../src/db/open.ts';
import { FileStore } from '../src/files/store.ts';
import { plansFolder } from '../src/compute/kept-plans.ts';
import { WorkPool } from '../src/pool/work-pool.ts';
import { Safekeeping } from '../src/safekeeping/safekeeping.ts';

export const A4 = { width: 297_000_000, height: 210_000_000, fibre: 'along-width' as const };

export interface UnderTest {
  readonly orm: MikroORM;
  readonly store: FileStore;
  readonly pool: WorkPool;
  readonly safekeeping: Safekeeping;
  readonly dataFolder: string;
  readonly request: ReturnType<typeof supertest>;
  readonly newBook: (form?: string, parameters?: object, sheet?: object) => Promise<BookAnswer>;
  readonly upload: (
    id: string,
    files: readonly (readonly [name: string, bytes: Uint8Array])[],
    fields?: Readonly<Record<string, string>>,
  ) => Promise<Omit<supertest.Response, 'body'> & { body: FilesAnswer }>;
  /** the body of an answer that must be 200 */
  readonly bytes: (address: string) => Promise<Buffer>;
  readonly close: () => Promise<void>;
}

/** A server on a fresh data folder, asked without a network. */
export async function serverUnderTest({
  busyMs,
  dataFolder = mkdtempSync(path.join(tmpdir(), 'eight-up-data-')),
  pool: poolOptions = {},
}: {
  readonly busyMs?: number;
  /** left out: a fresh one */
  readonly dataFolder?: string;
  readonly pool?: ConstructorParameters<typeof WorkPool>[0];
} = {}): Promise<UnderTest> {
  const orm = await openDatabase(dataFolder, busyMs);
  const store = new FileStore(dataFolder);
  await store.prepare();
  const pool = new WorkPool({ plans: plansFolder(dataFolder), ...poolOptions });
  const safekeeping = new Safekeeping(orm, store, pool);
  const request = supertest(createApp({ orm, store, pool, safekeeping, log: pino({ level: 'silent' }) }));
  return {
    orm,
    store,
    pool,
    safekeeping,
    dataFolder,
    request,
    newBook: async (form = 'slit-book', parameters = {}, sheet = A4) => {
      const made = await request.post('/api/books').send({ title: 'Under test', form, parameters, sheet });
      if (made.status !== 201) throw new Error(made.text);
      return made.body as BookAnswer;
    },
    upload: (id, files, fields = {}) => {
      const asked = request.post(`/api/books/${id}/files`);
      for (const [key, value] of Object.entries(fields)) void asked.field(key, value);
      for (const [name, bytes] of files) void asked.attach('files', Buffer.from(bytes), name);
      return asked as unknown as ReturnType<UnderTest['upload']>;
    },
    bytes: async (address) => {
      const answer = await request
        .get(address)
        .buffer(true)
        .parse((response, done) => {
          const chunks: Buffer[] = [];
          response.on('data', (chunk: Buffer) => chunks.push(chunk));
          response.on('end', () => done(null, Buffer.concat(chunks)));
        });
      if (answer.status !== 200) throw new Error(`${address}: ${answer.status} ${String(answer.body)}`);
      return answer.body as Buffer;
    },
    close: async () => {
      safekeeping.end();
      await pool.close();
      await orm.close();
      rmSync(dataFolder, { recursive: true, force: true });
    },
  };
}
