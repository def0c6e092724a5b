import type { SheetSide } from './hold.ts';
import type { BookEdge, Face, Gap } from './reading.ts';

/** A number, since long books ask for thousands. */
export const keyOf = ({ panel, side }: Face): number => 2 * panel + (side === 'B' ? 1 : 0);

export interface Shown {
  /** the two faces that are seen for the first time, in reading direction */
  readonly pair: readonly [Face, Face];
  readonly gap: number;
  readonly hinge: BookEdge;
  readonly row?: readonly Face[];
  readonly opened?: readonly number[];
}

/**
 * What the reader meets, gap by gap. Between two leaves there is one opening, met with all flaps folded in; then each flap is opened out,
 * and all that lies side by side is a row: the leaf before the opening lies left (read from left to right), with its flap beyond it.
 */
export function openingsOf(gaps: readonly Gap[], flaps: ReadonlySet<number>): readonly Shown[] {
  const shown: Shown[] = [];
  for (let i = 0; i < gaps.length;) {
    // Gaps up to the next one whose lower layer is a leaf belong to one opening.
    let end = i;
    while (end < gaps.length - 1 && flaps.has(gaps[end]!.faces[1].panel)) end++;
    const group = gaps.slice(i, end + 1);
    const inner = group.findIndex(
      ({ kind, faces }) => kind !== 'fold-out' || !faces.some(({ panel }) => flaps.has(panel)),
    );
    const opening = group[inner];
    if (opening && opening.kind !== 'glued' && opening.kind !== 'closed') {
      const gap = i + inner;
      shown.push({ pair: opening.faces, gap, hinge: opening.kind === 'opening' ? 'spine' : opening.edges[0]! });
      let [leading, trailing]: readonly [readonly Face[], readonly Face[]] = [[opening.faces[0]], [opening.faces[1]]];
      let opened: readonly number[] = [];
      group.forEach(({ faces }, k) => {
        if (k === inner) return;
        const pair = [faces[1], faces[0]] as const;
        if (k < inner) leading = pair;
        else trailing = pair;
        opened = [...opened, faces[k < inner ? 1 : 0].panel];
        shown.push({ pair, gap, hinge: 'fore-edge', row: [...leading, ...trailing], opened });
      });
    }
    i = end + 1;
  }
  return shown;
}

/** What a flap shows opened out lies beside a page of its leaf. */
export const besideFlap = (
  [one, other]: Shown['pair'],
  flaps: ReadonlySet<number>,
): readonly (readonly [number, Face])[] => (flaps.has(one.panel) ? [[keyOf(one), other]] : [[keyOf(other), one]]);

/** The page of the leaf that a flap's face belongs to: the one beside its inner face. */
export function hangsOn(face: Face, beside: ReadonlyMap<number, Face>): Face {
  const other: Face = { panel: face.panel, side: face.side === 'A' ? 'B' : 'A' };
  return beside.get(keyOf(face)) ?? beside.get(keyOf(other)) ?? face;
}

/** The pages of leaves counted from the front, flaps left out. */
export function numbersOf(
  layers: readonly number[],
  flaps: ReadonlySet<number>,
  seen: readonly Face[],
  front: (panel: number) => SheetSide,
): ReadonlyMap<number, number> {
  const keys = new Set(seen.map(keyOf));
  const inOrder = layers
    .filter((panel) => !flaps.has(panel))
    .flatMap((panel): Face[] => [
      { panel, side: front(panel) },
      { panel, side: front(panel) === 'A' ? 'B' : 'A' },
    ])
    .filter((face) => keys.has(keyOf(face)));
  return new Map(inOrder.map((face, i) => [keyOf(face), i + 1]));
}
