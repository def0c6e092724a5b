import { existsSync } from 'node:fs';
import path from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BookAnswer, DrawerAnswer, FilesAnswer, PrinterAnswer } from '@eight-up/core/contract/answers';
import { PLAIN_PAPER } from '@eight-up/core/paper/paper';
import { mm } from '@eight-up/core/units/nm';
import { serverUnderTest, type UnderTest } from '../test/server-under-test.ts';

let server: UnderTest;
beforeAll(async () => {
  server = await serverUnderTest();
});
afterAll(() => server.close());

const picture = (n: number) =>
  sharp({ create: { width: 40 + (n % 200), height: 40 + Math.floor(n / 200), channels: 3, background: '#805030' } })
    .jpeg()
    .toBuffer();
const original = (asset: string) => path.join(server.dataFolder, 'originals', asset.slice(0, 2), asset);
const post = (address: string, body: object = {}) => server.request.post(address).send(body);

describe('pictures on their way into a book', () => {
  it('are never swept by a bin emptied meanwhile, 20 times over', async () => {
    const { id } = await server.newBook();
    for (let round = 0; round < 20; round++) {
      // The same picture lies in a book that goes with the bin: its original is there, and about to be removed.
      const shared = await picture(round);
      const doomed = await server.newBook();
      await server.upload(doomed.id, [['shared.jpg', shared]]);
      await post(`/api/books/${doomed.id}/bin`);
      let emptying = true;
      const emptied = (async () => {
        while (emptying) await post('/api/bin/empty');
      })();
      const sent = await server.upload(id, [
        ['shared.jpg', shared],
        ['own.jpg', await picture(1000 + round)],
      ]);
      emptying = false;
      await emptied;
      expect(sent.status).toBe(200);
      for (const { asset } of sent.body.taken) {
        expect(existsSync(original(asset)), `round ${round}`).toBe(true);
        expect((await server.request.get(`/api/assets/${asset}/original`)).status).toBe(200);
      }
    }
    expect((await server.bytes(`/api/books/${id}/print.pdf`)).length).toBeGreaterThan(500);
  });

  it('of a book put back while the bin is emptied stay with it, or it is said that it is gone', async () => {
    for (let round = 0; round < 10; round++) {
      const { id } = await server.newBook();
      const { body } = await server.upload(id, [['own.jpg', await picture(3000 + round)]]);
      await post(`/api/books/${id}/bin`);
      const [back] = await Promise.all([post(`/api/books/${id}/restore`), post('/api/bin/empty')]);
      const still = await server.request.get(`/api/books/${id}`);
      expect(still.status).toBe(back.status);
      expect([200, 404]).toContain(back.status);
      expect(existsSync(original(body.taken[0]!.asset))).toBe(back.status === 200);
    }
  });

  it('of a copy made while the bin is emptied are all there, or there is no copy', async () => {
    for (let round = 0; round < 10; round++) {
      const { id } = await server.newBook();
      const { body } = await server.upload(id, [['own.jpg', await picture(4000 + round)]]);
      await post(`/api/books/${id}/bin`);
      const [copy] = await Promise.all([post(`/api/books/${id}/copy`), post('/api/bin/empty')]);
      expect([201, 404]).toContain(copy.status);
      expect(existsSync(original(body.taken[0]!.asset))).toBe(copy.status === 201);
    }
  });

  it('are still known to be on their way after a start', async () => {
    const arriving = await server.request.post('/api/assets').attach('files', await picture(5000), 'arriving.jpg');
    const other = await serverUnderTest({ dataFolder: server.dataFolder });
    await other.request.post('/api/bin/empty').send({});
    await other.pool.close();
    expect(existsSync(original((arriving.body as FilesAnswer).taken[0]!.asset))).toBe(true);
  });
});

