import { pagesPaper, type BookDocument } from '../document/document.ts';
import { creasePattern, type PatternLine } from '../folding/crease-pattern.ts';
import type { SheetSide } from '../folding/hold.ts';
import { sheetSize, toNm } from '../folding/laid-paper.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { bounds } from '../folding/state.ts';
import { mm, nm, type Nm } from '../units/nm.ts';

/** What a fold is scored with. */
export const SCORE_TOOLS = ['bone-folder', 'board', 'half-cut'] as const;
export type ScoreTool = (typeof SCORE_TOOLS)[number];

/** Grammage from which paper is scored before it is folded (usual); what is lighter is folded at its marks. */
export const SCORED_FROM = 160;

/** Whether the folds of a book are scored: by the paper of its pages. Where that, or its weight, is not known, they are. */
export function scoresFolds({ papers }: Pick<BookDocument, 'papers'>): boolean {
  const grammage = pagesPaper({ papers })?.paper.grammage;
  return grammage == null || grammage >= SCORED_FROM;
}

/** A stretch of a line that is marked, said of the front. */
export interface MarkedLine {
  readonly kind: PatternLine['kind'];
  /** along it, from the sheet's top or left edge */
  readonly from: Nm;
  readonly to: Nm;
}

/** A place to mark on a sheet as it lies with its front up: from its left edge where the line is upright, from its top edge where it is level. */
export interface FoldMark {
  readonly axis: 'upright' | 'level';
  readonly at: Nm;
  readonly lines: readonly MarkedLine[];
}

/** Everything that is marked on one sheet of a book. */
export interface SheetMarks {
  readonly sheet: number;
  /** as it is to be cut: longer than planned by what its folds take up */
  readonly width: Nm;
  readonly height: Nm;
  readonly longer: Nm;
  readonly marks: readonly FoldMark[];
  /** what is glued under the next strip, from the left */
  readonly tab: { readonly from: Nm; readonly to: Nm } | undefined;
  /** its first upright fold, seen from the front; undefined: it has none */
  readonly begins: 'valley' | 'mountain' | undefined;
  /** the width that most of its panels have: that of a card to fold by; undefined: no two are alike */
  readonly jig: Nm | undefined;
}

/**
 * The face on which a fold is scored: with a bone folder the one that it closes on; on a creasing board the groove comes outside; a knife cuts half through the mountain's face, which opens. Cuts and what
 * is only creased are marked on the front.
 */
export function scoredOn(kind: MarkedLine['kind'], tool: ScoreTool): SheetSide {
  if (kind !== 'valley' && kind !== 'mountain') return 'A';
  return (kind === 'valley') === (tool === 'bone-folder') ? 'A' : 'B';
}

/** The sheets of a book that are marked: all that are folded or cut. */
export function marksOfBook(plan: FoldedBook, takeUp: Nm = mm(0)): readonly SheetMarks[] {
  return plan.run.laid.sheets.flatMap((_, sheet) => {
    const marks = sheetMarks(plan, sheet, takeUp);
    return marks.marks.length > 0 ? [marks] : [];
  });
}

/**
 * The marks of one sheet. `takeUp` is what each fold takes of the length: strips are cut from a paper and can be longer for it, half of each fold for either panel
 * beside it; a sheet that is folded whole has its size, and is marked as it is.
 */
export function sheetMarks(plan: FoldedBook, sheet: number, takeUp: Nm = mm(0)): SheetMarks {
  const { laid } = plan.run;
  const { cut, height } = sheetSize(laid, sheet);
  const pattern = sheet === 0 ? plan.pattern : creasePattern(plan.run, sheet);
  const found = new Map<string, { axis: FoldMark['axis']; at: Nm; lines: MarkedLine[] }>();
  for (const { kind, segment } of pattern) {
    if (segment.axis !== 'vertical' && segment.axis !== 'horizontal') continue;
    const axis = segment.axis === 'vertical' ? 'upright' : 'level';
    const at = toNm(laid, segment.at);
    const mark = found.get(`${axis} ${at}`) ?? { axis, at, lines: [] };
    mark.lines.push({ kind, from: toNm(laid, segment.from), to: toNm(laid, segment.to) });
    found.set(`${axis} ${at}`, mark);
  }
  const planned = [...found.values()].sort((a, b) => (a.axis === b.axis ? a.at - b.at : a.axis === 'upright' ? -1 : 1));
  const longer = lengthened(plan, sheet, planned, takeUp);
  const marks = planned.map((mark): FoldMark =>
    mark.axis === 'upright' ? { ...mark, at: nm(mark.at + longer.before(mark.at)) } : mark,
  );
  const isFold = ({ axis, lines }: FoldMark) =>
    axis === 'upright' && lines.some(({ kind }) => kind === 'valley' || kind === 'mountain');
  const folds = marks.filter(isFold);
  const end = nm(cut + longer.whole);
  return {
    sheet,
    width: end,
    height,
    longer: longer.whole,
    marks,
    tab: tabOf(plan, sheet, longer.whole),
    begins: folds[0]?.lines.find(({ kind }) => kind === 'valley' || kind === 'mountain')?.kind as SheetMarks['begins'],
    jig: commonWidth([0, ...planned.filter(isFold).map(({ at }) => at), cut]),
  };
}

