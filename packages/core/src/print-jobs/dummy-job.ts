import type { BookDocument } from '../document/document.ts';
import { sheetSize, sidesOf } from '../folding/laid-paper.ts';
import type { SheetSide } from '../folding/hold.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { placedItems, type Drawing, type DrawItem } from '../output/drawing.ts';
import { numberedDummy } from '../output/numbered-dummy.ts';
import { backsTurned } from '../printer/printer.ts';
import type { LengthUnit } from '../units/measure.ts';
import { mm, type Nm } from '../units/nm.ts';
import { pageOf, type PrintJob, type PrintPage } from './print-job.ts';
import { PRINTER_PAGES, RIM, type PrinterPage } from './printer-pages.ts';
import { stepPages, type StepPageWords } from './step-pages.ts';
import { tilePages, type TilePlace } from './tiles.ts';

export interface DummyChoice {
  readonly unit: LengthUnit;
  readonly flip: BookDocument['printing']['flip'];
  /** the faces of one pass alone, without the steps */
  readonly pass?: 'fronts' | 'backs' | undefined;
  readonly order: 'outermost-first' | 'innermost-first';
  /** at the sheet's own size; made smaller to fit a printer's page; or at its own size over several pages */
  readonly size: 'sheet' | 'reduced' | 'tiled';
  readonly paper: PrinterPage;
}

export interface DummyWords {
  readonly title: string;
  readonly pages: readonly string[];
  /** of the bar by which the printer is checked */
  readonly bar: string;
  /** at the foot of what was made smaller to so much of its size (1: all of it) */
  readonly reduced: (scale: number) => string;
  readonly tile: (place: TilePlace) => string;
  /** which strip it is, which face, and where its head is; undefined: sheets that need no telling apart */
  readonly strip: (face: { readonly sheet: number; readonly side: SheetSide }) => string | undefined;
  readonly steps: StepPageWords;
}

/** The numbered dummy: every printed face at the sheet's own size to print and fold; then the steps in words and small drawings. */
export function dummyJob(plan: FoldedBook, choice: DummyChoice, words: DummyWords): PrintJob {
  const { pass, order, unit } = choice;
  const sheets = plan.run.laid.sheets.map((_, sheet) => sheet);
  const inPass = (side: SheetSide) => !pass || (pass === 'fronts') === (side === 'A');
  const each = (order === 'innermost-first' ? sheets.reverse() : sheets).flatMap((sheet) =>
    sidesOf(plan.run.laid, sheet)
      .filter(inPass)
      .map((side) => ({ sheet, side })),
  );
  // As the print file gives them: strips go by hand, all fronts, then all backs as they read.
  const byHand = plan.form.cutFromSheet !== undefined && !pass;
  const inOrder = byHand ? (['A', 'B'] as const).flatMap((side) => each.filter((one) => one.side === side)) : each;
  const faces = inOrder.flatMap((face) => facePages(plan, face, byHand, choice, words));
  // The steps stand on a page that a home printer takes, whatever the book is made from.
  const steps = pass ? [] : stepPages(plan.run, words.steps, PRINTER_PAGES[unit === 'mm' ? 'a4' : 'letter']);
  return { title: words.title, pages: [...faces, ...steps] };
}

function facePages(
  plan: FoldedBook,
  face: { readonly sheet: number; readonly side: SheetSide },
  byHand: boolean,
  { unit, flip, size, paper }: DummyChoice,
  words: DummyWords,
): readonly PrintPage[] {
  if (size === 'tiled') {
    const { items } = numberedDummy(plan, words.pages, undefined, unit, face);
    return tilePages(
      sheetSize(plan.run.laid, face.sheet),
      [...items, ...named(words.strip(face))],
      paper,
      unit,
      words.tile,
    );
  }
  const numbered = numberedDummy(plan, words.pages, size === 'sheet' ? words.bar : undefined, unit, face);
  const whole = { ...numbered, items: [...numbered.items, ...named(words.strip(face))] };
  const drawing = size === 'sheet' ? whole : reduced(whole, PRINTER_PAGES[paper], words.reduced);
  return [{ ...pageOf(drawing), halfRound: face.side === 'B' && !byHand && backsTurned(flip, drawing) }];
}

/** Small at the head, where it begins. */
const named = (text: string | undefined): readonly DrawItem[] =>
  text === undefined
    ? []
    : [{ kind: 'text', text, at: { x: mm(4), y: mm(5) }, size: mm(3), quarterTurns: 0, from: 'start' }];

/** A drawing made smaller to fit a printer's page, turned as the sheet lies; it says so at the foot. */
function reduced(
  drawing: Drawing,
  paper: { readonly width: Nm; readonly height: Nm },
  say: DummyWords['reduced'],
): Drawing {
  const lies = drawing.width > drawing.height;
  const [width, height] = lies ? [paper.height, paper.width] : [paper.width, paper.height];
  const scale = Math.min(1, (width - 2 * RIM) / drawing.width, (height - 2 * RIM) / drawing.height);
  const [left, top] = [(width - drawing.width * scale) / 2, (height - drawing.height * scale) / 2];
  const words: DrawItem = {
    kind: 'text',
    text: say(scale),
    at: { x: width / 2, y: height - RIM / 2 },
    size: mm(3.2),
    quarterTurns: 0,
  };
  return { width, height, items: [...placedItems(drawing.items, scale, left, top), words] };
}
