import {
  concatTransformationMatrix,
  popGraphicsState,
  pushGraphicsState,
  type PDFDocument,
  type PDFPage,
} from '@cantoo/pdf-lib';
import { sheetSize, sidesOf } from '@eight-up/core/folding/laid-paper';
import { affineAfter } from '@eight-up/core/geometry/affine';
import { toPoints } from '@eight-up/core/units/nm';
import { impose, layPoster, overhang, type Laid } from '@eight-up/core/pagination/imposition';
import type { DrawItem } from '@eight-up/core/output/drawing';
import { correctionFor } from '@eight-up/core/printer/printer';
import { MARK_ROOM, printLayout, type PrintLayout } from '@eight-up/core/printing/print-layout';
import { cutMarks } from '@eight-up/core/output/cut-marks';
import { gatherMarks } from '@eight-up/core/output/nest-marks';
import { letterBook, type Letters } from '@eight-up/core/output/lettering';
import type { AssetInfo, AssetLookup } from '@eight-up/core/document/asset';
import type { BookDocument } from '@eight-up/core/document/document';
import type { SheetSide } from '@eight-up/core/folding/hold';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { exists } from '../files/store.ts';
import { Refusal } from '../errors.ts';
import { embedOriginal, type Embedded } from './embedded-original.ts';
import { embedFonts, type DrawingFonts } from './fonts.ts';
import { clippedObject, drawDrawing, newDocument, rectInPoints, toPdf, turnedForFlip } from './pdf-draw.ts';

export interface PrintChoice {
  /** both faces that carry something, or one of them */
  readonly face: SheetSide | 'both';
  /** the edge about which the printer turns the sheet between the faces */
  readonly flip: BookDocument['printing']['flip'];
  /** only these sheets, 0-based; left out: all */
  readonly sheets?: readonly number[];
  /** papers in which order; left out: the outermost first */
  readonly order?: 'outermost-first' | 'innermost-first';
}

/** What one face of the sheet carries. */
interface PrintedFace {
  readonly sheet: number;
  readonly side: SheetSide;
  readonly laid: readonly Laid[];
  readonly letters: readonly Letters[];
  readonly marks: readonly DrawItem[];
}

/** Where originals lie, and a folder for what is written on the way. */
export interface Places {
  readonly originalPath: (id: string) => string;
  readonly scratch: string;
}

/**
 * The print file: one page of exactly the sheet's size for every face that carries something, every content placed and
 * turned as its page stands. Where pictures bleed, the pages are larger and carry marks to cut by. Vectors stay vectors,
 * JPEG data is copied unchanged; turns and crops of the originals are in the matrix.
 */
export async function printPdf(
  plan: FoldedBook,
  book: BookDocument,
  assets: readonly AssetInfo[],
  places: Places,
  { face, flip, sheets, order = 'outermost-first' }: PrintChoice,
): Promise<PDFDocument> {
  const byId = new Map(assets.map((asset) => [asset.id, asset]));
  const every = printedFaces(plan, book, (id) => byId.get(id));
  const all = every.filter(({ side }) => face === 'both' || side === face);
  const faces = sheets ? sheets.flatMap((wanted) => all.filter((one) => one.sheet === wanted)) : all;
  // Of the whole book, not of this file: the papers of all its files must be alike.
  const over = overhang(
    plan,
    every.flatMap(({ laid }) => laid),
  );
  const layout = printLayout(plan, book, over);
  if (!layout)
    throw new Refusal(
      'plan-impossible',
      'The paper to print on is smaller than one sheet of the book. Take a larger one, or none; nothing was changed.',
    );
  const document = await newDocument(book.title);
  const marked = book.printing.onto !== null || over > 0;
  const letters = faces.flatMap((one) => one.letters);
  const drawn = marked || letters.length > 0 || faces.some(({ marks }) => marks.length > 0);
  const texts = `${letters.map(({ text }) => text).join('')}${marked ? '0123456789AB sheet' : ''}`;
  const fonts = drawn ? await embedFonts(document, texts) : undefined;
  const embed = embedder(document, faces, byId, places);
  for (const { first, side, onPaper } of papersOf(faces, layout, order)) {
    const paper = layout.paperOf(first);
    const page = document.addPage([toPoints(paper.width), toPoints(paper.height)]);
    correct(page, side, book.printing.printer);
    // Both passes turn the pile, whatever a single paper's shape; a printer that turns papers goes by each one's edges.
    const turned = turnedForFlip(side, flip, face === 'both' ? paper : layout.paper, paper);
    page.pushOperators(concatTransformationMatrix(...turned));
    for (const [k, one] of onPaper.entries()) {
      if (!one) continue;
      const { height } = sheetSize(plan.run.laid, one.sheet);
      for (const { x, y, room } of layout.cells(k, side, one.sheet)) {
        // From the sheet's own lower left corner, y upwards.
        const [dx, dy] = [toPoints(x), toPoints(paper.height - y - height)];
        page.pushOperators(pushGraphicsState(), concatTransformationMatrix(1, 0, 0, 1, dx, dy));
        const cut = marked ? cutMarks(plan, book.printing, one, over, room) : [];
        await drawFace(page, one, height, embed, fonts, cut);
        page.pushOperators(popGraphicsState());
      }
    }
    if (!book.printing.onto && over > 0) setBoxes(page, over);
  }
  return document;
}

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
  return (order === 'innermost-first' ? starts.reverse() : starts).flatMap((from) =>
    (['A', 'B'] as const).flatMap((side): readonly PaperFace[] => {
      const onPaper = sheets
        .slice(from, from + sheetsEach)
        .map((wanted) => faces.find((one) => one.sheet === wanted && one.side === side));
      return onPaper.some((one) => one) ? [{ first: sheets[from]!, side, onPaper }] : [];
    }),
  );
}

