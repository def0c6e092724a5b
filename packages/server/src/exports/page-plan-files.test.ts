import fc from 'fast-check';
import Papa from 'papaparse';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { applyCommand } from '@eight-up/core/book/command';
import { EMPTY_PAGE, FITS, onPage, ROLES, THREADS, type BookPage } from '@eight-up/core/document/pages';
import type { BookDocument } from '@eight-up/core/document/document';
import { newBook } from '@eight-up/core/book/new-book';
import { planBook } from '@eight-up/core/forms/planned-book';
import { pagePlan } from '@eight-up/core/output/page-plan';
import { markedPdf } from '../../test/marked-pages.ts';
import { A4, serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';
import { pagePlanCsv, pagePlanMarkdown, readPagePlanCsv } from './page-plan-files.ts';

const form = { id: 'slit-book', parameters: {} };
const [made, plan] = [newBook('t', form, A4 as never), planBook(form, A4 as never)];
if (!made.ok || !plan.ok) throw new Error('no book');
const empty = made.value;

/** Texts as people and spreadsheets make them: quotes, separators, line ends, formulas, other scripts. */
const text = fc.oneof(
  fc.string({ maxLength: 12 }),
  fc.constantFrom('=1+1', "'quoted", '"a"; b', 'low, water', 'two\nlines', '@heron', '-', 'Přívoz 渡し', ' padded '),
);
const page: fc.Arbitrary<BookPage> = fc.record({
  content: fc.option(
    fc.record({
      asset: fc.constantFrom('a'.repeat(64), 'b'.repeat(64)),
      page: fc.integer({ min: 0, max: 4 }),
      name: text.filter((name) => name !== ''),
      fit: fc.constantFrom(...FITS),
    }),
  ),
  role: fc.constantFrom(null, ...ROLES),
  thread: fc.constantFrom(null, ...THREADS),
  note: text,
  caption: text,
  locked: fc.boolean(),
});

describe('the page plan as CSV', () => {
  it('comes back as it went out, whatever stands on the pages', () => {
    fc.assert(
      fc.property(fc.array(page, { minLength: 8, maxLength: 8 }), (pages) => {
        const book: BookDocument = { ...empty, pages };
        const rows = readPagePlanCsv(Buffer.from(pagePlanCsv(pagePlan(plan.value, book, []))));
        if (!rows.ok) throw new Error(JSON.stringify(rows.problem));
        const applied = applyCommand(book, { kind: 'arrange', rows: rows.value });
        if (!applied.ok) throw new Error(JSON.stringify(applied.problem));
        expect(applied.value.book).toEqual(book);
      }),
    );
  });

  it('brings pages into another order without losing a picture, on any other book with the same files', () => {
    fc.assert(
      fc.property(
        fc.array(page, { minLength: 8, maxLength: 8 }),
        fc.shuffledSubarray([0, 1, 2, 3, 4, 5, 6, 7], { minLength: 1 }),
        (pages, order) => {
          const book: BookDocument = { ...empty, pages };
          const rows = order.map((from, i) => ({
            page: i,
            file: pages[from]!.content?.name ?? '',
            pageOfFile: pages[from]!.content?.page ?? 0,
          }));
          const applied = applyCommand(book, { kind: 'arrange', rows });
          if (!applied.ok) throw new Error(JSON.stringify(applied.problem));
          const key = ({ content }: BookPage) => (content ? [`${content.name} ${content.page}`] : []);
          const after = applied.value.book;
          expect(rows.map((_, i) => after.pages[i]!.content?.name ?? '')).toEqual(rows.map(({ file }) => file));
          const [had, has] = [pages, [...after.pages, ...after.tray]].map((list) => new Set(list.flatMap(key)));
          expect(has).toEqual(had);
        },
      ),
    );
  });

  it.each([
    ['commas', 'page,file,role\n2,knot.jpg,title\n', ','],
    ['semicolons and decimal commas', 'Page;File;Role;pixelsPerInch\n2,0;knot.jpg;Title;300,5\n', ';'],
    ['tabs', 'page\tfile\trole\n2.0\tknot.jpg\ttitle\n', '\t'],
    ['a byte-order mark', '\uFEFFpage;file;role\r\n2;knot.jpg;title\r\n\r\n', ';'],
  ])('is read with %s', (_, csv) => {
    expect(readPagePlanCsv(Buffer.from(csv))).toEqual({
      ok: true,
      value: [{ page: 1, file: 'knot.jpg', role: 'title' }],
    });
  });

  it('is read in the encodings that spreadsheets save', () => {
    const csv = 'page;caption\n1;Fähre\n';
    const wanted = { ok: true, value: [{ page: 0, caption: 'Fähre' }] };
    expect(readPagePlanCsv(Buffer.from(`\uFEFF${csv}`, 'utf16le'))).toEqual(wanted);
    expect(readPagePlanCsv(Buffer.from(csv, 'latin1'))).toEqual(wanted);
  });

  it.each([
    ['', { code: 'plan-file-empty' }],
    ['page,file\n', { code: 'plan-file-empty' }],
    ['leaf;file\n1;x.jpg\n', { code: 'plan-file-no-page-column', columns: ['leaf', 'file'] }],
    ['page,role\n1,title\n2,villain\n', { code: 'plan-file-cell', row: 3, column: 'role', text: 'villain' }],
    ['page\none\n', { code: 'plan-file-cell', row: 2, column: 'page', text: 'one' }],
    ['page,pageOfFile\n1,0\n', { code: 'plan-file-cell', row: 2, column: 'pageOfFile', text: '0' }],
  ])('%j is refused with the row and the field', (csv, problem) => {
    expect(readPagePlanCsv(Buffer.from(csv))).toEqual({ ok: false, problem });
  });
});

describe('the page plan of a book on the server', () => {
  let server: UnderTest;
  beforeAll(async () => {
    server = await serverUnderTest();
  });
  afterAll(() => server.close());
  const send = (id: string, csv: string) =>
    server.request.post(`/api/books/${id}/pages.csv`).set('content-type', 'text/csv').send(csv);

  it('goes out, is edited, and comes in again as one change that undo takes back', async () => {
    const { id } = await server.newBook('slit-book');
    const { body } = await server.upload(id, [['=pages, "final".pdf', await markedPdf([{}, {}])]]);
    const csv = (await server.bytes(`/api/books/${id}/pages.csv`)).toString('utf8');
    const { data } = Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, ''), {
      header: true,
      skipEmptyLines: true,
    });
    expect(data).toHaveLength(8);
    expect(data[0]).toMatchObject({ page: '1', panel: 'r2c4', turned: '0', fit: 'fit', pageOfFile: '' });
    // A spreadsheet must not take a file name for a formula.
    expect(data[0]!.file!.startsWith('=')).toBe(false);
    expect(data[1]).toMatchObject({ page: '2', panel: 'r1c4', turned: '180', pageOfFile: '2' });

    const edited = data.map((row, i) => ({ ...row, ...(i < 2 ? { ...data[1 - i], page: row.page } : {}), note: 'x' }));
    const answer = await send(id, Papa.unparse(edited, { delimiter: ';' }));
    expect(answer.status, answer.text).toBe(200);
    expect(answer.body.book.pages.slice(0, 2).map((one: BookPage) => one.content!.page)).toEqual([1, 0]);
    expect(answer.body.book.pages.every((one: BookPage) => one.note === 'x')).toBe(true);
    const undone = await server.request
      .post(`/api/books/${id}/undo`)
      .send({ expect: answer.body.revision, window: 'w' });
    expect(undone.body.book).toEqual(body.book);
  });

  it.each([
    ['page,file\n1,nowhere.jpg\n', 'command-impossible', /nowhere\.jpg/],
    ['page,file\n99,\n', 'command-impossible', /page 99/],
    ['page\n1\n1\n', 'command-impossible', /page 1 twice/],
    ['page,fit\n1,sideways\n', 'plan-unreadable', /Row 2.*“fit”/],
    ['', 'plan-unreadable', /empty/],
  ])('%j is refused in a sentence and changes nothing', async (csv, code, words) => {
    const { id } = await server.newBook('slit-book');
    const answer = await send(id, csv);
    expect([answer.status, answer.body.code]).toEqual([422, code]);
    expect(answer.body.message).toMatch(words);
    expect((await server.request.get(`/api/books/${id}`)).body.revision).toBe(0);
  });

  it('as Markdown keeps its columns whatever the names hold', () => {
    const content = { asset: 'a'.repeat(64), page: 0, name: 'a|b\nc.jpg', fit: 'fit' as const };
    const pages = empty.pages.map((old, i) => (i === 0 ? onPage(content) : { ...old, ...EMPTY_PAGE }));
    const table = pagePlanMarkdown('Bells | ropes', pagePlan(plan.value, { ...empty, pages }, []))
      .split('\n')
      .filter((line) => line.startsWith('|'));
    expect(table).toHaveLength(10);
    const columns = new Set(table.map((line) => line.replaceAll('\\|', '').match(/\|/g)!.length));
    expect(columns.size).toBe(1);
  });
});
