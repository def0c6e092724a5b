import { isStacked, type Reading, type Toward, type View } from '@eight-up/core/folding/reading';
import type { StepWords } from './steps.ts';

const FROM: Readonly<Record<Toward, string>> = {
  right: 'on the right of',
  left: 'on the left of',
  below: 'below',
  above: 'above',
};

const nameOf = (names: readonly string[], page: number | null): string =>
  page === null ? 'blank paper' : `page ${names[page]}`;

const listed = (names: readonly string[], pages: readonly (number | null)[]): string =>
  pages.flatMap((page) => (page === null ? [] : [names[page]])).join(', ');

/** Which pages lie before the reader, and how; `names` are those of the pages. */
export function viewWords({ views }: Pick<Reading, 'views'>, names: readonly string[], view: number): StepWords {
  const shown = views[view]!;
  const { left, right, gap, row, opened, unfolded } = shown;
  const name = (page: number | null) => nameOf(names, page);
  if (shown.stance) {
    const held = stanceWords(shown, names);
    if (held) return held;
  }
  if (gap === 'front')
    return { title: 'The book, closed', sentence: `The front cover is ${name(right)}. Press → to turn its pages.` };
  if (gap === 'back') return { title: 'The back', sentence: `The back cover is ${name(left)}.` };
  if (unfolded)
    return {
      title: unfolded.over ? 'Turned over' : 'Unfolded',
      sentence: isStacked(shown)
        ? `One above another, from the top, lie pages ${listed(names, [left, right])}.`
        : `Side by side lie pages ${row && row.length > MOST_NAMED ? sideBySide(names, row) : listed(names, row ?? [left, right])}.`,
    };
  if (opened)
    return {
      title: 'A flap opened out',
      sentence: `Side by side lie pages ${listed(names, row ?? [])}. Folded in, it shows its front.`,
    };
  return {
    title: `Pages ${left === null ? '–' : names[left]} and ${right === null ? '–' : names[right]}`,
    sentence: `The book lies open at ${name(left)} and ${name(right)}.${foldOutWords(shown, names)}`,
  };
}

/** How a concertina is held, where that says more than the pages that lie open. */
function stanceWords({ stance, left, right, row = [] }: View, names: readonly string[]): StepWords | undefined {
  switch (stance!.kind) {
    case 'closed':
      return undefined;
    case 'leafed':
      return {
        title: `Pages ${listed(names, [left, right])}`,
        sentence: `${stance!.over ? 'Turned over, it' : 'It'} lies open at ${listed(names, [left, right])}, one pile on either side.`,
      };
    case 'whole':
      return {
        title: stance!.over ? 'The whole back' : 'The whole front',
        sentence: `Pulled open, pages ${sideBySide(names, row)} stand side by side.`,
      };
    case 'stands':
      return { title: 'Standing', sentence: 'Stood on its tail, a little open at every fold, it stands by itself.' };
    case 'star':
      return {
        title: 'As a star',
        sentence:
          'Its ends laid back to back, the folds at one edge meet in the middle and its openings look outwards.',
      };
  }
}

/** Of a fold-out: round which edge it opens, and where its pages come to lie. */
function foldOutWords({ hinge, left, right, toward, headDown }: View, names: readonly string[]): string {
  if (hinge === 'spine') return '';
  const lies =
    left === null || right === null ? '' : `; ${nameOf(names, right)} lies ${FROM[toward]} ${nameOf(names, left)}`;
  const onItsHead = headDown === undefined ? '' : `, which stands on its head`;
  return ` This is a fold-out: it opens round its fold at the ${hinge}${lies}${onItsHead}.`;
}

/** Pages that lie side by side; of many the first and the last. */
const sideBySide = (names: readonly string[], row: readonly number[]): string =>
  row.length > MOST_NAMED ? `${names[row[0]!]} to ${names[row.at(-1)!]}` : row.map((page) => names[page]).join(' · ');
const MOST_NAMED = 8;

/** The line below each opening drawn flat; empty where the pages say it themselves, or where the whole that lies open was named just before. */
export function openingTitles(views: readonly View[], names: readonly string[]): readonly string[] {
  const titles = views.map((view) => openingTitle(view, names));
  return titles.map((title, i) => (views[i]!.unfolded && title === titles[i - 1] ? '' : title));
}

function openingTitle(view: View, names: readonly string[]): string {
  const { gap, hinge, left, right, headDown, opened, unfolded, row, stance } = view;
  if (stance && stance.kind !== 'closed' && left === null && right === null) return '';
  if (gap === 'front') return 'Front cover';
  if (gap === 'back') return 'Back cover';
  const alone = row && row.length > 2 ? sideBySide(names, row) : '';
  if (opened) return `Flap opened out: ${alone}`;
  if (unfolded) {
    const pages = isStacked(view)
      ? [left, right].flatMap((page) => (page === null ? [] : [names[page]])).join(' over ')
      : alone;
    return pages ? `${unfolded.over ? 'Turned over' : 'Unfolded'}: ${pages}` : '';
  }
  if (hinge === 'spine') return '';
  return `Fold-out, opens at the ${hinge}${headDown === undefined ? '' : `; page ${names[headDown]} lies head down`}`;
}
