import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import { PDFDocument } from '@cantoo/pdf-lib';
import fc from 'fast-check';
import sharp from 'sharp';
import { afterAll, afterEach, beforeAll, describe, expect, it, vi } from 'vitest';
import { markedPdf } from '../test/marked-pages.ts';
import { serverUnderTest, type UnderTest } from '../test/server-under-test.ts';
import { FileStore } from './files/store.ts';

let server: UnderTest;
beforeAll(async () => {
  server = await serverUnderTest({ busyMs: 300 });
});
afterAll(() => server.close());
afterEach(() => vi.restoreAllMocks());

const jpeg = (hue = 40) =>
  sharp({ create: { width: 60, height: 80, channels: 3, background: { r: hue, g: 90, b: 20 } } })
    .jpeg()
    .toBuffer();
const rename = (id: string, expected: number, title: string) =>
  server.request
    .post(`/api/books/${id}/revisions`)
    .send({ expect: expected, window: 'w', command: { kind: 'rename', title } });
const revisionOf = async (id: string) => (await server.request.get(`/api/books/${id}`)).body.revision as number;

describe('files that are not as they should be', () => {
  it('a PDF of 5,000 pages is taken whole', async () => {
    const document = await PDFDocument.create();
    for (let i = 0; i < 5000; i++) document.addPage([200, 300]);
    const { id } = await server.newBook();
    const { body } = await server.upload(id, [['long.pdf', await document.save()]]);
    expect(body.book.tray).toHaveLength(4992);
    expect(body.book.tray[4991]!.content!.page).toBe(4999);
    expect((await server.bytes(`/api/books/${id}/print.pdf`)).length).toBeGreaterThan(500);
  });

  it('a PDF whose cross references point nowhere is read by its objects, or refused', async () => {
    const whole = Buffer.from(await markedPdf([{}, {}]));
    const text = whole.toString('latin1');
    const misled = Buffer.from(text.replace(/startxref\s+\d+/, 'startxref\n3'), 'latin1');
    const { id } = await server.newBook();
    const { body } = await server.upload(id, [['misled.pdf', misled]]);
    expect(body.taken?.[0]?.pages ?? body).toBe(2);
    const cut = await server.upload(id, [['cut.pdf', whole.subarray(0, whole.length / 3)]]);
    expect([cut.status, (cut.body as unknown as { code: string }).code]).toEqual([422, 'files-refused']);
  });

  it('a picture of 20,000 × 20,000 is refused by its size, before it is unpacked', async () => {
    const flat = await sharp({
      create: { width: 20_000, height: 20_000, channels: 3, background: '#fff' },
      limitInputPixels: false,
    })
      .png({ compressionLevel: 1 })
      .toBuffer();
    const { id } = await server.newBook();
    const answer = await server.upload(id, [['wall.png', flat]]);
    expect(answer.body).toMatchObject({
      problem: { refused: [{ problem: { code: 'picture-too-large', megapixels: 400 } }] },
    });
    expect(await revisionOf(id)).toBe(0);
  });

  it.each([
    ['../../etc/passwd.jpg', 'passwd.jpg'],
    ['C:\\pictures\\heron.jpg', 'heron.jpg'],
    ['\u202Egpj.exe\u202C.jpg', 'gpj.exe.jpg'],
    ['渡し船 Überfahrt नाव.jpg', '渡し船 Überfahrt नाव.jpg'],
    [`${'long '.repeat(80)}.jpg`, 'long '.repeat(80).slice(0, 300)],
    ['be\u0085ll\u200F.jpg', 'bell.jpg'],
  ])('a name like %j is kept as far as it is a name', async (given, kept) => {
    const { id } = await server.newBook();
    // Browsers send the bytes of the name as they are; they arrive as Latin-1.
    const bytes = Buffer.from(given, 'utf8').toString('latin1');
    const body = Buffer.concat([
      Buffer.from(
        `--x\r\nContent-Disposition: form-data; name="files"; filename="${bytes}"\r\nContent-Type: image/jpeg\r\n\r\n`,
        'latin1',
      ),
      await jpeg(),
      Buffer.from('\r\n--x--\r\n'),
    ]);
    const answer = await server.request
      .post(`/api/books/${id}/files`)
      .set('content-type', 'multipart/form-data; boundary=x')
      .send(body);
    expect(answer.status, answer.text).toBe(200);
    expect(answer.body.book.pages[0].content.name).toBe(kept.trim());
    expect(readdirSync(server.dataFolder).sort()).toEqual(
      expect.arrayContaining(['eight-up.sqlite', 'incoming', 'originals', 'previews']),
    );
  });
});

