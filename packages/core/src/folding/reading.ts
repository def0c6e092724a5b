import { at, fail, ok, type Result } from '../result.ts';
import { compose, invert, quarterTurns, sideOf, type Isometry } from '../geometry/isometry.ts';
import { moveSegment, reflection, type Segment } from '../geometry/line.ts';
import { extentsOf, sameExtents } from '../geometry/outline.ts';
import { nm, type Nm } from '../units/nm.ts';
import { lastMoment, type FoldRun, type Moment } from './run.ts';
import { bounds, moveState, outlinesOf, type FlatState } from './state.ts';
import type { Compass, GlueHow } from './step.ts';

export type SheetSide = 'A' | 'B';

/** One face of one panel. */
export interface Face {
  readonly panel: number;
  readonly side: SheetSide;
}

/** How the finished book is held: which face is the front cover, which way on the sheet its head points, and where its spine is. */
export interface Hold {
  readonly cover: { readonly panel: string; readonly side: SheetSide };
  readonly up: Compass;
  readonly reading: 'left-to-right' | 'right-to-left';
}

/**
 * How a pile is held whose cover is whatever face the folding leaves outside: the upper one, the under one, or the one with which
 * the bolts lie at the head rather than at the tail. Its spine is the last fold. Bolts are slit: what they close can be read all the same.
 */
export interface PileHold {
  readonly cover: 'uppermost' | 'undermost' | 'bolts-at-head';
  readonly reading: 'left-to-right' | 'right-to-left';
  readonly bolts: 'slit';
}

export type BookEdge = 'spine' | 'head' | 'tail' | 'fore-edge';

/**
 * The space between two neighbouring layers. `opening`: free but for the spine. `fold-out`: free at the
 * spine and held by a fold at one other edge, round which it opens. `closed`: a bolt (or several edges) keeps
 * it shut. `glued`: shut by the maker.
 */
export interface Gap {
  /** the face that looks into the gap from the layer nearer the front cover, and the one that meets it */
  readonly faces: readonly [Face, Face];
  readonly kind: 'opening' | 'fold-out' | 'closed' | 'glued';
  /** edges along which a fold closes the gap */
  readonly edges: readonly BookEdge[];
  readonly glue?: GlueHow;
}

/** A printed face that can be seen in the book, in reading order. */
export interface Page {
  readonly face: Face;
  /** quarter turns clockwise from the sheet's north to the page's head, looking at the face's own side */
  readonly quarterTurns: 0 | 1 | 2 | 3;
}

export interface HiddenFace {
  readonly face: Face;
  readonly why: 'glued' | 'closed';
}

/** What lies side by side before the reader: page numbers (0-based), or null for an unprinted face or the outside. */
export interface View {
  readonly left: number | null;
  readonly right: number | null;
  /** the gap that is open, or where the book is closed */
  readonly gap: number | 'front' | 'back';
  /** round which edge it opens */
  readonly hinge: BookEdge;
}

/** A finished book as a reader meets it. All lengths of the closed book are in nanometres. */
export interface Reading {
  /** the closed book lying with its front cover up and its head to the north */
  readonly held: FlatState;
  /** how the last moment of the run has to be moved to be held so */
  readonly toHeld: Isometry;
  readonly spineAt: 'west' | 'east';
  /** layers from the front cover to the back */
  readonly layers: readonly number[];
  readonly gaps: readonly Gap[];
  readonly pages: readonly Page[];
  readonly hidden: readonly HiddenFace[];
  readonly views: readonly View[];
  readonly leaves: number;
  readonly width: Nm;
  readonly height: Nm;
  /** the axis of the unfolded sheet to which the spine, and so the grain, should run parallel */
  readonly spineAxis: 'vertical' | 'horizontal';
  /** folded edges that have to be slit before the pages can be read */
  readonly bolts: readonly BookEdge[];
}

export type ReadingProblem =
  | { readonly code: 'not-one-pile'; readonly panel: string }
  | { readonly code: 'still-standing' }
  | { readonly code: 'cover-inside'; readonly panel: string }
  | { readonly code: 'no-such-cover'; readonly panel: string }
  | {
      readonly code: 'page-unreachable';
      readonly panel: string;
      readonly side: SheetSide;
      readonly edges: readonly BookEdge[];
    };

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
 * Reads the folded paper as a book. `printed` are the sides of the sheet that carry pages. A printed face
 * that a fold keeps shut is a problem; one that the maker glued away is hidden by choice and listed.
 */
