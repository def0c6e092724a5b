import { readdirSync } from 'node:fs';
import { createHash, randomBytes } from 'node:crypto';
import path from 'node:path';
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { onPage } from '@eight-up/core/document/pages';
import { BOOK_FILE_VERSION } from '@eight-up/core/contract/book-file';
import { markedPdf } from '../../test/marked-pages.ts';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';

let here: UnderTest;
let elsewhere: UnderTest;
beforeAll(async () => {
  [here, elsewhere] = [await serverUnderTest(), await serverUnderTest()];
});
afterAll(async () => {
  await here.close();
  await elsewhere.close();
});

const send = (server: UnderTest, zip: Uint8Array) =>
  server.request.post('/api/books/import').attach('file', Buffer.from(zip), 'some book.zip');

/** A full book with originals that themselves hold zip signatures, to confuse careless readers. */
async function fullBook() {
  const book = await here.newBook('meander-book', { rows: 3, columns: 4 });
  const noise = Buffer.concat([
    randomBytes(400),
    Buffer.from('PK\x07\x08PK\x01\x02PK\x03\x04', 'latin1'),
    randomBytes(400),
  ]);
  const pictures = await Promise.all(
    [1, 2, 3].map(async (n) => {
      const jpeg = await sharp(randomBytes(60 * 40 * 3), { raw: { width: 60, height: 40, channels: 3 } })
        .jpeg()
        .toBuffer();
      // What stands after a JPEG's end belongs to the file and must survive.
      return [`${n}.jpg`, Buffer.concat([jpeg, noise])] as const;
    }),
  );
  await here.upload(book.id, [...pictures, ['pages.pdf', await markedPdf(Array.from({ length: 14 }, () => ({})))]]);
  return (await here.request.get(`/api/books/${book.id}`)).body as Awaited<ReturnType<UnderTest['newBook']>>;
}

describe('a whole book as one file', () => {
  it('comes back on another machine with nothing lost: document, originals byte for byte, print file', async () => {
    const book = await fullBook();
    const zip = await here.bytes(`/api/books/${book.id}/book.zip`);
    const taken = await send(elsewhere, zip);
    expect(taken.status, taken.text).toBe(201);
    expect(taken.body.book).toEqual(book.book);
    expect(taken.body.assets.map(({ id }: { id: string }) => id).sort()).toEqual(
      book.assets.map(({ id }) => id).sort(),
    );
    for (const { id } of book.assets) {
      expect(await elsewhere.bytes(`/api/assets/${id}/original`)).toEqual(
        await here.bytes(`/api/assets/${id}/original`),
      );
    }
    expect((await elsewhere.bytes(`/api/books/${taken.body.id}/print.pdf`)).length).toBeGreaterThan(1000);
    // And the other machine writes the same file again.
    const again = await elsewhere.bytes(`/api/books/${taken.body.id}/book.zip`);
    expect((await send(here, again)).body.book).toEqual(book.book);
    expect(readdirSync(path.join(elsewhere.dataFolder, 'incoming'))).toEqual([]);
  });

  it('is an open zip that another reader reads too', async () => {
    const book = await fullBook();
    const entries = unzipSync(await here.bytes(`/api/books/${book.id}/book.zip?history=without`));
    expect(Object.keys(entries).sort()).toEqual(
      ['book.json', ...book.assets.map(({ id }) => `originals/${id}`)].sort(),
    );
    expect(JSON.parse(strFromU8(entries['book.json']!))).toEqual({
      format: 'eight-up-book',
      version: BOOK_FILE_VERSION,
      book: book.book,
      measurements: [],
    });
    for (const { id } of book.assets) {
      expect(createHash('sha256').update(entries[`originals/${id}`]!).digest('hex')).toBe(id);
    }
  });
});

