import { unzipSync, strFromU8 } from 'fflate';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type {
  BookAnswer,
  DrawerAnswer,
  MeasurementsAnswer,
  PrinterAnswer,
  PrintersAnswer,
} from '@eight-up/core/contract/answers';
import { USUAL_PRINTING } from '@eight-up/core/document/usual';
import type { Measurement } from '@eight-up/core/measuring/measurement';
import { estimatedCaliper, PLAIN_PAPER, type PaperDraft } from '@eight-up/core/paper/paper';
import type { PrinterDraft } from '@eight-up/core/printer/printer';
import { mm } from '@eight-up/core/units/nm';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';

let server: UnderTest;
beforeEach(async () => {
  server = await serverUnderTest();
});
afterEach(() => server.close());

const paper: PaperDraft = {
  ...PLAIN_PAPER,
  name: 'Wharf cartridge',
  grammage: 150,
  stuff: 'cartridge',
  caliper: { thickness: mm(0.204), how: 'measured', sheets: 100 },
};
const printer: PrinterDraft = {
  name: 'Wheelhouse',
  duplex: 'long-edge',
  twoPass: null,
  unprintable: USUAL_PRINTING.unprintable,
  measured: {
    across: mm(99),
    down: mm(100),
    front: { right: mm(1), down: mm(0) },
    back: { right: mm(0), down: mm(0) },
  },
};
const listed = async (query = '', of = server): Promise<readonly Measurement[]> =>
  ((await of.request.get(`/api/measurements${query}`)).body as MeasurementsAnswer).measurements;
const drawer = async () => (await server.request.get('/api/papers')).body as DrawerAnswer;
const putIn = async (draft: PaperDraft) => {
  const made = (await server.request.post('/api/papers').send({ papers: [draft] })).body as DrawerAnswer;
  return made.papers[0]!.id;
};
const creep = (measured: number) => ({
  kind: 'set-printing',
  printing: { ...USUAL_PRINTING, creep: { ...USUAL_PRINTING.creep, model: 'measured', measured: mm(measured) } },
});
const say = (id: string, expected: number, command: object) =>
  server.request.post(`/api/books/${id}/revisions`).send({ expect: expected, window: 'w', command });

