import DxfParser from 'dxf-parser';
import Papa from 'papaparse';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { FoldFile } from '@eight-up/core/output/fold-format';
import { markedPdf } from '../../test/marked-pages.ts';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';
import { pagePlanCsv, pagePlanMarkdown } from './line-files.ts';

let server: UnderTest;
beforeAll(async () => {
  server = await serverUnderTest();
});
afterAll(() => server.close());

interface DxfLine {
  readonly type: string;
  readonly layer: string;
  readonly vertices?: readonly { readonly x: number; readonly y: number }[];
}

describe('DXF', () => {
  it('read back by another library has the same lines in millimetres, on the same layers as the SVG', async () => {
    const { id } = await server.newBook('meander-book', { rows: 3, columns: 4 });
    const dxf = new DxfParser().parseSync((await server.bytes(`/api/books/${id}/lines.dxf`)).toString('utf8'))!;
    const lines = dxf.entities as unknown as readonly DxfLine[];
    const cuts = lines.filter(({ layer, type }) => layer === 'cut' && type === 'LINE');
    expect(cuts.map(({ vertices }) => vertices!.map(({ x, y }) => [x, y]))).toEqual([
      [
        [0, 140],
        [222.75, 140],
      ],
      [
        [74.25, 70],
        [297, 70],
      ],
    ]);
    const svg = (await server.bytes(`/api/books/${id}/lines.svg`)).toString('utf8');
    const layers = [...svg.matchAll(/data-layer="([a-z]+)"/g)].map(([, layer]) => layer).sort();
    expect([...new Set(lines.map(({ layer }) => layer))].sort()).toEqual(layers);
    expect(dxf.header.$INSUNITS).toBe(4);
  });
});

describe('FOLD', () => {
  it('holds every panel once, every edge once, cuts where no hinge is, and a sheet-sized border', async () => {
    const { id } = await server.newBook('slit-book');
    const fold = JSON.parse((await server.bytes(`/api/books/${id}/creases.fold`)).toString('utf8')) as FoldFile;
    expect([fold.file_spec, fold.frame_unit, fold.faces_vertices.length]).toEqual([1.2, 'mm', 8]);
    // Euler: V − E + F = 1 for a disc of faces.
    expect(fold.vertices_coords.length - fold.edges_vertices.length + fold.faces_vertices.length).toBe(1);
    const length = (kind: string) =>
      fold.edges_vertices.reduce((sum, [a, b], i) => {
        const [p, q] = [fold.vertices_coords[a]!, fold.vertices_coords[b]!];
        return fold.edges_assignment[i] === kind ? sum + Math.hypot(p[0] - q[0], p[1] - q[1]) : sum;
      }, 0);
    expect(length('B')).toBeCloseTo(2 * (297 + 210), 6);
    expect(length('C')).toBeCloseTo(297 / 2, 6);
    expect(length('M') + length('V')).toBeCloseTo(297 / 2 + 3 * 210, 6);
    const areas = fold.faces_vertices.map((face) =>
      face.reduce((sum, v, i) => {
        const [p, q] = [fold.vertices_coords[v]!, fold.vertices_coords[face[(i + 1) % face.length]!]!];
        return sum + (p[0] * q[1] - q[0] * p[1]) / 2;
      }, 0),
    );
    for (const area of areas) expect(area).toBeCloseTo((297 * 210) / 8, 4);
  });
});

describe('the page plan', () => {
  it('as CSV reads back row by row: what stands on each page and where the page stands', async () => {
    const { id } = await server.newBook('slit-book');
    await server.upload(id, [['=pages, "final".pdf', await markedPdf([{}, {}])]]);
    const csv = (await server.bytes(`/api/books/${id}/pages.csv`)).toString('utf8');
    const { data } = Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, ''), {
      header: true,
      skipEmptyLines: true,
    });
    expect(data).toHaveLength(8);
    expect(data[0]).toMatchObject({ page: '1', panel: 'r2c4', turned: '0', fit: 'fit', pageOfFile: '' });
    expect(data[0]!.file).toContain('pages, "final".pdf');
    // A spreadsheet must not take a file name for a formula.
    expect(data[0]!.file!.startsWith('=')).toBe(false);
    expect(data[1]).toMatchObject({ page: '2', panel: 'r1c4', turned: '180', pageOfFile: '2' });
    expect(data[7]).toMatchObject({ file: '', fit: '' });
  });

  it('as Markdown keeps its columns whatever the names hold', () => {
    const row = {
      page: 1,
      label: '1',
      side: 'A',
      panel: 'r1c1',
      turned: 0,
      file: 'a|b\nc.jpg',
      pageOfFile: '',
      fit: 'fit',
      pixelsPerInch: 300,
    } as const;
    const table = pagePlanMarkdown('Bells | ropes', [row])
      .split('\n')
      .filter((line) => line.startsWith('|'));
    for (const line of table) expect(line.replaceAll('\\|', '').match(/\|/g)).toHaveLength(7);
    expect(pagePlanCsv([row]).startsWith('\uFEFF')).toBe(true);
  });
});