/** By how much a strip is longer up to a place, and in all. */
function lengthened(plan: FoldedBook, sheet: number, planned: readonly FoldMark[], takeUp: Nm) {
  const { laid } = plan.run;
  if (!plan.form.cutFromSheet || takeUp === 0) return { before: () => nm(0), whole: nm(0) };
  const { right, width } = laid.sheets[sheet]!;
  const others = laid.sheets.filter((_, i) => i !== sheet);
  // Joined on at its beginning, its first panel has a fold there too; at its end likewise, and what lies behind that fold is a tab.
  const joinedBefore = others.some((one) => one.right < right);
  const goesOn = others.some((one) => one.right + one.width > right + width);
  const folds = planned.filter(({ axis }) => axis === 'upright').map(({ at }) => at);
  const before = (at: Nm) => {
    const upTo = folds.filter((fold) => fold <= at).length;
    return upTo === 0 ? nm(0) : nm(Math.round(takeUp * (upTo - (joinedBefore ? 0 : 0.5))));
  };
  const last = folds.at(-1);
  const tabbed = tabOf(plan, sheet, nm(0)) !== undefined;
  const end = last === undefined ? 0 : before(last) + (tabbed ? 0 : takeUp * (goesOn ? 1 : 0.5));
  return { before, whole: nm(Math.round(end)) };
}

/** The bare panel at the end of a strip. */
function tabOf({ run: { laid }, form }: FoldedBook, sheet: number, longer: Nm): SheetMarks['tab'] {
  if (!form.cutFromSheet) return undefined;
  const panels = laid.panels.filter((one) => one.sheet === sheet);
  const last = panels.at(-1)!;
  if (panels.length < 2 || !laid.bare.has(last.label) || laid.bare.has(panels[0]!.label)) return undefined;
  const { left, right } = bounds([last.outline]);
  return { from: nm(toNm(laid, left) + longer), to: nm(toNm(laid, right) + longer) };
}

/** The distance that comes most often between neighbours, the wider of two. */
function commonWidth(edges: readonly number[]): Nm | undefined {
  const times = new Map<number, number>();
  edges.slice(1).forEach((edge, i) => {
    const width = Math.round(edge - edges[i]!);
    if (width > 0) times.set(width, (times.get(width) ?? 0) + 1);
  });
  const [width, count] = [...times].sort((a, b) => b[1] - a[1] || b[0] - a[0])[0] ?? [0, 0];
  return count > 1 ? nm(width) : undefined;
}

/** A place told from the edge that is measured from, on either face: turned over like a page the same edge lies on the right. */
export interface FaceMark {
  /** where it lies on the face as one looks at it, from its left */
  readonly seenAt: Nm;
  readonly mark: FoldMark;
  /** its stretches that are worked on this face */
  readonly lines: readonly MarkedLine[];
}

/** A mark as it is worked, on one face. */
export interface WorkedMark extends FaceMark {
  readonly side: SheetSide;
}

/** All that is worked on a sheet in the order of the hands: the front from its edge on, then, turned over once, the back. */
export const workOn = (sheet: SheetMarks, tool: ScoreTool): readonly WorkedMark[] =>
  (['A', 'B'] as const).flatMap((side) => marksOnFace(sheet, side, tool).map((mark) => ({ ...mark, side })));

/** What is marked on one face for a tool, in the order of its measures. */
export function marksOnFace({ marks, width }: SheetMarks, side: SheetSide, tool: ScoreTool): readonly FaceMark[] {
  return marks.flatMap((mark) => {
    const lines = mark.lines.filter(({ kind }) => scoredOn(kind, tool) === side);
    const turned = side === 'B' && mark.axis === 'upright';
    return lines.length > 0 ? [{ seenAt: turned ? nm(width - mark.at) : mark.at, mark, lines }] : [];
  });
}

/** Usual: thin paper takes nothing up, above 200 g/m² a fold takes a little more than half the paper's thickness. */
export const usualTakeUp = (thickness: Nm, grammage: number | null): Nm =>
  grammage !== null && grammage > 200 ? nm(Math.round(0.57 * thickness)) : mm(0);

/** Panels of each strip that is folded to and fro; of a book that is not joined from strips those of its sheet with the most folds. */
export function panelsOfStrips(plan: FoldedBook, sheets: readonly SheetMarks[]): readonly number[] {
  const panels = ({ marks, tab }: SheetMarks): number =>
    marks.filter(({ axis, lines }) => axis === 'upright' && lines.some(({ kind }) => kind !== 'cut' && kind !== 'slit'))
      .length + (tab ? 0 : 1);
  if (!plan.form.cutFromSheet) return [Math.max(1, ...sheets.map(panels))];
  const { laid } = plan.run;
  // A piece of one panel has no fold of its own, so all that the book runs through are looked at, in their order.
  return laid.sheets
    .flatMap(({ part, right }, sheet) => (laid.parts[part]!.part === 'hinges' ? [] : [{ sheet, right }]))
    .sort((one, other) => one.right - other.right)
    .map(({ sheet }) => panels(sheetMarks(plan, sheet)));
}
