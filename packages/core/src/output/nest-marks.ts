import type { Printing } from '../book/document.ts';
import { sheetWidth, toNm } from '../folding/fold-sheet.ts';
import type { SheetSide } from '../folding/reading.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { creepPerFolio } from '../pagination/creep.ts';
import { spineFolds } from '../pagination/nest.ts';
import { mm } from '../units/nm.ts';
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
  const height = plan.sheet.height;
  const step = Math.min(HIGH, (height - 2 * FROM_HEAD) / outermost.length);
  return outermost.map(({ sheet, fold }, section): GatherMark => {
    const x = toNm(plan.run.sheet, fold.at);
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
 * Where the fore-edge is trimmed on a flat sheet: the cut goes straight through the closed nest at w − t from the outermost fold, and each folio's own fold lies a
 * creep further out, so that on folio i it stands w − t − (i − 1)·c from the fold.
 */
export function trimLines(
  plan: FoldedBook,
  printing: Pick<Printing, 'trim' | 'creep'>,
  sheet: number,
): readonly TrimLine[] {
  if (printing.trim <= 0) return [];
  const { run, reading } = plan;
  return spineFolds(plan)
    .filter((one) => one.sheet === sheet)
    .flatMap(({ fold: { axis, at, from, to }, folio }) => {
      if (axis !== 'vertical' && axis !== 'horizontal') return [];
      const [spine, away] = [
        toNm(run.sheet, at),
        reading.width - printing.trim - folio * creepPerFolio(printing.creep),
      ];
      const end = axis === 'vertical' ? sheetWidth(plan, sheet) : plan.sheet.height;
      return [spine - away, spine + away]
        .filter((place) => place > 0 && place < end)
        .map((place): TrimLine => ({ axis, at: place, from: toNm(run.sheet, from), to: toNm(run.sheet, to) }));
    });
}

/** The marks of one face of a folio: its section's step on the spine, and where the fore-edge is trimmed. */
export function nestMarks(plan: FoldedBook, printing: Printing, sheet: number, side: SheetSide): readonly DrawItem[] {
  const { width } = plan.sheet;
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
