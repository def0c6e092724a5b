import { EMPTY_PAGE, isBare, type BookPage, type PageContent } from '../document/pages.ts';
import type { BookDocument } from '../document/document.ts';

/** The parts of a document that a change of sequence touches. */
export type Sequence = Pick<BookDocument, 'pages' | 'tray'>;

/** A picture by itself: no share of one over several pages. */
export const wholeOf = ({ part: _, ...whole }: PageContent): PageContent => whole;

/** What waits in the tray: anything worth keeping, whole, free to go anywhere. */
export const waiting = (pages: readonly BookPage[]): readonly BookPage[] =>
  pages
    .filter((page) => !isBare(page))
    .map((page) => ({ ...page, content: page.content && wholeOf(page.content), locked: false }));

export const contentToTray = (content: PageContent | null): readonly BookPage[] =>
  content ? [{ ...EMPTY_PAGE, content: wholeOf(content) }] : [];

export const withPage = (pages: readonly BookPage[], place: number, page: BookPage): readonly BookPage[] =>
  pages.map((old, i) => (i === place ? page : old));

/** Whether a picture that comes in may go here: empty, not locked, and not meant to stay blank. */
export const takesPicture = ({ content, locked, role }: BookPage): boolean =>
  content === null && !locked && role !== 'blank';

/** What waited comes onto a page: its picture, and of its words those that the page has none of its own. */
const settled = (place: BookPage, waited: BookPage): BookPage => ({
  content: waited.content,
  role: place.role ?? waited.role,
  thread: place.thread ?? waited.thread,
  note: place.note || waited.note,
  caption: place.caption || waited.caption,
  locked: place.locked,
});

/** Puts what waits onto the pages that take pictures, in order, from a place on; what finds none waits on. */
export function fill({ pages, tray }: Sequence, arriving: readonly BookPage[], from: number): Sequence {
  const queue = [...arriving];
  const filled = pages.map((page, i) => {
    const next = i >= from && takesPicture(page) ? queue.findIndex(({ content }) => content !== null) : -1;
    return next < 0 ? page : settled(page, queue.splice(next, 1)[0]!);
  });
  return { pages: filled, tray: [...tray, ...queue] };
}

/** One waiting thing onto one page; the picture that stood there waits in its stead. */
export function fromTray({ pages, tray }: Sequence, index: number, place: number): Sequence {
  const [waited, old] = [tray[index]!, pages[place]!];
  const page = waited.content === null ? { ...settled(old, waited), content: old.content } : settled(old, waited);
  const instead = waited.content === null ? [] : contentToTray(old.content);
  return {
    pages: withPage(pages, place, page),
    tray: tray.flatMap((one, i) => (i === index ? instead : [one])),
  };
}

/** The places that move when pages flow: all but the locked ones. */
const free = (pages: readonly BookPage[]): readonly number[] => pages.flatMap(({ locked }, i) => (locked ? [] : [i]));

/** Puts a sequence onto the places that move; what is left over waits at the head of the tray. */
function reflow({ pages, tray }: Sequence, flowing: readonly BookPage[]): Sequence {
  const places = free(pages);
  const next = [...pages];
  places.forEach((place, i) => (next[place] = flowing[i] ?? EMPTY_PAGE));
  return { pages: next, tray: [...waiting(flowing.slice(places.length)), ...tray] };
}

/** Takes a page out and puts it in elsewhere; those between move up, locked ones stay. */
export function move(sequence: Sequence, from: number, to: number): Sequence {
  const places = free(sequence.pages);
  const flowing = places.map((place) => sequence.pages[place]!);
  const [page] = flowing.splice(places.indexOf(from), 1);
  flowing.splice(places.indexOf(to), 0, page!);
  return reflow(sequence, flowing);
}

/** Puts a page in at a place (or, where that is locked, at the next that moves); everything after flows on. */
export function insert(sequence: Sequence, at: number, page: BookPage): Sequence {
  const places = free(sequence.pages);
  const flowing = places.map((place) => sequence.pages[place]!);
  flowing.splice(places.filter((place) => place < at).length, 0, page);
  return reflow(sequence, flowing);
}

/** Takes a page out; everything after flows back, and what was on it waits in the tray. */
export function takeOut(sequence: Sequence, at: number): Sequence {
  const places = free(sequence.pages);
  const flowing = places.map((place) => sequence.pages[place]!);
  const [page] = flowing.splice(places.indexOf(at), 1);
  return reflow({ pages: sequence.pages, tray: [...waiting([page!]), ...sequence.tray] }, flowing);
}

/** Another number of places: what no longer fits waits at the head of the tray. */
export const resized = ({ pages, tray }: Sequence, count: number): Sequence => ({
  pages: Array.from({ length: count }, (_, i) => pages[i] ?? EMPTY_PAGE),
  tray: [...waiting(pages.slice(count)), ...tray],
});
