import { foliosPerSection, spineFolds } from '../folding/nest.ts';
import { bounds, outlinesOf } from '../folding/state.ts';
import type { BookEdge } from '../folding/reading.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import type { Measurement } from '../measuring/measurement.ts';
import { SCORED_FROM } from '../marks/sheet-marks.ts';
import { pagesPaper, type BookDocument } from '../document/document.ts';
import { closedSize } from '../output/nest-marks.ts';
import { stitchById } from '../stitches/registry.ts';
import { mm, nm, type Nm } from '../units/nm.ts';

/** A length that is not known to the last: between two, and what is most likely. */
export interface Between {
  readonly least: Nm;
  readonly likely: Nm;
  readonly most: Nm;
}

export const EDGES = ['spine', 'fore-edge', 'head', 'tail'] as const satisfies readonly BookEdge[];

/** How thick the closed book is along one edge, and of what. */
export interface EdgeMeasure extends Between {
  readonly edge: BookEdge;
  /** most layers of paper that lie on one another there, tabs and flaps among them */
  readonly layers: number;
  /** films of glue among them */
  readonly films: number;
  /** paper, glue and thread with nothing springing */
  readonly flat: Nm;
  /** what thread adds at the spine, likely */
  readonly thread: Nm;
  /** what of it was measured; the rest is reckoned */
  readonly measured: Nm | undefined;
}

/** Why a closed book is thicker than its layers. */
export type SpringFrom = 'measured-here' | 'measured-on-this-paper' | 'pressed' | 'unpressed' | 'unpressed-heavy';

export interface ClosedMeasure {
  readonly edges: readonly EdgeMeasure[];
  readonly width: Nm;
  readonly height: Nm;
  /** by which layers are multiplied, and how that is known */
  readonly spring: {
    readonly least: number;
    readonly likely: number;
    readonly most: number;
    readonly from: SpringFrom;
  };
  /** whether one sheet's thickness was measured, estimated from its weight, or is taken as set */
  readonly paper: 'measured' | 'estimated' | 'set';
}

/** What was measured of finished blocks: of this one, and of any on this paper. */
export interface BlocksKnown {
  readonly ofBook: Measurement<'closed-thickness'> | undefined;
  readonly onPaper: Measurement<'closed-thickness'> | undefined;
}

/** Usual: pressed a tenth, unpressed heavy paper a fifth to two; unpressed light paper between (ours), and a twentieth either way for the press (ours). */
const SPRING = {
  pressed: [1.05, 1.1, 1.15],
  unpressed: [1.1, 1.2, 1.3],
  'unpressed-heavy': [1.2, 1.3, 1.4],
} as const;

/** Paper above this weight is heavy (g/m²): the same at which a fold is scored (usual). */
const HEAVY = SCORED_FROM;

/** An estimate from weight and bulk is right within this share (usual). */
const ESTIMATE = 0.15;

/** How far from an edge a closed book is felt: at the fore-edge over the folds of flaps, 2 to 3 mm inside it; elsewhere short of their free edges, 3 mm from the gutter at least. */
const [BAND, FORE_BAND] = [mm(2), mm(6)];

/**
 * Thickness of the closed book along its four edges: layers × T there, films of glue, thread at the spine (up to two diameters a section, one is likely), times the spring. What
 * was measured of the book wins, and its ratio to its layers is the spring of the other edges; measured on another book of the same paper it is the spring here.
 */
export function closedMeasure(
  plan: FoldedBook,
  book: BookDocument,
  known: BlocksKnown = { ofBook: undefined, onPaper: undefined },
): ClosedMeasure {
  const { printing, binding } = book;
  const caliper = pagesPaper(book)?.paper.caliper;
  const paper = caliper && caliper.thickness === printing.creep.thickness ? caliper.how : 'set';
  const doubt = paper === 'measured' ? 0 : ESTIMATE;
  const glue = nm(Number(plan.parameters['glue'] ?? binding.glue));
  const counted = countedAt(plan, book);
  const threads = threadAtSpine(plan, book);
  const flatOf = ({ edge, layers, films }: Counted): Nm =>
    nm(layers * printing.creep.thickness + films * glue + (edge === 'spine' ? threads : 0));
  const flats = new Map(counted.map((one) => [one.edge, flatOf(one)]));
  const spring = springOf(book, known, flats.get('spine')!);
  // Measured before pages were added or another paper was taken it tells the spring only.
  const asItIs = (known.ofBook?.lengths?.layers ?? flats.get('spine')) === flats.get('spine');
  const ofBook = asItIs ? known.ofBook?.lengths : undefined;
  const edges = counted.map((one): EdgeMeasure => {
    const flat = flats.get(one.edge)!;
    const thread = one.edge === 'spine' ? threads : nm(0);
    const measured = one.edge === 'spine' ? ofBook?.thickness : one.edge === 'fore-edge' ? ofBook?.foreEdge : undefined;
    // Thread may bed into the fold altogether, or lie on it twice over.
    const reckoned = {
      least: nm((flat - thread) * spring.least * (1 - doubt)),
      likely: nm(flat * spring.likely),
      most: nm((flat + thread) * spring.most * (1 + doubt)),
    };
    const told = measured === undefined ? reckoned : { least: measured, likely: measured, most: measured };
    return { ...one, flat, thread, measured, ...told };
  });
  return { edges, ...closedSize(plan, printing), spring, paper };
}

