import { affineApply } from '../geometry/affine.ts';
import { scaledAboutCentre } from '../geometry/rect.ts';
import type { SheetSide } from '../folding/hold.ts';
import { pageLabel, type PageLabel } from '../folding/reading.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { creepOf } from '../pagination/creep.ts';
import type { PrintedBook } from '../printing/print-layout.ts';
import { folioOfPage } from '../folding/nest.ts';
import { pageOnSheet, shrinkOf } from '../pagination/imposition.ts';
import { pagePlaces } from '../pagination/page-places.ts';
import type { PageBox } from '../pagination/placing.ts';
import type { BookDocument } from '../document/document.ts';
import type { BookPage, Lettering, Role } from '../document/pages.ts';
import type { DrawItem } from './drawing.ts';
import { widthOfText, wrapText } from './face.ts';

export type Letters = Extract<DrawItem, { kind: 'text' }>;

/** From line to line, in sizes of the letters (usual: 1.2 to 1.3). */
const LINE = 1.25;

/** Pages that never carry a printed number: covers of any school, and those meant to stay blank. */
const UNNUMBERED: readonly (Role | null)[] = ['cover', 'back', 'blank'];

/** What we set on one page, in its own frame (nanometres from its top left corner as read): caption lines at the foot, the number below them. */
export function letterPage(
  box: PageBox,
  page: BookPage,
  label: PageLabel,
  { numbers, size }: Lettering,
  safe: number,
): readonly Letters[] {
  const numbered = numbers !== 'none' && label.kind === 'number' && !UNNUMBERED.includes(page.role);
  const foot = box.height - safe - size / 2;
  const outside = box.spine === 'left' ? box.width - safe : safe;
  const number: Letters[] = numbered
    ? [
        {
          kind: 'text',
          text: String(label.number),
          at: { x: numbers === 'foot-middle' ? box.width / 2 : outside, y: foot },
          size,
          quarterTurns: 0,
          from: numbers === 'foot-middle' ? 'middle' : box.spine === 'left' ? 'end' : 'start',
          halo: true,
        },
      ]
    : [];
  const lines = captionLines(page.caption, box, size, safe);
  const last = numbered ? foot - size * LINE : foot;
  return [
    ...lines.map((text, i): Letters => ({
      kind: 'text',
      text,
      at: { x: box.width / 2, y: last - (lines.length - 1 - i) * size * LINE },
      size,
      quarterTurns: 0,
      from: 'middle',
      halo: true,
    })),
    ...number,
  ];
}

/** A caption broken to the width of its page inside the safe zone. */
export function captionLines(caption: string, box: PageBox, size: number, safe: number): readonly string[] {
  const text = caption.trim().replace(/\s+/g, ' ').normalize('NFC');
  return text ? wrapText(text, (line) => widthOfText(line, size), Math.max(box.width - 2 * safe, 1)) : [];
}

export interface PageLetters {
  readonly page: number;
  readonly sheet: number;
  readonly side: SheetSide;
  readonly box: PageBox;
  /** in the page's own frame */
  readonly onPage: readonly Letters[];
  /** on the sheet, turned as the page stands */
  readonly onSheet: readonly Letters[];
}

/** Everything that we set in type on the pages of a book. */
export function letterBook(
  plan: FoldedBook,
  book: Pick<BookDocument, 'pages' | 'numbering' | 'lettering'> & PrintedBook,
): readonly PageLetters[] {
  const places = pagePlaces(plan);
  const shrink = shrinkOf(plan, book);
  return places.map((place): PageLetters => {
    const { box, toSheet } = pageOnSheet(
      place,
      scaledAboutCentre(place.rect, shrink),
      creepOf(folioOfPage(plan, place.page).folio, book.printing.creep),
    );
    const label = pageLabel(plan.reading, place.page, book.numbering);
    const onPage = letterPage(box, book.pages[place.page]!, label, book.lettering, book.printing.safe);
    const onSheet = onPage.map((letters): Letters => {
      const [x, y] = affineApply(toSheet, letters.at.x, letters.at.y);
      return { ...letters, at: { x, y }, quarterTurns: place.quarterTurns };
    });
    return { page: place.page, sheet: place.sheet, side: place.side, box, onPage, onSheet };
  });
}
