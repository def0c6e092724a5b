import type { AssetLookup } from '../document/asset.ts';
import type { BookDocument } from '../document/document.ts';
import { sidesOf } from '../folding/laid-paper.ts';
import type { SheetSide } from '../folding/hold.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { cutMarks } from '../output/cut-marks.ts';
import type { DrawItem } from '../output/drawing.ts';
import { letterBook, type Letters } from '../output/lettering.ts';
import { gatherMarks } from '../output/nest-marks.ts';
import { impose, layPoster, overhang, type Laid } from '../pagination/imposition.ts';
import { backsTurned, correctionFor } from '../printer/printer.ts';
import { MARK_ROOM, printLayout, type PrintLayout } from '../printing/print-layout.ts';
import { fail, ok, type Result } from '../result.ts';
import type { LengthUnit } from '../units/measure.ts';
import type { PrinterPage } from './printer-pages.ts';
import { tilePages, type TilePlace } from './tiles.ts';
import { movedThings, type Printed, type PrintJob, type PrintPage } from './print-job.ts';
import { nm } from '../units/nm.ts';

export interface PrintChoice {
  /** both faces that carry something, or one of them */
  readonly face: SheetSide | 'both';
  /** the edge about which the printer turns the sheet between the faces */
  readonly flip: BookDocument['printing']['flip'];
  /** only these sheets, 0-based; left out: all */
  readonly sheets?: readonly number[];
  /** papers in which order; left out: the outermost first */
  readonly order?: 'outermost-first' | 'innermost-first';
  /** each back after its front, for printers that turn papers, or all backs after all fronts; left out: as strips ask, which none turns, else each */
  readonly backs?: 'after-each' | 'after-all' | undefined;
  /** at their own size over several papers that a printer takes; left out: each face on a paper of its own */
  readonly tiled?: {
    readonly paper: PrinterPage;
    readonly unit: LengthUnit;
    readonly say: (place: TilePlace) => string;
  };
}

/** The paper to print on is smaller than one sheet of the book. */
export interface PaperTooSmall {
  readonly code: 'paper-to-print-on-too-small';
}

/** What one face of the sheet carries. */
interface PrintedFace {
  readonly sheet: number;
  readonly side: SheetSide;
  readonly laid: readonly Laid[];
  readonly letters: readonly Letters[];
  readonly marks: readonly DrawItem[];
}

/**
 * The print file: one page of exactly the paper's size for every face that carries something, every content placed and
 * turned as its page stands. Where pictures bleed, the pages are larger and carry marks to cut by.
 */
export function bookJob(
  plan: FoldedBook,
  book: BookDocument,
  assets: AssetLookup,
  { face, flip, sheets, order = 'outermost-first', backs, tiled }: PrintChoice,
): Result<PrintJob, PaperTooSmall> {
  const { printing } = book;
  const every = printedFaces(plan, book, assets);
  const all = every.filter(({ side }) => face === 'both' || side === face);
  const faces = sheets ? sheets.flatMap((wanted) => all.filter((one) => one.sheet === wanted)) : all;
  // Of the whole book, not of this file: the papers of all its files must be alike.
  const over = overhang(
    plan,
    every.flatMap(({ laid }) => laid),
  );
  const layout = printLayout(plan, book, over);
  if (!layout) return fail({ code: 'paper-to-print-on-too-small' });
  const marked = printing.onto !== null || over > 0;
  const papers = papersOf(faces, layout, order);
  const afterAll = (backs ?? (plan.form.cutFromSheet ? 'after-all' : 'after-each')) === 'after-all';
  const inOrder = afterAll
    ? (['A', 'B'] as const).flatMap((side) => papers.filter((one) => one.side === side))
    : papers;
  const pages = inOrder.flatMap(({ first, side, onPaper }): readonly PrintPage[] => {
    const { width, height } = layout.paperOf(first);
    const things = onPaper.flatMap((one, k): readonly Printed[] => {
      if (!one) return [];
      const carried = carriedBy(one);
      return layout.cells(k, side, one.sheet).flatMap(({ x, y, room }) => {
        const cut = marked ? cutMarks(plan, printing, one, over, room) : [];
        return movedThings([...carried, ...cut], x, y);
      });
    });
    const { printer } = printing;
    if (tiled)
      return tilePages({ width, height }, things, tiled.paper, tiled.unit, tiled.say, side === 'A' ? 'front' : 'back');
    const whole: PrintPage = {
      width,
      height,
      things,
      // Both passes turn the pile, whatever a single paper's shape; a printer that turns papers goes by each one's edges.
      // Given all after the fronts they go by hand: turned over like a page, as they read.
      halfRound:
        side === 'B' &&
        !(afterAll && !backs && face === 'both') &&
        backsTurned(flip, face === 'both' ? { width, height } : layout.paper),
      ...(printer?.measured ? { correction: correctionFor(printer.measured, side) } : {}),
      ...(!printing.onto && over > 0 ? { trimmed: { from: over + MARK_ROOM, bleed: nm(over) } } : {}),
    };
    return [whole];
  });
  return ok({ title: book.title, pages });
}

