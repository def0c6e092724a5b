import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { plansFolder } from './kept-plans.ts';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';

let server: UnderTest;
beforeAll(async () => {
  server = await serverUnderTest();
});
afterAll(() => server.close());

const mm = (length: number) => length * 1_000_000;
const ask = (body: object) => server.request.post('/api/compute/yield').send(body);
const SHEET = { id: 'large', width: mm(640), height: mm(900), fibre: 'along-height' };
const FOLIO = { id: 'folio', width: mm(280), height: mm(210), grain: 'along-height' };

describe('the yield of sheets', () => {
  it('counts, lays out, orders the cuts and says the bound', async () => {
    const { plans } = (await ask({ parents: [SHEET], pieces: [FOLIO] })).body;
    expect(plans).toHaveLength(1);
    expect(plans[0]).toMatchObject({ parent: 'large', count: 8, counts: { folio: 8 }, bound: 8, proven: true });
    expect(plans[0].pieces).toHaveLength(8);
    expect(plans[0].cuts.length).toBeGreaterThan(4);
    expect(plans[0]).not.toHaveProperty('pattern');
  });

  it('of an edition over several parents: the cheapest, with its sheets', async () => {
    const { edition } = (
      await ask({
        parents: [
          { ...SHEET, price: 300 },
          { id: 'small', width: mm(420), height: mm(594), fibre: 'along-height', price: 140 },
        ],
        pieces: [
          { ...FOLIO, needed: 20 },
          { id: 'strip', width: mm(40), height: mm(210), grain: 'along-height', needed: 12 },
        ],
      })
    ).body;
    expect(edition.bound).toBeLessThanOrEqual(edition.cost);
    expect(edition.proven).toBe(true);
    const made = (id: string) =>
      edition.sheets.reduce(
        (sum: number, sheet: { times: number; counts: Record<string, number> }) =>
          sum + sheet.times * sheet.counts[id]!,
        0,
      );
    expect([made('folio'), made('strip')]).toEqual([20, 12]);
  });

  it('of a million pieces answers like that of ten, and does not ask what each sheet could hold at most', async () => {
    const body = (await ask({ parents: [SHEET], pieces: [{ ...FOLIO, needed: 1_000_000 }] })).body;
    expect(body).not.toHaveProperty('plans');
    expect(body.edition).toMatchObject({ count: 125_000, cost: 125_000, proven: true });
    const several = (
      await ask({
        parents: [
          { ...SHEET, price: 3 },
          { id: 'small', width: mm(420), height: mm(594), fibre: 'along-height', price: 2, stock: 1000 },
        ],
        pieces: [
          { ...FOLIO, needed: 1_000_000 },
          { id: 'strip', width: mm(40), height: mm(210), grain: 'along-height', needed: 300_001 },
        ],
      })
    ).body.edition as { sheets: readonly { times: number; counts: Readonly<Record<string, number>> }[] };
    const made = (id: string) => several.sheets.reduce((sum, { times, counts }) => sum + times * counts[id]!, 0);
    expect([made('folio'), made('strip')]).toEqual([1_000_000, 300_001]);
  });

  it.each([
    [{ parents: [SHEET], pieces: [FOLIO, { ...FOLIO, width: mm(10) }] }, /Two sizes are called “folio”/],
    [{ parents: [SHEET], pieces: [{ ...FOLIO, width: 0 }] }, /more than 0/],
    [{ parents: [{ ...SHEET, height: -1 }], pieces: [FOLIO] }, /is no sheet/],
    [{ parents: [{ ...SHEET, fibre: 'unknown' }], pieces: [{ ...FOLIO, needed: 2 }] }, /nobody has found out/],
    [{ parents: [SHEET], pieces: [{ ...FOLIO, width: mm(901), needed: 1 }] }, /larger than any sheet/],
    [{ parents: [{ ...SHEET, stock: 1 }], pieces: [{ ...FOLIO, needed: 9 }] }, /not enough/],
    [{ parents: [SHEET], pieces: [FOLIO], longest: 0 }, /longest cut/],
  ])('says in a sentence what cannot be cut', async (body, sentence) => {
    const answer = await ask(body);
    expect(answer.status).toBe(422);
    expect((answer.body as { message: string }).message).toMatch(sentence);
  });
});

describe('an edition that was asked before', () => {
  const asked = {
    parents: [{ ...SHEET, price: 300 }],
    pieces: [
      { ...FOLIO, needed: 9 },
      { id: 'strip', width: mm(41), height: mm(211), grain: 'along-height', needed: 5 },
    ],
  };
  const cost = async () => (await ask(asked)).body.edition.cost as number;

  it('is read from the data folder; a file that cannot be read is no matter', async () => {
    const plans = plansFolder(server.dataFolder);
    const before = new Set(existsSync(plans) ? readdirSync(plans) : []);
    const found = await cost();
    const [name, ...others] = readdirSync(plans).filter((one) => !before.has(one));
    expect(others).toEqual([]);
    const file = path.join(plans, name!);
    const plan = JSON.parse(readFileSync(file, 'utf8')) as { value: { cost: number } };
    expect(plan.value.cost).toBe(found);
    // Another figure is put there, to see that it is this that is told.
    plan.value.cost += 7;
    writeFileSync(file, JSON.stringify(plan));
    expect(await cost()).toBe(found + 7);
    writeFileSync(file, '{"ok":');
    expect(await cost()).toBe(found);
  });
});
