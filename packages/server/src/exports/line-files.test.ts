import DxfParser from 'dxf-parser';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { FoldFile } from '@eight-up/core/output/fold-format';
import { serverUnderTest, type UnderTest } from '../../test/server-under-test.ts';

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
