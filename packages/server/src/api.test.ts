import { randomBytes } from 'node:crypto';
import { readdirSync } from 'node:fs';
import path from 'node:path';
import { crc32 } from 'node:zlib';
import { PDFDocument } from '@cantoo/pdf-lib';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Command } from '@eight-up/core/book/command';
import { markedPdf } from '../test/marked-pages.ts';
import { A4, serverUnderTest, type UnderTest } from '../test/server-under-test.ts';

let server: UnderTest;
beforeAll(async () => {
  server = await serverUnderTest();
});
afterAll(() => server.close());

const picture = (hue: number, width = 300, height = 400) =>
  sharp({ create: { width, height, channels: 3, background: { r: hue, g: 90, b: 200 - hue / 2 } } });
const jpeg = (hue: number) => picture(hue).jpeg().toBuffer();
const revise = (id: string, expect: number, command: Command, window = 'w1') =>
  server.request.post(`/api/books/${id}/revisions`).send({ expect, window, command });

describe('books', () => {
  it('are made, listed, renamed, copied', async () => {
    const made = await server.newBook('meander-book', { rows: 3, columns: 4 });
    expect(made.book.pages).toHaveLength(12);
    expect((await revise(made.id, 0, { kind: 'rename', title: 'Both banks' })).body.book.title).toBe('Both banks');
    const copy = await server.request.post(`/api/books/${made.id}/copy`).send({});
    expect(copy.body.book.title).toBe('Both banks, a copy');
    const shelf = await server.request.get('/api/books');
    expect(shelf.body.books.map(({ id }: { id: string }) => id)).toEqual(
      expect.arrayContaining([made.id, copy.body.id]),
    );
  });

  it('undo and redo walk the whole way back and forth, and every step is a revision', async () => {
    const { id, book } = await server.newBook();
    const states = [book];
    const commands: readonly Command[] = [
      { kind: 'rename', title: 'One' },
      { kind: 'choose-form', form: { id: 'meander-book', parameters: {} } },
      { kind: 'number-pages', numbering: 'covers-apart' },
    ];
    let n = 0;
    for (const command of commands) {
      const { body } = await revise(id, n, command);
      expect(body.revision).toBe(++n);
      states.push(body.book);
    }
    for (let back = states.length - 2; back >= 0; back--) {
      const { body } = await server.request.post(`/api/books/${id}/undo`).send({ expect: n, window: 'w1' });
      expect(body.book).toEqual(states[back]);
      expect(body.revision).toBe(++n);
    }
    expect((await server.request.post(`/api/books/${id}/undo`).send({ expect: n, window: 'w1' })).body.code).toBe(
      'nothing-to-undo',
    );
    for (let on = 1; on < states.length; on++) {
      const { body } = await server.request.post(`/api/books/${id}/redo`).send({ expect: n, window: 'w1' });
      expect(body.book).toEqual(states[on]);
      n = body.revision;
    }
    expect((await server.request.post(`/api/books/${id}/redo`).send({ expect: n, window: 'w1' })).body.code).toBe(
      'nothing-to-redo',
    );
  });

  it('undone and then changed, forget what could have been redone', async () => {
    const { id } = await server.newBook();
    await revise(id, 0, { kind: 'rename', title: 'One' });
    await server.request.post(`/api/books/${id}/undo`).send({ expect: 1, window: 'w1' });
    const { body } = await revise(id, 2, { kind: 'rename', title: 'Two' });
    expect([body.canUndo, body.canRedo]).toEqual([true, false]);
  });

  it('tell a second window of the first, with both heads, and overwrite nothing', async () => {
    const { id } = await server.newBook();
    await revise(id, 0, { kind: 'rename', title: 'First window' }, 'w1');
    const second = await revise(id, 0, { kind: 'rename', title: 'Second window' }, 'w2');
    expect(second.status).toBe(409);
    expect(second.body).toMatchObject({
      code: 'book-changed-elsewhere',
      problem: { expected: 0, newest: 1, by: 'w1' },
    });
    expect((await server.request.get(`/api/books/${id}`)).body.book.title).toBe('First window');
  });
});

