import { at, fail, ok, type Result } from '../result.ts';
import { compose, invert, quarterTurns, sideOf, type Isometry } from '../geometry/isometry.ts';
import { moveSegment, reflection, type Segment } from '../geometry/line.ts';
import { nm } from '../units/nm.ts';
import { pageFaces } from './page-faces.ts';
import { besideFlap, hangsOn, keyOf, numbersOf, openingsOf } from './openings.ts';
import { depthsOf } from './reading.ts';
import type { CoverHold, PileHold, SheetSide } from './hold.ts';
import type { BookEdge, Face, Gap, HiddenFace, Page, Reading, ReadingProblem, Toward, View } from './reading.ts';
import type { Moment } from './moment.ts';
import { lastMoment, type FoldRun } from './run.ts';
import { bounds, moveState, outlinesOf, type FlatState } from './state.ts';
import type { Compass } from './step.ts';

const COMPASS: Readonly<Record<Compass, { x: number; y: number }>> = {
  north: { x: 0, y: -1 },
  east: { x: 1, y: 0 },
  south: { x: 0, y: 1 },
  west: { x: -1, y: 0 },
};
const TURNS_OF: readonly Compass[] = ['north', 'east', 'south', 'west'];

const turnsToward = (x: number, y: number): 0 | 1 | 2 | 3 =>
  TURNS_OF.findIndex((name) => COMPASS[name].x === x && COMPASS[name].y === y) as 0 | 1 | 2 | 3;

/**
 * Reads folded paper that has a spine. A face that carries a page and
 * that a fold keeps shut is a problem; one that the maker glued away is hidden by choice and listed. In a pile, panels that do not reach
 * the spine are flaps: each opens round the fold by which it hangs on a leaf.
 */
