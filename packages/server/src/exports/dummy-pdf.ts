import { concatTransformationMatrix, type PDFDocument } from '@cantoo/pdf-lib';
import { sheetSize, sidesOf } from '@eight-up/core/folding/laid-paper';
import type { SheetSide } from '@eight-up/core/folding/hold';
import { mm, nm, toPoints, type Nm } from '@eight-up/core/units/nm';
import { measureSize, type LengthUnit } from '@eight-up/core/units/measure';
import { numberedDummy } from '@eight-up/core/output/numbered-dummy';
import { placedItems, type Drawing, type DrawItem } from '@eight-up/core/output/drawing';
import type { BookDocument } from '@eight-up/core/document/document';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { pageNames } from '@eight-up/words/forms';
import { formWords } from '@eight-up/words/forms/registry';
import { programmeWords } from '@eight-up/words/steps';
import { embedFonts, printable } from './fonts.ts';
import { drawDrawing, newDocument, turnedForFlip } from './pdf-draw.ts';
import { stepPages } from './step-pages.ts';
import { drawTiles, PRINTER_PAGES, RIM, tileWords, type PrinterPage } from './tiles.ts';

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

/** The numbered dummy: every printed face at the sheet's own size to print and fold; then the steps in words and small drawings. */
export async function dummyPdf(
  plan: FoldedBook,
  book: BookDocument,
  { unit, flip, pass, order, size: how, paper }: DummyChoice,
): Promise<PDFDocument> {
  const steps = programmeWords(plan);
  const names = pageNames(plan.reading, book.numbering).map(printable);
  const caption =
    unit === 'mm'
      ? 'This bar is 100 mm long. If yours is not, print at 100 %.'
      : 'This bar is 4 in long. If yours is not, print at 100 %.';
  const heading = printable(`${book.title}: numbered dummy`);
  const size = printable(
    `${formWords(book.form.id).name}, from ${measureSize(plan.sheet.width, plan.sheet.height, unit)}`,
  );
  const all =
    [
      ...names,
      caption,
      heading,
      size,
      LEGEND,
      REDUCED,
      tileWords(heading, unit, [88, 88, 88, 88]),
      ...steps.flatMap(({ title, sentence, caution }) => [title, sentence, caution ?? '']),
    ].join('') + 'Step 0123456789.,: ';
  const document = await newDocument(`${book.title}, numbered dummy`);
  const fonts = await embedFonts(document, printable(all));
  const sheets = Array.from({ length: plan.run.laid.sheets.length }, (_, sheet) => sheet);
  const inPass = (side: SheetSide) => !pass || (pass === 'fronts') === (side === 'A');
  for (const sheet of order === 'innermost-first' ? sheets.reverse() : sheets)
    for (const side of sidesOf(plan.run.laid, sheet).filter(inPass)) {
      const face = { sheet, side };
      if (how === 'tiled') {
        const { items } = numberedDummy(plan, names, undefined, unit, face);
        drawTiles(document, fonts, { sheet: sheetSize(plan.run.laid, sheet), items, name: heading }, paper, unit);
        continue;
      }
      const shown = numberedDummy(plan, names, how === 'sheet' ? caption : undefined, unit, face);
      const drawing = how === 'sheet' ? shown : reduced(shown, PRINTER_PAGES[paper]);
      const { width, height } = drawing;
      const page = document.addPage([toPoints(nm(width)), toPoints(nm(height))]);
      page.pushOperators(concatTransformationMatrix(...turnedForFlip(side, flip, drawing)));
      drawDrawing(page, drawing, fonts);
    }
  if (pass) return document;

  // The steps stand on a page that a home printer takes, whatever the book is made from.
  const { width, height } = PRINTER_PAGES[unit === 'mm' ? 'a4' : 'letter'];
  const measureText = (text: string, letters: Nm) => fonts.plain.widthOf(printable(text), toPoints(letters));
  for (const drawing of stepPages(plan.run, steps, { heading, size, legend: LEGEND }, measureText, { width, height }))
    drawDrawing(document.addPage([toPoints(width), toPoints(height)]), drawing, fonts);
  return document;
}

const LEGEND =
  'Long dashes: valley (closes on the printed side). Dash and dot: mountain. Heavy: cut. Heavy with strokes and round stops: slit.';
const REDUCED = 'Made smaller, to fold for trying: nothing can be measured on it. 0123456789 %';

/** A drawing made smaller to fit a printer's page, turned as the sheet lies; it says so at the foot. */
function reduced(drawing: Drawing, paper: { readonly width: Nm; readonly height: Nm }): Drawing {
  const lies = drawing.width > drawing.height;
  const [width, height] = lies ? [paper.height, paper.width] : [paper.width, paper.height];
  const scale = Math.min(1, (width - 2 * RIM) / drawing.width, (height - 2 * RIM) / drawing.height);
  const [left, top] = [(width - drawing.width * scale) / 2, (height - drawing.height * scale) / 2];
  const words: DrawItem = {
    kind: 'text',
    text: REDUCED.replace('0123456789 %', `${Math.round(scale * 100)} %`),
    at: { x: width / 2, y: height - RIM / 2 },
    size: mm(3.2),
    quarterTurns: 0,
  };
  return { width, height, items: [...placedItems(drawing.items, scale, left, top), words] };
}
