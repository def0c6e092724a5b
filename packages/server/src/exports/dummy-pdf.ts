import { concatTransformationMatrix } from '@cantoo/pdf-lib';
import { mm, toPoints, type Nm } from '@eight-up/core/units/nm';
import { measureSize, type LengthUnit } from '@eight-up/core/units/measure';
import { numberedDummy } from '@eight-up/core/output/numbered-dummy';
import { wrapText } from '@eight-up/core/output/face';
import { stepDrawing } from '@eight-up/core/output/step-drawing';
import type { Drawing, DrawItem } from '@eight-up/core/output/drawing';
import type { BookDocument } from '@eight-up/core/book/document';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { formWords, pageNames } from '@eight-up/words/forms';
import { programmeWords, type StepWords } from '@eight-up/words/steps';
import { embedFonts, printable } from './fonts.ts';
import { drawDrawing, newDocument, turnedForFlip } from './pdf-draw.ts';

const ROOM = mm(14);
const LINE = mm(4.6);
const TEXT = mm(3.2);

export interface DummyChoice {
  readonly unit: LengthUnit;
  readonly flip: BookDocument['printing']['flip'];
  /** the faces of one pass alone, without the steps */
  readonly pass?: 'fronts' | 'backs' | undefined;
  readonly order: 'outermost-first' | 'innermost-first';
}

/** The numbered dummy: every printed face at the sheet's own size to print and fold; then the steps in words and small drawings. */
export async function dummyPdf(
  plan: FoldedBook,
  book: BookDocument,
  { unit, flip, pass, order }: DummyChoice,
): Promise<Uint8Array> {
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
      ...steps.flatMap(({ title, sentence, caution }) => [title, sentence, caution ?? '']),
    ].join('') + 'Step 0123456789.,: ';
  const document = await newDocument(`${book.title}, numbered dummy`);
  const fonts = await embedFonts(document, printable(all));
  const sheets = Array.from({ length: plan.run.sheet.sheets }, (_, sheet) => sheet);
  const sides = plan.form.printed(plan.parameters).filter((side) => !pass || (pass === 'fronts') === (side === 'A'));
  for (const sheet of order === 'innermost-first' ? sheets.reverse() : sheets)
    for (const side of sides) {
      const page = document.addPage([toPoints(plan.sheet.width), toPoints(plan.sheet.height)]);
      page.pushOperators(concatTransformationMatrix(...turnedForFlip(side, flip, plan.sheet)));
      drawDrawing(page, numberedDummy(plan, names, caption, unit, { sheet, side }), fonts);
    }
  if (pass) return document.save();

  // The steps lie on a sheet that a home printer takes, whatever the book is made from.
  const [width, height] = unit === 'mm' ? [mm(297), mm(210)] : [mm(279.4), mm(215.9)];
  const wrap = (text: string, room: number) =>
    wrapText(printable(text), (t) => fonts.plain.widthOf(t, toPoints(TEXT)), toPoints(room));
  for (const drawing of stepPages(plan, steps, heading, size, wrap, width, height)) {
    const page = document.addPage([toPoints(width), toPoints(height)]);
    drawDrawing(page, drawing, fonts);
  }
  return document.save();
}

const LEGEND =
  'Long dashes: valley (closes on the printed side). Dash and dot: mountain. Heavy: cut. Heavy with strokes and round stops: slit.';
/** Few steps get room; more of them are set closer, so that the usual book's steps stay on one page. */
const columnsFor = (steps: number): number => (steps <= 9 ? 3 : 5);

function stepPages(
  plan: FoldedBook,
  steps: readonly StepWords[],
  heading: string,
  size: string,
  wrap: (text: string, room: number) => readonly string[],
  width: Nm,
  height: Nm,
): readonly Drawing[] {
  const columns = columnsFor(steps.length);
  const cellWidth = (width - 2 * ROOM) / columns;
  const picture = { width: cellWidth * 0.42, height: mm(32) };
  const rowHeight = mm(46);
  const top = ROOM + mm(17);
  const rows = Math.max(1, Math.floor((height - top - ROOM) / rowHeight));
  const pages: DrawItem[][] = [];
  steps.forEach(({ title, sentence }, i) => {
    const place = i % (rows * columns);
    if (place === 0) pages.push(pages.length === 0 ? [...headLines(heading, size, wrap, width)] : []);
    const x = ROOM + (place % columns) * cellWidth;
    const y = top + Math.floor(place / columns) * rowHeight;
    const items = pages[pages.length - 1]!;
    items.push({
      kind: 'text',
      text: printable(`${i + 1}. ${title}`),
      at: { x, y },
      size: mm(columns === 3 ? 3.9 : 3.1),
      quarterTurns: 0,
      strong: true,
      from: 'start',
    });
    items.push(...shifted(stepDrawing(plan.run, i, picture.width, picture.height), x, y + mm(4)));
    const textX = x + picture.width + mm(3);
    const room = cellWidth - picture.width - mm(columns === 3 ? 8 : 5);
    wrap(sentence, room).forEach((line, n) =>
      items.push({
        kind: 'text',
        text: line,
        at: { x: textX, y: y + mm(6) + n * (LINE * 0.82) },
        size: mm(2.8),
        quarterTurns: 0,
        from: 'start',
      }),
    );
  });
  pages[pages.length - 1]!.push(...cautionLines(steps, wrap, width, height));
  return pages.map((items) => ({ width, height, items }));
}

function headLines(
  heading: string,
  size: string,
  wrap: (text: string, room: number) => readonly string[],
  width: Nm,
): readonly DrawItem[] {
  return [
    {
      kind: 'text',
      text: heading,
      at: { x: ROOM, y: ROOM },
      size: mm(5.4),
      quarterTurns: 0,
      strong: true,
      from: 'start',
    },
    { kind: 'text', text: size, at: { x: ROOM, y: ROOM + mm(5.5) }, size: TEXT, quarterTurns: 0, from: 'start' },
    ...wrap(LEGEND, width - 2 * ROOM).map((line, n): DrawItem => ({
      kind: 'text',
      text: line,
      at: { x: ROOM, y: ROOM + mm(10) + n * LINE },
      size: TEXT,
      quarterTurns: 0,
      from: 'start',
    })),
  ];
}

/** Cautions stand together at the foot of the last page, each with the steps it belongs to. */
function cautionLines(
  steps: readonly StepWords[],
  wrap: (text: string, room: number) => readonly string[],
  width: Nm,
  height: Nm,
): readonly DrawItem[] {
  const cautions = [...new Set(steps.flatMap(({ caution }) => caution ?? []))];
  const lines = cautions.flatMap((caution) => {
    const at = steps.flatMap((step, i) => (step.caution === caution ? [i + 1] : [])).join(', ');
    return wrap(`Step ${at}: ${caution}`, width - 2 * ROOM);
  });
  return lines.map((line, n): DrawItem => ({
    kind: 'text',
    text: line,
    at: { x: ROOM, y: height - ROOM - (lines.length - 1 - n) * LINE },
    size: TEXT,
    quarterTurns: 0,
    from: 'start',
  }));
}

const shifted = (drawing: Drawing, x: number, y: number): readonly DrawItem[] =>
  drawing.items.map((item) =>
    'points' in item ? { ...item, points: item.points.map((p) => ({ x: p.x + x, y: p.y + y })) } : item,
  );
