import { planOn, type Concertina, type ConcertinaPlan } from '../concertina/concertina.ts';
import { endpapersOf, endsOf, firstOfStrips } from '../concertina/ends.ts';
import { jointsAfter, stripsInBook, type StripInBook } from '../concertina/joint-side.ts';
import type { Strips } from '../concertina/strip-lengths.ts';
import { otherGrain } from '../paper/paper.ts';
import { ok, type Result } from '../result.ts';
import { mm, nm, type Nm } from '../units/nm.ts';
import type { CutOn, FormProblem, SheetExtent } from './form.ts';
import { choice, count, length, numbers, parameters, type ParametersOf } from './parameters.ts';

export const MOST_PANELS = 400;
/** How strips are joined and what makes them fit: usual until somebody wants it otherwise. */
const FOLLOWS = { follows: true } as const;
const WITH_TAB = { only: { joint: ['tab'] }, ...FOLLOWS } as const;
const WITH_HINGE = { only: { joint: ['hinge-strip', 'tape'] }, ...FOLLOWS } as const;

export const concertinaParameters = parameters({
  panels: count(2, MOST_PANELS, 8),
  panelWidth: length(mm(10), mm(1000), mm(65)),
  panelHeight: length(mm(10), mm(2000), mm(95)),
  sides: choice(['front', 'both'], 'front'),
  first: choice(['valley', 'mountain'], 'valley'),
  covers: choice(['none', 'one', 'both'], 'both'),
  /** panels of a paper of their own, joined on like strips: what the covers are glued to */
  endpapers: choice(['none', 'first', 'both'], 'none'),
  endpaperPanels: count(1, 2, 1, { only: { endpapers: ['first', 'both'] } }),
  joint: choice(['tab', 'hinge-strip', 'tape'], 'tab', FOLLOWS),
  side: choice(['valleys', 'mountains', 'anywhere'], 'valleys', FOLLOWS),
  tab: length(mm(3), mm(200), mm(15), WITH_TAB),
  /** on which face of the strip that it belongs to the next one is laid: on the front, so that the tab lies behind, or on the back */
  tabLies: choice(['behind', 'in-front'], 'behind', WITH_TAB),
  /** what makes up for the next strip lying inside the fold: its first panel narrower, its edge set past the crease, or nothing */
  inset: choice(['narrowed', 'set-past', 'left'], 'narrowed', WITH_TAB),
  /** by how much: the paper's thickness and the glue's where the fold is crisp */
  insetBy: length(mm(0), mm(5), mm(0.2), { only: { joint: ['tab'], inset: ['narrowed', 'set-past'] }, ...FOLLOWS }),
  glue: length(mm(0), mm(1), mm(0.02), WITH_TAB),
  hingeWidth: length(mm(6), mm(200), mm(24), WITH_HINGE),
  hingeOn: choice(['back', 'front'], 'back', WITH_HINGE),
  /** between two ends whose hinge lies outside the closing fold: twice the thickness where it is crisp */
  hingeGap: length(mm(0), mm(5), mm(0.4), WITH_HINGE),
  /** how strips lie on a sheet whose grain is known */
  fibres: choice(['along-folds', 'across-folds'], 'along-folds', FOLLOWS),
  /** panels of each strip as the paper that was taken asks for it; none, or what no longer goes together: as the sheet asks for it */
  strips: numbers(1, MOST_PANELS, 200, FOLLOWS),
});
export type ConcertinaSettings = ParametersOf<typeof concertinaParameters>;

const NO_TRIMS = { left: mm(0), right: mm(0), top: mm(0), bottom: mm(0) };

export const bookOf = (p: ConcertinaSettings): Concertina => ({
  panels: p.panels,
  panelWidth: nm(p.panelWidth),
  panelHeight: nm(p.panelHeight),
  endpapers: endpapersOf(p),
  joint: p.joint,
  tab: nm(p.tab),
  side: p.side,
  first: p.first,
  covers: p.covers,
  bothSides: p.sides === 'both',
});

function planned(p: ConcertinaSettings, { sheet, trims, gap, copies }: CutOn): Result<ConcertinaPlan, FormProblem> {
  // Where nobody knows the grain the book is planned as if it did not matter, and a check says so.
  const grain = sheet.fibre === 'unknown' ? 'any' : 'along-folds';
  const lies = p.fibres === 'along-folds' ? sheet.fibre : otherGrain(sheet.fibre);
  const paper = { id: '', ...sheet, fibre: lies, trims, price: null, stock: null };
  return planOn({ book: bookOf(p), copies, gap, grain }, paper);
}

export function stripsOn(p: ConcertinaSettings, on: CutOn): Result<Strips, FormProblem> {
  const plan = planned(p, on);
  return plan.ok ? ok(plan.value.strips) : plan;
}

/** Whether a strip so long comes out of this sheet, its fibres as they are to lie. */
function comesOutOf(p: ConcertinaSettings, long: number, { width, height, fibre }: SheetExtent): boolean {
  const lies = p.fibres === 'along-folds' ? fibre : otherGrain(fibre);
  const level = long <= width && p.panelHeight <= height;
  const upright = long <= height && p.panelHeight <= width;
  return lies === 'along-height' ? level : lies === 'along-width' ? upright : level || upright;
}

