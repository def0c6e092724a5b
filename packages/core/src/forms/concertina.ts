import { closedBlock } from '../concertina/closed-block.ts';
import { planOn, problemOf, type Concertina, type ConcertinaPlan } from '../concertina/concertina.ts';
import { endsOf } from '../concertina/ends.ts';
import { foldAfter, jointsAfter, stripsInBook, type StripInBook } from '../concertina/joint-side.ts';
import type { Strips } from '../concertina/strip-lengths.ts';
import type { Assembly, PartPlan, SheetPlan } from '../folding/assembly.ts';
import type { Bend, JoinStep, Step } from '../folding/step.ts';
import { fail, ok, type Result } from '../result.ts';
import { mm, nm, type Nm } from '../units/nm.ts';
import { otherGrain } from '../paper/paper.ts';
import type { CutOn, Form, FormProblem, SheetExtent } from './form.ts';
import { choice, count, length, numbers, parameters, type ParametersOf } from './parameters.ts';

const MOST_PANELS = 400;
const WITH_TAB = { only: { joint: ['tab'] } } as const;
const WITH_HINGE = { only: { joint: ['hinge-strip', 'tape'] } } as const;

export const concertinaParameters = parameters({
  panels: count(2, MOST_PANELS, 8),
  panelWidth: length(mm(10), mm(1000), mm(65)),
  panelHeight: length(mm(10), mm(2000), mm(95)),
  sides: choice(['front', 'both'], 'front'),
  first: choice(['valley', 'mountain'], 'valley'),
  covers: choice(['none', 'one', 'both'], 'both'),
  joint: choice(['tab', 'hinge-strip', 'tape'], 'tab'),
  side: choice(['valleys', 'mountains', 'anywhere'], 'valleys'),
  tab: length(mm(3), mm(200), mm(15), WITH_TAB),
  /** on which face of the strip that it belongs to the next one is laid: on the front, so that the tab lies behind, or on the back */
  tabLies: choice(['behind', 'in-front'], 'behind', WITH_TAB),
  /** what makes up for the next strip lying inside the fold: its first panel narrower, its edge set past the crease, or nothing */
  inset: choice(['narrowed', 'set-past', 'left'], 'narrowed', WITH_TAB),
  /** by how much: the paper's thickness and the glue's where the fold is crisp */
  insetBy: length(mm(0), mm(5), mm(0.2), { only: { joint: ['tab'], inset: ['narrowed', 'set-past'] } }),
  glue: length(mm(0), mm(1), mm(0.02), WITH_TAB),
  hingeWidth: length(mm(6), mm(200), mm(24), WITH_HINGE),
  hingeOn: choice(['back', 'front'], 'back', WITH_HINGE),
  /** between two ends whose hinge lies outside the closing fold: twice the thickness where it is crisp */
  hingeGap: length(mm(0), mm(5), mm(0.4), WITH_HINGE),
  /** how strips lie on a sheet whose grain is known */
  fibres: choice(['along-folds', 'across-folds'], 'along-folds'),
  /** panels of each strip as the paper that was taken asks for it; none, or what no longer goes together: as the sheet asks for it */
  strips: numbers(1, MOST_PANELS, 200),
});
type P = ParametersOf<typeof concertinaParameters>;

const NO_TRIMS = { left: mm(0), right: mm(0), top: mm(0), bottom: mm(0) };

const bookOf = (p: P): Concertina => ({
  panels: p.panels,
  panelWidth: nm(p.panelWidth),
  panelHeight: nm(p.panelHeight),
  joint: p.joint,
  tab: nm(p.tab),
  side: p.side,
  first: p.first,
  covers: p.covers,
  bothSides: p.sides === 'both',
});

function planned(p: P, { sheet, trims, gap, copies }: CutOn): Result<ConcertinaPlan, FormProblem> {
  // Where nobody knows the grain the book is planned as if it did not matter, and a check says so.
  const grain = sheet.fibre === 'unknown' ? 'any' : 'along-folds';
  const lies = p.fibres === 'along-folds' ? sheet.fibre : otherGrain(sheet.fibre);
  const paper = { id: '', ...sheet, fibre: lies, trims, price: null, stock: null };
  return planOn({ book: bookOf(p), copies, gap, grain }, paper);
}

function stripsOn(p: P, on: CutOn): Result<Strips, FormProblem> {
  const plan = planned(p, on);
  return plan.ok ? ok(plan.value.strips) : plan;
}

