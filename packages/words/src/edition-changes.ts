import type {
  Cause,
  ChangedCheck,
  ChangedFigure,
  EditionFigure,
  PaperThenAndNow,
} from '@eight-up/core/checks/edition-changes';
import type { BookDocument } from '@eight-up/core/document/document';
import type { MakerSettings } from '@eight-up/core/document/maker-settings';
import { measure } from '@eight-up/core/units/measure';
import type { Nm } from '@eight-up/core/units/nm';
import { threadLength } from './binding.ts';
import { checkWords } from './checks.ts';
import { capital } from './counted.ts';
import { moneyWords } from './papers.ts';

type Unit = Pick<MakerSettings, 'unit' | 'currency'>;

export const FIGURE_WORDS: Readonly<Record<EditionFigure, string>> = {
  width: 'Closed, wide',
  height: 'Closed, high',
  'paper-thick': 'The paper, thick',
  creep: 'Creep a folio',
  'closed-thick': 'Closed, thick where it is thickest',
  thread: 'Thread a copy',
  staples: 'Staples a copy',
  copies: 'Copies',
  'printed-sheets': 'Sheets to print, spares included',
  'bought-sheets': 'Sheets as bought, spares included',
  price: 'Paper for all',
};

const COUNTS: readonly EditionFigure[] = ['staples', 'copies', 'printed-sheets', 'bought-sheets'];

/** A figure as it is told; one that the book has not is "none". */
export function figureWords(figure: EditionFigure, value: number | null, { unit, currency }: Unit): string {
  if (value === null) return figure === 'price' ? 'not known' : 'none';
  if (figure === 'price') return moneyWords(value, currency);
  if (figure === 'thread') return threadLength(value as Nm, unit);
  return COUNTS.includes(figure) ? String(value) : measure(value as Nm, unit);
}

/** Money and sheets do not come of a paper's thickness. */
const OF_WHAT: Partial<Readonly<Record<EditionFigure, 'price' | 'name'>>> = {
  'printed-sheets': 'name',
  'bought-sheets': 'name',
  price: 'price',
};

function paperWords({ before, now }: PaperThenAndNow, of: 'thick' | 'price' | 'name', settings: Unit): string {
  if (of === 'thick' && before.thick !== now.thick) {
    const [then, today] = [before, now].map(({ thick }) => measure(thick, settings.unit));
    return `the paper is ${now.thick > before.thick ? 'thicker' : 'thinner'}: ${today}, it was ${then}`;
  }
  if (of === 'price' && before.price !== null && now.price !== null && before.price !== now.price) {
    const [then, today] = [before.price, now.price].map((price) => moneyWords(price, settings.currency));
    return `a sheet costs ${today}, it was ${then}`;
  }
  return before.name === now.name
    ? 'the paper is cut otherwise'
    : `it is cut from “${now.name ?? 'no paper yet'}”, it was “${before.name ?? 'no paper'}”`;
}

function causeWords(cause: Cause, paper: PaperThenAndNow, of: 'thick' | 'price' | 'name', settings: Unit): string {
  switch (cause) {
    case 'paper':
      return paperWords(paper, of, settings);
    case 'form':
      return 'the form or its sheet was changed';
    case 'copies':
      return 'another number of copies, or other parts';
    case 'printing':
      return 'it is printed or trimmed otherwise';
    case 'binding':
      return 'it is held otherwise';
    case 'pages':
      return 'pages were changed';
  }
}

/** What a change comes from. */
const whyWords = (
  why: readonly Cause[],
  paper: PaperThenAndNow,
  of: 'thick' | 'price' | 'name',
  settings: Unit,
): string =>
  why.length === 0
    ? 'Several changes together.'
    : `${capital(why.map((cause) => causeWords(cause, paper, of, settings)).join('; '))}.`;

/** One line of what is otherwise: what it is, from what to what, and why. */
export const changedFigureWords = (
  { figure, before, now, why }: ChangedFigure,
  paper: PaperThenAndNow,
  settings: Unit,
): { readonly what: string; readonly before: string; readonly now: string; readonly why: string } => ({
  what: FIGURE_WORDS[figure],
  before: figureWords(figure, before, settings),
  now: figureWords(figure, now, settings),
  why: whyWords(why, paper, OF_WHAT[figure] ?? 'thick', settings),
});

/** Something to settle that is new, or is no more, with its reason. */
export const changedCheckWords = (
  { check, is, why }: ChangedCheck,
  book: BookDocument,
  names: readonly string[],
  paper: PaperThenAndNow,
  settings: Unit,
): string =>
  `${is === 'new' ? '' : 'No more: '}${checkWords(check, book, names, settings.unit).reason} ${whyWords(why, paper, 'thick', settings)}`;
