import { boundBook } from '../binding/bound-book.ts';
import { closedMeasure } from '../binding/closed-measure.ts';
import { sewingOfBook } from '../binding/sewn-book.ts';
import { sheetsForEdition } from '../cutting/kit.ts';
import type { AssetLookup } from '../document/asset.ts';
import { pagesPaper, type BookDocument } from '../document/document.ts';
import { mostFolios } from '../folding/nest.ts';
import { planBook, type FoldedBook } from '../forms/planned-book.ts';
import { closedSize } from '../output/nest-marks.ts';
import { creepPerFolio } from '../pagination/creep.ts';
import type { Nm } from '../units/nm.ts';
import type { Check } from './check.ts';
import { checkBook } from './checks.ts';

/** What hands and purse notice of a book. Lengths in nanometres, money in hundredths; null: it has none, or nobody knows. */
export const EDITION_FIGURES = [
  'width',
  'height',
  'paper-thick',
  'creep',
  'closed-thick',
  'thread',
  'staples',
  'copies',
  'printed-sheets',
  'bought-sheets',
  'price',
] as const;
export type EditionFigure = (typeof EDITION_FIGURES)[number];
type Figures = Readonly<Record<EditionFigure, number | null>>;

/** What of a document a change may come from. */
export const CAUSES = ['paper', 'form', 'copies', 'printing', 'binding', 'pages'] as const;
export type Cause = (typeof CAUSES)[number];

/** A figure that is another one than in the edition before, and what that comes from. */
export interface ChangedFigure {
  readonly figure: EditionFigure;
  readonly before: number | null;
  readonly now: number | null;
  readonly why: readonly Cause[];
}

/** Something to settle that was not there before, or is no more. */
export interface ChangedCheck {
  readonly check: Check;
  readonly is: 'new' | 'gone';
  readonly why: readonly Cause[];
}

/** The paper of the pages: what it is called, how thick it is counted, what a sheet costs in hundredths of money. */
interface PaperOfEdition {
  readonly name: string | null;
  readonly thick: Nm;
  readonly price: number | null;
}

export interface PaperThenAndNow {
  readonly before: PaperOfEdition;
  readonly now: PaperOfEdition;
}

export interface EditionChanges {
  readonly figures: readonly ChangedFigure[];
  readonly checks: readonly ChangedCheck[];
  readonly paper: PaperThenAndNow;
}

/** A document with one part of it as it is now: what changes with that alone comes from it. */
function withPart(before: BookDocument, now: BookDocument, cause: Cause): BookDocument {
  const thick = { ...before.printing.creep, thickness: now.printing.creep.thickness };
  switch (cause) {
    case 'paper':
      return {
        ...before,
        papers: now.papers,
        sheet: { ...before.sheet, fibre: now.sheet.fibre },
        printing: { ...before.printing, creep: thick },
      };
    case 'form':
      return { ...before, form: now.form, sheet: { ...now.sheet, fibre: before.sheet.fibre }, pages: now.pages };
    case 'copies':
      return { ...before, kit: now.kit };
    case 'printing':
      return {
        ...before,
        printing: { ...now.printing, creep: { ...now.printing.creep, thickness: before.printing.creep.thickness } },
      };
    case 'binding':
      return { ...before, binding: now.binding };
    case 'pages': {
      const { pages, poster, lettering, numbering, tray } = now;
      return pages.length === before.pages.length ? { ...before, pages, poster, lettering, numbering, tray } : before;
    }
  }
}

function folded(book: BookDocument): FoldedBook | undefined {
  const plan = planBook(book.form, book.sheet);
  return plan.ok ? boundBook(plan.value, book) : undefined;
}

function figuresOf(plan: FoldedBook, book: BookDocument): Figures {
  const { printing, kit, papers } = book;
  const { width, height } = closedSize(plan, printing);
  const measure = closedMeasure(plan, book, { ofBook: undefined, onPaper: undefined });
  const sewing = sewingOfBook(plan, book);
  const held = sewing?.ok ? sewing.value : undefined;
  const taken = Object.values(papers);
  const costs = taken.map(({ cost }) => cost);
  return {
    width,
    height,
    'paper-thick': printing.creep.thickness,
    creep: mostFolios(plan) > 1 ? creepPerFolio(printing.creep) : null,
    'closed-thick': Math.max(...measure.edges.map(({ likely }) => likely)),
    thread: held?.thread?.whole ?? null,
    staples: held?.staples?.count ?? null,
    copies: kit.copies,
    'printed-sheets': sheetsForEdition(plan, kit).withSpares,
    'bought-sheets': taken.length === 0 ? null : taken.reduce((sum, { sheets }) => sum + sheets, 0),
    price: costs.length === 0 || costs.includes(null) ? null : costs.reduce<number>((sum, cost) => sum + cost!, 0),
  };
}

/**
 * What is otherwise than in the edition before. What a change comes from is found by trying: each part of the old document is put as it is now,
 * by itself; whatever makes the figure, or the check, another one is a reason of it. Undefined where one of the two cannot be folded.
 */
export function editionChanges(
  before: BookDocument,
  now: BookDocument,
  assets: AssetLookup,
): EditionChanges | undefined {
  const [plan, planNow] = [folded(before), folded(now)];
  if (!plan || !planNow) return undefined;
  const [then, today] = [figuresOf(plan, before), figuresOf(planNow, now)];
  const [checks, checksNow] = [checkBook(plan, before, assets), checkBook(planNow, now, assets)];
  const tried = CAUSES.flatMap((cause) => {
    const book = withPart(before, now, cause);
    if (JSON.stringify(book) === JSON.stringify(before)) return [];
    const one = folded(book);
    return one ? [{ cause, figures: figuresOf(one, book), codes: codesOf(checkBook(one, book, assets)) }] : [];
  });
  const because = (is: (one: (typeof tried)[number]) => boolean): readonly Cause[] =>
    tried.filter(is).map(({ cause }) => cause);
  // A paper's plan is made for its copies: other copies are a reason of its sheets, though the plan alone tells of them.
  const counts: readonly EditionFigure[] = ['bought-sheets', 'price'];
  const copied = then.copies === today.copies ? [] : (['copies'] as const);
  const figures = EDITION_FIGURES.filter((figure) => then[figure] !== today[figure]).map((figure): ChangedFigure => {
    const why = because((one) => one.figures[figure] !== then[figure]);
    return {
      figure,
      before: then[figure],
      now: today[figure],
      why: counts.includes(figure) ? [...new Set([...copied, ...why])] : why,
    };
  });
  const [codes, codesNow] = [codesOf(checks), codesOf(checksNow)];
  const raised = checksNow
    .filter(({ code }) => !codes.has(code))
    .map((check): ChangedCheck => ({ check, is: 'new', why: because((one) => one.codes.has(check.code)) }));
  const settled = checks
    .filter(({ code }) => !codesNow.has(code))
    .map((check): ChangedCheck => ({ check, is: 'gone', why: because((one) => !one.codes.has(check.code)) }));
  return { figures, checks: [...raised, ...settled], paper: { before: paperOf(before), now: paperOf(now) } };
}

const codesOf = (checks: readonly Check[]): ReadonlySet<Check['code']> => new Set(checks.map(({ code }) => code));

function paperOf(book: BookDocument): PaperOfEdition {
  const paper = pagesPaper(book)?.paper;
  return { name: paper?.name ?? null, thick: book.printing.creep.thickness, price: paper?.price ?? null };
}
