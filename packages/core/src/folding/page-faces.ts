import { at } from '../result.ts';
import { compose, invert } from '../geometry/isometry.ts';
import { moveOutline } from '../geometry/outline.ts';
import type { SheetSide } from './hold.ts';
import type { Box, Face } from './reading.ts';
import type { FoldRun, Joined } from './run.ts';
import { bounds, sideUp } from './state.ts';

/** Which faces of an assembly carry pages, and what glue and joins leave of them to be seen. */
export interface PageFaces {
  readonly carries: (face: Face) => boolean;
  /** undefined: the whole face */
  readonly leftOf: (face: Face) => Box | undefined;
  /** carries a page that nobody reads, since it is glued down */
  readonly isGluedDown: (face: Face) => boolean;
  /** of each panel that carries no page and is joined to one that does, that panel */
  readonly tabs: ReadonlyMap<number, number>;
}

const keyOf = ({ panel, side }: Face): string => `${panel}${side}`;

/**
 * A face carries a page where its part is printed on that side and its panel is no tab. Of two faces that are glued or joined each loses what the other
 * covers: along a whole edge that shortens the page; a face of a join that is covered wholly is no page, one of a glueing is a page hidden by choice.
 */
export function pageFaces(run: FoldRun): PageFaces {
  const { laid, joined, glued } = run;
  const isBare = (panel: number) => laid.bare.has(at(laid.panels, panel).label);
  const seen = new Map<string, Box | 'joined' | 'glued'>();
  const cover = (how: 'joined' | 'glued') => (meeting: Meeting) => {
    for (const [face, covered] of facesThatMeet(run, meeting)) {
      const before = seen.get(keyOf(face)) ?? bounds([at(laid.panels, face.panel).outline]);
      seen.set(keyOf(face), typeof before === 'string' ? before : (without(before, covered) ?? how));
    }
  };
  joined.forEach(cover('joined'));
  glued.forEach(cover('glued'));
  const printedSides = (panel: number): readonly SheetSide[] =>
    isBare(panel) ? [] : at(laid.parts, at(laid.sheets, at(laid.panels, panel).sheet).part).printed;
  return {
    carries: (face) => printedSides(face.panel).includes(face.side) && seen.get(keyOf(face)) !== 'joined',
    isGluedDown: (face) => seen.get(keyOf(face)) === 'glued',
    leftOf: (face) => {
      const left = seen.get(keyOf(face));
      return typeof left === 'string' ? undefined : left;
    },
    tabs: new Map(
      joined.flatMap(({ panels: [p, q] }): (readonly [number, number])[] =>
        isBare(p) === isBare(q) ? [] : [isBare(p) ? [p, q] : [q, p]],
      ),
    ),
  };
}

/** Whether a face lies against another for good. */
export const isFaceGlued = (run: FoldRun, { panel, side }: Face): boolean =>
  run.joined
    .filter(({ panels }) => panels.includes(panel))
    .flatMap((meeting) => facesThatMeet(run, meeting))
    .some(([face]) => face.panel === panel && face.side === side);

type Meeting = Pick<Joined, 'step' | 'panels'>;

/** The faces that come together for good, and what each loses: where the other panel lies, on its own sheet. */
function facesThatMeet(run: FoldRun, { step, panels: [p, q] }: Meeting): readonly (readonly [Face, Box])[] {
  const { flat } = at(run.moments, step);
  const lower = flat.order.indexOf(p) < flat.order.indexOf(q) ? p : q;
  return [[p, q] as const, [q, p] as const].map(([panel, other]) => {
    const up = sideUp(flat, panel) === 1;
    const side: SheetSide = (panel === lower) === up ? 'A' : 'B';
    const onto = compose(invert(at(flat.placed, panel)), at(flat.placed, other));
    return [{ panel, side }, bounds([moveOutline(onto, at(run.laid.panels, other).outline)])];
  });
}

/** What is left of a face on which another lies: less a strip along one edge; null where nothing is left; all of it where only its middle or a corner is covered. */
function without(face: Box, covered: Box): Box | null {
  const across = covered.left <= face.left && covered.right >= face.right;
  const along = covered.top <= face.top && covered.bottom >= face.bottom;
  if (across && along) return null;
  if (along && covered.left <= face.left) return { ...face, left: Math.max(face.left, covered.right) };
  if (along && covered.right >= face.right) return { ...face, right: Math.min(face.right, covered.left) };
  if (across && covered.top <= face.top) return { ...face, top: Math.max(face.top, covered.bottom) };
  if (across && covered.bottom >= face.bottom) return { ...face, bottom: Math.min(face.bottom, covered.top) };
  return face;
}
