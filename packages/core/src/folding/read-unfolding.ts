import { at, fail, ok, type Result } from '../result.ts';
import { IDENTITY, sideOf } from '../geometry/isometry.ts';
import { moveOutline } from '../geometry/outline.ts';
import { nm } from '../units/nm.ts';
import { pageFaces } from './page-faces.ts';
import { headOf } from './read-bound.ts';
import type { SheetSide, UnfoldHold } from './hold.ts';
import {
  cornersOf,
  type Box,
  type Face,
  type HiddenFace,
  type Page,
  type Reading,
  type ReadingProblem,
  type View,
} from './reading.ts';
import { lastMoment, type FoldRun } from './run.ts';
import { bounds, outlinesOf, type FlatState } from './state.ts';

/**
 * Reads something without a spine as its hands open it: first what lies up when it is closed, then what every opening uncovers, row by row from left to right,
 * then what only turning it over, opened out, shows. Everything that lies side by side is a row.
 */
export function readUnfolding(run: FoldRun, { how, covered = [] }: UnfoldHold): Result<Reading, ReadingProblem> {
  const { flat, standing } = lastMoment(run);
  if (standing) return fail({ code: 'still-standing' });
  const faces = pageFaces(run);
  const { leftOf, tabs, isGluedDown } = faces;
  const underCover = facesUnderCovers(run, flat, covered);
  const facing = how === 'front-then-back' ? facingFaces(flat, tabs) : undefined;
  const pairs = inPairs(facing);
  const isCovered = (face: Face) => underCover.has(keyOf(face));
  const carries = (face: Face) => faces.carries(face) && !isGluedDown(face) && !isCovered(face);
  const pageOf = new Map<string, number>();
  const seen: Face[] = [];
  /** which way up each is read: as it lies when it is first seen */
  const heads: Page['quarterTurns'][] = [];
  const number = (face: Face | undefined): number | null => (face ? (pageOf.get(keyOf(face)) ?? null) : null);
  const views: View[] = [];
  /** Shows a state: what is new in it two at a time, with all that lies beside. */
  const show = (moment: number, over: boolean, gap: View['gap'], counted?: readonly (readonly Face[])[]): void => {
    const state = at(run.moments, moment).flat;
    const rows = counted ?? visibleRows(run, state, over, leftOf).map((row) => row.filter(carries));
    const isNew = new Set(rows.flat().filter((face) => !pageOf.has(keyOf(face))));
    for (const face of isNew) {
      pageOf.set(keyOf(face), seen.length);
      seen.push(face);
      heads.push(headOf(at(state.placed, face.panel), face.side));
    }
    const lies = { gap, unfolded: { moment, over } };
    const fresh = rows.map((row) => row.filter((face) => isNew.has(face)));
    // One above another: what is new stands in a single column.
    const column = fresh.flat();
    if (column.length > 1 && fresh.every((row) => row.length < 2)) {
      for (let i = 0; i < column.length; i += 2)
        views.push({ left: number(column[i]), right: number(column[i + 1]), hinge: 'head', toward: 'below', ...lies });
      return;
    }
    fresh.forEach((faces, k) => {
      const row = rows[k]!.flatMap((face) => number(face) ?? []);
      for (const [one, other] of pairs(faces)) {
        const beside = other ? undefined : facing?.get(keyOf(one));
        const isRight = !other && (gap === 'front' || (beside && liesLeft(run, state, beside, one) !== over));
        const [left, right] = isRight ? [null, number(one)] : [number(one), number(other)];
        views.push({ left, right, hinge: 'spine', toward: 'right', row, ...lies });
      }
    });
    // Closed, even a bare outside is what one holds.
    if (gap === 'front' && views.length === 0)
      views.push({ left: null, right: null, hinge: 'spine', toward: 'right', row: [], ...lies });
  };
  const last = run.steps.length;
  // Opened out it lies as it did before its first fold; what is glued or joined by then is not taken apart again.
  const held = Math.max(-1, ...run.glued.map(({ step }) => step), ...run.joined.map(({ step }) => step)) + 1;
  const firstFold = run.motions.findIndex(({ kind }, step) => step >= held && (kind === 'fold' || kind === 'collapse'));
  const open = firstFold < 0 ? held : firstFold;
  if (how === 'front-then-back') show(last, false, 'front', []);
  else show(last, false, 'front');
  for (const moment of momentsOpened(how, last, open)) show(moment, false, moment);
  show(open, true, open);
  const seenSo = facing ? withStances(views, seen, flat, tabs, facing) : views;

  const layers = flat.order.filter((panel) => !tabs.has(panel)).reverse();
  const front = (panel: number): SheetSide => (sideOf(at(flat.placed, panel)) === 1 ? 'A' : 'B');
  const box = bounds(outlinesOf(run.laid, flat));
  const every = run.laid.panels.flatMap((_, panel) => (['A', 'B'] as const).map((side): Face => ({ panel, side })));
  const lost = every.find((face) => carries(face) && !pageOf.has(keyOf(face)));
  if (lost)
    return fail({ code: 'page-unreachable', panel: at(run.laid.panels, lost.panel).label, side: lost.side, edges: [] });
  const [back] = visibleRows(run, flat, true, leftOf).flat().filter(carries);
  return ok({
    held: flat,
    toHeld: IDENTITY,
    spineAt: 'west',
    layers,
    tabs,
    gaps: [],
    pages: seen.map((face, i): Page => {
      const left = leftOf(face);
      return {
        face,
        quarterTurns: at(heads, i),
        side: face.side === front(face.panel) ? 'recto' : 'verso',
        number: i + 1,
        ...(left ? { left } : {}),
      };
    }),
    hidden: every
      .filter((face) => faces.carries(face) && (isGluedDown(face) || isCovered(face)))
      .map((face): HiddenFace => ({ face, why: isCovered(face) ? 'cover' : 'glued' })),
    views: seenSo,
    backPage: number(back),
    leaves: layers.length,
    // Panels narrowed against the thickness of paper lie aside here, where paper has none; in the hand they do not.
    width: nm((how === 'front-then-back' ? widest(run) : box.right - box.left) / run.laid.scale),
    height: nm((box.bottom - box.top) / run.laid.scale),
    spineAxis: 'vertical',
    bolts: [],
  });
}

