import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DrawerAnswer } from '@eight-up/core/contract/answers';
import { FOUND_BY, PAPER_KINDS, PLAIN_PAPER, STUFFS, type Paper, type PaperDraft } from '@eight-up/core/paper/paper';
import { STARTER_PAPERS } from '@eight-up/core/paper/starter';
import { mm, nm } from '@eight-up/core/units/nm';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';
import { papersCsv, readPapersCsv } from './paper-files.ts';

let server: UnderTest;
beforeAll(async () => {
  server = await serverUnderTest();
});
afterAll(() => server.close());

const drawer = async () => ((await server.request.get('/api/papers')).body as DrawerAnswer).papers;
const put = (papers: readonly object[]) => server.request.post('/api/papers').send({ papers });
const csv = (text: string | Buffer, query = '') =>
  server.request.post(`/api/papers/papers.csv${query}`).set('content-type', 'text/csv').send(text);

const draft: PaperDraft = {
  ...PLAIN_PAPER,
  name: 'Mill ends',
  sheet: { width: mm(500), height: mm(700), fibre: 'along-height' },
  price: 120,
};

describe('the drawer', () => {
  it('takes a paper, changes it, takes it out and puts it back', async () => {
    const made = (await put([draft])).body as DrawerAnswer;
    const id = made.papers[0]!.id;
    const change = { expect: made.revisions[id], paper: { ...draft, price: 95 } };
    expect((await server.request.post(`/api/papers/${id}`).send(change)).body).toMatchObject({
      paper: { price: 95 },
      revision: 1,
    });
    await server.request.post(`/api/papers/${id}/take-out`).send({});
    expect((await drawer()).some((paper) => paper.id === id)).toBe(false);
    await server.request.post(`/api/papers/${id}/put-back`).send({});
    expect((await drawer()).find((paper) => paper.id === id)).toMatchObject({ name: 'Mill ends', price: 95 });
  });

  it('begins with common sizes that are all sound', async () => {
    const before = (await drawer()).length;
    expect((await server.request.post('/api/papers/starter').send({})).status).toBe(201);
    expect(await drawer()).toHaveLength(before + STARTER_PAPERS.length);
  });

  it.each([
    [{ ...draft, name: '  ' }, /needs a name/],
    [{ ...draft, sheet: { ...draft.sheet, width: mm(0) } }, /too small/],
    [{ ...draft, sheet: { ...draft.sheet, height: mm(90_000) } }, /Is the unit right/],
    [{ ...draft, grammage: 0 }, /grammage/],
    [{ ...draft, stock: -1 }, /number of sheets/],
    [{ ...draft, offcuts: [{ id: 'o', width: mm(5), height: mm(90), fibre: 'any', count: 1 }] }, /Offcut 1/],
  ])('refuses what is no paper in a sentence, all or nothing', async (wrong, sentence) => {
    const before = await drawer();
    const answer = await put([draft, wrong]);
    expect(answer.status).toBe(422);
    expect(answer.body).toMatchObject({ code: 'paper-impossible' });
    expect((answer.body as { message: string }).message).toMatch(sentence);
    expect(await drawer()).toEqual(before);
  });

  it('answers 404 for a paper that is not there', async () => {
    expect((await server.request.post('/api/papers/none').send({ expect: 0, paper: draft })).body.code).toBe(
      'paper-not-found',
    );
  });
});