/** Whether strips that were settled for a paper still make this book, and come out of this sheet. */
function stillServe(p: P, sheet: SheetExtent): boolean {
  const tab = p.joint === 'tab' ? p.tab : 0;
  const longest = Math.max(...p.strips.map((panels, i) => panels * p.panelWidth + (i < p.strips.length - 1 ? tab : 0)));
  if (longest > Math.max(sheet.width, sheet.height)) return false;
  const after = jointsAfter(p.side, p.first);
  let done = 0;
  return p.strips.every((panels, i) => {
    done += panels;
    return i === p.strips.length - 1 ? done === p.panels : after === 'any' || (done % 2 === 1) === (after === 'odd');
  });
}

/** The last found: a book is planned for its problem, its parts and its fibres in turn. */
let last: { readonly p: P; readonly sheet: SheetExtent; readonly strips: Result<Strips, FormProblem> } | undefined;

function stripsOf(p: P, sheet: SheetExtent): Result<Strips, FormProblem> {
  if (p.strips.length > 0 && stillServe(p, sheet)) return ok(p.strips);
  if (last?.p !== p || last.sheet !== sheet)
    last = { p, sheet, strips: stripsOn(p, { sheet, trims: NO_TRIMS, gap: mm(0), copies: 1 }) };
  return last.strips;
}

/** A strip as it lies on the table: its panels, where they begin, and how the next one comes to lie. */
interface LaidStrip extends StripInBook {
  readonly right: number;
  readonly widths: readonly Nm[];
  /** the tab at its end */
  readonly tab: Nm;
  /** from its last crease to the next strip's edge */
  readonly gapAfter: Nm;
}

/** Whether the next strip comes to lie inside the fold of a joint. */
const isInset = (p: P, joint: StripInBook['joint']): boolean =>
  p.joint === 'tab' && (joint === 'valley') === (p.tabLies === 'behind');

/** Whether a hinge spans the outside of a closing fold. */
const isOutside = (p: P, joint: StripInBook['joint']): boolean => (joint === 'valley') === (p.hingeOn === 'back');

function gapAfter(p: P, joint: StripInBook['joint']): Nm {
  if (!joint) return mm(0);
  if (p.joint !== 'tab') return isOutside(p, joint) ? nm(p.hingeGap) : mm(0);
  return isInset(p, joint) && p.inset === 'set-past' ? nm(p.insetBy) : mm(0);
}

/** Strips laid end to end, the front up. */
function laidStrips(p: P, strips: Strips): readonly LaidStrip[] {
  let right = 0;
  return stripsInBook(strips, p.first).map((strip, i, all): LaidStrip => {
    const narrowed = i > 0 && p.inset === 'narrowed' && isInset(p, all[i - 1]!.joint);
    const widths = Array.from({ length: strip.panels }, (_, k) =>
      nm(k === 0 && narrowed ? p.panelWidth - p.insetBy : p.panelWidth),
    );
    const lies = right;
    const gap = gapAfter(p, strip.joint);
    right += widths.reduce<number>((sum, width) => sum + width, 0) + gap;
    return { ...strip, right: lies, widths, tab: strip.joint && p.joint === 'tab' ? nm(p.tab) : mm(0), gapAfter: gap };
  });
}

const panelOf = (strip: number, column: number, sheets: number): string =>
  `${sheets > 1 ? `s${strip + 1}` : ''}r1c${column + 1}`;

function partsOf(p: P, laid: readonly LaidStrip[]): readonly PartPlan[] {
  const height = nm(p.panelHeight);
  const sheets = laid.map(({ widths, tab, right }): SheetPlan => {
    const columns = tab > 0 ? [...widths, tab] : widths;
    return { width: nm(columns.reduce<number>((sum, width) => sum + width, 0)), height, columns, rows: 1, right };
  });
  const strips: PartPlan = {
    part: 'strips',
    sheets,
    ...(p.tabLies === 'behind' && { stacked: 'last-on-top' }),
    printed: p.sides === 'both' ? ['A', 'B'] : ['A'],
    bare: laid.flatMap(({ tab, panels }, i) => (tab > 0 ? [panelOf(i, panels, laid.length)] : [])),
  };
  if (p.joint === 'tab' || laid.length === 1) return [strips];
  const hinges: PartPlan = {
    part: 'hinges',
    sheets: laid.slice(0, -1).map(({ right, widths, gapAfter: gap }) => {
      const middle = right + widths.reduce<number>((sum, width) => sum + width, 0) + Math.floor(gap / 2);
      const half = nm(Math.floor(p.hingeWidth / 2));
      return { width: nm(2 * half), height, columns: [half, half], rows: 1, right: middle - half };
    }),
    printed: [],
    paper: p.joint === 'tape' ? 'none' : 'its-own',
    bare: laid.slice(1).flatMap((_, i) => [0, 1].map((half) => panelOf(sheetOf(p, laid.length).hinge(i), half, 2))),
  };
  return p.hingeOn === 'back' ? [strips, hinges] : [hinges, strips];
}