describe('requests that are not as they should be', () => {
  it('50 MB of JSON are refused as too much', async () => {
    const answer = await server.request
      .post('/api/books')
      .set('content-type', 'application/json')
      .send(`{"title":"${'x'.repeat(50_000_000)}"}`);
    expect([answer.status, answer.body.code]).toEqual([413, 'too-large']);
  });

  it('whatever JSON comes to any address, the answer is a sentence with a code and never a failure of ours', async () => {
    const { id } = await server.newBook();
    const addresses = [
      '/api/books',
      ...['revisions', 'undo', 'redo', 'copy', 'points', 'go-back', 'files', 'pages.csv', 'bin', 'restore'].map(
        (what) => `/api/books/${id}/${what}`,
      ),
      '/api/books/import',
      '/api/compute/fold',
      '/api/compute/imposition',
    ];
    const kinds = ['rename', 'place', 'say', 'adjust', 'spread', 'arrange', 'set-fit', 'patch', 'hang-poster'];
    const command = fc
      .tuple(
        fc.constantFrom(...kinds),
        fc.dictionary(fc.constantFrom('page', 'pages', 'over', 'rows', 'words', 'delta'), fc.jsonValue()),
      )
      .map(([kind, rest]) => ({ expect: 0, window: 'w', command: { ...rest, kind } }));
    await fc.assert(
      fc.asyncProperty(fc.constantFrom(...addresses), fc.oneof(fc.jsonValue(), command), async (address, body) => {
        const answer = await server.request
          .post(address)
          .set('content-type', 'application/json')
          .send(JSON.stringify(body));
        expect(answer.status, `${address} ${JSON.stringify(body)} ${answer.text}`).toBeLessThan(500);
        if (answer.status >= 400) {
          expect(answer.body.code).toMatch(/^[a-z-]+$/);
          expect(answer.body.message).toMatch(/^[A-Z“].*\.$/s);
        }
      }),
      { numRuns: 250 },
    );
    expect((await server.request.get('/api/health')).status).toBe(200);
  });
});

describe('what no program of ours sends', () => {
  const answered = async (answer: { status: number; body: { code?: string; message?: string } }) => {
    expect(answer.status).toBeLessThan(500);
    expect(answer.body.message).toMatch(/^[A-Z“].*\.$/s);
  };

  it('NUL in addresses and names is not found, or left out', async () => {
    for (const address of [
      '/api/books/%00',
      '/api/books/a%00b/print.pdf',
      '/api/assets/%00/original',
      '/api/papers/%00',
    ])
      await answered(await server.request.get(address));
    const { id } = await server.newBook();
    expect((await rename(id, 0, 'Low\0 Water')).body.book.title).toBe('Low Water');
    await answered(await server.request.post('/api/papers/%00').send({}));
  });

  it.each([
    ['without a name', 'Content-Disposition: form-data; filename="a.jpg"'],
    ['without anything', 'Content-Type: image/jpeg'],
    ['with an empty name', 'Content-Disposition: form-data; name=""; filename=""'],
    ['with a field of a megabyte', `Content-Disposition: form-data; name="${'x'.repeat(1_000_000)}"`],
  ])('a multipart part %s is refused', async (_, head) => {
    const { id } = await server.newBook();
    for (const address of [`/api/books/${id}/files`, '/api/assets', '/api/books/import', '/api/safekeeping/everything'])
      await answered(
        await server.request
          .post(address)
          .set('content-type', 'multipart/form-data; boundary=x')
          .send(Buffer.from(`--x\r\n${head}\r\n\r\nbytes\r\n--x--\r\n`)),
      );
    expect(readdirSync(path.join(server.dataFolder, 'incoming'))).toEqual([]);
  });

  it('JSON nested deeper than anything is refused', async () => {
    const deep = `${'['.repeat(60_000)}${']'.repeat(60_000)}`;
    await answered(
      await server.request
        .post('/api/books')
        .set('content-type', 'application/json')
        .send(`{"title":"x","parameters":{"a":${deep}}}`),
    );
  });

  it('a table with a cell of three megabytes is refused without being sent back', async () => {
    const cell = 'x'.repeat(3_000_000);
    for (const [address, table] of [
      ['/api/papers/papers.csv', `name,width,height\nA,500,${cell}\n`],
      ['/api/papers/papers.csv', `name,${cell}\nA,500\n`],
      [`/api/books/${(await server.newBook()).id}/pages.csv`, `page,fit\n1,${cell}\n`],
    ] as const) {
      const answer = await server.request.post(address).set('content-type', 'text/csv').send(table);
      expect(answer.status).toBe(422);
      expect(answer.text.length).toBeLessThan(6000);
    }
  });

  it('pages of another program on this machine may not write; scripts and the application’s own may', async () => {
    const asked = (origin: string | undefined) => {
      const request = server.request.post('/api/books').set('host', '127.0.0.1:4808');
      if (origin !== undefined) void request.set('origin', origin);
      return request.send({
        title: 'x',
        form: 'slit-book',
        sheet: { width: 297_000_000, height: 210_000_000, fibre: 'any' },
      });
    };
    for (const origin of [
      'http://127.0.0.1:3000',
      'http://localhost:4808',
      'https://127.0.0.1:4808',
      'null',
      'http://elsewhere.test',
    ])
      expect((await asked(origin)).body.code, origin).toBe('origin-refused');
    expect((await asked('http://127.0.0.1:4808')).status).toBe(201);
    expect((await asked(undefined)).status).toBe(201);
  });
});

