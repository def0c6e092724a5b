import type { PDFDocument } from '@cantoo/pdf-lib';
import { mm, nm, toPoints, type Nm } from '@eight-up/core/units/nm';
import { measure, measureSize, type LengthUnit } from '@eight-up/core/units/measure';
import { marksOf, type Reading } from '@eight-up/core/cutting/marks';
import { wrapText } from '@eight-up/core/output/face';
import { cuttingDrawing } from '@eight-up/core/output/cutting-drawing';
import { placedItems, type DrawItem } from '@eight-up/core/output/drawing';
import {
  cutSentence,
  CUTTING_CAUTION,
  benchFacts,
  NO_CUTS,
  readWords,
  sheetsSentence,
  stackedSentence,
} from '@eight-up/words/cutting';
import { counted } from '@eight-up/words/forms';
import { grainWords } from '@eight-up/words/papers';
import { embedFonts, printable } from './fonts.ts';
import { drawDrawing, newDocument } from './pdf-draw.ts';
import type { PlannedCut } from './planned-cut.ts';

const ROOM = mm(13);
const GUTTER = mm(7);
/** Line to line, in sizes of type. */
const LEADING = 1.32;

/** Sizes of type, from roomy to the smallest that is read at arm's length; what does not fit its page then goes on on another. */
const TYPE = [5, 4.6, 4.2].map(mm);
/** Shares of the page's height that the drawing may take. */
const SHARES = [0.42, 0.36, 0.3] as const;

const text = (words: string, x: number, y: number, size: number, strong = false): DrawItem => ({
  kind: 'text',
  text: words,
  at: { x, y },
  size,
  quarterTurns: 0,
  strong,
  from: 'start',
});

