import type { FoldDirection } from '../folding/step.ts';
import type { Sheet } from '../paper/sheet-size.ts';
import { fail, ok, type Result } from '../result.ts';
import { nm, type Nm } from '../units/nm.ts';
import { firstOfStrips, type Covers, type Endpapers } from './ends.ts';
import { jointsAfter, type JointSide } from './joint-side.ts';
import { planStrips, type StripPlan } from './plan-strips.ts';
import { fewestStrips, spreadOf, stripLimits, type StripTask } from './strip-lengths.ts';

/** How strips are joined: a tab of the strip itself under the next, or butted under a strip of its own. */
export type Joint = 'tab' | 'hinge-strip' | 'tape';

/** A concertina as its maker wants it. Lengths in nanometres. */
export interface Concertina {
  /** of the strips, without endpapers */
  readonly panels: number;
  readonly panelWidth: Nm;
  readonly panelHeight: Nm;
  /** panels of a paper of their own, joined on before the first strip and behind the last */
  readonly endpapers: Endpapers;
  readonly joint: Joint;
  /** how wide a tab is, or would be */
  readonly tab: Nm;
  readonly side: JointSide;
  /** of the whole, endpapers among it */
  readonly first: FoldDirection;
  readonly covers: Covers;
  readonly bothSides: boolean;
}

/** A paper that it may be cut from. */
export interface ConcertinaPaper extends Pick<Sheet, 'width' | 'height' | 'fibre'> {
  readonly id: string;
  /** taken off each edge first, to square the sheet or to lose a deckle */
  readonly trims: { readonly left: Nm; readonly right: Nm; readonly top: Nm; readonly bottom: Nm };
  /** what one sheet costs, in whole units; null: not known */
  readonly price: number | null;
  /** sheets that there are; null: as many as are wanted */
  readonly stock: number | null;
}

export interface ConcertinaTask {
  readonly book: Concertina;
  readonly copies: number;
  readonly papers: readonly ConcertinaPaper[];
  /** lost between two pieces */
  readonly gap: Nm;
  /** fibres along the folds; or as if they did not matter */
  readonly grain: 'along-folds' | 'any';
}

export type ConcertinaProblem =
  /** nothing is left to be read of a panel that is narrower than what is glued on it */
  | { readonly code: 'tab-wider-than-panel'; readonly tab: Nm; readonly panelWidth: Nm }
  | { readonly code: 'higher-than-paper'; readonly paper: string; readonly panelHeight: Nm; readonly most: Nm }
  /** the shortest strip that is needed takes more than the paper is long */
  | {
      readonly code: 'strip-longer-than-paper';
      readonly paper: string;
      readonly panels: number;
      readonly needed: Nm;
      readonly most: Nm;
    }
  /** which way the fibres run is to be found out first */
  | { readonly code: 'grain-not-known'; readonly paper: string }
  | { readonly code: 'too-few-sheets'; readonly paper: string; readonly sheets: number; readonly stock: number };

/** A concertina on one paper. */
export interface ConcertinaPlan extends StripPlan {
  readonly paper: string;
  /** strips lie along this side of the sheet */
  readonly along: 'width' | 'height';
  readonly rowsOnSheet: number;
  /** null: the price is not known */
  readonly cost: number | null;
}

interface Way {
  readonly along: 'width' | 'height';
  readonly length: Nm;
  readonly across: Nm;
}

/** The ways in which strips may lie on a sheet: the folds, and so the height of the panels, along the fibres. */
function waysOn(paper: ConcertinaPaper, grain: ConcertinaTask['grain']): readonly Way[] {
  const { width, height, trims, fibre } = paper;
  const across = {
    along: 'width',
    length: nm(width - trims.left - trims.right),
    across: nm(height - trims.top - trims.bottom),
  } as const;
  const upright = { along: 'height', length: across.across, across: across.length } as const;
  if (grain === 'any' || fibre === 'any') return [across, upright];
  return fibre === 'along-height' ? [across] : [upright];
}

const stripTask = (book: Concertina, rowLength: Nm, gap: Nm): StripTask => ({
  panels: book.panels,
  panelWidth: book.panelWidth,
  tab: book.joint === 'tab' ? book.tab : nm(0),
  tabAtEnd: book.endpapers.last > 0,
  jointsAfter: jointsAfter(book.side, firstOfStrips(book)),
  rowLength,
  gap,
});

function onWay(book: Concertina, copies: number, gap: Nm, way: Way) {
  const edition = {
    ...stripTask(book, way.length, gap),
    books: copies,
    rowsOnSheet: Math.max(0, Math.floor((way.across + gap) / (book.panelHeight + gap))),
  };
  return { edition, plan: planStrips(edition) };
}

