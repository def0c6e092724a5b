import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import DxfParser from 'dxf-parser';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { pagesOfWords } from '../../test/marked-pages.ts';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';

const mm = (length: number) => Math.round(length * 1_000_000);
const POINT = 25.4 / 72;

let server: UnderTest;
let concertina: string;
let meander: string;
beforeAll(async () => {
  server = await serverUnderTest();
  const sheet = { width: mm(500), height: mm(700), fibre: 'along-height' };
  const parameters = {
    panels: 10,
    panelWidth: mm(65),
    panelHeight: mm(95),
    side: 'anywhere',
    strips: [3, 3, 4],
    insetBy: mm(0.3),
  };
  concertina = (await server.newBook('concertina', parameters, sheet)).id;
  const a3 = { width: mm(420), height: mm(297), fibre: 'any' };
  meander = (await server.newBook('meander-book', { rows: 4, columns: 4 }, a3)).id;
});
afterAll(() => server.close());

/** Lines of every page that stand upright from edge to edge: how far from the left, in millimetres. */
function uprightLines(pdf: Uint8Array): readonly (readonly number[])[] {
  const folder = mkdtempSync(path.join(tmpdir(), 'eight-up-lines-'));
  writeFileSync(path.join(folder, 'a.pdf'), pdf);
  execFileSync('qpdf', ['--qdf', '--object-streams=disable', 'a.pdf', 'b.pdf'], { cwd: folder });
  const text = execFileSync('cat', ['b.pdf'], { cwd: folder, encoding: 'latin1', maxBuffer: 1 << 28 });
  rmSync(folder, { recursive: true });
  return [...text.matchAll(/stream\n([\s\S]*?)endstream/g)]
    .map(([, stream]) => stream!)
    .filter((stream) => / m\n/.test(stream))
    .map((stream) =>
      [...stream.matchAll(/(-?[\d.]+) (-?[\d.]+) m\n(-?[\d.]+) (-?[\d.]+) l\n(?!-?[\d.]+ -?[\d.]+ l)/g)].flatMap(
        ([, x0, y0, x1, y1]) =>
          Math.abs(Number(x0) - Number(x1)) < 1e-6 && Math.abs(Number(y0) - Number(y1)) * POINT > 90
            ? [Number(x0) * POINT]
            : [],
      ),
    );
}

describe('marks to work by', () => {
  it('lie in the templates where they are planned, within a twentieth of a millimetre, each on the face that is scored', async () => {
    const pages = uprightLines(await server.bytes(`/api/books/${concertina}/marks.pdf?takeUp=100000`));
    // By hand: panels of 65; of the second strip the first is 0.3 narrower, since it lies inside a valley; half of each fold’s 0.1 goes to either side.
    const strips = [
      { width: 195.25 + 15, front: [65.05, 195.25], back: [130.15] },
      { width: 195 + 15, front: [129.9], back: [64.8, 195] },
      { width: 260.35, front: [65.1, 195.3], back: [130.2] },
    ];
    const wanted = strips.flatMap(({ width, front, back }) => [
      [0.8, ...front],
      [width - 0.8, ...back.map((at) => width - at)],
    ]);
    const templates = pages.slice(1);
    expect(templates).toHaveLength(6);
    wanted.forEach((places, i) => {
      const found = templates[i]!;
      for (const at of places)
        expect(Math.min(...found.map((x) => Math.abs(x - at))), `page ${i}: ${at}`).toBeLessThan(0.05);
      // The frame is one path: nothing else goes from edge to edge.
      expect(found).toHaveLength(places.length);
    });
  });

  it('with a creasing board or a knife they lie on the other face', async () => {
    const [bench] = pagesOfWords(await server.bytes(`/api/books/${concertina}/marks.pdf?tool=half-cut&size=bench`));
    expect(bench!.words.has('half-cut')).toBe(true);
    const svg = async (query: string) =>
      (await server.bytes(`/api/books/${concertina}/marks.svg?${query}`)).toString('utf8');
    const folds = (text: string) =>
      (text.match(/id="(valley|mountain)"[\s\S]*?<\/g>/g) ?? []).join().match(/<polyline/g)?.length ?? 0;
    expect([folds(await svg('sheet=1&face=A')), folds(await svg('sheet=1&face=A&tool=board'))]).toEqual([2, 1]);
  });

  it('are the same in the drawing for machines and in the table; inches are rounded by place, to what the rule has', async () => {
    const dxf = new DxfParser().parseSync(
      (await server.bytes(`/api/books/${concertina}/marks.dxf?sheet=3`)).toString('utf8'),
    )!;
    const upright = dxf.entities
      .filter(({ layer }) => layer === 'valley' || layer === 'mountain')
      .map((one) => (one as unknown as { vertices: { x: number }[] }).vertices[0]!.x);
    expect(upright.map((x) => Number(x.toFixed(3)))).toEqual([65, 195]);
    const [, ...rows] = (await server.bytes(`/api/books/${concertina}/marks.csv`))
      .toString('utf8')
      .trim()
      .split('\r\n');
    expect(rows.filter((row) => row.startsWith('strip 3')).map((row) => row.split(',').slice(1, 9))).toEqual([
      ['1', 'left edge', '65', '65', '2 9/16', '2 9/16', '2 9/16', 'valley'],
      ['2', 'right edge', '130', '130', '5 1/8', '5 1/8', '5 1/8', 'mountain'],
      ['3', 'left edge', '195', '195', '7 11/16', '7 11/16', '7 43/64', 'valley'],
    ]);
  });

  it('of a sheet larger than the printer’s paper go over several, with the bench sheet before them; a meander has cuts between its folds', async () => {
    const pages = pagesOfWords(
      await server.bytes(`/api/books/${meander}/marks.pdf?size=tiled&unit=in&fine=sixty-fourths`),
    );
    // Letter, 15 mm of rim: a sheet of 420 × 297 takes three columns of two rows, on either face.
    expect(pages).toHaveLength(1 + 2 * 6);
    const [bench] = pages;
    expect([bench!.words.has('cut'), bench!.words.has('1/64')]).toEqual([true, true]);
  });

  it('of a sheet that is not there, or finer than any rule, are refused', async () => {
    const missing = await server.request.get(`/api/books/${concertina}/marks.svg?sheet=9`);
    expect([missing.status, missing.body.code]).toEqual([404, 'not-found']);
    for (const query of ['unit=ells', 'fine=hundredths', 'takeUp=-1', 'tool=teeth'])
      expect((await server.request.get(`/api/books/${concertina}/marks.pdf?${query}`)).status).toBe(400);
  });
});