/** Strips come first where hinges lie behind them, last where they lie on them: sheets are counted through all parts. */
const sheetOf = (p: P, strips: number) => ({
  strip: (i: number) => (p.joint !== 'tab' && p.hingeOn === 'front' && strips > 1 ? strips - 1 + i : i),
  hinge: (i: number) => (p.hingeOn === 'front' ? i : strips + i),
});

function stepsOf(p: P, laid: readonly LaidStrip[]): readonly Step[] {
  const n = laid.length;
  const sheets = sheetOf(p, n);
  const label = (sheet: number, column: number) => panelOf(sheet, column, n);
  const joins = laid.slice(1).flatMap((_, i): readonly JoinStep[] => {
    const before = laid[i]!;
    const [end, next] = [sheets.strip(i), sheets.strip(i + 1)];
    if (p.joint === 'tab')
      return [
        {
          kind: 'join',
          purpose: 'join-strip',
          how: 'glued-tab',
          lays: label(next, 0),
          onto: label(end, before.panels),
        },
      ];
    const hinge = sheets.hinge(i);
    const how = p.joint;
    return [
      { kind: 'join', purpose: 'hinge-on', how, lays: label(hinge, 0), onto: label(end, before.panels - 1) },
      { kind: 'join', purpose: 'onto-hinge', how, lays: label(next, 0), onto: label(hinge, 1) },
    ];
  });
  const folds = laid.map((strip, i): Step => {
    const bend = (sheet: number, line: number, after: number): Bend => ({
      crease: n > 1 ? { sheet, axis: 'vertical', line } : { axis: 'vertical', line },
      to: foldAfter(after, p.first),
    });
    const within = Array.from({ length: strip.panels - 1 }, (_, k) => bend(sheets.strip(i), k + 1, strip.from + k));
    const last = strip.from + strip.panels - 1;
    const joint = strip.joint
      ? [p.joint === 'tab' ? bend(sheets.strip(i), strip.panels, last) : bend(sheets.hinge(i), 1, last)]
      : [];
    const pile = pileAfter(p, laid, i);
    return {
      kind: 'collapse',
      purpose: 'fold-strip',
      bends: [...within, ...joint],
      oneByOne: true,
      anchor: label(sheets.strip(0), 0),
      above: pile.slice(1).map((upper, k) => [upper, pile[k]!] as const),
    };
  });
  // The last strip of one panel has no fold of its own.
  const folded = folds.filter((step) => step.kind === 'collapse' && step.bends.length > 0);
  return [...joins, ...folded, ...(p.first === 'valley' ? [BEGINNING_UP] : [])];
}

/**
 * All panels from the table up once the folds of strips up to the `done`-th are closed. What is still to be folded always comes onto the growing pile where the first fold is
 * a valley, under it where it is a mountain; tabs and hinges lie on the face on which they were glued, wherever that looks by then. Narrowed panels leave slivers that
 * would otherwise let the rest slip in between.
 */
function pileAfter(p: P, laid: readonly LaidStrip[], done: number): readonly string[] {
  const sheets = sheetOf(p, laid.length);
  const pile: string[] = [];
  let frontLooksOn = p.first === 'valley';
  laid.forEach((strip, i) => {
    const label = (column: number) => panelOf(sheets.strip(i), column, laid.length);
    const folded = i <= done;
    const onBack = p.hingeOn === 'back';
    for (let column = 0; column < strip.panels; column++) {
      if (column > 0 && folded) frontLooksOn = !frontLooksOn;
      const parts = [label(column)];
      const joined = column === 0 ? laid[i - 1] : undefined;
      if (joined && p.joint === 'tab') {
        const tab = panelOf(sheets.strip(i - 1), joined.panels, laid.length);
        const stripOnTab = (p.tabLies === 'behind') === frontLooksOn;
        if (stripOnTab) parts.unshift(tab);
        else parts.push(tab);
      }
      const lay = (hinge: string) => {
        if (onBack === frontLooksOn) parts.unshift(hinge);
        else parts.push(hinge);
      };
      if (joined && p.joint !== 'tab') lay(panelOf(sheets.hinge(i - 1), 1, laid.length));
      if (strip.joint && p.joint !== 'tab' && column === strip.panels - 1)
        lay(panelOf(sheets.hinge(i), 0, laid.length));
      pile.push(...parts);
    }
    if (strip.joint && folded) frontLooksOn = !frontLooksOn;
  });
  return p.first === 'valley' ? pile : pile.reverse();
}

