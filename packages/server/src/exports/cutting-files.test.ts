import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { execFileSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import path from 'node:path';
import DxfParser from 'dxf-parser';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BookAnswer } from '@eight-up/core/contract/answers';
import { chosenPaper, taskOf } from '@eight-up/core/cutting/chosen';
import { doJob } from '@eight-up/core/cutting/jobs';
import { USUAL_KIT } from '@eight-up/core/document/kit';
import { planBook } from '@eight-up/core/forms/planned-book';
import { PLAIN_PAPER, type Paper } from '@eight-up/core/paper/paper';
import { mm } from '@eight-up/core/units/nm';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';
import { tilesOf } from '@eight-up/core/print-jobs/tiles';

let server: UnderTest;
let folder: string;
let book: BookAnswer;

const paper: Paper = {
  ...PLAIN_PAPER,
  id: 'wharf',
  name: 'Wharf cartridge',
  sheet: { width: mm(500), height: mm(700), fibre: 'along-height' },
  deckles: ['left'],
  price: 120,
};
const KIT = { ...USUAL_KIT, copies: 7 };

beforeAll(async () => {
  server = await serverUnderTest();
  folder = mkdtempSync(path.join(tmpdir(), 'eight-up-cutting-'));
  book = await server.newBook();
  const plan = planBook(book.book.form, book.book.sheet);
  if (!plan.ok) throw new Error(plan.problem.code);
  const task = taskOf(plan.value, { kit: KIT }, 'text');
  const cut = doJob('plan', { task, paper, grain: 'own' }, () => {
    throw new Error('one size needs no solver');
  });
  if (!cut.ok) throw new Error(cut.problem.code);
  const say = (expect: number, command: object) =>
    server.request.post(`/api/books/${book.id}/revisions`).send({ expect, window: 'test', command });
  await say(0, { kind: 'set-kit', kit: KIT });
  const chosen = chosenPaper(task, paper, 'own', cut.value);
  const saved = await say(1, { kind: 'choose-paper', on: 'text', chosen, fibre: 'along-height' });
  expect((saved.body as BookAnswer).book.papers.text?.sheets).toBe(cut.value.count);
});
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true });
  await server.close();
});

const get = (file: string) => server.bytes(`/api/books/${book.id}/${file}`);
const words = (pdf: Buffer): string => {
  const file = path.join(folder, 'out.pdf');
  writeFileSync(file, pdf);
  return execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
};

describe('files of the cutting plan', () => {
  it('the bench sheet is one page with the cuts, the marks and the cautions', async () => {
    const text = words(await get('cutting.pdf'));
    expect(text.split('\f').filter((page) => page.trim() !== '')).toHaveLength(1);
    expect(text).toContain('Wharf cartridge');
    expect(text).toMatch(/True the left edge: take off 10 mm/);
    expect(text).toMatch(/From the left edge/);
    expect(text).toMatch(/fresh blade/);
    expect(text).toMatch(/100 mm long/);
  });

  it('at 1 : 1 it is spread over just as many printer pages as the sheet takes', async () => {
    const pages = words(await get('cutting-tiles.pdf?paper=a4')).split('\f').length - 1;
    const { columns, rows } = tilesOf(paper.sheet, 'a4');
    expect([columns, rows, pages]).toEqual([3, 3, 9]);
  });

  it('the lines are cuts in real millimetres, the same in SVG and DXF', async () => {
    const dxf = new DxfParser().parseSync((await get('cutting.dxf')).toString('utf8'))!;
    const cuts = dxf.entities.filter(({ layer }) => layer === 'cut' || layer === 'trim');
    const svg = (await get('cutting.svg')).toString('utf8');
    expect(svg).toContain('width="500mm" height="700mm"');
    expect(svg.match(/<polyline/g)).toHaveLength(cuts.length);
    expect(cuts.length).toBeGreaterThan(2);
  });

  it('the marks are a table read from the trued edge', async () => {
    const [heading, ...rows] = (await get('cutting.csv')).toString('utf8').trim().split('\r\n');
    expect(heading).toContain('exact mm');
    expect(rows.length).toBeGreaterThan(1);
    // 297 high pieces lie across: the first mark is one short side from the trued edge.
    expect(rows.join('\n')).toMatch(/edge,(210|297),/);
  });

  it('says what is missing: no paper taken, no such plan', async () => {
    const none = await server.request.get(`/api/books/${book.id}/cutting.pdf?on=board`);
    expect([none.status, none.body.code]).toEqual([422, 'plan-impossible']);
    const beyond = await server.request.get(`/api/books/${book.id}/cutting.pdf?plan=9`);
    expect([beyond.status, beyond.body.code]).toEqual([404, 'not-found']);
    expect((await server.request.get(`/api/books/${book.id}/cutting.csv?unit=ells`)).status).toBe(400);
  });

  it('the book remembers its paper when the drawer changes', async () => {
    const { body } = await server.request.get(`/api/books/${book.id}`);
    expect((body as BookAnswer).book.papers.text!.paper).toEqual(paper);
    expect((body as BookAnswer).book.sheet.fibre).toBe('along-height');
  });
});
