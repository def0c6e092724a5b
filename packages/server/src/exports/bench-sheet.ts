import { mm, toPoints, type Nm } from '@eight-up/core/units/nm';
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

/** Sizes of type, from roomy to what is still read at arm's length; a long plan takes a smaller one to stay on its page. */
const TYPE = [3.6, 3.2, 2.8, 2.4, 2.1, 1.8].map(mm);

const text = (words: string, x: number, y: number, size: number, strong = false): DrawItem => ({
  kind: 'text',
  text: words,
  at: { x, y },
  size,
  quarterTurns: 0,
  strong,
  from: 'start',
});

/** One page for the bench: the plan to scale, the cuts in their order, the marks from the trued edges, what to heed. */
export async function benchSheetPdf(cut: PlannedCut, unit: LengthUnit, reading: Reading): Promise<Uint8Array> {
  const [width, height] = unit === 'mm' ? [mm(210), mm(297)] : [mm(215.9), mm(279.4)];
  const { plan, sheet, trims, kit, times } = cut;
  const heading = printable(`${cut.title}: how to cut ${cut.paperName}`);
  const facts = [
    `${measureSize(sheet.width, sheet.height, unit)}, ${grainWords(sheet, unit)}; ${counted(times, 'sheet')} cut alike. ${benchFacts(cut, unit)}`,
    sheetsSentence(cut.whole),
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
  const notes = [
    ...marked,
    ...(times > 1 && marks.length > 0 ? [stackedSentence(times, marks)] : []),
    `Heed: ${CUTTING_CAUTION}`,
  ].map(printable);
  const bar = unit === 'mm' ? mm(100) : mm(101.6);
  const barWords = printable(`This bar is ${measure(bar, unit)} long if the page was printed at 100 %.`);

  const drawingWidth = width - 2 * ROOM;
  const drawingHeight = height * 0.46;
  const scale = Math.min(drawingWidth / sheet.width, drawingHeight / sheet.height);
  const drawing = cuttingDrawing(
    {
      plan,
      sheet,
      nameOf: (id) => printable(cut.nameOf(id)),
      offcutWords: (rect) => printable(measureSize(rect.width, rect.height, unit)),
    },
    true,
    mm(3.4) / scale,
  );
  const document = await newDocument(`${cut.title}, bench sheet`);
  const all = [heading, ...facts, ...orders, ...notes, barWords].join('');
  const drawn = drawing.items.flatMap((item) => (item.kind === 'text' ? [item.text] : [])).join('');
  const fonts = await embedFonts(document, `${all}${drawn}0123456789`);
  const lines = (words: string, size: number, room: number) =>
    wrapText(words, (t) => fonts.plain.widthOf(t, toPoints(size)), toPoints(room));

  const top = ROOM + mm(17);
  const below = top + sheet.height * scale + mm(9);
  const room = height - below - ROOM - mm(8);
  const set = (size: number) => {
    // Short orders stand in as many columns as they need; what is to be heeded runs below them all.
    const columns = orders.length > 14 ? 3 : 2;
    const columnWidth = (drawingWidth - (columns - 1) * GUTTER) / columns;
    const each = Math.ceil(orders.length / columns);
    const wrapped = Array.from({ length: columns }, (_, c) =>
      orders.slice(c * each, (c + 1) * each).flatMap((order) => lines(order, size, columnWidth)),
    );
    const depth = Math.max(...wrapped.map((column) => column.length));
    const foot = notes.flatMap((note) => [...lines(note, size, drawingWidth), '']);
    const items = [
      ...wrapped.flatMap((column, c) =>
        column.map((line, n) => text(line, ROOM + c * (columnWidth + GUTTER), below + n * size * LEADING, size)),
      ),
      ...foot.map((line, n) => text(line, ROOM, below + (depth + 1 + n) * size * LEADING, size)),
    ];
    return { items, high: (depth + 1 + foot.length) * size * LEADING };
  };
  const settings = TYPE.map(set);
  const fitting = settings.find(({ high }) => high <= room) ?? settings[settings.length - 1]!;
  const items: DrawItem[] = [
    text(heading, ROOM, ROOM, mm(5.2), true),
    ...facts.map((fact, i) => text(fact, ROOM, ROOM + mm(6.5) + i * mm(4.6), mm(3.2))),
    ...placedItems(drawing.items, scale, ROOM + (drawingWidth - sheet.width * scale) / 2, top),
    ...fitting.items,
    ...scaleBar(bar, ROOM, height - ROOM),
    text(barWords, ROOM + bar + mm(4), height - ROOM, mm(2.8)),
  ];
  const page = document.addPage([toPoints(width), toPoints(height)]);
  drawDrawing(page, { width, height, items }, fonts);
  return document.save();
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
