import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Command } from '@eight-up/core/book/command';
import { applyStored } from '@eight-up/core/book/patch';
import { FITS, ROLES } from '@eight-up/core/document/pages';
import type { BookDocument } from '@eight-up/core/document/document';
import type { HistoryAnswer } from '@eight-up/core/contract/answers';
import { RevisionRow } from '../db/entities.ts';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';

let server: UnderTest;
beforeAll(async () => {
  server = await serverUnderTest();
});
afterAll(() => server.close());

const post = async (address: string, body: object) => {
  const answer = await server.request.post(address).send(body);
  if (answer.status >= 400) throw new Error(`${address}: ${answer.text}`);
  return answer.body;
};
const page = fc.integer({ min: 0, max: 7 });
const content = { asset: 'a'.repeat(64), page: 0, name: 'x.jpg', fit: 'fit' as const };
const command: fc.Arbitrary<Command> = fc.oneof(
  fc.record({
    kind: fc.constant('rename' as const),
    title: fc.string({ minLength: 1 }).filter((t) => t.trim() !== ''),
  }),
  fc.constant({ kind: 'place' as const, contents: [content, content] }),
  fc.record({ kind: fc.constant('swap' as const), one: page, other: page }),
  fc.record({ kind: fc.constant('move' as const), from: page, to: page }),
  fc.record({ kind: fc.constant('insert' as const), at: page }),
  fc.record({ kind: fc.constant('take-out' as const), page }),
  fc.record({ kind: fc.constant('set-fit' as const), pages: fc.tuple(page), fit: fc.constantFrom(...FITS) }),
  fc.record({ kind: fc.constant('say' as const), page, words: fc.record({ role: fc.constantFrom(null, ...ROLES) }) }),
);
type Act = Command | 'undo' | 'redo';

/** Does a sequence of things to a new book, and gives back the document after each revision. */
async function lived(acts: readonly Act[]) {
  const { id, book } = await server.newBook();
  const states: BookDocument[] = [book];
  for (const act of acts) {
    const author = { expect: states.length - 1, window: 'w' };
    const answer =
      typeof act === 'string'
        ? await server.request.post(`/api/books/${id}/${act}`).send(author)
        : await server.request.post(`/api/books/${id}/revisions`).send({ ...author, command: act });
    if (answer.status === 200) states.push(answer.body.book);
    else expect(answer.status).toBeLessThan(500);
  }
  return { id, states };
}
const acts = fc.array(fc.oneof({ weight: 5, arbitrary: command }, fc.constantFrom('undo' as const, 'redo' as const)), {
  maxLength: 30,
});

