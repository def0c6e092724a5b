import { existsSync } from 'node:fs';
import path from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { namedIn } from './named.ts';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';

let server: UnderTest;
beforeAll(async () => {
  server = await serverUnderTest();
});
afterAll(() => server.close());

const picture = (hue: number) =>
  sharp({ create: { width: 80, height: 80, channels: 3, background: { r: hue, g: 90, b: 20 } } })
    .jpeg()
    .toBuffer();
const original = (asset: string) => path.join(server.dataFolder, 'originals', asset.slice(0, 2), asset);
const ids = async (address: string): Promise<readonly string[]> =>
  (await server.request.get(address)).body.books.map(({ id }: { id: string }) => id);

describe('the bin', () => {
  it('takes a book off the shelf and gives it back with all its history', async () => {
    const { id } = await server.newBook();
    await server.request
      .post(`/api/books/${id}/revisions`)
      .send({ expect: 0, window: 'w', command: { kind: 'rename', title: 'Renamed' } });
    await server.request.post(`/api/books/${id}/bin`).send({});
    expect(await ids('/api/books')).not.toContain(id);
    expect(await ids('/api/bin')).toContain(id);
    const restored = await server.request.post(`/api/books/${id}/restore`).send({});
    expect(restored.body).toMatchObject({ revision: 1, canUndo: true, book: { title: 'Renamed' } });
    expect(await ids('/api/books')).toContain(id);
    expect((await server.request.post(`/api/books/${id}/undo`).send({ expect: 1, window: 'w' })).status).toBe(200);
  });

  it('emptied removes just what nothing else refers to: shared originals, and those that undo could bring back, stay', async () => {
    const [gone, kept] = [await server.newBook(), await server.newBook()];
    const [shared, own, undone] = await Promise.all([1, 2, 3].map((n) => picture(n * 60)));
    const first = await server.upload(gone.id, [
      ['shared.jpg', shared!],
      ['own.jpg', own!],
    ]);
    const second = await server.upload(kept.id, [['shared.jpg', shared!]]);
    const third = await server.upload(kept.id, [['undone.jpg', undone!]]);
    const assets = [...first.body.book.pages, ...third.body.book.pages].flatMap(({ content }) =>
      content ? [[content.name, content.asset] as const] : [],
    );
    const assetOf = (name: string) => assets.find(([named]) => named === name)![1];
    // Undone, the picture stands on no page; only the revisions know it.
    await server.request.post(`/api/books/${kept.id}/undo`).send({ expect: second.body.revision + 1, window: 'w' });

    await server.request.post(`/api/books/${gone.id}/bin`).send({});
    const emptied = await server.request.post('/api/bin/empty').send({});
    expect(emptied.body).toEqual({ books: 1, originals: 1 });
    expect(existsSync(original(assetOf('own.jpg')))).toBe(false);
    expect(existsSync(original(assetOf('shared.jpg')))).toBe(true);
    expect(existsSync(original(assetOf('undone.jpg')))).toBe(true);
    expect((await server.request.get(`/api/books/${gone.id}`)).body.code).toBe('book-not-found');
    expect(
      (await server.request.post(`/api/books/${kept.id}/redo`).send({ expect: 3, window: 'w' })).body.book.pages[1]
        .content.name,
    ).toBe('undone.jpg');
    expect((await server.request.post('/api/bin/empty').send({})).body).toEqual({ books: 0, originals: 0 });
  });

  it('knows every original that any book, change or inverse names, whichever way it came there', async () => {
    const book = await server.newBook();
    const act = async (what: string, body: object = {}) => {
      const { revision } = (await server.request.get(`/api/books/${book.id}`)).body as { revision: number };
      const answer = await server.request
        .post(`/api/books/${book.id}/${what}`)
        .send({ expect: revision, window: 'w', ...body });
      expect(answer.status, answer.text).toBeLessThan(300);
    };
    await server.upload(book.id, [
      ['one.jpg', await picture(10)],
      ['two.jpg', await picture(20)],
    ]);
    await act('revisions', { command: { kind: 'clear', page: 0 } });
    await act('revisions', { command: { kind: 'discard', tray: 0 } });
    await act('undo');
    await act('redo');
    await act('go-back', { to: 1 });
    await server.request.post(`/api/books/${book.id}/copy`).send({ from: 1 });
    const zip = await server.bytes(`/api/books/${book.id}/book.zip`);
    expect((await server.request.post('/api/books/import').attach('file', zip, 'book.zip')).status).toBe(201);
    const em = server.orm.em.fork();
    const stored = await em.execute<{ book: string; stored: string }[]>(
      'select id as book, doc as stored from book union all select book_id, command || inverse from revision',
    );
    const said = stored.flatMap(({ book: of, stored: text }) => namedIn(text).map((id) => `${of} ${id}`));
    const noted = await em.execute<{ one: string }[]>("select book_id || ' ' || asset_id as one from named_original");
    expect(new Set(noted.map(({ one }) => one))).toEqual(new Set(said));
  });

  it('spares an original that was just received and that no book names yet', async () => {
    const arriving = await server.request.post('/api/assets').attach('files', await picture(111), 'arriving.jpg');
    expect(arriving.body.contents).toMatchObject([{ name: 'arriving.jpg', fit: 'fit', page: 0 }]);
    expect((await server.request.post('/api/bin/empty').send({})).body.originals).toBe(0);
    expect(existsSync(original(arriving.body.contents[0].asset))).toBe(true);
  });
});