export function readBound(run: FoldRun, hold: CoverHold | PileHold): Result<Reading, ReadingProblem> {
  if (hold.kind === 'pile' && hold.cover === 'bolts-at-head') {
    const upper = readBound(run, { ...hold, cover: 'uppermost' });
    if (!upper.ok || upper.value.bolts.includes('head') || !upper.value.bolts.includes('tail')) return upper;
    return readBound(run, { ...hold, cover: 'undermost' });
  }
  const { carries: isPrinted, leftOf, tabs } = pageFaces(run);
  const lying = liesAsHeld(run, hold, tabs);
  if (!lying.ok) return lying;
  const { held, toHeld, box, spineAt, flaps } = lying.value;
  const layers = held.order.filter((panel) => !tabs.has(panel)).reverse();
  // Face that a layer turns to the front: A where face A looks up.
  const front = (panel: number): SheetSide => (sideOf(at(held.placed, panel)) === 1 ? 'A' : 'B');
  const back = (panel: number): SheetSide => (front(panel) === 'A' ? 'B' : 'A');
  const ofPile = hold.kind === 'pile';
  const gaps = edgesOfGaps(run, lying.value, layers, tabs).map((edges, i): Gap => {
    const [upper, lower] = [layers[i]!, layers[i + 1]!];
    const faces = [
      { panel: upper, side: back(upper) },
      { panel: lower, side: front(lower) },
    ] as const;
    const shut = (one: { readonly panels: readonly number[] }) =>
      one.panels.includes(upper) && one.panels.includes(lower);
    const glued = run.glued.find(shut);
    if (glued) return { faces, kind: 'glued', edges, glue: glued.how };
    if (run.joined.some(shut)) return { faces, kind: 'glued', edges };
    const hasFlap = flaps.has(upper) !== flaps.has(lower) && edges.includes('fore-edge');
    if (ofPile) return { faces, kind: hasFlap ? 'fold-out' : 'opening', edges };
    const elsewhere = edges.filter((edge) => edge !== 'spine');
    if (elsewhere.length === 0) return { faces, kind: 'opening', edges };
    return { faces, kind: elsewhere.length === 1 && !edges.includes('spine') ? 'fold-out' : 'closed', edges };
  });
  const closed = gaps.find(({ kind, faces }) => kind === 'closed' && faces.some(isPrinted));
  if (closed) {
    const { panel, side } = closed.faces.find(isPrinted)!;
    return fail({ code: 'page-unreachable', panel: at(run.laid.panels, panel).label, side, edges: closed.edges });
  }

  const outside: readonly [Face, Face] = [
    { panel: layers[0]!, side: front(layers[0]!) },
    { panel: layers[layers.length - 1]!, side: back(layers[layers.length - 1]!) },
  ];
  const shown = openingsOf(gaps, flaps);
  const seen = [outside[0], ...shown.flatMap(({ pair }) => pair), outside[1]].filter(isPrinted);
  const hidden = gaps
    .flatMap(({ kind, faces }) => (kind === 'glued' ? faces.filter(isPrinted) : []))
    .map((face): HiddenFace => ({ face, why: 'glued' }));
  const pageOf = new Map(seen.map((face, page) => [keyOf(face), page]));
  const number = (face: Face): number | null => pageOf.get(keyOf(face)) ?? null;
  const views: View[] = [
    { left: null, right: number(outside[0]), gap: 'front', hinge: 'spine', toward: towardAt('spine', spineAt) },
    ...shown
      .filter(({ pair }) => pair.some(isPrinted))
      .map(({ pair: [one, other], row, gap, hinge, opened }): View => {
        const [left, right] = [number(one), number(other)];
        if (row && opened) {
          const lies = { gap, hinge, toward: towardAt('spine', spineAt), opened };
          return { left, right, ...lies, row: row.flatMap((face) => number(face) ?? []) };
        }
        // What opens about the head or the tail turns the earlier page over it.
        const over = (hinge === 'head' || hinge === 'tail') && left !== null;
        return { left, right, gap, hinge, toward: towardAt(hinge, spineAt), ...(over ? { headDown: left } : {}) };
      }),
    { left: number(outside[1]), right: null, gap: 'back', hinge: 'spine', toward: towardAt('spine', spineAt) },
  ];
  const beside = new Map(shown.flatMap(({ opened, pair }) => (opened ? besideFlap(pair, flaps) : [])));
  const leaves = layers.filter((panel) => !flaps.has(panel)).length;
  const numbered = flaps.size > 0 ? numbersOf(layers, flaps, seen, front) : undefined;
  return ok({
    held,
    toHeld,
    spineAt,
    layers,
    tabs,
    gaps,
    pages: seen.map((face, i): Page => {
      const quarterTurns = headOf(at(held.placed, face.panel), face.side);
      const left = leftOf(face);
      if (!numbered)
        return {
          face,
          quarterTurns,
          side: face.side === front(face.panel) ? 'recto' : 'verso',
          number: i + 1,
          ...(left ? { left } : {}),
        };
      const onFlap = flaps.has(face.panel);
      const leaf = beside.get(keyOf(face)) ?? face;
      return {
        face,
        quarterTurns,
        side: leaf.side === front(leaf.panel) ? 'recto' : 'verso',
        number: numbered.get(keyOf(onFlap ? hangsOn(face, beside) : face))!,
        ...(onFlap ? { letter: beside.has(keyOf(face)) ? ('b' as const) : ('a' as const) } : {}),
      };
    }),
    hidden,
    views,
    backPage: number(outside[1]),
    leaves: leaves - gaps.filter(({ kind }) => kind === 'glued' || kind === 'closed').length,
    width: nm((box.right - box.left) / run.laid.scale),
    height: nm((box.bottom - box.top) / run.laid.scale),
    spineAxis: held.placed[layers[0]!]!.b === 0 ? 'vertical' : 'horizontal',
    bolts: ofPile
      ? BOLTS.filter((edge) => gaps.some(({ kind, edges }) => kind !== 'fold-out' && edges.includes(edge)))
      : [],
  });
}

interface Lying {
  readonly held: FlatState;
  readonly toHeld: Isometry;
  readonly spineAt: 'west' | 'east';
  /** of the leaves: the closed book */
  readonly box: ReturnType<typeof bounds>;
  readonly flaps: ReadonlySet<number>;
}

