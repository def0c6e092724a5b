import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BookAnswer, HistoryAnswer, ImportAnswer } from '@eight-up/core/contract/answers';
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

async function send(zip: Uint8Array): Promise<{ status: number; body: ImportAnswer }> {
  return elsewhere.request.post('/api/books/import').attach('file', Buffer.from(zip), 'some book.zip');
}
const history = async ({ request }: UnderTest, id: string) =>
  (await request.get(`/api/books/${id}/history`)).body as HistoryAnswer;

/** A book that was changed, taken back, made again, gone back to, and given names; a picture of it stands only in its history. */
async function livedBook(): Promise<BookAnswer> {
  const { id } = await here.newBook();
  const act = async (what: string, body: object) => {
    const { revision } = (await here.request.get(`/api/books/${id}`)).body as BookAnswer;
    const answer = await here.request.post(`/api/books/${id}/${what}`).send({ expect: revision, window: 'w', ...body });
    if (answer.status !== 200) throw new Error(answer.text);
  };
  const rename = (title: string) => act('revisions', { command: { kind: 'rename', title } });
  await rename('One');
  const picture = sharp({ create: { width: 50, height: 70, channels: 3, background: '#a06030' } });
  await here.upload(id, [['only before.jpg', await picture.jpeg().toBuffer()]]);
  await rename('Two');
  await act('undo', {});
  await act('redo', {});
  await act('go-back', { to: 1 });
  await act('undo', {});
  await here.request.post(`/api/books/${id}/points`).send({ n: 3, name: 'as shown to Ines' });
  await here.request.post(`/api/books/${id}/points`).send({ n: 0, name: 'bare' });
  await act('go-back', { to: 1 });
  return (await here.request.get(`/api/books/${id}`)).body as BookAnswer;
}

describe('a book file of the version before', () => {
  it('comes whole, with its history in the words of today: every state is there, all of it can be undone', async () => {
    const kept = readFileSync(new URL('../../test/book-files/version-5.zip', import.meta.url));
    const taken = await send(kept);
    expect([taken.status, taken.body.notes, taken.body.revision]).toEqual([201, [], 21]);
    const { id } = taken.body;
    const titleAt = async (n: number) =>
      ((await elsewhere.request.get(`/api/books/${id}/at/${n}`)).body as BookAnswer).book.title;
    expect([await titleAt(0), await titleAt(21)]).toEqual(['Under test', 'Eight tides']);
    expect((await history(elsewhere, id)).entries.find(({ name }) => name)?.name).toBe('as a slit book');
    let book: BookAnswer = taken.body;
    for (; book.canUndo;) {
      const undone = await elsewhere.request.post(`/api/books/${id}/undo`).send({ expect: book.revision, window: 'w' });
      expect(undone.status).toBe(200);
      book = undone.body as BookAnswer;
    }
    expect(book.book).toEqual(((await elsewhere.request.get(`/api/books/${id}/at/0`)).body as BookAnswer).book);
  });

  it('of which documents had one version for all comes so too: its pieces say from which paper they are cut', async () => {
    const taken = await send(readFileSync(new URL('../../test/book-files/version-6.zip', import.meta.url)));
    expect([taken.status, taken.body.notes, taken.body.revision]).toEqual([201, [], 6]);
    let book: BookAnswer = taken.body;
    const pieces = ({ book: { kit } }: BookAnswer) => kit.pieces.map(({ on, from }) => [on, from]);
    expect(pieces(book)).toEqual([
      ['text', 'text'],
      ['board', 'board'],
    ]);
    expect((await history(elsewhere, book.id)).entries.find(({ name }) => name)?.name).toBe('with its boards');
    for (; book.canUndo;)
      book = (await elsewhere.request.post(`/api/books/${book.id}/undo`).send({ expect: book.revision, window: 'w' }))
        .body as BookAnswer;
    expect([book.book.title, book.book.pages.some(({ content }) => content)]).toEqual(['Under test', false]);
    for (; book.canRedo;)
      book = (await elsewhere.request.post(`/api/books/${book.id}/redo`).send({ expect: book.revision, window: 'w' }))
        .body as BookAnswer;
    expect([book.book.title, pieces(book).length]).toEqual(['Eight tides', 2]);
  });

  it('whose forms had fewer settings comes so too: what is new stands in every state as it was made', async () => {
    const taken = await send(readFileSync(new URL('../../test/book-files/version-7.zip', import.meta.url)));
    expect([taken.status, taken.body.notes, taken.body.revision]).toEqual([201, [], 9]);
    const seen: unknown[] = [];
    let book: BookAnswer = taken.body;
    for (; book.canUndo;) {
      const { id, parameters } = book.book.form;
      seen.push([id, parameters.backs, parameters.endpapers]);
      book = (await elsewhere.request.post(`/api/books/${book.id}/undo`).send({ expect: book.revision, window: 'w' }))
        .body as BookAnswer;
    }
    const concertina = ['concertina', undefined, 'none'];
    const meander = ['meander-book', 'turns', undefined];
    expect(seen).toEqual([concertina, concertina, meander, meander, meander]);
    expect(book.book.form.id).toBe('slit-book');
  });

  it('of which nobody said how it is held comes so too: every state says it, and nothing is sewn', async () => {
    const taken = await send(readFileSync(new URL('../../test/book-files/version-8.zip', import.meta.url)));
    expect([taken.status, taken.body.notes, taken.body.revision]).toEqual([201, [], 4]);
    expect((await history(elsewhere, taken.body.id)).entries.find(({ name }) => name)?.name).toBe('before it was sewn');
    let book: BookAnswer = taken.body;
    const seen = [book];
    for (; book.canUndo;) {
      book = (await elsewhere.request.post(`/api/books/${book.id}/undo`).send({ expect: book.revision, window: 'w' }))
        .body as BookAnswer;
      seen.push(book);
    }
    expect(seen.map(({ book: { binding } }) => binding.stitch)).toEqual([null, null, null, null, null]);
    expect([seen[0]!.book.title, book.book.title]).toEqual(['Twenty tides, unsewn', 'Under test']);
  });
});