describe('the history of a book', () => {
  it('replayed gives the document, and every state of it can be had again', async () => {
    await fc.assert(
      fc.asyncProperty(acts, async (list) => {
        const { id, states } = await lived(list);
        const rows = await server.orm.em.fork().find(RevisionRow, { bookId: id }, { orderBy: { n: 'asc' } });
        const replayed = rows.reduce((doc, row) => {
          const applied = applyStored(doc, row.command);
          if (!applied.ok) throw new Error(applied.problem.code);
          return applied.value.book;
        }, states[0]!);
        expect(replayed).toEqual(states[states.length - 1]);
        for (const [n, state] of states.entries())
          expect((await server.request.get(`/api/books/${id}/at/${n}`)).body.book).toEqual(state);
      }),
      { numRuns: 12 },
    );
  });

  it('changes of one act are taken back and made again as one, whatever lies round them', async () => {
    const made = fc.tuple(command, fc.constantFrom(undefined, 'first', 'second'));
    const list = fc.array(fc.oneof({ weight: 4, arbitrary: made }, fc.constantFrom('undo' as const, 'redo' as const)), {
      maxLength: 25,
    });
    await fc.assert(
      fc.asyncProperty(list, async (steps) => {
        const { id, book } = await server.newBook();
        let now: BookDocument = book;
        // What undo and redo lead to: of one act that goes on, the state before its first change.
        let done: { readonly act: string | undefined; readonly before: BookDocument }[] = [];
        let undone: { readonly act: string | undefined; readonly after: BookDocument }[] = [];
        let n = 0;
        for (const step of steps) {
          const author = { expect: n, window: 'w' };
          const answer =
            typeof step === 'string'
              ? await server.request.post(`/api/books/${id}/${step}`).send(author)
              : await server.request
                  .post(`/api/books/${id}/revisions`)
                  .send({ ...author, command: step[0], act: step[1] });
          if (answer.status !== 200) {
            expect(answer.status).toBeLessThan(500);
            if (step === 'undo') expect(done).toEqual([]);
            if (step === 'redo') expect(undone).toEqual([]);
            continue;
          }
          n++;
          const after = answer.body.book as BookDocument;
          if (step === 'undo') {
            const { act, before } = done.pop()!;
            undone.push({ act, after: now });
            expect(after).toEqual(before);
          } else if (step === 'redo') {
            const { act, after: wanted } = undone.pop()!;
            done.push({ act, before: now });
            expect(after).toEqual(wanted);
          } else {
            const [, act] = step;
            undone = [];
            if (act === undefined || done.at(-1)?.act !== act) done = [...done, { act, before: now }];
          }
          now = after;
        }
      }),
      { numRuns: 40 },
    );
  });

  it('goes back to any state without losing what came after; undo brings that back', async () => {
    const { id, states } = await lived([
      { kind: 'rename', title: 'One' },
      { kind: 'rename', title: 'Two' },
      { kind: 'say', page: 2, words: { note: 'the heron lands' } },
      'undo',
      { kind: 'rename', title: 'Three' },
    ]);
    const newest = states.length - 1;
    const back = await post(`/api/books/${id}/go-back`, { expect: newest, window: 'w', to: 1 });
    expect([back.revision, back.book]).toEqual([newest + 1, states[1]]);
    expect((await server.request.get(`/api/books/${id}/at/3`)).body.book.pages[2].note).toBe('the heron lands');
    const undone = await post(`/api/books/${id}/undo`, { expect: newest + 1, window: 'w' });
    expect(undone.book).toEqual(states[newest]);
    const redone = await post(`/api/books/${id}/redo`, { expect: newest + 2, window: 'w' });
    expect(redone.book).toEqual(states[1]);
  });

  it('lists every change with its time and its words, in pages, the making of the book last', async () => {
    const { id } = await lived(
      Array.from({ length: 25 }, (_, i) => ({ kind: 'rename' as const, title: `No. ${i + 1}` })),
    );
    const first = (await server.request.get(`/api/books/${id}/history?limit=10`)).body as HistoryAnswer;
    expect(first.entries.map(({ n }) => n)).toEqual([25, 24, 23, 22, 21, 20, 19, 18, 17, 16]);
    expect(first.entries[0]).toMatchObject({ kind: 'change', change: { kind: 'rename', text: 'No. 25' }, window: 'w' });
    expect(Date.parse(first.entries[0]!.at)).toBeGreaterThan(Date.now() - 60_000);
    const numbers: number[] = [];
    for (let before: number | null = 26; before !== null;) {
      const { entries, older } = (await server.request.get(`/api/books/${id}/history?limit=10&before=${before}`))
        .body as HistoryAnswer;
      numbers.push(...entries.map(({ n }) => n));
      before = older;
    }
    expect(numbers).toEqual(Array.from({ length: 26 }, (_, i) => 25 - i));
  });

  it('names states, renames them and takes the name off', async () => {
    const { id } = await lived([{ kind: 'rename', title: 'One' }]);
    const named = async () =>
      ((await server.request.get(`/api/books/${id}/history`)).body as HistoryAnswer).entries.map(({ name }) => name);
    await post(`/api/books/${id}/points`, { n: 1, name: 'as shown to Ines' });
    await post(`/api/books/${id}/points`, { n: 0, name: 'bare' });
    expect(await named()).toEqual(['as shown to Ines', 'bare']);
    await post(`/api/books/${id}/points`, { n: 1, name: 'as printed' });
    await post(`/api/books/${id}/points`, { n: 0, name: '' });
    expect(await named()).toEqual(['as printed', null]);
  });

  it.each([
    ['go-back', { expect: 0, window: 'w', to: 9 }, 404, 'no-such-revision'],
    ['go-back', { expect: 3, window: 'w', to: 0 }, 409, 'book-changed-elsewhere'],
    ['points', { n: 9, name: 'x' }, 404, 'no-such-revision'],
    ['copy', { from: 9 }, 404, 'no-such-revision'],
    ['copy', { with: [{ kind: 'swap', one: 0, other: 99 }] }, 422, 'command-impossible'],
    ['copy', { as: 'forgery' }, 400, 'request-malformed'],
  ])('%s %j is refused with %i', async (what, body, status, code) => {
    const { id } = await server.newBook();
    const answer = await server.request.post(`/api/books/${id}/${what}`).send(body);
    expect([answer.status, answer.body.code]).toEqual([status, code]);
  });
});

describe('copies', () => {
  it('keep what a window showed, with its unsaved changes, as a book of their own', async () => {
    const { id, states } = await lived([
      { kind: 'rename', title: 'Seen here' },
      { kind: 'rename', title: 'Changed elsewhere' },
    ]);
    const copy = await post(`/api/books/${id}/copy`, {
      from: 1,
      with: [{ kind: 'say', page: 0, words: { note: 'unsaved' } }],
    });
    expect([copy.book.title, copy.book.pages[0].note]).toEqual(['Seen here, a copy', 'unsaved']);
    expect((await server.request.get(`/api/books/${id}`)).body.book).toEqual(states[2]);
  });

  it('as a new edition keep the title and count on', async () => {
    const { id } = await server.newBook();
    const second = await post(`/api/books/${id}/copy`, { as: 'edition' });
    const third = await post(`/api/books/${second.id}/copy`, { as: 'edition' });
    expect([third.book.title, third.book.edition, third.revision]).toEqual(['Under test', 3, 0]);
  });
});
