import type { CuttingPlan } from '@eight-up/core/cutting/cutting-plan';
import { marksOf, type Reading } from '@eight-up/core/cutting/marks';
import type { Parent } from '@eight-up/core/cutting/parent';
import type { PaperPlan } from '@eight-up/core/cutting/plan-on-paper';
import type { BookDocument } from '@eight-up/core/document/document';
import type { Kit } from '@eight-up/core/document/kit';
import type { SheetSide } from '@eight-up/core/folding/hold';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import type { Paper } from '@eight-up/core/paper/paper';
import type { Sheet } from '@eight-up/core/paper/sheet-size';
import type { BenchWords } from '@eight-up/core/print-jobs/bench-sheet-job';
import type { DummyWords } from '@eight-up/core/print-jobs/dummy-job';
import type { RehearsalWords } from '@eight-up/core/print-jobs/rehearsal-job';
import { BAR } from '@eight-up/core/print-jobs/scale-bar';
import type { TilePlace } from '@eight-up/core/print-jobs/tiles';
import { measure, measureSize, type LengthUnit } from '@eight-up/core/units/measure';
import {
  benchFacts,
  cutSentence,
  CUTTING_CAUTION,
  NO_CUTS,
  readWords,
  sheetsSentence,
  DECKLES_KEPT,
  stackedSentence,
} from './cutting.ts';
import { counted } from './counted.ts';
import { pageNames } from './forms.ts';
import { formWords } from './forms/registry.ts';
import { grainWords } from './papers.ts';
import { programmeWords } from './steps.ts';

/** What stands on the rim of a tile. */
export const tileWords =
  (name: string, unit: LengthUnit) =>
  ({ row, rows, column, columns }: TilePlace): string =>
    `${name}: row ${row} of ${rows}, column ${column} of ${columns}. Print at 100 %; the bar is ${measure(BAR[unit], unit)}. Lay the crosses over each other.`;

const LEGEND =
  'Long dashes: valley (closes on the printed side). Dash and dot: mountain. Heavy: cut. Heavy with strokes and round stops: slit.';

export function dummyWords(plan: FoldedBook, book: BookDocument, unit: LengthUnit): DummyWords {
  const heading = `${book.title}: numbered dummy`;
  const steps = programmeWords(plan);
  const cautions = [...new Set(steps.flatMap(({ caution }) => caution ?? []))].map((caution) => {
    const at = steps.flatMap((step, i) => (step.caution === caution ? [i + 1] : [])).join(', ');
    return `Step ${at}: ${caution}`;
  });
  return {
    title: `${book.title}, numbered dummy`,
    pages: pageNames(plan.reading, book.numbering),
    bar: `This bar is ${unit === 'mm' ? '100 mm' : '4 in'} long. If yours is not, print at 100 %.`,
    reduced: (scale) => `Made smaller, to fold for trying: nothing can be measured on it. ${Math.round(scale * 100)} %`,
    tile: tileWords(heading, unit),
    strip: ({ sheet, side }) => stripWords(plan, sheet, side),
    steps: {
      heading,
      size: `${formWords(book.form.id).name}, from ${measureSize(plan.sheet.width, plan.sheet.height, unit)}`,
      legend: LEGEND,
      steps,
      cautions,
    },
  };
}

export const REHEARSAL_WORDS: RehearsalWords = {
  title: 'Feed rehearsal',
  names: { fronts: ['1', '2'], backs: ['A', 'B'] },
  arrow: 'The arrow points to the head.',
  line: '100 mm',
};

/** A cutting plan of a book, with all that is needed to word it. */
export interface WordedCut {
  readonly title: string;
  readonly paperName: string;
  readonly kit: Pick<Kit, 'manner'>;
  readonly faces: Paper['faces'];
  readonly plan: CuttingPlan;
  readonly sheet: Sheet;
  readonly trims: Parent['trims'];
  /** a deckle stays at head or tail */
  readonly keepsDeckle: boolean;
  readonly times: number;
  readonly whole: PaperPlan;
}

export function benchWords(cut: WordedCut, unit: LengthUnit, reading: Reading): BenchWords {
  const { plan, sheet, trims, kit, times } = cut;
  const marks = marksOf(plan.cuts, trims, reading);
  const marked = (['upright', 'level'] as const).map(
    (axis) =>
      `From the ${axis === 'upright' ? 'left' : 'top'} edge: ${
        marks
          .filter((mark) => mark.axis === axis)
          .map(({ at, cuts }) => `${readWords(at, reading)} (cut ${cuts.join(', ')})`)
          .join('; ') || 'nothing to mark'
      }.`,
  );
  return {
    title: `${cut.title}, bench sheet`,
    heading: `${cut.title}: how to cut ${cut.paperName}`,
    facts: [
      `${measureSize(sheet.width, sheet.height, unit)}, ${grainWords(sheet, unit)}; ${counted(times, 'sheet')} cut alike. ${benchFacts(cut, unit)}`,
      sheetsSentence(cut.whole),
      ...(plan.cuts.length > 0 ? [`Heed: ${CUTTING_CAUTION}`] : []),
    ],
    orders: plan.cuts.length
      ? plan.cuts.map((one, i) => `${i + 1}. ${cutSentence(one, trims, kit.manner.longest, reading)}`)
      : [NO_CUTS],
    notes: [
      ...(marks.length > 0 ? marked : []),
      ...(times > 1 && marks.length > 0 ? [stackedSentence(times, marks)] : []),
      ...(cut.keepsDeckle ? [DECKLES_KEPT] : []),
    ],
    bar: `This bar is ${measure(BAR[unit], unit)} long if the page was printed at 100 %.`,
  };
}

export const PAPER_TOO_SMALL =
  'The paper to print on is smaller than one sheet of the book. Take a larger one, or none; nothing was changed.';

/** A strip of a joined book by its number from the beginning; this edge is its head. */
function stripWords({ run: { laid } }: FoldedBook, sheet: number, side: SheetSide): string | undefined {
  const strips = laid.sheets.flatMap(({ part }, i) => (laid.parts[part]!.part === 'strips' ? [i] : []));
  const number = strips.indexOf(sheet) + 1;
  return number > 0 && strips.length > 1
    ? `strip ${number} of ${strips.length}, ${side === 'A' ? 'front' : 'back'}, head here`
    : undefined;
}