/** After how many steps it looks as it does each time the hands pause in opening it. */
function momentsOpened(how: UnfoldHold['how'], last: number, open: number): readonly number[] {
  switch (how) {
    case 'step-by-step':
      return Array.from({ length: last - open }, (_, i) => last - 1 - i);
    case 'cover-then-out':
      return [...new Set([last - 1, open])];
    case 'out':
    case 'front-then-back':
      return [open];
  }
}

/** Of all panels but tabs. */
const widest = ({ laid }: FoldRun): number =>
  laid.panels.reduce((most, { label, outline }) => {
    const { left, right } = bounds([outline]);
    return laid.bare.has(label) ? most : Math.max(most, right - left);
  }, 0);

/**
 * The views of a concertina with the way in which hands hold it: leafed open pair by pair from its beginning, pulled open whole, turned over and leafed from its other end, and at last stood up, to and
 * fro and as a star.
 */
function withStances(
  views: readonly View[],
  seen: readonly Face[],
  flat: FlatState,
  tabs: ReadonlyMap<number, number>,
  facing: ReadonlyMap<string, Face>,
): readonly View[] {
  const layers = flat.order.filter((panel) => !tabs.has(panel));
  const held = views.map((view): View => {
    const { left, right, unfolded } = view;
    const over = unfolded!.over;
    const page = left ?? right;
    if (page === null) return { ...view, stance: { kind: 'closed', over } };
    const face = at(seen, page);
    const { panel } = face;
    const beside = left === null || right === null ? facing.get(keyOf(face)) : at(seen, right);
    // What faces nothing lies outside of the closed pile, above or below.
    if (!beside) return { ...view, stance: { kind: 'closed', over: panel === layers[0] } };
    return { ...view, stance: { kind: 'leafed', between: [panel, beside.panel], over } };
  });
  const whole = (over: boolean): readonly View[] => {
    const last = held.findLast(({ unfolded, row }) => unfolded?.over === over && (row?.length ?? 0) > 0);
    return last ? [{ ...last, left: null, right: null, stance: { kind: 'whole', over } }] : [];
  };
  const [first] = held;
  const stood = (kind: 'stands' | 'star'): View => ({ ...first!, row: [], stance: { kind, over: false } });
  const fronts = held.filter(({ unfolded }) => !unfolded?.over);
  const backs = held.filter(({ unfolded }) => unfolded?.over);
  return [...fronts, ...whole(false), ...backs, ...whole(true), stood('stands'), stood('star')];
}

/** Faces by twos: as they come, or only those that face one another in the closed pile. */
const inPairs =
  (facing?: ReadonlyMap<string, Face>) =>
  (faces: readonly Face[]): readonly (readonly [Face, Face?])[] => {
    const pairs: (readonly [Face, Face?])[] = [];
    for (let i = 0; i < faces.length;) {
      const [one, other] = [faces[i]!, faces[i + 1]];
      const faced = facing?.get(keyOf(one));
      const isPair = other !== undefined && (!facing || (faced !== undefined && keyOf(faced) === keyOf(other)));
      pairs.push(isPair ? [one, other] : [one]);
      i += isPair ? 2 : 1;
    }
    return pairs;
  };

