import type { Printing } from '../document/printing.ts';
import { sheetSize, toNm } from '../folding/laid-paper.ts';
import { headOf } from '../folding/read-bound.ts';
import { bounds } from '../folding/state.ts';
import type { SheetSide } from '../folding/hold.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { creepPerFolio } from '../pagination/creep.ts';
import { nestOf, spineFolds, type SpineFold } from '../folding/nest.ts';
import { at } from '../result.ts';
import { mm, nm, type Nm } from '../units/nm.ts';
import type { DrawItem } from './drawing.ts';

export interface GatherMark {
  /** the outermost folio of a section, on its outside */
  readonly sheet: number;
  readonly side: 'A';
  readonly item: DrawItem;
}

/** Half as wide on either side of the fold, as high as a step; the first a thumb's breadth below the head. */
const [HALF, HIGH, FROM_HEAD] = [mm(1.5), mm(7), mm(15)];

/**
 * A bar across the spine fold of every section, each one step below the last: gathered in order they run down the spine like a stair, and a section that is missing,
 * twice there, out of order or the wrong way up breaks it.
 */
export function gatherMarks(
  plan: FoldedBook,
  { gatherMarks: wanted }: Pick<Printing, 'gatherMarks'>,
): readonly GatherMark[] {
  const outermost = spineFolds(plan).filter(({ folio }) => folio === 0);
  if (!wanted || outermost.length < 2) return [];
  const height = Math.min(...outermost.map(({ sheet }) => sheetSize(plan.run.laid, sheet).height));
  const step = Math.min(HIGH, (height - 2 * FROM_HEAD) / outermost.length);
  return outermost.map(({ sheet, fold }, section): GatherMark => {
    const x = toNm(plan.run.laid, fold.at);
    const y = FROM_HEAD + section * step;
    const points = [
      { x: x - HALF, y },
      { x: x + HALF, y },
      { x: x + HALF, y: y + step },
      { x: x - HALF, y: y + step },
    ];
    return { sheet, side: 'A', item: { kind: 'area', tone: 'ink', points } };
  });
}

/** Where a leaf is trimmed on the flat sheet, seen from its side A. Nanometres. */
export interface TrimLine {
  readonly axis: 'vertical' | 'horizontal';
  readonly at: number;
  readonly from: number;
  readonly to: number;
}

/**
 * Where the leaves are trimmed on a flat sheet. Fore-edge: the cut goes straight through the closed nest at w − t from the outermost fold, and each folio's own fold lies a
 * creep further out, so that on folio i it stands w − t − (i − 1)·c from the fold. Head and tail: as far in as is cut off, wherever each leaf's head lies.
 */
export function trimLines(
  plan: FoldedBook,
  printing: Pick<Printing, 'trim' | 'trimHead' | 'trimTail' | 'creep'>,
  sheet: number,
): readonly TrimLine[] {
  const { run } = plan;
  const { folds, ofPanel } = nestOf(plan);
  const foreEdges =
    printing.trim <= 0
      ? []
      : folds.filter((one) => one.sheet === sheet).flatMap((fold) => foreEdgeLines(plan, printing, fold));
  const ends = run.laid.panels.flatMap((panel, index) =>
    panel.sheet === sheet && ofPanel.has(index) ? endLines(plan, printing, index) : [],
  );
  return [...foreEdges, ...ends];
}

function foreEdgeLines(
  plan: FoldedBook,
  { trim, creep }: Pick<Printing, 'trim' | 'creep'>,
  { fold: { axis, at: place, from, to }, folio, sheet }: SpineFold,
): readonly TrimLine[] {
  if (axis !== 'vertical' && axis !== 'horizontal') return [];
  const length = (ticks: number) => toNm(plan.run.laid, ticks);
  const away = plan.reading.width - trim - folio * creepPerFolio(creep);
  const { cut, height } = sheetSize(plan.run.laid, sheet);
  const end = axis === 'vertical' ? cut : height;
  return [length(place) - away, length(place) + away]
    .filter((line) => line > 0 && line < end)
    .map((line): TrimLine => ({ axis, at: line, from: length(from), to: length(to) }));
}

/** At head and tail of one leaf or flap. */
function endLines(
  { run, reading }: FoldedBook,
  { trimHead, trimTail }: Pick<Printing, 'trimHead' | 'trimTail'>,
  panel: number,
): readonly TrimLine[] {
  const box = bounds([at(run.laid.panels, panel).outline]);
  const [left, right] = [toNm(run.laid, box.left), toNm(run.laid, box.right)];
  const [top, bottom] = [toNm(run.laid, box.top), toNm(run.laid, box.bottom)];
  const head = headOf(at(reading.held.placed, panel), 'A');
  const upright = head % 2 === 0;
  const [least, most] = upright ? [top, bottom] : [left, right];
  // North and west lie at the beginning of their axis.
  const headFirst = head === 0 || head === 3;
  const [first, last] = headFirst ? [trimHead, trimTail] : [trimTail, trimHead];
  const line = (place: number): TrimLine =>
    upright
      ? { axis: 'horizontal', at: place, from: left, to: right }
      : { axis: 'vertical', at: place, from: top, to: bottom };
  return [...(first > 0 ? [line(least + first)] : []), ...(last > 0 ? [line(most - last)] : [])];
}

/** How wide and high the book is once it is folded and trimmed. */
export function closedSize(
  plan: FoldedBook,
  { trim, trimHead, trimTail }: Pick<Printing, 'trim' | 'trimHead' | 'trimTail'>,
): { readonly width: Nm; readonly height: Nm } {
  const { width, height } = plan.reading;
  return spineFolds(plan).length === 0
    ? { width, height }
    : { width: nm(width - trim), height: nm(height - trimHead - trimTail) };
}

/** The marks of one face of a folio: its section's step on the spine, and where the fore-edge is trimmed. */
export function nestMarks(plan: FoldedBook, printing: Printing, sheet: number, side: SheetSide): readonly DrawItem[] {
  const { width } = sheetSize(plan.run.laid, sheet);
  const seen = (x: number) => (side === 'A' ? x : width - x);
  const trimmed = trimLines(plan, printing, sheet).map(({ axis, at, from, to }): DrawItem => ({
    kind: 'line',
    layer: 'trim',
    points:
      axis === 'vertical'
        ? [
            { x: seen(at), y: from },
            { x: seen(at), y: to },
          ]
        : [
            { x: seen(from), y: at },
            { x: seen(to), y: at },
          ],
  }));
  const gathered = gatherMarks(plan, printing).filter((one) => one.sheet === sheet && one.side === side);
  return [...trimmed, ...gathered.map(({ item }) => item)];
}