export function readBook(
  run: FoldRun,
  hold: Hold | PileHold,
  printed: readonly SheetSide[],
): Result<Reading, ReadingProblem> {
  if ('bolts' in hold && hold.cover === 'bolts-at-head') {
    const upper = readBook(run, { ...hold, cover: 'uppermost' }, printed);
    if (!upper.ok || upper.value.bolts.includes('head') || !upper.value.bolts.includes('tail')) return upper;
    return readBook(run, { ...hold, cover: 'undermost' }, printed);
  }
  const moment = lastMoment(run);
  if (moment.standing) return fail({ code: 'still-standing' });
  const { order } = moment.flat;
  const ofPile = 'bolts' in hold;
  const cover = ofPile
    ? at(order, hold.cover === 'uppermost' ? order.length - 1 : 0)
    : run.sheet.panels.findIndex((panel) => panel.label === hold.cover.panel);
  if (!ofPile && cover < 0) return fail({ code: 'no-such-cover', panel: hold.cover.panel });
  const first = extentsOf(outlinesOf(run.sheet, moment.flat)[0]!);
  const apart = outlinesOf(run.sheet, moment.flat).findIndex((outline) => !sameExtents(extentsOf(outline), first));
  if (apart >= 0) return fail({ code: 'not-one-pile', panel: run.sheet.panels[apart]!.label });

  const pile = bounds(outlinesOf(run.sheet, moment.flat));
  const move = ofPile ? pileMove(moment, pile, hold) : holdMove(at(moment.flat.placed, cover), hold);
  if (!move) return fail({ code: 'cover-inside', panel: run.sheet.panels[cover]!.label });
  const toHeld = aboutMiddle(move, pile);
  const held = moveState(moment.flat, toHeld);
  const layers = [...held.order].reverse();
  if (layers[0] !== cover) return fail({ code: 'cover-inside', panel: run.sheet.panels[cover]!.label });

  const box = bounds(outlinesOf(run.sheet, held));
  const spineAt = hold.reading === 'left-to-right' ? 'west' : 'east';
  const edgeOf = (image: Segment): BookEdge | undefined => {
    if (image.axis === 'vertical')
      return image.at === (spineAt === 'west' ? box.left : box.right) ? 'spine' : 'fore-edge';
    if (image.axis === 'horizontal') return image.at === box.top ? 'head' : 'tail';
    return undefined;
  };
  const depth = new Array<number>(layers.length);
  layers.forEach((panel, i) => (depth[panel] = i));
  // A fold closes every gap between its two layers: where each begins and ends to do so is noted, then summed along the pile.
  const changes = new Map<BookEdge, Int32Array>();
  for (const { p, q, segment } of moment.hinges) {
    const edge = edgeOf(moveSegment(at(held.placed, p), segment));
    if (!edge) continue;
    const [from, to] = depth[p]! < depth[q]! ? [depth[p]!, depth[q]!] : [depth[q]!, depth[p]!];
    const along = changes.get(edge) ?? new Int32Array(layers.length);
    changes.set(edge, along);
    along[from]!++;
    along[to]!--;
  }
  const closing = new Map([...changes.keys()].map((edge) => [edge, 0]));
  const edgesByGap = layers.slice(1).map((_, gap) =>
    [...changes].flatMap(([edge, along]) => {
      const now = closing.get(edge)! + along[gap]!;
      closing.set(edge, now);
      return now > 0 ? [edge] : [];
    }),
  );
  // Face that a layer turns to the front: A where face A looks up.
  const front = (panel: number): SheetSide => (sideOf(at(held.placed, panel)) === 1 ? 'A' : 'B');
  const back = (panel: number): SheetSide => (front(panel) === 'A' ? 'B' : 'A');
  const gaps = edgesByGap.map((edges, i): Gap => {
    const [upper, lower] = [layers[i]!, layers[i + 1]!];
    const faces = [
      { panel: upper, side: back(upper) },
      { panel: lower, side: front(lower) },
    ] as const;
    const glued = run.glued.find(({ panels }) => panels.includes(upper) && panels.includes(lower));
    if (glued) return { faces, kind: 'glued', edges, glue: glued.how };
    const elsewhere = edges.filter((edge) => edge !== 'spine');
    const kind =
      elsewhere.length === 0 || ofPile
        ? 'opening'
        : elsewhere.length === 1 && !edges.includes('spine')
          ? 'fold-out'
          : 'closed';
    return { faces, kind, edges };
  });

  const isPrinted = (face: Face) => printed.includes(face.side);
  const pages: Page[] = [];
  const hidden: HiddenFace[] = [];
  const pageOf = new Map<string, number>();
  const see = (face: Face, gap: Gap | undefined) => {
    if (!isPrinted(face)) return;
    if (gap?.kind === 'glued' || gap?.kind === 'closed') {
      hidden.push({ face, why: gap.kind });
      return;
    }
    pageOf.set(`${face.panel}${face.side}`, pages.length);
    pages.push({ face, quarterTurns: headOf(at(held.placed, face.panel), face.side) });
  };
  const outside: readonly [Face, Face] = [
    { panel: layers[0]!, side: front(layers[0]!) },
    { panel: layers[layers.length - 1]!, side: back(layers[layers.length - 1]!) },
  ];
  see(outside[0], undefined);
  for (const gap of gaps) for (const face of gap.faces) see(face, gap);
  see(outside[1], undefined);
  const unreachable = hidden.find(({ why }) => why === 'closed');
  if (unreachable) {
    const gap = gaps.find(({ faces }) => faces.includes(unreachable.face))!;
    return fail({
      code: 'page-unreachable',
      panel: run.sheet.panels[unreachable.face.panel]!.label,
      side: unreachable.face.side,
      edges: gap.edges,
    });
  }

  const number = (face: Face): number | null => pageOf.get(`${face.panel}${face.side}`) ?? null;
  const views: View[] = [
    { left: null, right: number(outside[0]), gap: 'front', hinge: 'spine' },
    ...gaps.flatMap((gap, i): View[] => {
      if (gap.kind === 'glued' || gap.kind === 'closed' || !gap.faces.some(isPrinted)) return [];
      const hinge = gap.kind === 'opening' ? 'spine' : gap.edges[0]!;
      return [{ left: number(gap.faces[0]), right: number(gap.faces[1]), gap: i, hinge }];
    }),
    { left: number(outside[1]), right: null, gap: 'back', hinge: 'spine' },
  ];
  return ok({
    held,
    toHeld,
    spineAt,
    layers,
    gaps,
    pages,
    hidden,
    views,
    leaves: layers.length - gaps.filter(({ kind }) => kind === 'glued' || kind === 'closed').length,
    width: nm((box.right - box.left) / run.sheet.scale),
    height: nm((box.bottom - box.top) / run.sheet.scale),
    spineAxis: held.placed[cover]!.b === 0 ? 'vertical' : 'horizontal',
    bolts: ofPile ? BOLTS.filter((edge) => gaps.some(({ edges }) => edges.includes(edge))) : [],
  });
}

