import { lastTabOf, type StripLimits, type StripTask, type Strips } from './strip-lengths.ts';

/** A row of paper: which of a book's strips it holds (by their place in the book), and how many rows are cut so. */
export interface StripRow {
  readonly strips: readonly number[];
  readonly times: number;
}

/** What a strip takes of a row, without what is lost to its neighbour. */
const lengthOf = (task: StripTask, strips: Strips, i: number): number =>
  strips[i]! * task.panelWidth + (i < strips.length - 1 ? task.tab : lastTabOf(task));

/** Strips of one length: how many books need, and which they are, from the beginning of the book. */
interface Kind {
  readonly length: number;
  readonly strips: readonly number[];
}

function kindsOf(task: StripTask, strips: Strips): readonly Kind[] {
  const byLength = new Map<number, number[]>();
  strips.forEach((_, i) => {
    const length = lengthOf(task, strips, i);
    byLength.set(length, [...(byLength.get(length) ?? []), i]);
  });
  return [...byLength].map(([length, of]) => ({ length, strips: of })).sort((a, b) => b.length - a.length);
}

/** A row by how many it has of each kind, and how often it is cut. */
interface KindRow {
  readonly taken: readonly number[];
  readonly times: number;
}

/**
 * Rows for so many books, all of the same strips: each is filled as far as what is left to be cut allows, the longest strip left at its beginning, and cut as
 * often as that lasts.
 */
function kindRows({ rowLength, gap }: StripTask, kinds: readonly Kind[], books: number): readonly KindRow[] {
  const left = kinds.map(({ strips }) => strips.length * books);
  const rows: KindRow[] = [];
  for (;;) {
    const first = left.findIndex((n) => n > 0);
    if (first < 0) return rows;
    const taken = fullest(kinds, left, first, rowLength, gap);
    const times = Math.min(...taken.flatMap((n, k) => (n > 0 ? Math.floor(left[k]! / n) : [])));
    taken.forEach((n, k) => (left[k]! -= n * times));
    rows.push({ taken, times });
  }
}

/** How many of each kind leave least of a row that begins with one of `first`; found by trying all, since lengths differ in few ways. */
function fullest(
  kinds: readonly Kind[],
  left: readonly number[],
  first: number,
  rowLength: number,
  gap: number,
): readonly number[] {
  const taken = kinds.map((_, k): number => (k === first ? 1 : 0));
  let best = { taken: [...taken], room: Infinity };
  const go = (k: number, room: number): void => {
    if (best.room === 0) return;
    if (k === kinds.length) {
      if (room < best.room) best = { taken: [...taken], room };
      return;
    }
    const each = kinds[k]!.length + gap;
    const before = taken[k]!;
    for (let n = Math.min(left[k]! - before, Math.floor(room / each)); n >= 0; n--) {
      taken[k] = before + n;
      go(k + 1, room - n * each);
    }
    taken[k] = before;
  };
  go(first, rowLength - kinds[first]!.length);
  return best.taken;
}

/** How many rows so many books take. */
export const countRows = (task: StripTask, strips: Strips, books: number): number =>
  kindRows(task, kindsOf(task, strips), books).reduce((sum, { times }) => sum + times, 0);

/** The rows that are cut, each with the strips that it holds. */
export function rowsFor(task: StripTask, strips: Strips, books: number): readonly StripRow[] {
  const kinds = kindsOf(task, strips);
  // What is still to be cut of each strip, those nearer the beginning of the book first.
  const left = strips.map(() => books);
  const rows: StripRow[] = [];
  for (const { taken, times } of kindRows(task, kinds, books))
    for (let done = 0; done < times;) {
      const row = taken.flatMap((n, k) => takeOf(kinds[k]!.strips, left, n));
      const needs = new Map(row.map((i) => [i, row.filter((one) => one === i).length]));
      const often = Math.min(times - done, ...[...needs].map(([i, n]) => Math.floor(left[i]! / n)));
      needs.forEach((n, i) => (left[i]! -= n * often));
      rows.push({ strips: row, times: often });
      done += often;
    }
  return rows;
}

