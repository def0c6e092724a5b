import { at, fail, ok, type Result } from '../result.ts';
import { IDENTITY, sideOf } from '../geometry/isometry.ts';
import { nm } from '../units/nm.ts';
import { headOf } from './read-bound.ts';
import type { Face, LeafletHold, Page, Reading, ReadingProblem, SheetSide, View } from './reading.ts';
import { lastMoment, type FoldRun } from './run.ts';
import { bounds, outlinesOf, type FlatState } from './state.ts';

/**
 * Reads a sheet without a spine as its hands open it: first what lies up when it is closed, then what every opening uncovers, numbered from left to right,
 * then what only turning the open sheet over shows. Everything that lies side by side is a row.
 */
export function readLeaflet(
  run: FoldRun,
  { unfolds }: LeafletHold,
  printed: readonly SheetSide[],
): Result<Reading, ReadingProblem> {
  const { flat, standing } = lastMoment(run);
  if (standing) return fail({ code: 'still-standing' });
  const isPrinted = (face: Face) => printed.includes(face.side);
  const pageOf = new Map<string, number>();
  const seen: Face[] = [];
  const number = (face: Face | undefined): number | null => (face ? (pageOf.get(keyOf(face)) ?? null) : null);
  const views: View[] = [];
  /** Shows a state: what is new in it two at a time, with all that lies beside. */
  const show = (moment: number, over: boolean, gap: View['gap']): void => {
    const faces = visibleFaces(run, at(run.moments, moment).flat, over).filter(isPrinted);
    const fresh = faces.filter((face) => !pageOf.has(keyOf(face)));
    for (const face of fresh) {
      pageOf.set(keyOf(face), seen.length);
      seen.push(face);
    }
    for (let i = 0; i < fresh.length; i += 2) {
      const [one, other] = [fresh[i], fresh[i + 1]];
      const alone = gap === 'front' && !other;
      views.push({
        left: alone ? null : number(one),
        right: alone ? number(one) : number(other),
        gap,
        hinge: 'spine',
        row: faces.flatMap((face) => number(face) ?? []),
        unfolded: { moment, over },
      });
    }
  };
  const last = run.programme.length;
  // Opened out it lies as it did before its first fold.
  const open = Math.max(
    0,
    run.motions.findIndex(({ kind }) => kind === 'fold' || kind === 'collapse'),
  );
  show(last, false, 'front');
  for (const moment of momentsOpened(unfolds, last, open)) show(moment, false, moment);
  show(open, true, open);

  const layers = [...flat.order].reverse();
  const front = (panel: number): SheetSide => (sideOf(at(flat.placed, panel)) === 1 ? 'A' : 'B');
  const box = bounds(outlinesOf(run.sheet, flat));
  const hidden = run.sheet.panels.flatMap((_, panel) =>
    printed.map((side): Face => ({ panel, side })).filter((face) => !pageOf.has(keyOf(face))),
  );
  const [lost] = hidden;
  if (lost)
    return fail({
      code: 'page-unreachable',
      panel: at(run.sheet.panels, lost.panel).label,
      side: lost.side,
      edges: [],
    });
  return ok({
    held: flat,
    toHeld: IDENTITY,
    spineAt: 'west',
    layers,
    gaps: [],
    pages: seen.map((face, i): Page => ({
      face,
      quarterTurns: headOf(at(flat.placed, face.panel), face.side),
      side: face.side === front(face.panel) ? 'recto' : 'verso',
      number: i + 1,
    })),
    hidden: [],
    views,
    backPage: number(visibleFaces(run, flat, true).find(isPrinted)),
    leaves: layers.length,
    width: nm((box.right - box.left) / run.sheet.scale),
    height: nm((box.bottom - box.top) / run.sheet.scale),
    spineAxis: 'vertical',
    bolts: [],
  });
}

/** After how many steps the sheet looks as it does each time the hands pause in opening it. */
function momentsOpened(unfolds: LeafletHold['unfolds'], last: number, open: number): readonly number[] {
  switch (unfolds) {
    case 'step-by-step':
      return Array.from({ length: last - open }, (_, i) => last - 1 - i);
    case 'cover-then-out':
      return [...new Set([last - 1, open])];
    case 'out':
      return [open];
  }
}

const keyOf = ({ panel, side }: Face): string => `${panel}${side}`;

/**
 * The faces that look at the reader, from left to right, of panels that stand in one row; `over`: turned over like a page. A face counts where nothing lies on
 * any of it: the strip that a narrower neighbour leaves bare is no page. What lies uncovered is found stretch by stretch between all edges, so that it is exact.
 */
function visibleFaces(run: FoldRun, state: FlatState, over: boolean): readonly Face[] {
  const extents = outlinesOf(run.sheet, state).map((outline) => bounds([outline]));
  const edges = [...new Set(extents.flatMap(({ left, right }) => [left, right]))].sort((a, b) => a - b);
  const fromTop = over ? state.order : [...state.order].reverse();
  const bare = new Map<number, number>();
  for (const [i, right] of edges.entries()) {
    const left = edges[i - 1];
    if (left === undefined) continue;
    const top = fromTop.find((panel) => extents[panel]!.left <= left && extents[panel]!.right >= right);
    if (top !== undefined) bare.set(top, (bare.get(top) ?? 0) + right - left);
  }
  const middle = (panel: number) => extents[panel]!.left + extents[panel]!.right;
  return [...bare]
    .filter(([panel, width]) => width === extents[panel]!.right - extents[panel]!.left)
    .map(([panel]) => panel)
    .sort((one, other) => (middle(one) - middle(other)) * (over ? -1 : 1))
    .map((panel): Face => ({ panel, side: (sideOf(at(state.placed, panel)) === 1) === over ? 'B' : 'A' }));
}