const BOLTS: readonly BookEdge[] = ['head', 'fore-edge', 'tail'];

/**
 * The move that brings the outside face up and the spine to its side. The spine is the fold that joins the two outermost layers: the
 * last one went round all others.
 */
function pileMove(moment: Moment, box: ReturnType<typeof bounds>, hold: PileHold): Isometry | undefined {
  const { order, placed } = moment.flat;
  const [under, over] = [order[0]!, order[order.length - 1]!];
  const last = moment.hinges.find(({ p, q }) => (p === under && q === over) || (p === over && q === under));
  if (!last) return undefined;
  const { axis, at: place } = moveSegment(at(placed, last.p), last.segment);
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
function holdMove(coverPlaced: Isometry, hold: Hold): Isometry {
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

/** Where the head of a page points on the sheet, seen from the face's own side (side B is seen with the sheet turned over left to right). */
function headOf(placed: Isometry, side: SheetSide): 0 | 1 | 2 | 3 {
  const back = invert({ ...placed, tx: 0, ty: 0 });
  const north = COMPASS.north;
  const x = back.a * north.x + back.b * north.y;
  const y = back.c * north.x + back.d * north.y;
  return turnsToward(side === 'A' ? x + 0 : 0 - x, y + 0);
}

/** Recto: the front of a leaf, seen after its turn; verso: its back. */
export function sideOfPage(reading: Pick<Reading, 'views'>, page: number): 'recto' | 'verso' {
  const rectos = rectosOf.get(reading.views) ?? new Set(reading.views.map(({ right }) => right));
  rectosOf.set(reading.views, rectos);
  return rectos.has(page) ? 'recto' : 'verso';
}

/** Kept by the views they are found in: a long book is asked page by page. */
const rectosOf = new WeakMap<readonly View[], ReadonlySet<number | null>>();

/** Whether the pages number themselves with the cover as 1, or the covers stand apart. */
export type Numbering = 'cover-is-1' | 'covers-apart';

/** What stands under a page: its number, or which cover it is. */
export type PageLabel = { readonly kind: 'number'; readonly number: number } | { readonly kind: 'front' | 'back' };

/** The label of page `index` (0-based). Covers stand apart only where a printed face is the outside of the book. */
export function pageLabel(reading: Pick<Reading, 'views' | 'pages'>, index: number, numbering: Numbering): PageLabel {
  if (numbering === 'cover-is-1') return { kind: 'number', number: index + 1 };
  const front = reading.views[0]!.right;
  const back = reading.views[reading.views.length - 1]!.left;
  if (index === front) return { kind: 'front' };
  if (index === back) return { kind: 'back' };
  return { kind: 'number', number: index + 1 - (front === null ? 0 : 1) };
}
