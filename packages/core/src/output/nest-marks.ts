import type { Printing } from '../book/document.ts';
import { toNm } from '../folding/fold-sheet.ts';
import { lastMoment } from '../folding/run.ts';
import type { SheetSide } from '../folding/reading.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { creepPerFolio, nestedAs } from '../pagination/creep.ts';
import { at } from '../result.ts';
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
  const { sheet: folded } = plan.run;
  const { sections } = folded;
  if (!wanted || sections.length < 2) return [];
  const height = plan.sheet.height;
  const step = Math.min(HIGH, (height - 2 * FROM_HEAD) / sections.length);
  return sections.map((_, section): GatherMark => {
    const sheet = sections.slice(0, section).reduce((sum, folios) => sum + folios, 0);
    const x = spineOn(plan, sheet);
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

/** Where the fold between the two leaves of a folio lies on its sheet: the one that joins two leaves, not a leaf and its flap. */
function spineOn({ run, reading }: FoldedBook, sheet: number): number {
  const flaps = new Set(reading.pages.flatMap(({ face, letter }) => (letter ? [face.panel] : [])));
  const spine = lastMoment(run).hinges.find(
    ({ p, q }) => at(run.sheet.panels, p).sheet === sheet && !flaps.has(p) && !flaps.has(q),
  );
  return spine ? toNm(run.sheet, spine.segment.at) : 0;
}

/**
 * Where the fore-edge is trimmed on a flat folio, from the left edge of its outside: the cut goes straight through the closed nest at w − t from the outermost
 * fold, and each folio's own fold lies a creep further out, so that on folio i it stands w − t − (i − 1)·c from the fold.
 */
export function trimOnSheet(
  plan: FoldedBook,
  printing: Pick<Printing, 'trim' | 'creep'>,
  sheet: number,
): readonly number[] {
  if (printing.trim <= 0) return [];
  const from = plan.reading.width - printing.trim - nestedAs(plan, sheet) * creepPerFolio(printing.creep);
  const spine = spineOn(plan, sheet);
  return [spine - from, spine + from].filter((x) => x > 0 && x < plan.sheet.width);
}

/** The marks of one face of a folio: its section's step on the spine, and where the fore-edge is trimmed. */
export function nestMarks(plan: FoldedBook, printing: Printing, sheet: number, side: SheetSide): readonly DrawItem[] {
  const { width, height } = plan.sheet;
  const trimmed = trimOnSheet(plan, printing, sheet).map((x): DrawItem => {
    const at = side === 'A' ? x : width - x;
    return {
      kind: 'line',
      layer: 'trim',
      points: [
        { x: at, y: 0 },
        { x: at, y: height },
      ],
    };
  });
  const gathered = gatherMarks(plan, printing).filter((one) => one.sheet === sheet && one.side === side);
  return [...trimmed, ...gathered.map(({ item }) => item)];
}