describe('the history of a book in its file', () => {
  let book: BookAnswer;
  let entries: Record<string, Uint8Array>;
  beforeAll(async () => {
    book = await livedBook();
    entries = unzipSync(await here.bytes(`/api/books/${book.id}/book.zip`));
  });
  const packed = (change: Zippable = {}) => zipSync({ ...entries, ...change });

  it('comes back on another machine with its times, names, pictures, and all that can be undone', async () => {
    const taken = await send(packed());
    expect([taken.status, taken.body.notes]).toEqual([201, []]);
    expect(taken.body).toMatchObject({ revision: book.revision, canUndo: book.canUndo, canRedo: book.canRedo });
    const [was, is] = [await history(here, book.id), await history(elsewhere, taken.body.id)];
    expect(is).toEqual(was);
    expect(is.entries.map(({ name }) => name).filter(Boolean)).toEqual(['as shown to Ines', 'bare']);
    for (let n = 0; n <= book.revision; n++) {
      const at = async ({ request }: UnderTest, id: string) =>
        ((await request.get(`/api/books/${id}/at/${n}`)).body as BookAnswer).book;
      expect(await at(elsewhere, taken.body.id)).toEqual(await at(here, book.id));
    }
    // The picture that only the history names came along: taken back, the book prints with it.
    const undone = await elsewhere.request
      .post(`/api/books/${taken.body.id}/undo`)
      .send({ expect: book.revision, window: 'w' });
    expect(undone.body.book.pages[0].content.name).toBe('only before.jpg');
    expect((await elsewhere.bytes(`/api/books/${taken.body.id}/print.pdf`)).length).toBeGreaterThan(800);
  });

  it('stays at home in a plain copy', async () => {
    const plain = unzipSync(await here.bytes(`/api/books/${book.id}/book.zip?history=without`));
    expect(Object.keys(plain)).toEqual(['book.json']);
    const taken = await send(zipSync(plain));
    expect(taken.body).toMatchObject({ revision: 0, canUndo: false, notes: [] });
  });

  const lines = (change: (line: string, n: number) => string) =>
    strToU8(
      strFromU8(entries['history.ndjson']!)
        .split('\n')
        .map((line, i) => (line === '' ? line : change(line, i + 1)))
        .join('\n'),
    );
  it.each([
    ['torn', () => entries['history.ndjson']!.subarray(0, -20), 'damaged'],
    ['of no lines', () => strToU8('no JSON\n'), 'damaged'],
    ['of a later version', () => lines((line) => line.replace(/"whole":\d+/, '"whole":99')), 'damaged'],
    ['with a change missing', () => lines((line, n) => (n === 2 ? '' : line)), 'does-not-fit'],
    [
      'of another title',
      () => lines((line, n) => (n === 1 ? line.replaceAll('One', 'Another') : line)),
      'does-not-fit',
    ],
    [
      'of commands that are none',
      () =>
        lines((line, n) => (n === 2 ? line.replace(/"command":\{"kind":"\w+"/, '"command":{"kind":"explode"') : line)),
      'does-not-fit',
    ],
    [
      'that would leave a document that is none',
      () =>
        lines((line, n) =>
          n === 1
            ? line.replace(
                /"inverse":\{.*?\}\}?,"target"/,
                '"inverse":{"kind":"restore","values":{"pages":7}},"target"',
              )
            : line,
        ),
      'does-not-fit',
    ],
  ] as const)('%s is left out and that is told; the book comes all the same', async (_, torn, why) => {
    const taken = await send(packed({ 'history.ndjson': torn() }));
    expect(taken.status).toBe(201);
    expect(taken.body.notes).toEqual([{ code: 'history-left-out', why }]);
    expect(taken.body).toMatchObject({ book: book.book, revision: 0, canUndo: false });
  });
});

