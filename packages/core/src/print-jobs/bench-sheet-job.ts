import { placedItems, type Drawing, type DrawItem } from '../output/drawing.ts';
import { setLines } from '../output/face.ts';
import type { LengthUnit } from '../units/measure.ts';
import { mm } from '../units/nm.ts';
import { pageOf, type PrintJob } from './print-job.ts';
import { PRINTER_PAGES } from './printer-pages.ts';
import { BAR, scaleBar } from './scale-bar.ts';

const ROOM = mm(13);
const GUTTER = mm(7);
/** Line to line, in sizes of type. */
const LEADING = 1.32;

const [HEADING, FACT, BAR_WORDS] = [mm(6.4), mm(4.2), mm(3)];
/** Sizes of type, from roomy to the smallest that is read at arm's length; what does not fit its page then goes on on another. */
const TYPE = [5, 4.6, 4.2].map(mm);
/** Shares of the page's height that the drawing may take. */
const SHARES = [0.42, 0.36, 0.3] as const;

export interface BenchWords {
  readonly title: string;
  readonly heading: string;
  /** of the sheet, the edition, and what to heed */
  readonly facts: readonly string[];
  /** the cuts, in their order */
  readonly orders: readonly string[];
  /** the marks, and what is said of several sheets */
  readonly notes: readonly string[];
  readonly bar: string;
}

const text = (words: string, x: number, y: number, size: number, strong = false): DrawItem => ({
  kind: 'text',
  text: words,
  at: { x, y },
  size,
  quarterTurns: 0,
  strong,
  from: 'start',
});

/** What is worked, to be drawn at the head of the page; its letters in its own size. */
export interface BenchPicture {
  readonly width: number;
  readonly height: number;
  readonly drawnWith: (letter: number) => Drawing;
}

/** For the bench: what is worked to scale, the orders one after another, notes, what to heed; one page, or more where letters would become too small. */
export function benchSheetJob(sheet: BenchPicture, unit: LengthUnit, words: BenchWords): PrintJob {
  const { width, height } = PRINTER_PAGES[unit === 'mm' ? 'a4' : 'letter'];
  const across = width - 2 * ROOM;
  const head = headItems(words, across);
  const top = head.below + mm(2);
  const foot = height - ROOM - mm(8);
  /** The plan as large as its share of the page's height allows, its letters of one size whatever its scale. */
  const drawnAt = (share: number) => {
    const scale = Math.min(across / sheet.width, (height * share) / sheet.height);
    return { scale, drawing: sheet.drawnWith(FACT / scale) };
  };
  // One page if it can be: a smaller drawing first, then smaller letters.
  const settings = TYPE.flatMap((size) =>
    SHARES.map((share) => {
      const { scale, drawing } = drawnAt(share);
      return { scale, drawing, pages: saidPages(words, size, across, top + sheet.height * scale + mm(8), foot) };
    }),
  );
  const { scale, drawing, pages } =
    settings.find((one) => one.pages.length === 1) ?? settings[settings.length - SHARES.length]!;
  const plan = placedItems(drawing.items, scale, ROOM + (across - sheet.width * scale) / 2, top);
  return {
    title: words.title,
    pages: pages.map((said, i) =>
      pageOf({
        width,
        height,
        items: [
          ...(i === 0 ? [...head.items, ...plan] : []),
          ...said,
          ...scaleBar(BAR[unit], ROOM, height - ROOM),
          text(words.bar, ROOM + BAR[unit] + mm(4), height - ROOM, BAR_WORDS),
        ],
      }),
    ),
  };
}

function headItems({ heading, facts }: BenchWords, across: number) {
  const lines = [
    ...setLines(heading, HEADING, across).map((line) => ({ line, size: HEADING, strong: true })),
    ...facts.flatMap((fact) => setLines(fact, FACT, across).map((line) => ({ line, size: FACT, strong: false }))),
  ];
  let below = ROOM as number;
  const items = lines.map(({ line, size, strong }) => {
    const item = text(line, ROOM, below, size, strong);
    below += size * LEADING;
    return item;
  });
  return { items, below };
}

/** Everything that is said at one size of type, page after page: short orders in two columns, what is to be heeded right across. */
function saidPages(
  { orders, notes }: BenchWords,
  size: number,
  across: number,
  below: number,
  foot: number,
): readonly (readonly DrawItem[])[] {
  const leading = size * LEADING;
  const columnWidth = (across - GUTTER) / 2;
  const wrapped = orders.map((order) => setLines(order, size, columnWidth));
  const pages: DrawItem[][] = [[]];
  let at = below;
  const next = () => {
    pages.push([]);
    at = ROOM;
  };
  for (let taken = 0; taken < wrapped.length;) {
    const fit = twoColumns(wrapped.slice(taken), Math.floor((foot - at) / leading));
    if (fit.taken === 0 && at === ROOM) throw new Error('an order is longer than a page');
    fit.columns.forEach((column, c) =>
      column.forEach((line, n) =>
        pages[pages.length - 1]!.push(text(line, ROOM + c * (columnWidth + GUTTER), at + n * leading, size)),
      ),
    );
    taken += fit.taken;
    at += (Math.max(...fit.columns.map(({ length }) => length)) + 1) * leading;
    if (taken < wrapped.length) next();
  }
  for (const line of notes.flatMap((note) => setLines(note, size, across))) {
    if (at > foot) next();
    pages[pages.length - 1]!.push(text(line, ROOM, at, size));
    at += leading;
  }
  return pages;
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