describe('files', () => {
  it('fill the pages in the natural order of their names; the ninth waits in the tray', async () => {
    const { id } = await server.newBook();
    const names = [10, 9, 8, 7, 6, 5, 4, 3, 2].map((n) => `knot ${n}.jpg`);
    const { body } = await server.upload(
      id,
      await Promise.all(names.map(async (name, i) => [name, await jpeg(i * 20)] as const)),
    );
    expect(body.book.pages.map((page) => page.content?.name)).toEqual([
      'knot 2.jpg',
      'knot 3.jpg',
      'knot 4.jpg',
      'knot 5.jpg',
      'knot 6.jpg',
      'knot 7.jpg',
      'knot 8.jpg',
      'knot 9.jpg',
    ]);
    expect(body.book.tray.map(({ content }) => content?.name)).toEqual(['knot 10.jpg']);
  });

  it('of 500 pages and of one are taken whole', async () => {
    const { id } = await server.newBook();
    const { body } = await server.upload(id, [['long.pdf', await markedPdf(Array.from({ length: 500 }, () => ({})))]]);
    expect(body.book.tray).toHaveLength(492);
    const single = await server.newBook();
    expect(
      (await server.upload(single.id, [['one.pdf', await markedPdf([{}])]])).body.book.pages.filter(
        ({ content }) => content,
      ),
    ).toHaveLength(1);
  });

  it('keep their bytes: the original comes back unchanged, and a JPEG lies unchanged in the print file', async () => {
    const { id } = await server.newBook();
    const bytes = await sharp(randomBytes(90 * 60 * 3), { raw: { width: 90, height: 60, channels: 3 } })
      .jpeg()
      .toBuffer();
    const { body } = await server.upload(id, [['noise.jpg', bytes]]);
    const asset = body.book.pages[0]!.content!.asset;
    expect(await server.bytes(`/api/assets/${asset}/original`)).toEqual(bytes);
    expect((await server.bytes(`/api/books/${id}/print.pdf`)).includes(bytes)).toBe(true);
    expect((await sharp(await server.bytes(`/api/assets/${asset}/preview?size=240`)).metadata()).format).toBe('webp');
  });

  it('replace a page, and what stood there waits in the tray', async () => {
    const { id } = await server.newBook();
    await server.upload(id, [['a.jpg', await jpeg(1)]]);
    const { body } = await server.upload(
      id,
      [
        ['b.png', await picture(9).png().toBuffer()],
        ['c.webp', await picture(30).webp().toBuffer()],
      ],
      { page: '0' },
    );
    expect(body.book.pages.slice(0, 3).map((page) => page.content?.name)).toEqual(['b.png', 'c.webp', undefined]);
    expect(body.book.tray.map(({ content }) => content?.name)).toEqual(['a.jpg']);
    expect((await server.bytes(`/api/books/${id}/print.pdf`)).subarray(0, 5).toString()).toBe('%PDF-');
  });

  it('of TIFF and GIF, with 16 bits, in CMYK, moving: each is shown and printed', async () => {
    const { id } = await server.newBook();
    const deep = sharp(new Uint16Array(40 * 60 * 3).fill(0x7f7f), { raw: { width: 40, height: 60, channels: 3 } });
    const frames = await Promise.all([10, 200].map((hue) => picture(hue, 32, 32).png().toBuffer()));
    const files: readonly (readonly [string, Uint8Array])[] = [
      ['1.tif', await picture(40).tiff().toBuffer()],
      ['2.tif', await picture(60).tiff({ compression: 'lzw' }).withMetadata({ orientation: 6 }).toBuffer()],
      ['3.gif', await picture(80).gif().toBuffer()],
      [
        '4.gif',
        await sharp(frames, { join: { animated: true } })
          .gif()
          .toBuffer(),
      ],
      ['5.png', await deep.png().toBuffer()],
      ['6.jpg', await picture(90).toColourspace('cmyk').jpeg().toBuffer()],
      ['7.jpg', await picture(90).greyscale().jpeg().toBuffer()],
    ];
    const { body } = await server.upload(id, files);
    expect(body.refused).toEqual([]);
    expect(body.assets.map(({ kind }) => kind).sort()).toEqual(['gif', 'gif', 'jpeg', 'jpeg', 'png', 'tiff', 'tiff']);
    // Turned by its tag: seen upright it lies.
    const turned = body.assets.find((asset) => asset.id === body.book.pages[1]!.content!.asset)!.pages[0]!;
    expect(turned.pixels).toEqual({ width: 400, height: 300 });
    // A moving picture is as large as one of its frames.
    expect(body.assets.find((asset) => asset.id === body.book.pages[3]!.content!.asset)!.pages[0]!.pixels).toEqual({
      width: 32,
      height: 32,
    });
    for (const { id: asset } of body.assets) {
      expect((await sharp(await server.bytes(`/api/assets/${asset}/preview?size=240`)).metadata()).format).toBe('webp');
    }
    const pdf = await PDFDocument.load(await server.bytes(`/api/books/${id}/print.pdf`));
    expect(pdf.getPageCount()).toBe(1);
  });

  const good = jpeg(77);
  const lockedPdf = async () => {
    const document = await PDFDocument.load(await markedPdf([{}, {}]));
    document.encrypt({ userPassword: 'heron', ownerPassword: 'ferry' });
    return document.save({ useObjectStreams: false });
  };
  /** A small PNG whose header claims 20 000 × 15 001 pixels. */
  const hugePng = async () => {
    const bytes = await picture(5, 8, 8).png().toBuffer();
    bytes.writeUInt32BE(20_000, 16);
    bytes.writeUInt32BE(15_001, 20);
    bytes.writeUInt32BE(crc32(bytes.subarray(12, 29)), 29);
    return bytes;
  };
  it.each<[string, () => Promise<Uint8Array> | Uint8Array, string]>([
    ['empty.jpg', () => new Uint8Array(), 'file-empty'],
    ['words.jpg', () => Buffer.from('this is no picture at all'), 'file-not-a-picture'],
    [
      'half.jpg',
      async () =>
        (
          await sharp(randomBytes(600 * 400 * 3), { raw: { width: 600, height: 400, channels: 3 } })
            .jpeg()
            .toBuffer()
        ).subarray(0, 30_000),
      'file-truncated',
    ],
    [
      'half.png',
      async () =>
        (
          await sharp(randomBytes(600 * 400 * 3), { raw: { width: 600, height: 400, channels: 3 } })
            .png()
            .toBuffer()
        ).subarray(0, 30_000),
      'file-truncated',
    ],
    ['huge.png', hugePng, 'picture-too-large'],
    ['broken.pdf', () => Buffer.from('%PDF-1.7\nnothing more\n%%EOF'), 'pdf-broken'],
    ['half.pdf', () => Buffer.from('%PDF-1.7\nnothing more'), 'file-truncated'],
    ['locked.pdf', lockedPdf, 'pdf-encrypted'],
  ])('%s is refused with its reason, others of the same drop are taken', async (name, bytes, code) => {
    const { id } = await server.newBook();
    const bad = await bytes();
    const alone = await server.upload(id, [[name, bad]]);
    expect(alone.status).toBe(422);
    expect(alone.body).toMatchObject({ code: 'files-refused', problem: { refused: [{ name, problem: { code } }] } });
    expect((await server.request.get(`/api/books/${id}`)).body.revision).toBe(0);
    const both = await server.upload(id, [
      [name, bad],
      ['good.jpg', await good],
    ]);
    expect(both.body.refused).toMatchObject([{ name, problem: { code } }]);
    expect(both.body.book.pages[0]?.content?.name).toBe('good.jpg');
    expect(readdirSync(path.join(server.dataFolder, 'incoming'))).toEqual([]);
  });

  it('locked with a password open with it; the password is not kept', async () => {
    const { id } = await server.newBook();
    const bytes = await lockedPdf();
    expect((await server.upload(id, [['locked.pdf', bytes]], { password: 'gull' })).body).toMatchObject({
      problem: { refused: [{ problem: { code: 'pdf-wrong-password' } }] },
    });
    const { body } = await server.upload(id, [['locked.pdf', bytes]], { password: 'heron' });
    expect(body.book.pages.filter(({ content }) => content)).toHaveLength(2);
    const kept = await server.bytes(`/api/assets/${body.book.pages[0]!.content!.asset}/original`);
    expect((await PDFDocument.load(kept)).getPageCount()).toBe(2);
    expect(JSON.stringify(body)).not.toContain('heron');
    expect((await server.bytes(`/api/books/${id}/print.pdf`)).length).toBeGreaterThan(1000);
  });
});