describe('two who change the same thing', () => {
  /** Sends ten changes at once that all saw the same state: one is stored, nine are told, whatever is changed. */
  async function contest(change: (n: number, expected: number) => Promise<{ status: number }>, rounds: number) {
    for (let round = 0; round < rounds; round++) {
      const answers = await Promise.all(Array.from({ length: 10 }, (_, n) => change(n, round)));
      expect(answers.map(({ status }) => status).sort()).toEqual([200, ...Array.from({ length: 9 }, () => 409)]);
    }
  }

  it('over a book, a paper, a printer: one is stored and every other is told, 200 times over', async () => {
    const { id } = await server.newBook();
    await contest(
      (n, expected) =>
        post(`/api/books/${id}/revisions`, {
          expect: expected,
          window: `w${n}`,
          command: { kind: 'rename', title: `title ${n} of ${expected}` },
        }),
      8,
    );
    expect(((await server.request.get(`/api/books/${id}`)).body as BookAnswer).revision).toBe(8);

    const paper = { ...PLAIN_PAPER, name: 'Contested' };
    const drawer = (await post('/api/papers', { papers: [paper] })).body as DrawerAnswer;
    const paperId = drawer.papers[0]!.id;
    await contest(
      (n, expected) => post(`/api/papers/${paperId}`, { expect: expected, paper: { ...paper, price: n } }),
      6,
    );
    expect(((await server.request.get('/api/papers')).body as DrawerAnswer).revisions[paperId]).toBe(6);

    const printer = {
      name: 'Contested',
      duplex: 'long-edge',
      twoPass: null,
      unprintable: { left: mm(4), right: mm(4), top: mm(4), bottom: mm(4) },
      measured: null,
    };
    const kept = (await post('/api/printers', printer)).body as PrinterAnswer;
    await contest(
      (n, expected) =>
        post(`/api/printers/${kept.printer.id}`, { expect: expected, printer: { ...printer, name: `Printer ${n}` } }),
      6,
    );
    const refused = await post(`/api/papers/${paperId}`, { expect: 2, paper });
    expect([refused.body.code, refused.body.message]).toEqual([
      'paper-changed-elsewhere',
      '“Contested” was changed in another window. Nothing of it was overwritten; look at it as it is now.',
    ]);
  });
});

describe('what is stored of a book', () => {
  it('damaged, takes no other book with it: the shelf shows the rest, the book can be rescued', async () => {
    const [whole, torn] = [await server.newBook(), await server.newBook()];
    await post(`/api/books/${torn.id}/revisions`, {
      expect: 0,
      window: 'w',
      command: { kind: 'rename', title: 'Low Water' },
    });
    const run = (sql: string, values: readonly string[]) => server.orm.em.fork().execute(sql, [...values]);
    await run('update book set doc = substr(doc, 1, 200) where id = ?', [torn.id]);
    const shelf = (await server.request.get('/api/books')).body;
    expect(shelf.books.map(({ id }: BookAnswer) => id)).toContain(whole.id);
    expect(shelf.unreadable).toMatchObject([{ id: torn.id, title: 'Low Water' }]);
    const opened = await server.request.get(`/api/books/${torn.id}`);
    expect([opened.status, opened.body.code]).toEqual([422, 'book-unreadable']);
    const nobody = await server.request.get('/api/books/nobody/rescue.txt');
    expect([nobody.status, nobody.type]).toEqual([404, 'application/json']);
    const rescue = await server.request.get(`/api/books/${torn.id}/rescue.txt`);
    expect(rescue.text).toContain('"title":"Low Water"');
    expect(rescue.text).toMatch(/^1 change \{"kind":"rename"/m);
    for (const address of ['print.pdf', 'book.zip', 'history', 'pages.csv', 'lines.svg'])
      expect((await server.request.get(`/api/books/${torn.id}/${address}`)).status).toBe(422);
    await run('delete from book where id = ?', [torn.id]);
  });

  it('a title cut in the middle of a sign that people see as one stays whole, and prints', async () => {
    const { id } = await server.newBook();
    // Of two and of seven units each: a blind cut would go through one of them.
    for (const sign of ['🐚', '👩‍🎨', 'ก็']) {
      const { body } = await server.request.get(`/api/books/${id}`);
      const title = `x${sign.repeat(90)}`.slice(0, 1 + sign.length * Math.floor(199 / sign.length));
      await post(`/api/books/${id}/revisions`, {
        expect: body.revision,
        window: 'w',
        command: { kind: 'rename', title },
      });
      const copy = (await post(`/api/books/${id}/copy`)).body as BookAnswer;
      expect(copy.book.title).toMatch(/, a copy$/);
      expect(copy.book.title.length).toBeLessThanOrEqual(200);
      expect(
        copy.book.title
          .replace(/, a copy$/, '')
          .slice(1)
          .replaceAll(sign, ''),
      ).toBe('');
      expect((await server.bytes(`/api/books/${copy.id}/print.pdf`)).length).toBeGreaterThan(300);
    }
    const half = await post('/api/books', {
      title: 'half a shell \ud83d',
      form: 'slit-book',
      sheet: { width: mm(297), height: mm(210), fibre: 'any' },
    });
    expect(half.body.book.title).toBe('half a shell \ufffd');
    expect((await server.bytes(`/api/books/${half.body.id}/print.pdf`)).length).toBeGreaterThan(300);
  });
});