describe('a book file damaged on its way', () => {
  /** Turns one bit of an entry that is stored as it is. */
  function spoilt(zip: Buffer, inside: string): Buffer {
    const copy = Buffer.from(zip);
    const at = copy.indexOf(inside) + inside.length + 40;
    copy[at] = copy[at]! ^ 1;
    return copy;
  }

  it('a picture with a wrong checksum is told by its name, and left out', async () => {
    const { id } = await here.newBook();
    const picture = await sharp({ create: { width: 64, height: 64, channels: 3, background: '#123456' } })
      .jpeg()
      .toBuffer();
    const sent = await here.upload(id, [['heron.jpg', picture]]);
    const { asset } = sent.body.taken[0]!;
    const zip = await here.bytes(`/api/books/${id}/book.zip`);
    const taken = await send(spoilt(zip, `originals/${asset}`));
    expect(taken.status).toBe(201);
    expect(taken.body.notes).toEqual([{ code: 'originals-left-out', names: ['heron.jpg'] }]);
    expect((await elsewhere.request.get(`/api/assets/${asset}/original`)).status).toBe(404);
    // Whole, but not what it is named by: the same.
    const entries = unzipSync(zip);
    const other = zipSync({ ...entries, [`originals/${asset}`]: strToU8('something else') });
    expect((await send(other)).body.notes).toEqual([{ code: 'originals-left-out', names: ['heron.jpg'] }]);
  });

  it('a book with a wrong checksum is refused', async () => {
    const { id } = await here.newBook();
    const entries = unzipSync(await here.bytes(`/api/books/${id}/book.zip`));
    const stored = Buffer.from(zipSync(entries, { level: 0 }));
    const answer = (await send(spoilt(stored, '"title"'))) as unknown as { status: number; body: { problem: object } };
    expect([answer.status, answer.body.problem]).toEqual([422, { code: 'book-file-damaged', path: 'book.json' }]);
  });

  it('two names for the same bytes are refused: what is small would unpack to anything', async () => {
    const zeros = new Uint8Array(1000);
    const [one, two] = ['a', 'b'].map((text) => createHash('sha256').update(text).digest('hex'));
    const zip = Buffer.from(
      zipSync({ 'book.json': strToU8('{}'), [`originals/${one}`]: zeros, [`originals/${two}`]: zeros }, { level: 0 }),
    );
    // The directory's last entry points at the body of the one before it.
    const directory = (name: string) => zip.lastIndexOf(`originals/${name}`) - 46;
    zip.writeUInt32LE(zip.readUInt32LE(directory(one!) + 42), directory(two!) + 42);
    const answer = (await send(zip)) as unknown as { status: number; body: { problem: { code: string } } };
    expect([answer.status, answer.body.problem.code]).toEqual([422, 'book-file-body-twice']);
  });
});