describe('what a client sends amiss gets a sentence, a code, and no 500', () => {
  it.each<[string, object, string]>([
    ['a sheet of 0', { title: 't', form: 'slit-book', sheet: { ...A4, width: 0 } }, 'plan-impossible'],
    ['a negative sheet', { title: 't', form: 'slit-book', sheet: { ...A4, height: -5_000_000 } }, 'plan-impossible'],
    ['a sheet of 20 m', { title: 't', form: 'slit-book', sheet: { ...A4, width: 20_000_000_000 } }, 'plan-impossible'],
    ['9 × 4', { title: 't', form: 'meander-book', parameters: { rows: 9, columns: 4 }, sheet: A4 }, 'plan-impossible'],
    ['rows in words', { title: 't', form: 'meander-book', parameters: { rows: 'four' }, sheet: A4 }, 'plan-impossible'],
    [
      'an unknown parameter',
      { title: 't', form: 'slit-book', parameters: { sheets: 2 }, sheet: A4 },
      'plan-impossible',
    ],
    ['an unknown form', { title: 't', form: 'scroll', sheet: A4 }, 'plan-impossible'],
    ['no title', { form: 'slit-book', sheet: A4 }, 'request-malformed'],
    ['an unknown field', { title: 't', form: 'slit-book', sheet: A4, colour: 'teal' }, 'request-malformed'],
    ['wrong types', { title: 7, form: [], sheet: 'A4' }, 'request-malformed'],
  ])('%s', async (_name, body, code) => {
    const answer = await server.request.post('/api/books').send(body);
    expect(answer.body.code).toBe(code);
    expect(answer.body.message).toMatch(/^[A-Z“].{15,}[.?]$/);
    expect(answer.status).toBeLessThan(500);
  });

  it('unreadable JSON, unknown addresses, unknown books, unknown pages, a restore of one’s own', async () => {
    const { id } = await server.newBook();
    expect(
      (await server.request.post('/api/books').set('content-type', 'application/json').send('{"title":')).body.code,
    ).toBe('request-unreadable');
    expect(
      (
        await server.request
          .post('/api/books')
          .set('content-type', 'application/json')
          .send(`"${'x'.repeat(3_000_000)}"`)
      ).body.code,
    ).toBe('too-large');
    expect((await server.request.get('/api/nowhere')).body.code).toBe('not-found');
    expect((await server.request.get('/api/books/none')).body.code).toBe('book-not-found');
    expect((await server.request.get('/api/books/%E0%A4%A/print.pdf')).status).toBe(400);
    expect((await server.request.get(`/api/assets/${'0'.repeat(64)}/original`)).body.code).toBe('file-not-found');
    expect((await server.request.get('/api/assets/..%2F..%2Feight-up.sqlite/original')).body.code).toBe(
      'file-not-found',
    );
    expect((await revise(id, 0, { kind: 'swap', one: 0, other: 8 })).body).toMatchObject({
      code: 'command-impossible',
      problem: { code: 'no-such-page', page: 8, pages: 8 },
    });
    expect(
      (await revise(id, 0, { kind: 'patch', delta: { title: ['Under test', 'forged'] } } as never)).body.code,
    ).toBe('request-malformed');
    expect((await server.request.post(`/api/books/${id}/files`).send({})).body.code).toBe('no-files');
    expect(
      (
        await server.request
          .post(`/api/books/${id}/files`)
          .set('content-type', 'multipart/form-data; boundary=x')
          .send('--x\r\nbroken')
      ).status,
    ).toBeLessThan(500);
    expect((await server.request.get('/api/health')).body.ok).toBe(true);
  });

  it('only this machine may ask', async () => {
    expect((await server.request.get('/api/health').set('Host', 'elsewhere.example')).body.code).toBe('host-refused');
    expect((await server.request.get('/api/health').set('Origin', 'https://elsewhere.example')).body.code).toBe(
      'origin-refused',
    );
    expect((await server.request.get('/api/health')).headers['content-security-policy']).toContain(
      "default-src 'self'",
    );
  });
});

describe('what the maker has set', () => {
  it('is nothing at first, then kept for every window; what is no currency changes nothing', async () => {
    const kept = async () => (await server.request.get('/api/settings')).body as unknown;
    expect(await kept()).toBeNull();
    const settings = { unit: 'in', currency: 'EUR', tab: 12_000_000 };
    await server.request.post('/api/settings').send(settings);
    expect(await kept()).toEqual(settings);
    const refused = await server.request.post('/api/settings').send({ ...settings, currency: 'euros' });
    expect(refused.status).toBe(400);
    expect(await kept()).toEqual(settings);
  });
});

describe('the database', () => {
  it('has just the tables that the entities describe', async () => {
    expect((await server.orm.schema.getUpdateSchemaSQL({ wrap: false })).trim()).toBe('');
  });
  it('waits for the disk', async () => {
    const rows = async (pragma: string) =>
      (await server.orm.em.getConnection().execute(`pragma ${pragma}`)) as unknown as readonly object[];
    expect(Object.values((await rows('journal_mode'))[0]!)).toEqual(['wal']);
    expect(Object.values((await rows('synchronous'))[0]!)).toEqual([2]);
    expect(Object.values((await rows('foreign_keys'))[0]!)).toEqual([1]);
  });
});