describe('a book file that is not as it should be', () => {
  let book: Awaited<ReturnType<typeof fullBook>>;
  let json: Uint8Array;
  beforeAll(async () => {
    book = await fullBook();
    json = strToU8(JSON.stringify({ format: 'eight-up-book', version: 1, book: book.book }));
  });

  const shelfSize = async () => (await elsewhere.request.get('/api/books')).body.books.length as number;
  const refused = async (zip: Uint8Array) => {
    const before = await shelfSize();
    const answer = await send(elsewhere, zip);
    expect(answer.status, answer.text).toBe(422);
    expect(answer.body.message).toMatch(/^[A-Z].*\.$/);
    expect(await shelfSize()).toBe(before);
    expect(readdirSync(path.join(elsewhere.dataFolder, 'incoming'))).toEqual([]);
    return answer.body.problem;
  };
  const withBook = (more: Zippable = {}): Uint8Array => zipSync({ 'book.json': json, ...more });

  it('opens with gaps shown where originals are missing or are not what they claim', async () => {
    const first = book.book.pages[0]!.content!.asset;
    const answer = await send(elsewhere, withBook({ [`originals/${first}`]: strToU8('something else') }));
    expect(answer.status).toBe(201);
    expect(answer.body.book.pages).toEqual(book.book.pages);
  });

  it('is refused when it is no zip, is cut short, or holds no book', async () => {
    expect(await refused(strToU8('not a zip at all'))).toEqual({ code: 'book-file-not-a-zip' });
    expect(await refused(new Uint8Array())).toEqual({ code: 'book-file-not-a-zip' });
    const whole = await here.bytes(`/api/books/${book.id}/book.zip`);
    expect(await refused(whole.subarray(0, whole.length - 200))).toEqual({ code: 'book-file-cut-short' });
    expect(await refused(zipSync({ 'readme.txt': strToU8('hello') }))).toEqual({ code: 'book-file-without-book' });
  });

  it('of version 1 opens in today’s shape', async () => {
    const content = { asset: 'a'.repeat(64), page: 0, name: 'x.jpg', fit: 'fill' };
    const { book: now } = await here.newBook('slit-book');
    const old = {
      version: 1,
      title: 'From the first version',
      form: now.form,
      sheet: now.sheet,
      numbering: 'covers-apart',
      pages: [content, ...Array.from({ length: 7 }, () => null)],
      tray: [content],
      printing: { unprintable: now.printing.unprintable, margin: 'shrink' },
    };
    const file = strToU8(JSON.stringify({ format: 'eight-up-book', version: 1, book: old }));
    const answer = await send(elsewhere, zipSync({ 'book.json': file }));
    expect(answer.status, answer.text).toBe(201);
    expect(answer.body.book).toEqual({
      ...now,
      title: old.title,
      numbering: old.numbering,
      pages: old.pages.map(onPage as never),
      tray: [onPage(content as never)],
      printing: { ...now.printing, margin: 'shrink' },
    });
  });

  it('says which later version it is from', async () => {
    const later = strToU8(
      JSON.stringify({ format: 'eight-up-book', version: BOOK_FILE_VERSION + 1, book: { anything: true } }),
    );
    expect(await refused(zipSync({ 'book.json': later }))).toEqual({
      code: 'book-file-of-later-version',
      version: BOOK_FILE_VERSION + 1,
      known: BOOK_FILE_VERSION,
    });
  });

  it('says where it cannot be read', async () => {
    expect(await refused(zipSync({ 'book.json': strToU8('{"format":') }))).toMatchObject({
      code: 'book-file-unreadable',
      where: 'book.json',
    });
    const wrong = { format: 'eight-up-book', version: 1, book: { ...book.book, pages: 'many' } };
    expect(await refused(zipSync({ 'book.json': strToU8(JSON.stringify(wrong)) }))).toMatchObject({
      code: 'book-file-unreadable',
      where: 'book.pages',
    });
  });

  it.each(['../../climbs.txt', '/etc/absolute'])('is refused with a path that leads outside: %s', async (name) => {
    expect(await refused(withBook({ [name]: strToU8('x') }))).toMatchObject({ code: 'book-file-path-outside' });
  });

  it('is refused when an entry swells a thousandfold', async () => {
    const zeros = new Uint8Array(40 * 1024 * 1024);
    const name = `originals/${createHash('sha256').update(zeros).digest('hex')}`;
    expect(await refused(withBook({ [name]: zeros }))).toEqual({ code: 'book-file-swells', path: name });
  });

  it('is refused when it holds a name twice', async () => {
    // Two entries of one length, the second renamed in place, in its own header and in the directory.
    const zip = Buffer.from(zipSync({ 'book.json': json, 'bool.json': strToU8('x') }, { level: 0 }));
    for (let at = zip.indexOf('bool.json'); at >= 0; at = zip.indexOf('bool.json'))
      zip.write('book.json', at, 'latin1');
    expect(await refused(zip)).toEqual({ code: 'book-file-name-twice', path: 'book.json' });
  });
});