/** Folded onto its first panel, the pile lies with its beginning undermost. */
const BEGINNING_UP: Step = { kind: 'turn-over', purpose: 'beginning-up' };

function coveredEnds(p: P, laid: readonly LaidStrip[]): readonly string[] {
  const n = laid.length;
  const { strip } = sheetOf(p, n);
  const many = n > 1 ? 2 : 1;
  const first = panelOf(strip(0), 0, many);
  const end = panelOf(strip(n - 1), laid[n - 1]!.panels - 1, many);
  return p.covers === 'none' ? [] : p.covers === 'one' ? [first] : [first, end];
}

/** A concertina folded to and fro, joined from as many strips as its paper asks for. */
export const concertina: Form<P, 'concertina'> = {
  id: 'concertina',
  family: 'opens-out',
  parameters: concertinaParameters,
  lies: 'either',
  // What a sheet becomes counts strips by themselves.
  variants: [],
  beginsWith: () => undefined,
  refuses: (p, sheet) => {
    const problem = problemOf(bookOf(p)) ?? hingeProblem(p) ?? coverProblem(p);
    if (problem) return fail(problem);
    const strips = stripsOf(p, sheet);
    return strips.ok ? ok(null) : strips;
  },
  assembly: (p, sheet): Assembly => {
    const strips = stripsOf(p, sheet);
    const laid = laidStrips(p, strips.ok ? strips.value : [p.panels]);
    return {
      parts: partsOf(p, laid),
      steps: stepsOf(p, laid),
      hold: { kind: 'unfold', how: 'front-then-back', covered: coveredEnds(p, laid) },
    };
  },
  closed: (p, sheet, thickness) => {
    const strips = stripsOf(p, sheet);
    const laid = laidStrips(p, strips.ok ? strips.value : [p.panels]);
    return closedBlock({
      panels: p.panels,
      panelWidth: nm(p.panelWidth),
      joints: laid.slice(0, -1).map((strip) => ({
        after: strip.from + strip.panels - 1,
        inset: isInset(p, strip.joint),
        tab: p.joint === 'tab' ? nm(p.tab) : nm(Math.floor(p.hingeWidth / 2)),
      })),
      thickness,
      glue: p.joint === 'tab' ? nm(p.glue) : mm(0),
      mended: p.joint === 'tab' && p.inset !== 'left' ? nm(p.insetBy) : mm(0),
    });
  },
  cutFromSheet: {
    fibres: (p, { fibre }) =>
      fibre === 'any' || fibre === 'unknown' ? fibre : p.fibres === 'along-folds' ? 'along-height' : 'along-width',
    otherwise: { side: ['valleys', 'mountains', 'anywhere'], joint: ['tab', 'hinge-strip'] },
    square: (p, thickness) =>
      p.joint !== 'tab'
        ? p.hingeGap === 2 * thickness
          ? undefined
          : { hingeGap: 2 * thickness }
        : p.inset === 'left' || p.insetBy === thickness + p.glue
          ? undefined
          : { insetBy: thickness + p.glue },
    ofPages: ({ width, height }, pages, tab) => ({
      panelWidth: width,
      panelHeight: height,
      panels: Math.min(MOST_PANELS, Math.max(2, pages)),
      tab,
    }),
    lying: (_, fibre) => ({ fibres: fibre === 'along-width' ? 'across-folds' : 'along-folds' }),
    on: (p, on) => {
      const strips = stripsOn(p, on);
      return strips.ok ? ok({ strips: [...strips.value] }) : strips;
    },
  },
};

/** Half a hinge must find its place on the end panel. */
const hingeProblem = (p: P): FormProblem | undefined =>
  p.joint !== 'tab' && p.hingeWidth / 2 >= p.panelWidth
    ? { code: 'hinge-wider-than-panels', hinge: nm(p.hingeWidth), panelWidth: nm(p.panelWidth) }
    : p.joint === 'tab' && p.insetBy >= p.panelWidth / 2
      ? { code: 'panel-too-narrow', panel: 0, width: nm(p.panelWidth - p.insetBy), least: mm(10) }
      : undefined;

const coverProblem = (p: P): FormProblem | undefined =>
  endsOf(p.panels, p.first, p.covers, p.sides === 'both').shown < 1 ? { code: 'covers-hide-all' } : undefined;