const carriedBy = ({ laid, letters, marks }: PrintedFace): readonly Printed[] => [
  ...laid.map(({ content, matrix, clip }): Printed => {
    const { asset, page, name } = content;
    return { kind: 'original', asset, page, name, matrix, clip };
  }),
  ...marks,
  ...letters,
];

/** One face of a paper: what lies on it, place after place; undefined where a sheet's back carries nothing. */
interface PaperFace {
  /** the sheet in the first place */
  readonly first: number;
  readonly side: SheetSide;
  readonly onPaper: readonly (PrintedFace | undefined)[];
}

/** Fronts on one page and what lies behind them on the next. The papers are turned round, never what lies on them: backs must meet the fronts they were cut with. */
function papersOf(
  faces: readonly PrintedFace[],
  { sheetsEach }: PrintLayout,
  order: Required<PrintChoice>['order'],
): readonly PaperFace[] {
  const sheets = [...new Set(faces.map((face) => face.sheet))];
  const starts = Array.from({ length: Math.ceil(sheets.length / sheetsEach) }, (_, k) => k * sheetsEach);
  const on = new Map(faces.map((face) => [`${face.sheet}${face.side}`, face]));
  return (order === 'innermost-first' ? starts.reverse() : starts).flatMap((from) =>
    (['A', 'B'] as const).flatMap((side): readonly PaperFace[] => {
      const onPaper = sheets.slice(from, from + sheetsEach).map((wanted) => on.get(`${wanted}${side}`));
      return onPaper.some((one) => one) ? [{ first: sheets[from]!, side, onPaper }] : [];
    }),
  );
}

/** Faces in the order in which they print, sheet by sheet; those that carry pages always do, the back of others where something hangs there. */
function printedFaces(plan: FoldedBook, book: BookDocument, assets: AssetLookup): readonly PrintedFace[] {
  const placed = bySheet(impose(plan, book, assets));
  const marks = bySheet(gatherMarks(plan, book.printing));
  const letters = bySheet(letterBook(plan, book));
  const poster = layPoster(plan, book, assets);
  return plan.run.laid.sheets.flatMap((_, sheet) =>
    (['A', 'B'] as const)
      .map((side): PrintedFace => {
        const here = (one: { readonly side: SheetSide }) => one.side === side;
        const hung = poster?.sheet === sheet && side === 'B' ? [poster] : [];
        return {
          sheet,
          side,
          laid: [...hung, ...(placed.get(sheet) ?? []).filter(here)],
          letters: (letters.get(sheet) ?? []).filter(here).flatMap(({ onSheet }) => onSheet),
          marks: (marks.get(sheet) ?? []).filter(here).map(({ item }) => item),
        };
      })
      .filter(
        ({ side, laid, letters: set }) =>
          sidesOf(plan.run.laid, sheet).includes(side) || laid.length > 0 || set.length > 0,
      ),
  );
}

function bySheet<T extends { readonly sheet: number }>(all: readonly T[]): ReadonlyMap<number, readonly T[]> {
  const sheets = new Map<number, T[]>();
  for (const one of all) {
    const here = sheets.get(one.sheet);
    if (here) here.push(one);
    else sheets.set(one.sheet, [one]);
  }
  return sheets;
}
