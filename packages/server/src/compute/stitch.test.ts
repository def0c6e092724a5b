import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { mm } from '@eight-up/core/units/nm';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';

let here: UnderTest;
beforeAll(async () => (here = await serverUnderTest()));
afterAll(() => here.close());

const ask = async (body: object) => {
  const answer = await here.request.post('/api/compute/stitch').send({ height: mm(210), ...body });
  return { status: answer.status, body: answer.body as Record<string, unknown> };
};

describe('a stitch over the API', () => {
  it('says its stations, every pass with its side, and its thread', async () => {
    const { status, body } = await ask({ stitch: 'pamphlet', parameters: { stations: 5 }, sections: [5] });
    expect(status).toBe(200);
    expect(body).toMatchObject({
      stations: [15, 60, 105, 150, 195].map(mm),
      begins: 'inside',
      holds: true,
      problems: [],
      sentences: [
        'out at 3',
        'in at 4',
        'out at 5',
        'in at 4',
        'out at 2, passing over 3',
        'in at 1',
        'out at 2',
        'in at 3',
      ],
      thread: { whole: mm(360 + 4 + 180), along: mm(360), holes: mm(4), tails: mm(180) },
    });
    expect((body.passes as { side: string }[]).map(({ side }) => side)).toEqual(
      Array.from({ length: 4 }, () => ['outside', 'inside']).flat(),
    );
  });

  it('checks a path of one’s own, all that is wrong at once, in words', async () => {
    const { body } = await ask({
      stitch: 'running',
      parameters: { stations: 4 },
      path: { begins: 'inside', stations: [1, 2, 2, 3] },
    });
    expect(body.holds).toBe(false);
    const problems = body.problems as { code: string; message: string }[];
    expect(problems.map(({ code }) => code)).toEqual(
      expect.arrayContaining(['path-leaves-out', 'path-falls-out', 'path-gap-bare']),
    );
    for (const { message } of problems) expect(message).toMatch(/^[A-Z].*\.$/);
  });

  it('refuses what cannot be laid out, and says what may be', async () => {
    for (const stations of [0, 1, 12]) {
      const { status, body } = await ask({ stitch: 'pamphlet', parameters: { stations } });
      expect([status, body.message]).toEqual([422, `Stations: from 3 to 11, not ${stations}.`]);
    }
    const tight = await ask({ stitch: 'pamphlet', parameters: { stations: 11 }, height: mm(40) });
    expect([tight.status, tight.body.message]).toEqual([422, expect.stringMatching(/do not fit a fold of 40 mm/)]);
    const thick = await ask({ stitch: 'saddle-staples', sections: [90], tools: { leg: mm(8) } });
    expect(thick.body.problems).toMatchObject([{ code: 'leg-too-short', needed: mm(12), longest: mm(8) }]);
    expect((await ask({ stitch: 'link', sections: [4, 4], path: { begins: 'inside', stations: [1] } })).status).toBe(
      400,
    );
  });
});
