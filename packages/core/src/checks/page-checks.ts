import type { FoldedBook } from '../forms/planned-book.ts';
import { coversOf, sideOfPage } from '../folding/reading.ts';
import type { BookDocument } from '../document/document.ts';
import type { PageContent, Part } from '../document/pages.ts';
import { missingGlyphs, widthOfText } from '../output/face.ts';
import { captionLines, letterBook } from '../output/lettering.ts';
import { shrinkOf } from '../pagination/imposition.ts';
import { isTrueSpread, pagesOfPart } from '../pagination/spread.ts';
import { mm } from '../units/nm.ts';
import type { Check } from './check.ts';
import { meetsPaper, pageEdges, SIDES } from './page-edges.ts';

/** Checks of what stands on which page, and of what we set in type. */
export const pageChecks = (plan: FoldedBook, book: BookDocument): readonly Check[] => [
  ...missingPages(book),
  ...letters(plan, book),
  ...roles(plan, book),
  ...spreads(plan, book),
  ...unusedFiles(book),
];

function missingPages({ pages }: BookDocument): readonly Check[] {
  const missing = pages.flatMap(({ content, role }, i) => (content || role === 'blank' ? [] : [i]));
  const filled = pages.flatMap(({ content, role }, i) => (content && role === 'blank' ? [i] : []));
  return [
    ...(missing.length ? [{ code: 'pages-missing', weight: 'settle', pages: missing } as const] : []),
    ...(filled.length ? [{ code: 'blank-not-empty', weight: 'note', pages: filled } as const] : []),
  ];
}

/** Nearer than this, a fold that slips runs through the letters (three times the usual slip of a millimetre). */
const LETTERS_CLEAR = mm(3);

function letters(plan: FoldedBook, book: BookDocument): readonly Check[] {
  const { lettering, printing } = book;
  const edges = pageEdges(plan);
  const found = { near: [] as number[], long: [] as number[], unknown: [] as number[] };
  const signs = new Set<string>();
  for (const { page, box, onPage } of letterBook(plan, book)) {
    const folds = SIDES.some((side) => meetsPaper(edges[page]![side]));
    if (onPage.length > 0 && printing.safe < LETTERS_CLEAR && folds) found.near.push(page);
    const { caption } = book.pages[page]!;
    const lines = captionLines(caption, box, lettering.size, printing.safe);
    const room = box.width - 2 * printing.safe;
    const tooWide = lines.some((line) => widthOfText(line, lettering.size) > room);
    // Letters on more than a third of the page are no caption any more.
    if (tooWide || lines.length * lettering.size * 1.25 > box.height / 3) found.long.push(page);
    const missing = missingGlyphs(caption);
    if (missing.length) found.unknown.push(page);
    for (const sign of missing) signs.add(sign);
  }
  return [
    ...(found.unknown.length
      ? [{ code: 'glyph-missing', weight: 'settle', pages: found.unknown, signs: [...signs] } as const]
      : []),
    ...(found.near.length ? [{ code: 'letters-near-fold', weight: 'settle', pages: found.near } as const] : []),
    ...(found.long.length ? [{ code: 'caption-too-long', weight: 'settle', pages: found.long } as const] : []),
  ];
}

/** Where a page of a role belongs: the title on a recto, the covers outside. `null`: the book has no such printed page. */
function roles({ reading }: FoldedBook, { pages }: BookDocument): readonly Check[] {
  const { front, back } = coversOf(reading);
  const outside = { cover: front[0] ?? null, back };
  return pages.flatMap(({ role }, page): readonly Check[] => {
    if (role === 'title' && sideOfPage(reading, page) === 'verso') {
      const recto = [page + 1, page - 1].find(
        (one) => one >= 0 && one < pages.length && sideOfPage(reading, one) === 'recto',
      );
      return [{ code: 'role-misplaced', weight: 'note', pages: [page], role, to: recto ?? null }];
    }
    const inPlace = role === 'cover' ? front.includes(page) : outside.back === page;
    if ((role === 'cover' || role === 'back') && !inPlace)
      return [{ code: 'role-misplaced', weight: 'note', pages: [page], role, to: outside[role] }];
    return [];
  });
}

function spreads(plan: FoldedBook, book: BookDocument): readonly Check[] {
  const { pages } = book;
  const parts = pages.flatMap(({ content }, page) =>
    content?.part ? [{ page, part: content.part, content: content as PageContent }] : [],
  );
  const groups = new Map<string, { readonly page: number; readonly part: Part }[]>();
  for (const one of parts) groups.set(one.part.spread, [...(groups.get(one.part.spread) ?? []), one]);
  const shrunk = parts.length > 0 && shrinkOf(plan, book) < 1 ? parts.map(({ page }) => page) : [];
  const apart = shrunk.length ? [{ code: 'spread-shrunk', weight: 'settle', pages: shrunk } as const] : [];
  const each = [...groups.values()].flatMap((group): readonly Check[] => {
    const on = group.map(({ page }) => page);
    const meant = pagesOfPart(plan, group[0]!.part);
    if (group.some(({ page, part }) => part.page !== page) || group.length !== meant.length)
      return [{ code: 'spread-apart', weight: 'settle', pages: on }];
    const opening = plan.reading.views.find(
      ({ left, right }) => on.length === 2 && on.includes(left!) && on.includes(right!),
    );
    return opening && !isTrueSpread(plan, opening) ? [{ code: 'spread-on-two-pieces', weight: 'note', pages: on }] : [];
  });
  return [...apart, ...each];
}

function unusedFiles({ pages, tray, poster }: BookDocument): readonly Check[] {
  const key = ({ asset, page }: PageContent) => `${asset}${page}`;
  const used = new Set([...pages.flatMap(({ content }) => content ?? []), ...(poster ? [poster] : [])].map(key));
  const names = tray.flatMap(({ content }) => (content && !used.has(key(content)) ? [content.name] : []));
  return names.length ? [{ code: 'files-unused', weight: 'note', names }] : [];
}
