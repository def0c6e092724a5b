import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { PrinterAnswer, PrintersAnswer } from '@eight-up/core/contract/answers';
import type { PrinterDraft } from '@eight-up/core/printer/printer';
import { mm } from '@eight-up/core/units/nm';
import { pagesOfWords } from '../../test/marked-pages.ts';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';

let server: UnderTest;
beforeAll(async () => {
  server = await serverUnderTest();
});
afterAll(() => server.close());

const draft: PrinterDraft = {
  name: 'The one in the wheelhouse',
  duplex: 'none',
  twoPass: { move: 'like-a-page', order: 'innermost-first', turned: true },
  unprintable: { top: mm(4), right: mm(4), bottom: mm(13), left: mm(4) },
  measured: null,
};
const still = { right: mm(0), down: mm(0) };
const TRUE_PRINT = { across: mm(100), down: mm(100), front: still, back: still };
const printers = async () => ((await server.request.get('/api/printers')).body as PrintersAnswer).printers;

describe('printers', () => {
  it('are kept, changed, taken away and put back', async () => {
    const made = (await server.request.post('/api/printers').send(draft)).body as PrinterAnswer;
    const { id } = made.printer;
    await server.request
      .post(`/api/printers/${id}`)
      .send({ expect: made.revision, printer: { ...draft, name: 'Wheelhouse' } });
    expect(await printers()).toMatchObject([{ id, name: 'Wheelhouse', twoPass: draft.twoPass }]);
    await server.request.post(`/api/printers/${id}/take-away`).send({});
    expect(await printers()).toEqual([]);
    await server.request.post(`/api/printers/${id}/put-back`).send({});
    expect(await printers()).toHaveLength(1);
  });

  it.each([
    [{ ...draft, name: ' ' }, 422, 'printer-impossible'],
    [{ ...draft, twoPass: null }, 422, 'printer-impossible'],
    [{ ...draft, duplex: 'sideways' }, 400, 'request-malformed'],
    [{ ...draft, unprintable: { ...draft.unprintable, top: mm(-1) } }, 400, 'request-malformed'],
    [{ ...draft, measured: { ...TRUE_PRINT, across: mm(50) } }, 400, 'request-malformed'],
  ])('that contradict themselves are refused', async (wrong, status, code) => {
    const before = await printers();
    const answer = await server.request.post('/api/printers').send(wrong);
    expect([answer.status, (answer.body as { code: string }).code]).toEqual([status, code]);
    expect(await printers()).toEqual(before);
  });

  it('unknown ones are not found', async () => {
    expect((await server.request.post('/api/printers/none').send({ expect: 0, printer: draft })).status).toBe(404);
  });

  it('the rehearsal is two sheets of the book’s size, numbered, then lettered', async () => {
    const { id } = await server.newBook('nested-booklet', { pages: 8 });
    const words = async (pass: string) =>
      pagesOfWords(await server.bytes(`/api/books/${id}/rehearsal.pdf?pass=${pass}`)).map(({ words: all }) => [
        ...all.keys(),
      ]);
    const [one, two] = await words('fronts');
    expect([one!.includes('1'), two!.includes('2')]).toEqual([true, true]);
    const [a, b] = await words('backs');
    expect([a!.includes('A'), b!.includes('B')]).toEqual([true, true]);
  });
});
