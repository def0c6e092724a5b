import { existsSync, readdirSync, readFileSync, rmSync, symlinkSync, unlinkSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import sharp from 'sharp';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { BookAnswer, SafekeepingAnswer } from '@eight-up/core/contract/answers';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';

let server: UnderTest;
beforeEach(async () => {
  server = await serverUnderTest();
});
afterEach(() => server.close());

const picture = (hue: number) =>
  sharp({ create: { width: 60, height: 80, channels: 3, background: { r: hue, g: 90, b: 20 } } })
    .jpeg()
    .toBuffer();
const rename = (id: string, expected: number, title: string) =>
  server.request
    .post(`/api/books/${id}/revisions`)
    .send({ expect: expected, window: 'w', command: { kind: 'rename', title } });
const post = async (address: string, body: object = {}): Promise<SafekeepingAnswer> => {
  const answer = await server.request.post(`/api/safekeeping${address}`).send(body);
  if (answer.status >= 400) throw new Error(answer.text);
  return answer.body as SafekeepingAnswer;
};
const state = async () => (await server.request.get('/api/safekeeping')).body as SafekeepingAnswer;
const titles = async (of = server): Promise<readonly string[]> =>
  (await of.request.get('/api/books')).body.books.map(({ book }: BookAnswer) => book.title);
const original = (asset: string) => path.join(server.dataFolder, 'originals', asset.slice(0, 2), asset);
async function checked() {
  await post('/check');
  for (;;) {
    const { check } = await state();
    if (!check.running && check.last) return check.last;
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}

describe('backups', () => {
  it('say what they hold, are restored with every picture and change, and the present is backed up first', async () => {
    const { id } = await server.newBook();
    const sent = await server.upload(id, [['heron.jpg', await picture(40)]]);
    await rename(id, sent.body.revision, 'Heron');
    const { backups } = await post('/backups');
    expect(backups).toMatchObject([
      { why: 'asked', holds: { books: ['Heron'], changes: 2, originals: 1, inBin: 0, papers: 0, printers: 0 } },
    ]);
    await rename(id, 2, 'Heron, spoilt');
    await server.request.post(`/api/books/${id}/bin`).send({});
    // The emptied bin leaves the picture: a kept backup names it.
    expect((await server.request.post('/api/bin/empty').send({})).body).toEqual({ books: 1, originals: 0 });
    const other = await server.newBook();
    await rename(other.id, 0, 'Made since');

    const after = await post('/restore', { name: backups[0]!.name });
    expect(await titles()).toEqual(['Heron']);
    expect(after.backups.map(({ why, holds }) => [why, holds?.books])).toEqual([
      ['before-restoring', ['Made since']],
      ['asked', ['Heron']],
    ]);
    expect((await server.bytes(`/api/books/${id}/print.pdf`)).length).toBeGreaterThan(500);
    const undone = await server.request.post(`/api/books/${id}/undo`).send({ expect: 2, window: 'w' });
    expect(undone.body.book.title).toBe('Under test');
    // And back again: nothing of what was made since is lost either.
    await post('/restore', { name: after.backups[0]!.name });
    expect(await titles()).toEqual(['Made since']);
  });

  it('are not made twice of the same, and one that is torn is said to be and changes nothing', async () => {
    const { id } = await server.newBook();
    await server.safekeeping.backUp('start', true);
    await server.safekeeping.backUp('daily', true);
    expect((await state()).backups).toHaveLength(1);
    await rename(id, 0, 'Changed');
    await server.safekeeping.backUp('daily', true);
    const [newest] = (await state()).backups;
    const file = path.join(server.dataFolder, 'backups', newest!.name);
    writeFileSync(file, readFileSync(file).subarray(0, 6000));
    const refused = await server.request.post('/api/safekeeping/restore').send({ name: newest!.name });
    expect([refused.status, refused.body.code]).toEqual([422, 'backup-unreadable']);
    expect((await state()).backups).toHaveLength(2);
    expect(await titles()).toEqual(['Changed']);
    const none = await server.request.post('/api/safekeeping/restore').send({ name: '../eight-up.sqlite' });
    expect([none.status, none.body.code]).toEqual([404, 'backup-not-found']);
  });

  it('that cannot be made are told on the screen, until one is', async () => {
    await server.newBook();
    const folder = path.join(server.dataFolder, 'backups');
    writeFileSync(folder, 'a file where the folder should be');
    const failed = new Promise((resolve) => server.safekeeping.begin(resolve));
    await failed;
    expect((await state()).trouble).toMatch(/^The data folder cannot be read or written any more\..*\.$/);
    unlinkSync(folder);
    expect((await post('/backups')).trouble).toBe(null);
  });

  it('that are gone by the time they are read are as if they had never been listed, and nothing takes their place', async () => {
    const { id } = await server.newBook();
    await server.upload(id, [['heron.jpg', await picture(40)]]);
    const { backups } = await post('/backups');
    // A name in the folder behind which there is no file: what pruning leaves between the listing and the reading.
    const [gone, behind] = [
      path.join(server.dataFolder, 'backups', '2020-01-01T00-00-00.000Z.sqlite'),
      'nowhere.sqlite',
    ];
    symlinkSync(behind, gone);
    expect((await state()).backups).toEqual(backups);
    await server.request.post(`/api/books/${id}/bin`).send({});
    expect((await server.request.post('/api/bin/empty').send({})).body).toEqual({ books: 1, originals: 0 });
    expect(await checked()).toMatchObject({ findings: [] });
    expect(existsSync(path.join(server.dataFolder, 'backups', behind))).toBe(false);
  });

  it('half made by a killed server are cleared away and never offered', async () => {
    await server.newBook();
    await post('/backups');
    const folder = path.join(server.dataFolder, 'backups');
    writeFileSync(path.join(folder, '2026-01-01T00-00-00.000Z.sqlite.making'), 'half');
    await post('/backups');
    expect(readdirSync(folder).some((name) => name.includes('making'))).toBe(false);
    expect((await state()).backups).toHaveLength(2);
  });
});

describe('the check of the folder', () => {
  it('finds nothing in a sound one', async () => {
    const { id } = await server.newBook();
    await server.upload(id, [['a.jpg', await picture(10)]]);
    await rename(id, 1, 'Sound');
    expect(await checked()).toMatchObject({ originals: 1, books: 1, changes: 2, findings: [] });
  });

  it('finds damaged, missing and unlisted pictures, says where they are used, and mends what it can', async () => {
    const { id } = await server.newBook();
    const sent = await server.upload(id, [
      ['1 torn.jpg', await picture(10)],
      ['2 gone.jpg', await picture(90)],
      ['3 unlisted.jpg', await picture(170)],
    ]);
    const [torn, gone, unlisted] = sent.body.taken.map(({ asset }) => asset) as [string, string, string];
    writeFileSync(original(torn), 'moths');
    unlinkSync(original(gone));
    await server.orm.em.fork().execute('delete from asset where id = ?', [unlisted]);
    const { findings } = await checked();
    const uses = (name: string) => [{ title: 'Under test', name }];
    expect(findings).toHaveLength(3);
    expect(findings).toEqual(
      expect.arrayContaining([
        { code: 'original-damaged', asset: torn, uses: uses('1 torn.jpg') },
        { code: 'original-missing', asset: gone, uses: uses('2 gone.jpg') },
        { code: 'original-unlisted', asset: unlisted, mended: true },
      ]),
    );
    // The damaged one is out of the way, not thrown away; dropped in again, the book is whole.
    expect(existsSync(path.join(server.dataFolder, 'damaged', torn))).toBe(true);
    await server.upload(id, [
      ['1 torn.jpg', await picture(10)],
      ['2 gone.jpg', await picture(90)],
    ]);
    expect((await checked()).findings).toEqual([]);
    expect((await server.bytes(`/api/books/${id}/print.pdf`)).length).toBeGreaterThan(500);
  });

  it('mends a torn document from a backup and the changes since, and names a history that does not lead to its book', async () => {
    const { id } = await server.newBook();
    await rename(id, 0, 'One');
    await post('/backups');
    await rename(id, 1, 'Two');
    await rename(id, 2, 'Three');
    const before = (await server.request.get(`/api/books/${id}`)).body as BookAnswer;
    const run = (sql: string) => server.orm.em.fork().execute(sql, [id]);
    await run('update book set doc = substr(doc, 1, 90) where id = ?');
    expect((await checked()).findings).toEqual([{ code: 'document-damaged', book: id, title: 'Three', mended: true }]);
    expect((await server.request.get(`/api/books/${id}`)).body.book).toEqual(before.book);
    await run(`update revision set inverse = '{"kind":"rename","title":"Never"}' where n = 2 and book_id = ?`);
    expect((await checked()).findings).toMatchObject([{ code: 'history-broken', title: 'Three', before: 1 }]);
    await run('update revision set command = \'{"kind"\' where n = 3 and book_id = ?');
    expect((await checked()).findings).toMatchObject([{ code: 'history-broken', title: 'Three', before: 3 }]);
  });
});

describe('beside makers at work', () => {
  it('a check finds nothing wrong in books that change while it looks', async () => {
    const books = await Promise.all([1, 2, 3, 4].map(() => server.newBook()));
    let looking = true;
    const working = books.map(async ({ id }) => {
      for (let n = 0; looking; n++) await rename(id, n, `change ${n}`);
    });
    for (let round = 0; round < 3; round++) expect((await checked()).findings).toEqual([]);
    looking = false;
    await Promise.all(working);
  });

  it('no change that was acknowledged is missing from the backup made before another state was taken up', async () => {
    const { id } = await server.newBook();
    const { backups } = await post('/backups');
    let acknowledged = 0;
    const working = (async () => {
      for (;;) {
        const { status } = await rename(id, acknowledged, `change ${acknowledged + 1}`);
        if (status !== 200) return;
        acknowledged++;
      }
    })();
    while (acknowledged < 5) await new Promise((resolve) => setTimeout(resolve, 5));
    const { backups: after } = await post('/restore', { name: backups[0]!.name });
    await working;
    await post('/restore', { name: after[0]!.name });
    expect((await server.request.get(`/api/books/${id}`)).body.revision).toBe(acknowledged);
  });

  it('a check that fails is told, and ends nothing else', async () => {
    await server.newBook();
    rmSync(path.join(server.dataFolder, 'originals'), { recursive: true });
    await post('/check');
    for (;;) {
      const { check } = await state();
      if (check.running) continue;
      expect(check.failed).toMatch(/^The data folder cannot be read or written any more\..*\.$/);
      break;
    }
    expect((await server.request.get('/api/health')).status).toBe(200);
  });

  it('a picture that only the history names is looked after too', async () => {
    const { id } = await server.newBook();
    const sent = await server.upload(id, [
      ['a.jpg', await picture(20)],
      ['b.jpg', await picture(60)],
    ]);
    await server.request.post(`/api/books/${id}/undo`).send({ expect: sent.body.revision, window: 'w' });
    const [unlisted, gone] = sent.body.taken.map(({ asset }) => asset) as [string, string];
    await server.orm.em.fork().execute('delete from asset where id = ?', [unlisted]);
    unlinkSync(original(gone));
    expect((await checked()).findings).toEqual(
      expect.arrayContaining([
        { code: 'original-unlisted', asset: unlisted, mended: true },
        { code: 'original-missing', asset: gone, uses: [] },
      ]),
    );
  });
});

describe('everything as one file', () => {
  it('goes to another machine: books, histories, papers, pictures; what lay there is backed up', async () => {
    const { id } = await server.newBook();
    const sent = await server.upload(id, [['heron.jpg', await picture(40)]]);
    await rename(id, sent.body.revision, 'Heron');
    await server.request.post('/api/papers/starter').send({});
    const zip = await server.bytes('/api/safekeeping/everything.zip');
    const elsewhere = await serverUnderTest();
    try {
      await elsewhere.newBook();
      const taken = await elsewhere.request.post('/api/safekeeping/everything').attach('file', zip, 'everything.zip');
      expect([taken.status, taken.body.leftOut]).toEqual([200, 0]);
      expect(await titles(elsewhere)).toEqual(['Heron']);
      expect((taken.body as SafekeepingAnswer).backups[0]).toMatchObject({
        why: 'before-restoring',
        holds: { books: ['Under test'] },
      });
      const [here, there] = await Promise.all(
        [server, elsewhere].map(async ({ request }) => [
          (await request.get('/api/papers')).body,
          (await request.get(`/api/books/${id}/history`)).body,
          (await request.get(`/api/assets/${sent.body.taken[0]!.asset}/original`)).body,
        ]),
      );
      expect(there).toEqual(here);
      expect((await elsewhere.bytes(`/api/books/${id}/print.pdf`)).length).toBeGreaterThan(500);
      for (const wrong of [
        Buffer.from('PK torn'),
        zip.subarray(0, zip.length - 500),
        await server.bytes(`/api/books/${id}/book.zip`),
      ]) {
        const refused = await elsewhere.request.post('/api/safekeeping/everything').attach('file', wrong, 'x.zip');
        expect([refused.status, refused.body.code]).toEqual([422, 'backup-unreadable']);
        expect(await titles(elsewhere)).toEqual(['Heron']);
      }
    } finally {
      await elsewhere.close();
    }
  });
});

describe('a data folder that has gone while the server ran', () => {
  it('is told where files of it are asked for', async () => {
    const { id } = await server.newBook();
    rmSync(server.store.incoming, { recursive: true });
    const refused = await server.request.get(`/api/books/${id}/print.pdf`);
    expect([refused.status, refused.body.code]).toEqual([503, 'storage-gone']);
  });

  it('takes no more changes, and none is acknowledged', async () => {
    const { id } = await server.newBook();
    rmSync(path.join(server.dataFolder, 'eight-up.sqlite'));
    const refused = await rename(id, 0, 'Lost');
    expect([refused.status, refused.body.code]).toEqual([503, 'storage-gone']);
  });
});
