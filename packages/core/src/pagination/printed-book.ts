import type { FoldedBook } from '../forms/planned-book.ts';
import type { Rect } from '../geometry/rect.ts';
import { pagePlaces } from './page-places.ts';
import {
  movedPile,
  blankPile,
  printOn,
  type DeviceBehaviour,
  type DeviceFaults,
  type PaperPile,
  type PaperSheet,
  type Print,
} from '../printer/device.ts';
import type { TwoPass } from '../printer/feed-rehearsal.ts';
import type { PrintLayout } from '../printing/print-layout.ts';
import { backsTurned, flipForPass } from '../printer/printer.ts';

/** Pages of the two files by name: `f0`, `f1` … are those of the fronts as they stand in the file, `b0` … those of the backs. */
export const pageOfFile = (page: string): { readonly pass: 'fronts' | 'backs'; readonly index: number } => ({
  pass: page.startsWith('f') ? 'fronts' : 'backs',
  index: Number(page.slice(1)),
});

/** Both files printed on a device, with the pile moved between as hands are told to: what lies there, and what was lost. */
export function printFiles(
  device: DeviceBehaviour,
  papers: number,
  { move }: Pick<TwoPass, 'move'>,
  faults: DeviceFaults = {},
): { readonly pile: PaperPile; readonly lost: readonly string[] } {
  const names = (letter: string) => Array.from({ length: papers }, (_, k) => `${letter}${k}`);
  const first = printOn(device, blankPile(papers + 1), names('f'), faults);
  const second = printOn(device, movedPile(first.out, move), names('b'));
  return { pile: second.out, lost: [...first.jammed, ...second.jammed] };
}

/** What one page of the folded book shows: a window of a printed page, and whether it is seen half turned there. */
export interface ShownPage {
  /** name of the file's page; undefined: bare paper */
  readonly print: string | undefined;
  /** just the print that was meant for it, once, the right way up */
  readonly right: boolean;
  /** in shares of the printed page, as it stands in the file */
  readonly window: Rect;
  /** clockwise, from the file's page to the page as it is read */
  readonly quarterTurns: number;
}

/**
 * Folds the printed pile into the book and says what stands on every page of it. Papers are taken by the number of their front; the back is what came on the
 * other face, seen after turning the paper over like a page, upright or on its head as it was fed.
 */
export function readPrinted(
  plan: FoldedBook,
  { paper: largest, paperOf, sheetsEach, papers, cells }: PrintLayout,
  pile: PaperPile,
  how: TwoPass,
): readonly ShownPage[] {
  const turnedInFile = backsTurned(flipForPass(largest, how), largest);
  const byFront = new Map(pile.flatMap((one) => (frontOf(one) === undefined ? [] : [[frontOf(one)!, one] as const])));
  return pagePlaces(plan).map((place): ShownPage => {
    const index = Math.floor(place.sheet / sheetsEach);
    const paper = paperOf(place.sheet);
    const found = byFront.get(index);
    // All copies on a paper are alike: the first is read.
    const { x, y } = cells(place.sheet % sheetsEach, place.side, place.sheet)[0]!;
    const rect = { ...place.rect, left: place.rect.left + x, top: place.rect.top + y };
    const { front, back } = found ? facesOf(found) : { front: [], back: [] };
    const prints = place.side === 'A' ? front : back;
    const print = prints.at(-1);
    // Seen after turning the paper over like a page, the back's print stands upright where its head came to the front's, else on its head.
    const onItsHead = place.side === 'B' && print !== undefined && print.headNorth !== front[0]?.headNorth;
    const seen = onItsHead
      ? { ...rect, left: paper.width - rect.left - rect.width, top: paper.height - rect.top - rect.height }
      : rect;
    const meant = place.side === 'A' ? `f${index}` : `b${how.order === 'outermost-first' ? index : papers - 1 - index}`;
    return {
      print: print?.page,
      right: prints.length === 1 && print?.page === meant && (place.side === 'A' || onItsHead === turnedInFile),
      window: {
        left: seen.left / paper.width,
        top: seen.top / paper.height,
        width: seen.width / paper.width,
        height: seen.height / paper.height,
      },
      quarterTurns: ((onItsHead ? 2 : 0) + 4 - place.quarterTurns) % 4,
    };
  });
}

const facesOf = ({ a, b }: PaperSheet): { readonly front: readonly Print[]; readonly back: readonly Print[] } =>
  a.some(({ page }) => pageOfFile(page).pass === 'fronts') ? { front: a, back: b } : { front: b, back: a };

/** By the number of its front; a paper that carries none lies in no book. */
function frontOf(paper: PaperSheet): number | undefined {
  const print = facesOf(paper).front.find(({ page }) => pageOfFile(page).pass === 'fronts');
  return print && pageOfFile(print.page).index;
}
