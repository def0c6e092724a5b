import { afterAll, beforeAll, expect, it } from 'vitest';
import type { DrawerAnswer, JointPlanAnswer } from '@eight-up/core/contract/answers';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';

let server: UnderTest;
beforeAll(async () => {
  server = await serverUnderTest();
});
afterAll(() => server.close());

const nm = (mm: number) => mm * 1_000_000;
const begun = async (title: string, width: number, height: number): Promise<string> => {
  const { body } = await server.request.post('/api/books').send({
    title,
    form: 'concertina',
    parameters: { panels: 8, panelWidth: nm(width), panelHeight: nm(height), side: 'anywhere' },
    sheet: { width: nm(420), height: nm(297), fibre: 'along-height' },
  });
  return body.id as string;
};
const said = async (id: string, expected: number, command: object) => {
  const answer = await server.request
    .post(`/api/books/${id}/revisions`)
    .send({ expect: expected, window: 'test', command });
  expect(answer.status, answer.text).toBe(200);
};
const drawer = async () => (await server.request.get('/api/papers')).body as DrawerAnswer;
const listed = async () => (await server.request.get('/api/joint-plans')).body.plans as readonly JointPlanAnswer[];

it('plans two sizes from one pile, says when one has changed, and takes its sheets out once', async () => {
  const [small, tall] = [await begun('Little Ferries', 60, 60), await begun('Tall Tales', 70, 110)];
  const { body: added } = await server.request.post('/api/papers').send({
    papers: [
      {
        name: 'A3 pile',
        kind: 'text',
        stuff: 'office',
        sheet: { width: nm(420), height: nm(297), fibre: 'along-height' },
        foundBy: 'bend',
        grammage: 100,
        caliper: null,
        faces: 'alike',
        deckles: [],
        colour: '#ffffff',
        price: 8,
        stock: 60,
        offcuts: [],
        note: '',
      },
    ],
  });
  const paper = (added as DrawerAnswer).papers[0]!.id;
  const { body: plan, status } = await server.request
    .post('/api/joint-plans')
    .send({ name: 'Both sizes', books: [small, tall], paper });
  expect(status, JSON.stringify(plan)).toBe(201);
  const first = plan as JointPlanAnswer;
  expect(first.plan.books.map(({ title }) => title)).toEqual(['Little Ferries', 'Tall Tales']);
  expect(first.changed).toEqual([]);
  // Every piece of both books is cut, no more and no fewer of each than spares allow, all within the sheet.
  const { body: cuts } = await server.request.get(`/api/joint-plans/${first.id}/cuts`);
  const made = new Map<string, number>();
  for (const { times, plan: one } of cuts.cuts.sheets as { times: number; plan: { pieces: { piece: string }[] } }[])
    for (const { piece } of one.pieces) made.set(piece, (made.get(piece) ?? 0) + times);
  first.plan.books.forEach(({ pieces }, book) => {
    for (const { id, needed } of pieces) expect(made.get(`${book} ${id}`)).toBeGreaterThanOrEqual(needed);
  });
  expect(
    Object.values(cuts.names as Record<string, string>).some((name) => name.startsWith('Little Ferries: strip')),
  ).toBe(true);

  // Another name is another matter; other copies make it stale.
  await said(small, 0, { kind: 'rename', title: 'Little Ferries, again' });
  expect((await listed())[0]!.changed).toEqual([]);
  const { body: book } = await server.request.get(`/api/books/${small}`);
  await said(small, 1, { kind: 'set-kit', kit: { ...book.book.kit, copies: 12 } });
  expect((await listed())[0]!.changed).toEqual([{ book: small, title: 'Little Ferries', how: 'other-pieces' }]);
  const { body: again } = await server.request.post(`/api/joint-plans/${first.id}/again`).send({ expect: 0 });
  expect([again.changed, again.revision]).toEqual([[], 1]);
  expect(again.plan.sheets).toBeGreaterThan(first.plan.sheets);
  // Whoever saw it before is told.
  const behind = await server.request.post(`/api/joint-plans/${first.id}/cut`).send({ expect: 0 });
  expect([behind.status, behind.body.code]).toEqual([409, 'joint-plan-changed-elsewhere']);
  expect((await drawer()).papers.find(({ id }) => id === paper)!.stock).toBe(60);

  const both = await Promise.all(
    [1, 2].map(() => server.request.post(`/api/joint-plans/${first.id}/cut`).send({ expect: 1 })),
  );
  expect(both.map((one) => one.status).toSorted()).toEqual([200, 409]);
  const after = (await drawer()).papers.find(({ id }) => id === paper)!;
  expect(after.stock).toBe(60 - again.plan.sheets);
  const once = await server.request.post(`/api/joint-plans/${first.id}/cut`).send({ expect: 2 });
  expect([once.status, once.body.code]).toEqual([409, 'joint-plan-cut']);
  expect((await drawer()).papers.find(({ id }) => id === paper)).toEqual(after);
  expect((await server.request.post(`/api/joint-plans/${first.id}/remove`).send({ expect: 2 })).status).toBe(204);
  expect(await listed()).toEqual([]);
});

it('leaves the book’s own sheets to it: a kit without them asks nothing of its own paper', async () => {
  const id = await begun('Elsewhere', 60, 60);
  const { body: book } = await server.request.get(`/api/books/${id}`);
  await said(id, 0, { kind: 'set-kit', kit: { ...book.book.kit, ownSheets: 'elsewhere' } });
  const { papers } = await drawer();
  const { body: plan } = await server.request
    .post('/api/joint-plans')
    .send({ name: 'Alone', books: [id], paper: papers[0]!.id });
  expect((plan as JointPlanAnswer).plan.books[0]!.pieces.length).toBeGreaterThan(0);
});

it('says which piece does not come out of the paper, and keeps nothing', async () => {
  const id = await begun('Too long', 60, 60);
  const { body: added } = await server.request.post('/api/papers').send({
    papers: [
      {
        name: 'Cards',
        kind: 'text',
        stuff: 'office',
        sheet: { width: nm(90), height: nm(60), fibre: 'any' },
        foundBy: null,
        grammage: null,
        caliper: null,
        faces: 'alike',
        deckles: [],
        colour: '#ffffff',
        price: null,
        stock: null,
        offcuts: [],
        note: '',
      },
    ],
  });
  const answer = await server.request
    .post('/api/joint-plans')
    .send({ name: 'No', books: [id], paper: (added as DrawerAnswer).papers.at(-1)!.id });
  expect(answer.status).toBe(422);
  expect(answer.body.message).toContain('Too long: strip');
  expect((await listed()).some(({ plan }) => plan.name === 'No')).toBe(false);
});