describe('a disk that takes no more', () => {
  it('when a file is kept: a sentence, the book unchanged, and the next try works', async () => {
    const { id } = await server.newBook();
    vi.spyOn(FileStore.prototype, 'keep').mockRejectedValueOnce(
      Object.assign(new Error('no space'), { code: 'ENOSPC' }),
    );
    const answer = await server.upload(id, [['a.jpg', await jpeg()]]);
    expect([answer.status, (answer.body as unknown as { code: string }).code]).toEqual([507, 'storage-full']);
    expect(await revisionOf(id)).toBe(0);
    expect(readdirSync(path.join(server.dataFolder, 'incoming'))).toEqual([]);
    expect((await server.upload(id, [['a.jpg', await jpeg()]])).status).toBe(200);
  });

  it('when the database grows: a sentence, the book unchanged, and the next try works', async () => {
    const { id } = await server.newBook();
    const connection = server.orm.em.getConnection();
    const pragma = async (name: string) =>
      Object.values(((await connection.execute(`pragma ${name}`)) as unknown as readonly object[])[0]!)[0] as number;
    await pragma(`max_page_count=${await pragma('page_count')}`);
    const words = { note: 'low water '.repeat(390), caption: 'x'.repeat(900) };
    let last = await rename(id, 0, 'first');
    for (let n = 0; n < 60 && last.status === 200; n++)
      last = await server.request
        .post(`/api/books/${id}/revisions`)
        .send({ expect: last.body.revision, window: 'w', command: { kind: 'say', page: n % 8, words } });
    expect([last.status, last.body.code]).toEqual([507, 'storage-full']);
    const kept = await revisionOf(id);
    await pragma('max_page_count=1073741823');
    expect((await rename(id, kept, 'room again')).status).toBe(200);
  });
});

describe('a database held by another program', () => {
  it('makes writing wait, then refuses with a sentence; reading goes on; once free, all is as before', async () => {
    const { id } = await server.newBook();
    const require = createRequire(import.meta.url);
    const script = `
      const Database = require(${JSON.stringify(require.resolve('libsql'))});
      const db = new Database(${JSON.stringify(path.join(server.dataFolder, 'eight-up.sqlite'))});
      db.exec('begin immediate'); console.log('held');
      process.stdin.once('data', () => { db.exec('rollback'); db.close(); process.exit(0); });`;
    const holder = spawn(process.execPath, ['-e', script], { stdio: ['pipe', 'pipe', 'inherit'] });
    await once(holder.stdout, 'data');
    const refused = await rename(id, 0, 'while held');
    expect([refused.status, refused.body.code]).toEqual([503, 'storage-busy']);
    expect(await revisionOf(id)).toBe(0);
    holder.stdin.write('go\n');
    await once(holder, 'exit');
    expect((await rename(id, 0, 'once free')).status).toBe(200);
  });
});

describe('what lies in the data folder', () => {
  it('is never served by a path', async () => {
    const secret = readFileSync(path.join(server.dataFolder, 'eight-up.sqlite')).subarray(0, 15).toString();
    for (const address of [
      '/api/assets/..%2f..%2feight-up.sqlite/original',
      '/..%2f..%2feight-up.sqlite',
      '/api/../eight-up.sqlite',
    ])
      expect((await server.request.get(address)).text ?? '').not.toContain(secret);
  });
});