/** For the bench: the plan to scale, the cuts in their order, the marks from the trued edges, what to heed; one page, or more where letters would become too small. */
export async function benchSheetPdf(cut: PlannedCut, unit: LengthUnit, reading: Reading): Promise<PDFDocument> {
  const [width, height] = unit === 'mm' ? [mm(210), mm(297)] : [mm(215.9), mm(279.4)];
  const { plan, sheet, trims, kit, times } = cut;
  const heading = printable(`${cut.title}: how to cut ${cut.paperName}`);
  const facts = [
    `${measureSize(sheet.width, sheet.height, unit)}, ${grainWords(sheet, unit)}; ${counted(times, 'sheet')} cut alike. ${benchFacts(cut, unit)}`,
    sheetsSentence(cut.whole),
    `Heed: ${CUTTING_CAUTION}`,
  ].map(printable);
  const orders = plan.cuts.length
    ? plan.cuts.map((one, i) => printable(`${i + 1}. ${cutSentence(one, trims, kit.manner.longest, reading)}`))
    : [printable(NO_CUTS)];
  const marks = marksOf(plan.cuts, trims, reading);
  const marked = (['upright', 'level'] as const).map((axis) =>
    printable(
      `From the ${axis === 'upright' ? 'left' : 'top'} edge: ${
        marks
          .filter((mark) => mark.axis === axis)
          .map(({ at, cuts }) => `${readWords(at, reading)} (cut ${cuts.join(', ')})`)
          .join('; ') || 'nothing to mark'
      }.`,
    ),
  );
  const notes = [...marked, ...(times > 1 && marks.length > 0 ? [stackedSentence(times, marks)] : [])].map(printable);
  const bar = unit === 'mm' ? mm(100) : mm(101.6);
  const barWords = printable(`This bar is ${measure(bar, unit)} long if the page was printed at 100 %.`);

  const document = await newDocument(`${cut.title}, bench sheet`);
  const drawingWidth = width - 2 * ROOM;
  /** The plan as large as its share of the page's height allows, its letters of one size whatever its scale. */
  const drawnAt = (share: number) => {
    const scale = Math.min(drawingWidth / sheet.width, (height * share) / sheet.height);
    const drawing = cuttingDrawing(
      {
        plan,
        sheet,
        nameOf: (id) => printable(cut.nameOf(id)),
        offcutWords: (rect) => printable(measureSize(rect.width, rect.height, unit)),
      },
      true,
      mm(4.2) / scale,
    );
    return { scale, drawing };
  };
  const all = [heading, ...facts, ...orders, ...notes, barWords].join('');
  const drawn = drawnAt(SHARES[0])
    .drawing.items.flatMap((item) => (item.kind === 'text' ? [item.text] : []))
    .join('');
  const fonts = await embedFonts(document, `${all}${drawn}0123456789`);
  const lines = (words: string, size: number, room: number) =>
    wrapText(words, (t) => fonts.plain.widthOf(t, toPoints(nm(size))), toPoints(nm(room)));

  const told = [
    ...lines(heading, mm(6.4), drawingWidth).map((line) => ({ line, size: mm(6.4), strong: true })),
    ...facts.flatMap((fact) =>
      lines(fact, mm(4.2), drawingWidth).map((line) => ({ line, size: mm(4.2), strong: false })),
    ),
  ];
  let y = ROOM as number;
  const head = told.map(({ line, size, strong }) => {
    const item = text(line, ROOM, y, size, strong);
    y += size * LEADING;
    return item;
  });
  const top = y + mm(2);
  const foot = height - ROOM - mm(8);

  /** Everything that is said at one size of type, page after page: short orders in two columns, what is to be heeded right across. */
  const set = (size: number, below: number): readonly (readonly DrawItem[])[] => {
    const leading = size * LEADING;
    const columnWidth = (drawingWidth - GUTTER) / 2;
    const wrapped = orders.map((order) => lines(order, size, columnWidth));
    const rest = notes.flatMap((note) => [...lines(note, size, drawingWidth)]);
    const pages: DrawItem[][] = [[]];
    let at = below;
    for (let next = 0; next < wrapped.length;) {
      const room = Math.floor((foot - at) / leading);
      const fit = twoColumns(wrapped.slice(next), room);
      if (fit.taken === 0 && at === ROOM) throw new Error('an order is longer than a page');
      fit.columns.forEach((column, c) =>
        column.forEach((line, n) =>
          pages[pages.length - 1]!.push(text(line, ROOM + c * (columnWidth + GUTTER), at + n * leading, size)),
        ),
      );
      next += fit.taken;
      at += (Math.max(...fit.columns.map(({ length }) => length)) + 1) * leading;
      if (next >= wrapped.length) break;
      pages.push([]);
      at = ROOM;
    }
    for (const line of rest) {
      if (at > foot) {
        pages.push([]);
        at = ROOM;
      }
      pages[pages.length - 1]!.push(text(line, ROOM, at, size));
      at += leading;
    }
    return pages;
  };
  // One page if it can be: a smaller drawing first, then smaller letters.
  const settings = TYPE.flatMap((size) =>
    SHARES.map((share) => {
      const { scale, drawing } = drawnAt(share);
      return { scale, drawing, pages: set(size, top + sheet.height * scale + mm(8)) };
    }),
  );
  const { scale, drawing, pages } =
    settings.find((one) => one.pages.length === 1) ?? settings[settings.length - SHARES.length]!;
  pages.forEach((said, i) => {
    const items: DrawItem[] = [
      ...(i === 0
        ? [...head, ...placedItems(drawing.items, scale, ROOM + (drawingWidth - sheet.width * scale) / 2, top)]
        : []),
      ...said,
      ...scaleBar(bar, ROOM, height - ROOM),
      text(barWords, ROOM + bar + mm(4), height - ROOM, mm(3)),
    ];
    const page = document.addPage([toPoints(width), toPoints(height)]);
    drawDrawing(page, { width, height, items }, fonts);
  });
  return document;
}

/** As many orders, whole, as two columns of so many lines hold, shared as evenly as they can be. */
function twoColumns(orders: readonly (readonly string[])[], room: number) {
  const fill = (high: number) => {
    const columns: string[][] = [[], []];
    let taken = 0;
    for (const column of columns)
      for (let order = orders[taken]; order && column.length + order.length <= high; order = orders[taken]) {
        column.push(...order);
        taken++;
      }
    return { columns, taken };
  };
  const most = fill(room).taken;
  let high = 1;
  while (high < room && fill(high).taken < most) high++;
  return fill(high);
}

/** A measured bar, so that the printer can be checked. */
export function scaleBar(length: Nm, x: number, y: number): readonly DrawItem[] {
  const line = (points: readonly (readonly [number, number])[]): DrawItem => ({
    kind: 'line',
    layer: 'mark',
    points: points.map(([px, py]) => ({ x: x + px, y: y + py })),
  });
  const end = mm(1.5);
  return [
    line([
      [0, 0],
      [length, 0],
    ]),
    line([
      [0, -end],
      [0, end],
    ]),
    line([
      [length, -end],
      [length, end],
    ]),
  ];
}