/** So many strips of one kind out of what is left. */
function takeOf(strips: readonly number[], left: readonly number[], count: number): readonly number[] {
  const taken: number[] = [];
  for (const i of strips) for (let n = 0; n < left[i]! && taken.length < count; n++) taken.push(i);
  return taken;
}

/**
 * Fewer rows cannot do, whatever the lengths of the strips. By length: what all books take, tabs and gaps among it. By panels: a row with a last strip holds at most what
 * fits without a tab, one with a first strip what fits beside one tab, any other only strips from between. By halves: of strips longer than half a row no two share
 * one (docs/concertina.md).
 */
export function fewestRows(task: StripTask, limits: StripLimits, count: number, books: number): number {
  const { panels, panelWidth, tab, gap, rowLength } = task;
  const strips = count * books;
  // Every strip but the first of its row stands behind a gap: r rows have room for r gaps more.
  const one = panels * panelWidth + (count - 1) * tab + lastTabOf(task);
  const byLength = Math.ceil((books * one + strips * gap) / (rowLength + gap));
  if (count === 1) return Math.max(byLength, Math.ceil(books / Math.max(1, Math.floor(limits.last / panels))));
  const rows = books === 1 ? rowsOfOne(task, limits) : rowsByPanels(task, limits, books);
  return Math.max(byLength, rows, books * fewestLong(task, limits, count));
}

/** Rows of one book by panels: its first and its last strip share a row, whose tab leaves the last less room, or have a row each; others hold strips from between. */
function rowsOfOne(task: StripTask, { first, between, last }: StripLimits): number {
  const { panels, panelWidth, tab, rowLength } = task;
  const shared = Math.floor((rowLength - tab - lastTabOf(task)) / panelWidth);
  const more = (room: number) => (room >= panels ? 0 : between < 1 ? Infinity : Math.ceil((panels - room) / between));
  return Math.min(1 + more(shared), 2 + more(first + last));
}

/** Rows of several books by panels: those with a last strip, those with a first, those between, each filled as far as any of its kind can be. */
function rowsByPanels({ panels, panelWidth, tab, rowLength }: StripTask, limits: StripLimits, books: number): number {
  let left = books * panels;
  let rows = 0;
  for (const [most, room] of [
    [books, limits.last],
    [books, Math.floor((rowLength - tab) / panelWidth)],
    [Infinity, Math.max(limits.between, 1)],
  ] as const) {
    const needed = Math.min(most, Math.ceil(left / room));
    rows += needed;
    left -= needed * room;
    if (left <= 0) break;
  }
  return rows;
}

/** Of so many strips of one book, how many at least are longer than half a row. */
function fewestLong(task: StripTask, limits: StripLimits, count: number): number {
  const { panels, panelWidth, tab, gap, rowLength, jointsAfter } = task;
  const half = Math.floor((rowLength - gap) / 2);
  const shortTabbed = Math.max(0, Math.floor((half - tab) / panelWidth));
  const step = jointsAfter === 'any' ? 1 : 2;
  const between = count - 2;
  const shortBetween = Math.min(limits.between, shortTabbed - (shortTabbed % step));
  /** as many panels as a strip has at most if it is short, and if it is long */
  const ways = (short: number, most: number) => [
    { panels: Math.min(short, most), long: 0 },
    { panels: most, long: 1 },
  ];
  const found = ways(shortTabbed, limits.first).flatMap((first) =>
    ways(Math.max(0, Math.floor((half - lastTabOf(task)) / panelWidth)), limits.last).flatMap((last) => {
      // A strip that is too long for what there is to part would be made shorter, and counts no more for that.
      const left = Math.max(panels - first.panels - last.panels, between * step);
      if (first.panels < 1 || last.panels < 1 || left > between * limits.between) return [];
      const long =
        shortBetween < step
          ? between
          : limits.between > shortBetween
            ? Math.max(0, Math.ceil((left - between * shortBetween) / (limits.between - shortBetween)))
            : 0;
      return [first.long + last.long + long];
    }),
  );
  return found.length ? Math.min(...found) : 0;
}