/** Which faces touch in the closed pile, tabs left out. */
function facingFaces({ order, placed }: FlatState, tabs: ReadonlyMap<number, number>): ReadonlyMap<string, Face> {
  const layers = order.filter((panel) => !tabs.has(panel));
  const faceOf = (panel: number, up: boolean): Face => ({
    panel,
    side: (sideOf(at(placed, panel)) === 1) === up ? 'A' : 'B',
  });
  return new Map(
    layers.slice(1).flatMap((upper, i) => {
      const [under, over] = [faceOf(layers[i]!, true), faceOf(upper, false)];
      return [[keyOf(under), over] as const, [keyOf(over), under] as const];
    }),
  );
}

/** Whether a panel lies left of another, seen from above. */
function liesLeft({ laid }: FoldRun, state: FlatState, one: Face, other: Face): boolean {
  const outlines = outlinesOf(laid, state);
  const middle = ({ panel }: Face) => {
    const { left, right } = bounds([outlines[panel]!]);
    return left + right;
  };
  return middle(one) < middle(other);
}

/** Of panels that are glued to a cover the face that looks outwards from the closed pile: the upper one of what lies in its upper half. */
function facesUnderCovers({ laid }: FoldRun, flat: FlatState, covered: readonly string[]): ReadonlySet<string> {
  return new Set(
    laid.panels.flatMap(({ label }, panel) => {
      if (!covered.includes(label)) return [];
      const isAbove = flat.order.indexOf(panel) >= flat.order.length / 2;
      const looksUp = sideOf(at(flat.placed, panel)) === 1;
      return [keyOf({ panel, side: isAbove === looksUp ? 'A' : 'B' })];
    }),
  );
}

const keyOf = ({ panel, side }: Face): string => `${panel}${side}`;

/**
 * The faces that look at the reader, row by row from the top, each from left to right; `over`: turned over like a page. A face counts where nothing lies on
 * any of what glue leaves of it: the strip that a narrower neighbour leaves bare is no page. What lies uncovered is found cell by cell between all edges, so that it is exact.
 * (Panels are rectangles here, as a grid's are.)
 */
function visibleRows(
  run: FoldRun,
  state: FlatState,
  over: boolean,
  leftOf: (face: Face) => Box | undefined,
): readonly (readonly Face[])[] {
  const boxes = outlinesOf(run.laid, state).map((outline) => bounds([outline]));
  const faces = state.placed.map((f, panel): Face => ({ panel, side: (sideOf(f) === 1) === over ? 'B' : 'A' }));
  /** what is to be seen of each face if it is to count */
  const wanted = faces.map((face): Box => {
    const left = leftOf(face);
    return left ? bounds([moveOutline(at(state.placed, face.panel), cornersOf(left))]) : boxes[face.panel]!;
  });
  const fromTop = over ? state.order : [...state.order].reverse();
  const all = [...boxes, ...wanted];
  const xs = distinct(all.flatMap(({ left, right }) => [left, right]));
  const ys = distinct(all.flatMap(({ top, bottom }) => [top, bottom]));
  const within = (box: Box, { left, right, top, bottom }: Box) =>
    box.left <= left && box.right >= right && box.top <= top && box.bottom >= bottom;
  const bare = new Map<number, number>();
  for (const [j, bottom] of ys.entries())
    for (const [i, right] of xs.entries()) {
      const [left, top] = [xs[i - 1], ys[j - 1]];
      if (left === undefined || top === undefined) continue;
      const cell = { left, right, top, bottom };
      const uppermost = fromTop.find((panel) => within(boxes[panel]!, cell));
      if (uppermost !== undefined && within(wanted[uppermost]!, cell))
        bare.set(uppermost, (bare.get(uppermost) ?? 0) + 1);
    }
  const cells = ({ left, right, top, bottom }: Box) =>
    (xs.indexOf(right) - xs.indexOf(left)) * (ys.indexOf(bottom) - ys.indexOf(top));
  const uncovered = [...bare].flatMap(([panel, count]) => (count === cells(wanted[panel]!) ? [panel] : []));
  const middle = (panel: number) => wanted[panel]!.left + wanted[panel]!.right;
  return distinct(uncovered.map((panel) => wanted[panel]!.top)).map((top) =>
    uncovered
      .filter((panel) => wanted[panel]!.top === top)
      .sort((one, other) => (middle(one) - middle(other)) * (over ? -1 : 1))
      .map((panel) => faces[panel]!),
  );
}

const distinct = (values: readonly number[]): readonly number[] => [...new Set(values)].sort((a, b) => a - b);