function springOf(book: BookDocument, { ofBook, onPaper }: BlocksKnown, flatNow: Nm): ClosedMeasure['spring'] {
  const measured = (of: BlocksKnown['ofBook'], flat: Nm | undefined, from: SpringFrom) => {
    const thickness = of?.lengths?.thickness;
    if (thickness === undefined || !flat) return undefined;
    const ratio = thickness / flat;
    return { least: ratio, likely: ratio, most: ratio, from };
  };
  const usual = book.binding.pressed
    ? 'pressed'
    : (pagesPaper(book)?.paper.grammage ?? 0) > HEAVY
      ? 'unpressed-heavy'
      : 'unpressed';
  const [least, likely, most] = SPRING[usual];
  return (
    measured(ofBook, ofBook?.lengths?.layers ?? flatNow, 'measured-here') ??
    measured(onPaper, onPaper?.lengths?.layers, 'measured-on-this-paper') ?? { least, likely, most, from: usual }
  );
}

interface Counted {
  readonly edge: BookEdge;
  readonly layers: number;
  readonly films: number;
}

interface Span {
  readonly from: number;
  readonly to: number;
  readonly panel: number;
}

/** The most panels over one another along each trimmed edge, and the films of glue between those. */
function countedAt(plan: FoldedBook, { printing }: Pick<BookDocument, 'printing'>): readonly Counted[] {
  const { run, reading } = plan;
  const { scale } = run.laid;
  const outlines = outlinesOf(run.laid, reading.held);
  const whole = bounds(outlines);
  const trims = spineFolds(plan).length > 0;
  const cut = (trim: Nm): number => (trims ? trim * scale : 0);
  const west = reading.spineAt === 'west';
  const box = {
    left: whole.left + (west ? 0 : cut(printing.trim)),
    right: whole.right - (west ? cut(printing.trim) : 0),
    top: whole.top + cut(printing.trimHead),
    bottom: whole.bottom - cut(printing.trimTail),
  };
  const [band, fore] = [BAND * scale, FORE_BAND * scale];
  const bands: Readonly<Record<(typeof EDGES)[number], readonly ['x' | 'y', number, number]>> = {
    spine: west ? ['x', box.left, box.left + band] : ['x', box.right - band, box.right],
    'fore-edge': west ? ['x', box.right - fore, box.right] : ['x', box.left, box.left + fore],
    head: ['y', box.top, box.top + band],
    tail: ['y', box.bottom - band, box.bottom],
  };
  const boxes = outlines.map((outline) => bounds([outline]));
  const glued = [...run.glued, ...run.joined];
  return EDGES.map((edge) => {
    const [axis, from, to] = bands[edge];
    const [least, most] = axis === 'x' ? [box.top, box.bottom] : [box.left, box.right];
    const spans = boxes.flatMap((one, panel): readonly Span[] => {
      const [near, far] = axis === 'x' ? [one.left, one.right] : [one.top, one.bottom];
      if (near >= to || far <= from) return [];
      const [begin, end] = axis === 'x' ? [one.top, one.bottom] : [one.left, one.right];
      const span = { from: Math.max(begin, least), to: Math.min(end, most), panel };
      return span.to > span.from ? [span] : [];
    });
    const here = mostOver(spans);
    const films = glued.filter(({ panels: [p, q] }) => here.has(p) && here.has(q)).length;
    return { edge, layers: here.size, films };
  });
}

/** The panels over the place where most lie over one another: some span begins there. */
function mostOver(spans: readonly Span[]): ReadonlySet<number> {
  const events = spans.flatMap(({ from, to, panel }) => [
    { at: from, opens: 1, panel },
    { at: to, opens: 0, panel },
  ]);
  events.sort((one, other) => one.at - other.at || one.opens - other.opens);
  let [here, most, where] = [0, 0, -1];
  events.forEach(({ opens }, i) => {
    here += opens === 1 ? 1 : -1;
    if (here > most) [most, where] = [here, i];
  });
  const over = new Set<number>();
  for (const { opens, panel } of events.slice(0, where + 1)) {
    if (opens === 1) over.add(panel);
    else over.delete(panel);
  }
  return over;
}

/** One diameter for each section that thread goes through. */
function threadAtSpine(plan: FoldedBook, { binding }: BookDocument): Nm {
  if (!binding.stitch || stitchById(binding.stitch.id)?.fastener !== 'thread') return nm(0);
  return nm(foliosPerSection(plan).length * binding.tools.thread);
}
