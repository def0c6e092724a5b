import { afterAll, beforeAll, expect, it } from 'vitest';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';

let server: UnderTest;
beforeAll(async () => {
  server = await serverUnderTest();
});
afterAll(() => server.close());

const mm = (length: number) => length * 1_000_000;
const ask = (body: object) => server.request.post('/api/compute/tolerance').send(body);
const BOOK = { strips: [16], panelWidth: mm(95) };

it('tells what a slip costs by each method, exactly and drawn at random, and what to do about it', async () => {
  const { body } = await ask({ ...BOOK, method: 'stepping', books: 20_000, seed: 0.25 }).expect(200);
  expect(body.length.sd).toBe(Math.round(mm(0.25) * Math.sqrt(32)));
  expect(Math.abs(body.simulated.block / body.block.within95 - 1)).toBeLessThan(0.03);
  expect(body.methods.map(({ method }: { method: string }) => method)).toContain('jig');
  expect(body.sentences[0]).toMatch(/covers are out by up to .* They meet within 1 mm/);
  const again = await ask({ ...BOOK, method: 'stepping', books: 20_000, seed: 0.25 }).expect(200);
  expect(again.body.simulated).toEqual(body.simulated);
});

it('holds nobody else up: who asks after the heaviest questions is answered before them', async () => {
  const strips = Array.from({ length: 200 }, () => 2);
  const papers = Array.from({ length: 20 }, (_, i) => ({ width: mm(420 + 31 * i), height: mm(594 + 17 * i) }));
  const concertina = { panels: 400, panelWidth: mm(95), panelHeight: mm(140), copies: 10_000, papers };
  const order: string[] = [];
  const heavy = [
    ask({ strips, panelWidth: mm(95), method: 'stepping', books: 100_000 }),
    server.request.post('/api/compute/concertina').send(concertina),
  ].map((asked) => asked.expect(200).then(() => void order.push('heavy')));
  // Handed on to the pool first.
  await new Promise((resolve) => setTimeout(resolve, 100));
  await server.request.get('/api/health').then(() => void order.push('health'));
  await Promise.all(heavy);
  expect(order).toEqual(['health', 'heavy', 'heavy']);
});

it('refuses a hand that is none with a sentence, and what is no book', async () => {
  for (const reading of [0, mm(50)]) {
    const { body } = await ask({ ...BOOK, hand: { reading } }).expect(422);
    expect(body.message).toContain('Reading a ruler');
  }
  for (const strips of [[], [0], [300, 300]]) await ask({ ...BOOK, strips }).expect(400);
});