/** What is left once the marks are cut off, and how far pictures run over it. */
function setBoxes(page: PDFPage, over: number): void {
  const [room, bleed] = [toPoints(over + MARK_ROOM), toPoints(over)];
  const { width, height } = page.getSize();
  page.setTrimBox(room, room, width - 2 * room, height - 2 * room);
  page.setBleedBox(room - bleed, room - bleed, width - 2 * (room - bleed), height - 2 * (room - bleed));
}

/** Makes up for what a test print showed of the printer: everything on the page larger or smaller about its middle, and moved. */
function correct(page: PDFPage, side: SheetSide, printer: BookDocument['printing']['printer']): void {
  if (!printer?.measured) return;
  const { scaleX, scaleY, right, down } = correctionFor(printer.measured, side);
  const { width, height } = page.getSize();
  const [x, y] = [width / 2 + toPoints(right), height / 2 - toPoints(down)];
  page.pushOperators(
    concatTransformationMatrix(scaleX, 0, 0, scaleY, x - (width / 2) * scaleX, y - (height / 2) * scaleY),
  );
}

/** Faces in the order in which they print, sheet by sheet; those that carry pages always do, the back of others where something hangs there. */
function printedFaces(plan: FoldedBook, book: BookDocument, assets: AssetLookup): readonly PrintedFace[] {
  const placed = impose(plan, book, assets);
  const marks = gatherMarks(plan, book.printing);
  const letters = letterBook(plan, book);
  const poster = layPoster(plan, book, assets);
  return Array.from({ length: plan.run.laid.sheets.length }, (_, sheet) => sheet).flatMap((sheet) => {
    const here = (one: { readonly sheet: number }) => one.sheet === sheet;
    const [laidHere, lettersHere] = [placed.filter(here), letters.filter(here)];
    return (['A', 'B'] as const)
      .map((side): PrintedFace => ({
        sheet,
        side,
        laid: [
          ...(side === 'B' && poster && here(poster) ? [poster] : []),
          ...laidHere.filter((one) => one.side === side),
        ],
        letters: lettersHere.filter((one) => one.side === side).flatMap(({ onSheet }) => onSheet),
        marks: marks.filter((one) => here(one) && one.side === side).map(({ item }) => item),
      }))
      .filter(
        ({ side, laid, letters: set }) =>
          sidesOf(plan.run.laid, sheet).includes(side) || laid.length > 0 || set.length > 0,
      );
  });
}

async function drawFace(
  page: PDFPage,
  { laid, letters, marks }: PrintedFace,
  height: number,
  embed: (asset: string) => Promise<Embedded>,
  fonts: DrawingFonts | undefined,
  cut: readonly DrawItem[],
): Promise<void> {
  for (const { content, matrix, clip } of laid) {
    const { name, upright } = (await embed(content.asset))(page, content.page);
    page.pushOperators(
      ...clippedObject(name, [matrix, upright].reduce(affineAfter, toPdf(height)), rectInPoints(clip, height)),
    );
  }
  if (fonts) drawDrawing(page, { width: 0, height, items: [...marks, ...letters, ...cut] }, fonts);
}

/** Embeds each original when it is first drawn. */
function embedder(
  document: PDFDocument,
  faces: readonly PrintedFace[],
  assets: ReadonlyMap<string, AssetInfo>,
  { originalPath, scratch }: Places,
): (asset: string) => Promise<Embedded> {
  const known = new Map<string, Promise<Embedded>>();
  const embed = async (id: string): Promise<Embedded> => {
    const uses = faces.flatMap(({ laid }) => laid.filter(({ content }) => content.asset === id));
    const { name } = uses[0]!.content;
    const [asset, path] = [assets.get(id), originalPath(id)];
    if (!asset || !(await exists(path)))
      throw new Refusal('file-not-found', `The original of ${name} is gone from the data folder. Drop it in again.`);
    return embedOriginal(document, path, asset, [...new Set(uses.map(({ content }) => content.page))], name, {
      scratch,
    });
  };
  return (id) => {
    const embedded = known.get(id) ?? embed(id);
    known.set(id, embedded);
    return embedded;
  };
}
