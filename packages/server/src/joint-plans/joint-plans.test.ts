import { afterAll, beforeAll, expect, it } from 'vitest';
import type { BookAnswer, DrawerAnswer, JointPlanAnswer } from '@eight-up/core/contract/answers';
import type { NeededPiece } from '@eight-up/core/cutting/edition/edition-task';
import { costOfCopy } from '@eight-up/core/cutting/joint-plan';
import type { PaperPlan } from '@eight-up/core/cutting/plan-on-paper';
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
const said = async (id: string, command: object) => {
  const { revision: expected } = (await server.request.get(`/api/books/${id}`)).body as BookAnswer;
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

  await atTheBench(first);

  // Another name is another matter; other copies make it stale.
  await said(small, { kind: 'rename', title: 'Little Ferries, again' });
  expect((await listed())[0]!.changed).toEqual([]);
  const { body: book } = await server.request.get(`/api/books/${small}`);
  await said(small, { kind: 'set-kit', kit: { ...book.book.kit, copies: 12 } });
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

/** Its bench sheet is a PDF, its marks those of the cuts; what copies cost is what all costs, and apart it takes as many sheets at least. */
async function atTheBench({ id, plan }: JointPlanAnswer): Promise<void> {
  const { body } = await server.request.get(`/api/joint-plans/${id}/cuts`);
  const { sheets } = body.cuts as PaperPlan;
  for (const [i, one] of sheets.entries()) {
    expect((await server.bytes(`/api/joint-plans/${id}/cutting.pdf?plan=${i + 1}`)).subarray(0, 5).toString()).toBe(
      '%PDF-',
    );
    const rows = (await server.bytes(`/api/joint-plans/${id}/cutting.csv?plan=${i + 1}`))
      .toString()
      .trim()
      .split('\r\n');
    const marked = rows.slice(1).flatMap((row) => row.split(',').at(-1)!.split(' ').map(Number));
    expect(marked.toSorted((a, b) => a - b)).toEqual(one.plan.cuts.map((_, n) => n + 1));
  }
  const watched = await server.request.post(`/api/joint-plans/${id}/cutting-tiles.pdf`);
  expect(watched.status, JSON.stringify(watched.body)).toBe(202);
  expect((await server.request.get(`/api/joint-plans/${id}/cutting.pdf?plan=99`)).status).toBe(404);

  const { apart = [] } = plan;
  expect(apart).toHaveLength(2);
  expect(apart[0]! + apart[1]!).toBeGreaterThanOrEqual(plan.sheets);
  // Spares apart, the copies' shares leave of the whole cost what the spares take.
  const copies = plan.books.reduce((sum, book) => sum + costOfCopy(plan, book)! * book.kit.copies, 0);
  const area = (count: (piece: NeededPiece) => number) =>
    plan.books.flatMap(({ pieces }) => pieces).reduce((sum, one) => sum + one.width * one.height * count(one), 0);
  expect(copies / plan.cost!).toBeCloseTo(area((one) => one.needed - one.spare!) / area((one) => one.needed), 9);
  expect(plan.books[0]!.pieces.some(({ spare }) => spare! > 0)).toBe(true);
}

it('leaves the book’s own sheets to it: a kit without them asks nothing of its own paper', async () => {
  const id = await begun('Elsewhere', 60, 60);
  const { body: book } = await server.request.get(`/api/books/${id}`);
  await said(id, { kind: 'set-kit', kit: { ...book.book.kit, ownSheets: 'elsewhere' } });
  const { papers } = await drawer();
  const { body: plan } = await server.request
    .post('/api/joint-plans')
    .send({ name: 'Alone', books: [id], paper: papers[0]!.id });
  expect((plan as JointPlanAnswer).plan.books[0]!.pieces.length).toBeGreaterThan(0);
});

it('settles a book for the pile’s paper as the Paper stage does; strips of one’s own stay where they serve', async () => {
  const { papers } = await drawer();
  const pile = papers.find(({ name }) => name === 'A3 pile')!;
  // Begun on a sheet of twice the length, its fibres the other way: a strip of all eight panels, which no sheet of the pile gives.
  const concertina = async (title: string, parameters: object) => {
    const { body } = await server.request.post('/api/books').send({
      title,
      form: 'concertina',
      parameters: { panels: 8, panelWidth: nm(80), panelHeight: nm(80), side: 'anywhere', ...parameters },
      sheet: { width: nm(900), height: nm(640), fibre: 'along-height' },
    });
    return body as BookAnswer;
  };
  const [long, own] = [await concertina('Long', {}), await concertina('Own', { strips: [3, 2, 3] })];
  const { body: refused } = await server.request
    .post('/api/joint-plans')
    .send({ name: 'None', books: [long.id, own.id], paper: papers.find(({ name }) => name === 'Cards')?.id ?? 'none' });
  expect(refused.code).toBeDefined();
  const now = async (id: string) => (await server.request.get(`/api/books/${id}`)).body as BookAnswer;
  expect((await now(long.id)).revision).toBe(0);
  const { body, status } = await server.request
    .post('/api/joint-plans')
    .send({ name: 'Settled', books: [long.id, own.id], paper: pile.id });
  expect(status, JSON.stringify(body)).toBe(201);
  const plan = body as JointPlanAnswer;
  expect(plan.changed).toEqual([]);
  const [one, other] = [await now(long.id), await now(own.id)];
  expect([one.revision, plan.plan.books[0]!.revision]).toEqual([1, 1]);
  expect(one.book.sheet).toMatchObject(pile.sheet);
  const strips = one.book.form.parameters.strips as readonly number[];
  expect(strips.reduce((sum, panels) => sum + panels, 0)).toBe(8);
  expect(Math.max(...strips) * 80 + 15).toBeLessThanOrEqual(420 + 15);
  expect(other.book.form.parameters.strips).toEqual([3, 2, 3]);
  // Planned again it is the same book: nothing is settled twice.
  const { body: again } = await server.request.post(`/api/joint-plans/${plan.id}/again`).send({ expect: 0 });
  expect([again.revision, (await now(long.id)).revision]).toEqual([1, 1]);
});

it('says which piece does not come out of the paper, and keeps nothing', async () => {
  const id = await begun('Too long', 60, 60);
  const { body: added } = await server.request.post('/api/papers').send({
    papers: [
      {
        name: 'Cards',
        kind: 'text',
        stuff: 'office',
        sheet: { width: nm(90), height: nm(50), fibre: 'any' },
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
  expect(answer.body.message).toContain('Too long: ');
  expect((await listed()).some(({ plan }) => plan.name === 'No')).toBe(false);
});