/** Turns the folded paper to how the book is held, and tells its leaves from its flaps. */
function liesAsHeld(
  run: FoldRun,
  hold: CoverHold | PileHold,
  tabs: ReadonlyMap<number, number>,
): Result<Lying, ReadingProblem> {
  const moment = lastMoment(run);
  if (moment.standing) return fail({ code: 'still-standing' });
  const { order, placed } = moment.flat;
  const label = (panel: number) => at(run.laid.panels, panel).label;
  const cover =
    hold.kind === 'pile'
      ? at(order, hold.cover === 'uppermost' ? order.length - 1 : 0)
      : run.laid.panels.findIndex((panel) => panel.label === hold.cover.panel);
  if (cover < 0) return fail({ code: 'no-such-cover', panel: (hold as CoverHold).cover.panel });
  const pile = bounds(outlinesOf(run.laid, moment.flat));
  const spine = hold.kind === 'pile' ? spineFold(moment) : undefined;
  const move = hold.kind === 'pile' ? spine && pileMove(spine, pile, hold) : holdMove(at(placed, cover), hold);
  if (!move) return fail({ code: 'cover-inside', panel: label(cover) });
  const toHeld = aboutMiddle(move, pile);
  const held = moveState(moment.flat, toHeld);

  const spineAt = hold.reading === 'left-to-right' ? 'west' : 'east';
  const extents = outlinesOf(run.laid, held).map((outline) => bounds([outline]));
  const line = spine ? moveSegment(toHeld, spine).at : undefined;
  const reaches = (one: Lying['box']) => line === undefined || one[spineAt === 'west' ? 'left' : 'right'] === line;
  const flaps = new Set(extents.flatMap((one, panel) => (reaches(one) || tabs.has(panel) ? [] : [panel])));
  const leaves = extents.filter((_, panel) => !flaps.has(panel) && !tabs.has(panel));
  const box = spine
    ? {
        left: Math.min(...leaves.map(({ left }) => left)),
        right: Math.max(...leaves.map(({ right }) => right)),
        top: leaves[0]!.top,
        bottom: leaves[0]!.bottom,
      }
    : extents[cover]!;
  const within = extents.map((one) => one.left >= box.left && one.right <= box.right);
  const past = within.findIndex((inside, panel) => !inside && flaps.has(panel));
  if (past >= 0) return fail({ code: 'flap-past-spine', panel: label(past) });
  const apart = extents.findIndex(
    ({ left, right, top, bottom }, panel) =>
      !tabs.has(panel) &&
      (top !== box.top || bottom !== box.bottom || (!spine && (left !== box.left || right !== box.right))),
  );
  if (apart >= 0) return fail({ code: 'not-one-pile', panel: label(apart) });
  return held.order.findLast((panel) => !tabs.has(panel)) === cover
    ? ok({ held, toHeld, spineAt, box, flaps })
    : fail({ code: 'cover-inside', panel: label(cover) });
}

/** Along which edges folds close each gap. A fold closes every gap between its two layers: where each begins and ends to do so is noted, then summed along the pile. */
function edgesOfGaps(
  run: FoldRun,
  { held, box, spineAt }: Lying,
  layers: readonly number[],
  tabs: ReadonlyMap<number, number>,
): readonly BookEdge[][] {
  const edgeOf = (image: Segment): BookEdge | undefined => {
    if (image.axis === 'vertical')
      return image.at === (spineAt === 'west' ? box.left : box.right) ? 'spine' : 'fore-edge';
    if (image.axis === 'horizontal') return image.at === box.top ? 'head' : 'tail';
    return undefined;
  };
  const depth = depthsOf({ layers, tabs });
  const changes = new Map<BookEdge, Int32Array>();
  for (const { p, q, segment } of lastMoment(run).hinges) {
    const edge = edgeOf(moveSegment(at(held.placed, p), segment));
    if (!edge) continue;
    const [from, to] = depth[p]! < depth[q]! ? [depth[p]!, depth[q]!] : [depth[q]!, depth[p]!];
    const along = changes.get(edge) ?? new Int32Array(layers.length);
    changes.set(edge, along);
    along[from]!++;
    along[to]!--;
  }
  const closing = new Map([...changes.keys()].map((edge) => [edge, 0]));
  return layers.slice(1).map((_, gap) =>
    [...changes].flatMap(([edge, along]) => {
      const now = closing.get(edge)! + along[gap]!;
      closing.set(edge, now);
      return now > 0 ? [edge] : [];
    }),
  );
}