describe('measurements', () => {
  it('of a paper: the newest counts, taken back the estimate does, and all of them are kept', async () => {
    const id = await putIn(paper);
    expect((await drawer()).papers[0]!.caliper).toEqual(paper.caliper);
    const change = async (caliper: PaperDraft['caliper']) => {
      const now = await drawer();
      await server.request
        .post(`/api/papers/${id}`)
        .send({ expect: now.revisions[id], paper: { ...paper, caliper, note: 'again' } });
      return (await drawer()).papers[0]!.caliper;
    };
    expect(await change(paper.caliper)).toEqual(paper.caliper);
    expect(await listed()).toHaveLength(1);
    const thicker = { thickness: mm(0.21), how: 'measured' as const, sheets: 50 };
    expect(await change(thicker)).toEqual(thicker);
    const estimated = estimatedCaliper(150, 'cartridge');
    expect(await change(estimated)).toEqual(estimated);
    const all = await listed(`?paper=${id}&method=caliper`);
    expect(all.map(({ lengths, count }) => [lengths, count])).toEqual([
      [null, 1],
      [{ thickness: mm(0.21) }, 50],
      [{ thickness: mm(0.204) }, 100],
    ]);
    // Measured apart, not through the paper, it wins just so.
    const told = { method: 'caliper', paper: id, lengths: { thickness: mm(0.2) }, count: 20, spread: mm(0.01) };
    expect((await server.request.post('/api/measurements').send(told)).status).toBe(201);
    const now = await drawer();
    expect([now.papers[0]!.caliper?.thickness, now.measured[id]?.spread]).toEqual([mm(0.2), mm(0.01)]);
  });

  it('of a printer are what its test print showed last', async () => {
    const made = (await server.request.post('/api/printers').send(printer)).body as PrinterAnswer;
    expect(made.printer.measured).toEqual(printer.measured);
    const { id } = made.printer;
    const renamed = { ...printer, name: 'Galley' };
    await server.request.post(`/api/printers/${id}`).send({ expect: made.revision, printer: renamed });
    expect(await listed(`?printer=${id}`)).toHaveLength(1);
    const again = { ...renamed, measured: { ...printer.measured!, across: mm(100) } };
    await server.request.post(`/api/printers/${id}`).send({ expect: made.revision + 1, printer: again });
    const { printers, measured } = (await server.request.get('/api/printers')).body as PrintersAnswer;
    expect(printers[0]).toMatchObject({ name: 'Galley', measured: { across: mm(100) } });
    expect(measured[id]?.lengths).toMatchObject({ across: mm(100), frontRight: mm(1) });
  });

  it('of a book’s creep are kept with the change that says so, once; undo takes none away', async () => {
    const { id } = await server.newBook('nested-booklet', { pages: 16 });
    await say(id, 0, creep(0.23));
    await say(id, 1, creep(0.23));
    await say(id, 2, { kind: 'rename', title: 'Tides' });
    await server.request.post(`/api/books/${id}/undo`).send({ expect: 3, window: 'w' });
    await server.request.post(`/api/books/${id}/undo`).send({ expect: 4, window: 'w' });
    expect((await listed(`?book=${id}`)).map(({ method, lengths }) => [method, lengths])).toEqual([
      ['creep', { aFolio: mm(0.23) }],
    ]);
    // Refused changes keep nothing.
    expect((await say(id, 0, creep(0.4))).status).toBe(409);
    expect(await listed()).toHaveLength(1);
  });

  it.each([
    [{ method: 'caliper', lengths: { thickness: mm(0.1) } }, /which paper/],
    [{ method: 'caliper', paper: 'p', lengths: { thickness: mm(100) } }, /Is the unit right/],
    [{ method: 'reading-error', paper: 'p', lengths: { standard: mm(0.1) } }, /nothing to measure on a paper/],
    [{ method: 'creep', book: 'b', lengths: { thickness: mm(0.1) } }, /“thickness” is missing/],
  ])('that cannot be are refused in a sentence, and nothing is kept', async (wrong, sentence) => {
    const answer = await server.request.post('/api/measurements').send(wrong);
    expect([answer.status, answer.body.code]).toEqual([422, 'measurement-impossible']);
    expect(answer.body.message).toMatch(sentence);
    expect(await listed()).toEqual([]);
  });

  it('go along in the file of a book, with those of its printer; taken in twice, what is known is not kept twice', async () => {
    const { printer: kept } = (await server.request.post('/api/printers').send(printer)).body as PrinterAnswer;
    const { id } = await server.newBook('nested-booklet', { pages: 16 });
    const { kind, printing } = creep(0.23);
    await say(id, 0, { kind, printing: { ...printing, printer: kept } });
    const zip = await server.bytes(`/api/books/${id}/book.zip`);
    const inFile = JSON.parse(strFromU8(unzipSync(zip)['book.json']!)).measurements as readonly Measurement[];
    expect(inFile.map(({ method }) => method).toSorted()).toEqual(['creep', 'test-print']);
    const elsewhere = await serverUnderTest();
    try {
      for (let times = 1; times <= 2; times++) {
        const { body } = await elsewhere.request.post('/api/books/import').attach('file', zip, 'book.zip');
        expect(await listed(`?book=${(body as BookAnswer).id}`, elsewhere)).toMatchObject([
          { lengths: { aFolio: mm(0.23) } },
        ]);
        expect(await listed('?method=test-print', elsewhere)).toHaveLength(1);
      }
    } finally {
      await elsewhere.close();
    }
  });

  it('are in backups, and come back with them', async () => {
    await putIn(paper);
    const { backups } = (await server.request.post('/api/safekeeping/backups').send({})).body;
    await putIn({ ...paper, name: 'Another' });
    await server.request.post('/api/safekeeping/restore').send({ name: backups[0].name });
    expect(await listed()).toHaveLength(1);
    expect((await drawer()).papers.map(({ caliper }) => caliper)).toEqual([paper.caliper]);
  });
});
