import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';

let server: UnderTest;
beforeAll(async () => {
  server = await serverUnderTest();
});
afterAll(() => server.close());

const mm = (length: number) => length * 1_000_000;
const ask = (body: object) => server.request.post('/api/compute/concertina').send(body);
const PAPER = { id: 'short', width: mm(500), height: mm(700), fibre: 'along-width', price: 120 };
const BOOK = { panels: 24, panelWidth: mm(95), panelHeight: mm(140), side: 'valleys', copies: 15, papers: [PAPER] };

describe('a concertina over HTTP', () => {
  it('is parted, counted, and says its joints and what else would come to', async () => {
    const { body } = await ask(BOOK).expect(200);
    const [answer] = body.papers;
    expect(answer).toMatchObject({ paper: 'short', along: 'height', rowsOnSheet: 3 });
    expect(answer.bound).toBeLessThanOrEqual(answer.sheets);
    const one = (await ask({ ...BOOK, copies: 1 }).expect(200)).body.papers[0];
    expect(one).toMatchObject({ joints: 3, sheets: 2, bound: 2, proven: { sheets: true, joints: true, alike: true } });
    expect(answer.strips.reduce((sum: number, { panels }: { panels: number }) => sum + panels, 0)).toBe(24);
    expect(answer.strips.slice(0, -1).every(({ joint }: { joint: string }) => joint === 'valley')).toBe(true);
    expect(answer.cost).toBe(answer.sheets * 120);
    expect(answer.sentence).toMatch(/sheets: strips of .* panels, \d+ joints in valleys\./);
    expect(answer.otherwise.map(({ kind }: { kind: string }) => kind)).toEqual(['side', 'side', 'joint', 'grain']);
    expect(body.ends).toMatchObject({ hidden: [], shown: 24, sentence: null });
  });

  it('of an odd number with two covers says which front is hidden, and the numbers beside it', async () => {
    const { body } = await ask({ ...BOOK, panels: 23 }).expect(200);
    expect(body.ends).toMatchObject({ hidden: [{ panel: 23, face: 'front' }], shown: 22 });
    expect(body.ends.sentence).toContain('22 or 24 panels');
  });

  it('refuses what is no concertina with a sentence, and answers for each paper by itself', async () => {
    for (const panels of [0, 1, 2000]) await ask({ ...BOOK, panels }).expect(400);
    const { body } = await ask({ ...BOOK, tab: mm(95) }).expect(422);
    expect(body.message).toContain('hinge strip');
    const two = (
      await ask({ ...BOOK, papers: [{ ...PAPER, id: 'low', width: mm(100), height: mm(100) }, PAPER] }).expect(200)
    ).body;
    expect(two.papers.map(({ paper }: { paper: string }) => paper)).toEqual(['short', 'low']);
    expect(two.papers[1].message).toContain('larger paper');
  });
});