const BOLTS: readonly BookEdge[] = ['head', 'fore-edge', 'tail'];

/** The fold round which all others went: of those that the uppermost layer hangs on, the one that joins it to the lowest. */
function spineFold({ hinges, flat: { order, placed } }: Moment): Segment | undefined {
  const over = order[order.length - 1]!;
  const height = new Map(order.map((panel, i) => [panel, i]));
  const folds = hinges.flatMap(({ p, q, segment }) =>
    p === over || q === over
      ? [{ height: height.get(p === over ? q : p)!, fold: moveSegment(at(placed, p), segment) }]
      : [],
  );
  return folds.reduce<(typeof folds)[number] | undefined>(
    (lowest, one) => (!lowest || one.height < lowest.height ? one : lowest),
    undefined,
  )?.fold;
}

/** The move that brings the outside face up and the spine to its side. */
function pileMove({ axis, at: place }: Segment, box: Lying['box'], hold: PileHold): Isometry {
  const spine =
    axis === 'vertical'
      ? { x: 2 * place > box.left + box.right ? 1 : -1, y: 0 }
      : { x: 0, y: 2 * place > box.top + box.bottom ? 1 : -1 };
  const turned: Isometry = hold.cover === 'uppermost' ? quarterTurns(0) : reflection({ axis: 'vertical', at: 0 });
  const now = turnsToward(turned.a * spine.x + turned.b * spine.y + 0, turned.c * spine.x + turned.d * spine.y + 0);
  const wanted = hold.reading === 'left-to-right' ? 3 : 1;
  return compose(quarterTurns(wanted - now), turned);
}

/** The move that brings the cover face up and its head to the north. */
function holdMove(coverPlaced: Isometry, hold: CoverHold): Isometry {
  const looksUp = (sideOf(coverPlaced) === 1) === (hold.cover.side === 'A');
  const turned: Isometry = looksUp ? quarterTurns(0) : reflection({ axis: 'vertical', at: 0 });
  const f = compose(turned, coverPlaced);
  const up = COMPASS[hold.up];
  const heads = turnsToward(f.a * up.x + f.b * up.y, f.c * up.x + f.d * up.y);
  return compose(quarterTurns(-heads), turned);
}

/** The same turn, but about the middle of what lies there, so that the book does not wander over the table. */
function aboutMiddle(f: Isometry, box: ReturnType<typeof bounds>): Isometry {
  const [x, y] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
  const even = (value: number) => 2 * Math.round(value / 2);
  return { ...f, tx: even(x - f.a * x - f.b * y), ty: even(y - f.c * x - f.d * y) };
}

/** Where the later page lies once a leaf is turned about this edge: away from it. */
function towardAt(hinge: BookEdge, spineAt: Reading['spineAt']): Toward {
  switch (hinge) {
    case 'spine':
      return spineAt === 'west' ? 'right' : 'left';
    case 'fore-edge':
      return spineAt === 'west' ? 'left' : 'right';
    case 'head':
      return 'below';
    case 'tail':
      return 'above';
  }
}

/** Where the head of a page points on the sheet, seen from the face's own side (side B is seen with the sheet turned over left to right). */
export function headOf(placed: Isometry, side: SheetSide): 0 | 1 | 2 | 3 {
  const back = invert({ ...placed, tx: 0, ty: 0 });
  const north = COMPASS.north;
  const x = back.a * north.x + back.b * north.y;
  const y = back.c * north.x + back.d * north.y;
  return turnsToward(side === 'A' ? x + 0 : 0 - x, y + 0);
}
