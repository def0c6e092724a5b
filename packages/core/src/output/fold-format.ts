import type { FoldedBook } from '../forms/planned-book.ts';
import { lastMoment } from '../folding/run.ts';
import { toMm } from '../units/nm.ts';
import { toNm } from '../folding/laid-paper.ts';

/** A crease pattern in the open FOLD format, version 1.2 (Demaine, Ku, Lang, "A New File Standard to Represent Folded Structures", 2016). */
export interface FoldFile {
  readonly file_spec: 1.2;
  readonly file_creator: string;
  readonly file_title: string;
  readonly file_classes: readonly ['singleModel'];
  readonly frame_classes: readonly ['creasePattern'];
  readonly frame_attributes: readonly ['2D'];
  readonly frame_unit: 'mm';
  /** y upwards, as the format has it */
  readonly vertices_coords: readonly (readonly [number, number])[];
  readonly edges_vertices: readonly (readonly [number, number])[];
  /** B border, M mountain, V valley (seen from face A), F flat, C cut */
  readonly edges_assignment: readonly ('B' | 'M' | 'V' | 'F' | 'C')[];
  readonly faces_vertices: readonly (readonly number[])[];
}

/** The crease pattern of one sheet of a form whose panels meet corner to corner, as grid forms do. Lengths in millimetres. */
export function foldFile(plan: FoldedBook, title: string, index = 0): FoldFile {
  const { laid } = plan.run;
  const { hinges, bends } = lastMoment(plan.run);
  const vertices = new Map<string, number>();
  const coords: (readonly [number, number])[] = [];
  const vertexAt = (p: { readonly x: number; readonly y: number }): number => {
    const key = `${p.x} ${p.y}`;
    const known = vertices.get(key);
    if (known !== undefined) return known;
    vertices.set(key, coords.length);
    coords.push([toMm(toNm(laid, p.x)), toMm(toNm(laid, laid.sheets[index]!.height - p.y))]);
    return coords.length - 1;
  };
  // Turned about, so that faces run counter-clockwise where y points up.
  const own = laid.panels.flatMap((panel, i) => (panel.sheet === index ? [{ i, outline: panel.outline }] : []));
  const faces = own.map(({ outline }) => [...outline].reverse().map(vertexAt));
  const bendOf = new Map(hinges.map(({ p, q }, i) => [`${p} ${q}`, bends[i]!]));
  const edges = new Map<string, { readonly ends: readonly [number, number]; readonly panels: number[] }>();
  faces.forEach((face, n) =>
    face.forEach((from, i) => {
      const to = face[(i + 1) % face.length]!;
      const key = from < to ? `${from} ${to}` : `${to} ${from}`;
      const edge = edges.get(key) ?? { ends: from < to ? [from, to] : [to, from], panels: [] };
      edge.panels.push(own[n]!.i);
      edges.set(key, edge);
    }),
  );
  const assignment = (panels: readonly number[]): 'B' | 'M' | 'V' | 'F' | 'C' => {
    if (panels.length < 2) return 'B';
    const bend = bendOf.get(`${Math.min(...panels)} ${Math.max(...panels)}`);
    return bend === undefined ? 'C' : bend > 0 ? 'V' : bend < 0 ? 'M' : 'F';
  };
  const list = [...edges.values()];
  return {
    file_spec: 1.2,
    file_creator: 'Eight Up',
    file_title: title,
    file_classes: ['singleModel'],
    frame_classes: ['creasePattern'],
    frame_attributes: ['2D'],
    frame_unit: 'mm',
    vertices_coords: coords,
    edges_vertices: list.map(({ ends }) => ends),
    edges_assignment: list.map(({ panels }) => assignment(panels)),
    faces_vertices: faces,
  };
}