/** Why no book comes out of a paper, however its strips lie. */
function whyNot(book: Concertina, paper: ConcertinaPaper, ways: readonly Way[]): ConcertinaProblem {
  const most = nm(Math.max(0, ...ways.map(({ across }) => across)));
  if (book.panelHeight > most)
    return { code: 'higher-than-paper', paper: paper.id, panelHeight: book.panelHeight, most };
  const long = ways.filter(({ across }) => across >= book.panelHeight);
  const tab = book.joint === 'tab' ? book.tab : nm(0);
  // The first strip may have one panel where joints come after an odd count; every strip between has two where their side matters.
  const longest = nm(Math.max(0, ...long.map(({ length }) => length)));
  const found = [1, 2].find((k) => {
    const task = stripTask(book, nm(k * book.panelWidth + tab), nm(0));
    return fewestStrips(task, stripLimits(task)) !== undefined;
  })!;
  // Where not even one comes out, it is no matter where joints may lie.
  const panels = longest < book.panelWidth + tab ? 1 : found;
  return {
    code: 'strip-longer-than-paper',
    paper: paper.id,
    panels,
    needed: nm(panels * book.panelWidth + tab),
    most: longest,
  };
}

/** What is wrong with a book whatever paper it is cut from; undefined: nothing. */
export const problemOf = ({ joint, tab, panelWidth }: Concertina): ConcertinaProblem | undefined =>
  joint === 'tab' && tab >= panelWidth ? { code: 'tab-wider-than-panel', tab, panelWidth } : undefined;

/** A concertina on one paper: fewest sheets, then fewest joints, then strips most alike. */
export function planOn(
  { book, copies, gap, grain }: Omit<ConcertinaTask, 'papers'>,
  paper: ConcertinaPaper,
): Result<ConcertinaPlan, ConcertinaProblem> {
  const problem = problemOf(book);
  if (problem) return fail(problem);
  if (grain === 'along-folds' && paper.fibre === 'unknown') return fail({ code: 'grain-not-known', paper: paper.id });
  const ways = waysOn(paper, grain);
  let best: ConcertinaPlan | undefined;
  for (const way of ways) {
    const { edition, plan } = onWay(book, copies, gap, way);
    if (!plan) continue;
    const cost = paper.price === null ? null : plan.sheets * paper.price;
    const one: ConcertinaPlan = { ...plan, paper: paper.id, along: way.along, rowsOnSheet: edition.rowsOnSheet, cost };
    if (!best || isBetter(one, best)) best = one;
  }
  if (!best) return fail(whyNot(book, paper, ways));
  return paper.stock !== null && best.sheets > paper.stock
    ? fail({ code: 'too-few-sheets', paper: paper.id, sheets: best.sheets, stock: paper.stock })
    : ok(best);
}

const isBetter = (one: StripPlan, other: StripPlan): boolean =>
  (one.sheets - other.sheets || one.joints - other.joints || spreadOf(one.strips) - spreadOf(other.strips)) < 0;

/** What every paper answers, and what another choice would save on it. */
export interface ConcertinaAnswer {
  readonly paper: string;
  readonly plan: Result<ConcertinaPlan, ConcertinaProblem>;
  /** the same book with one thing chosen otherwise; what is as it was chosen is left out */
  readonly otherwise: readonly { readonly what: Otherwise; readonly plan: Result<ConcertinaPlan, ConcertinaProblem> }[];
}

export type Otherwise =
  | { readonly kind: 'side'; readonly side: JointSide }
  | { readonly kind: 'joint'; readonly joint: Joint }
  /** the same sheet with its fibres the other way */
  | { readonly kind: 'grain' };

const turned = (paper: ConcertinaPaper): ConcertinaPaper => ({
  ...paper,
  fibre: paper.fibre === 'along-width' ? 'along-height' : 'along-width',
});

function answerOn(task: ConcertinaTask, paper: ConcertinaPaper): ConcertinaAnswer {
  const { book } = task;
  const sides = (['valleys', 'mountains', 'anywhere'] as const).filter((side) => side !== book.side);
  const joint: Joint = book.joint === 'tab' ? 'hinge-strip' : 'tab';
  const hasGrain = task.grain === 'along-folds' && (paper.fibre === 'along-width' || paper.fibre === 'along-height');
  return {
    paper: paper.id,
    plan: planOn(task, paper),
    otherwise: [
      ...sides.map((side) => ({
        what: { kind: 'side', side } as const,
        plan: planOn({ ...task, book: { ...book, side } }, paper),
      })),
      { what: { kind: 'joint', joint }, plan: planOn({ ...task, book: { ...book, joint } }, paper) },
      ...(hasGrain ? [{ what: { kind: 'grain' } as const, plan: planOn(task, turned(paper)) }] : []),
    ],
  };
}

/** All papers, the better first: by price where it is known, and apart from those by the paper that is used; what serves not at all comes last. */
export function planConcertina(task: ConcertinaTask): readonly ConcertinaAnswer[] {
  const area = new Map(task.papers.map(({ id, width, height }) => [id, width * height]));
  const rank = ({ paper, plan }: ConcertinaAnswer): readonly [number, number] => {
    if (!plan.ok) return [2, 0];
    const { cost, sheets } = plan.value;
    return cost === null ? [1, sheets * area.get(paper)!] : [0, cost];
  };
  return task.papers
    .map((paper) => answerOn(task, paper))
    .sort((a, b) => {
      const [one, other] = [rank(a), rank(b)];
      return one[0] - other[0] || one[1] - other[1];
    });
}