describe('the drawer as a table', () => {
  it('with semicolons, decimal commas, centimetres and a byte-order mark', async () => {
    const text =
      '\uFEFFName;Width (cm);Height (cm);Grain;Price;Stock\r\n"Laid; cream";50;70,5;long;1,25;8\r\nOdd ends;30;20;short;;\r\n';
    const answer = await csv(text);
    expect(answer.status).toBe(201);
    expect((answer.body as DrawerAnswer).papers).toMatchObject([
      { name: 'Laid; cream', sheet: { width: mm(500), height: mm(705), fibre: 'along-height' }, price: 125, stock: 8 },
      { name: 'Odd ends', sheet: { width: mm(300), height: mm(200), fibre: 'along-height' }, price: null },
    ]);
  });

  it('reads bare numbers in the unit that is asked for', async () => {
    const answer = await csv('name,width,height\nLetter,8 1/2,11\n', '?unit=in');
    expect((answer.body as DrawerAnswer).papers[0]!.sheet.width).toBe(215_900_000);
  });

  it.each([
    ['', /empty/],
    ['name,width\nA,3\n', /no column “height”/],
    ['name,width,height\nA,500,wide\n', /Row 2, “height”: “wide”/],
    ['name,width,height,price\nA,500,700,\nB,500,700,dear\n', /Row 3, “price”: “dear”/],
    ['name,width,height,grain\nA,500,700,sideways\n', /Row 2, “grain”/],
    ['name,width,height\nA,500,7\n', /Row 2: .*too small/],
    ['name,offcut of,width,height\n,Nobody,50,70\n', /Row 2 is an offcut of “Nobody”/],
    ['name,width,height,stock\nA,500,700,1.5\n', /Row 2, “stock”/],
  ])('says the row and the field, and changes nothing', async (text, sentence) => {
    const before = await drawer();
    const answer = await csv(text);
    expect(answer.status).toBe(422);
    expect((answer.body as { message: string }).message).toMatch(sentence);
    expect((answer.body as { message: string }).message).toMatch(/drawer was not changed/);
    expect(await drawer()).toEqual(before);
  });

  const side = fc
    .integer({ min: 20, max: 4000 })
    .chain((whole) => fc.constantFrom(mm(whole), nm((whole + 60) * 396_875), nm(whole * 1_000_000 + 250_000)));
  const fibre = fc.constantFrom('along-width' as const, 'along-height' as const, 'any' as const, 'unknown' as const);
  const name = fc.string({ minLength: 1, maxLength: 12 }).filter((text) => text.trim() === text && text !== '');
  const paper: fc.Arbitrary<Paper> = fc.record({
    id: fc.uuid(),
    name,
    kind: fc.constantFrom(...PAPER_KINDS),
    stuff: fc.option(fc.constantFrom(...STUFFS)),
    sheet: fc.record({ width: side, height: side, fibre }),
    foundBy: fc.option(fc.constantFrom(...FOUND_BY)),
    grammage: fc.option(fc.integer({ min: 5, max: 3000 })),
    caliper: fc.option(
      fc.record({
        thickness: fc.integer({ min: 10, max: 4000 }).map((micrometres) => nm(micrometres * 1000)),
        how: fc.constantFrom('measured' as const, 'estimated' as const),
      }),
    ),
    faces: fc.constantFrom('alike' as const, 'differ' as const),
    deckles: fc.subarray(['left', 'top', 'right', 'bottom'] as const),
    colour: fc.constantFrom('#ffffff', '#3f5f63'),
    price: fc.option(fc.integer({ min: 0, max: 99_999 })),
    stock: fc.option(fc.integer({ min: 0, max: 500 })),
    offcuts: fc.array(
      fc.record({ id: fc.constant('o'), width: side, height: side, fibre, count: fc.integer({ min: 1, max: 9 }) }),
      { maxLength: 2 },
    ),
    note: name,
  });

  it('comes back as it went, in either unit', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(paper, {
          maxLength: 4,
          selector: (one) =>
            one.name
              .trim()
              .toLowerCase()
              .replace(/[\s_-]+/g, ' '),
        }),
        fc.constantFrom('mm' as const, 'in' as const),
        (papers, unit) => {
          fc.pre(papers.length > 0);
          const read = readPapersCsv(Buffer.from(papersCsv(papers, unit)), 'mm', () => 'o');
          if (!read.ok) throw new Error(JSON.stringify(read.problem));
          expect(read.value).toEqual(papers.map(({ id: _, ...one }) => one));
        },
      ),
      { numRuns: 200 },
    );
  });
});