/** Whether strips that were settled for a paper, or that the maker has chosen, make this book and come out of this sheet. */
export function stillServe(p: ConcertinaSettings, sheet: SheetExtent): boolean {
  if (p.strips.length === 0) return false;
  const tab = p.joint === 'tab' ? p.tab : 0;
  const tabbed = endpapersOf(p).last > 0 ? p.strips.length : p.strips.length - 1;
  const longest = Math.max(...p.strips.map((panels, i) => panels * p.panelWidth + (i < tabbed ? tab : 0)));
  if (!comesOutOf(p, longest, sheet)) return false;
  const after = jointsAfter(p.side, firstOfStrips(bookOf(p)));
  let done = 0;
  return p.strips.every((panels, i) => {
    done += panels;
    return i === p.strips.length - 1 ? done === p.panels : after === 'any' || (done % 2 === 1) === (after === 'odd');
  });
}

/** The last found: a book is planned for its problem, its parts and its fibres in turn. */
let last:
  | { readonly p: ConcertinaSettings; readonly sheet: SheetExtent; readonly strips: Result<Strips, FormProblem> }
  | undefined;

export function stripsOf(p: ConcertinaSettings, sheet: SheetExtent): Result<Strips, FormProblem> {
  if (stillServe(p, sheet)) return ok(p.strips);
  if (last?.p !== p || last.sheet !== sheet)
    last = { p, sheet, strips: stripsOn(p, { sheet, trims: NO_TRIMS, gap: mm(0), copies: 1 }) };
  return last.strips;
}

/** A strip or an endpaper as it lies on the table: its panels, where they begin, and how the next one comes to lie. */
export interface LaidStrip extends StripInBook {
  readonly part: 'strips' | 'endpapers';
  /** which of all sheets of the book it is: strips are counted first, then hinges, then endpapers */
  readonly sheet: number;
  readonly right: number;
  readonly widths: readonly Nm[];
  /** the tab at its end */
  readonly tab: Nm;
  /** from its last crease to the next strip's edge */
  readonly gapAfter: Nm;
}

/** Whether the next strip comes to lie inside the fold of a joint. */
export const isInset = (p: ConcertinaSettings, joint: StripInBook['joint']): boolean =>
  p.joint === 'tab' && (joint === 'valley') === (p.tabLies === 'behind');

/** Whether a hinge spans the outside of a closing fold. */
const isOutside = (p: ConcertinaSettings, joint: StripInBook['joint']): boolean =>
  (joint === 'valley') === (p.hingeOn === 'back');

function gapAfter(p: ConcertinaSettings, joint: StripInBook['joint']): Nm {
  if (!joint) return mm(0);
  if (p.joint !== 'tab') return isOutside(p, joint) ? nm(p.hingeGap) : mm(0);
  return isInset(p, joint) && p.inset === 'set-past' ? nm(p.insetBy) : mm(0);
}

/** Strips, and the endpapers on either side of them, laid end to end, the front up. */
export function laidStrips(p: ConcertinaSettings, strips: Strips): readonly LaidStrip[] {
  const { first, last } = endpapersOf(p);
  const before = first > 0 ? 1 : 0;
  const pieces = [...(before ? [first] : []), ...strips, ...(last > 0 ? [last] : [])];
  const hinges = p.joint === 'tab' ? 0 : pieces.length - 1;
  let right = 0;
  return stripsInBook(pieces, p.first).map((strip, i, all): LaidStrip => {
    const k = i - before;
    const part = k >= 0 && k < strips.length ? 'strips' : 'endpapers';
    const sheet = part === 'strips' ? k : strips.length + hinges + (i === 0 ? 0 : before);
    const narrowed = i > 0 && p.inset === 'narrowed' && isInset(p, all[i - 1]!.joint);
    const widths = Array.from({ length: strip.panels }, (_, k) =>
      nm(k === 0 && narrowed ? p.panelWidth - p.insetBy : p.panelWidth),
    );
    const lies = right;
    const gap = gapAfter(p, strip.joint);
    right += widths.reduce<number>((sum, width) => sum + width, 0) + gap;
    return {
      ...strip,
      part,
      sheet,
      right: lies,
      widths,
      tab: strip.joint && p.joint === 'tab' ? nm(p.tab) : mm(0),
      gapAfter: gap,
    };
  });
}

/** Half a hinge must find its place on the end panel. */
export const hingeProblem = (p: ConcertinaSettings): FormProblem | undefined =>
  p.joint !== 'tab' && p.hingeWidth / 2 >= p.panelWidth
    ? { code: 'hinge-wider-than-panels', hinge: nm(p.hingeWidth), panelWidth: nm(p.panelWidth) }
    : p.joint === 'tab' && p.insetBy >= p.panelWidth / 2
      ? { code: 'panel-too-narrow', panel: 0, width: nm(p.panelWidth - p.insetBy), least: mm(10) }
      : undefined;

export const coverProblem = (p: ConcertinaSettings): FormProblem | undefined =>
  endsOf(p.panels, p.first, p.covers, p.sides === 'both', endpapersOf(p)).shown < 1
    ? { code: 'covers-hide-all' }
    : undefined;
