import { readFile } from 'node:fs/promises';
import {
  concatTransformationMatrix,
  popGraphicsState,
  pushGraphicsState,
  type PDFDocument,
  type PDFPage,
} from '@cantoo/pdf-lib';
import sharp from 'sharp';
import { affineAfter, scaling, translation, type Affine } from '@eight-up/core/geometry/affine';
import { mm, toPoints } from '@eight-up/core/units/nm';
import { impose, layPoster, overhang, type Laid } from '@eight-up/core/pagination/imposition';
import { uprightFromExif, uprightFromPdfPage } from '@eight-up/core/pagination/content-space';
import type { DrawItem } from '@eight-up/core/output/drawing';
import { correctionFor } from '@eight-up/core/printing/printer';
import { MARK_ROOM, printLayout, type PrintLayout } from '@eight-up/core/printing/print-layout';
import { gatherMarks, trimOnSheet } from '@eight-up/core/output/nest-marks';
import { letterBook, type Letters } from '@eight-up/core/output/lettering';
import type { AssetInfo, AssetLookup, BookDocument } from '@eight-up/core/book/document';
import type { SheetSide } from '@eight-up/core/folding/reading';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { boxOf, openPdf } from '../files/pdf-source.ts';
import { drawnSvg } from '../files/svg-source.ts';
import { Refusal } from '../errors.ts';
import { embedFonts, type DrawingFonts } from './fonts.ts';
import { clippedObject, drawDrawing, newDocument, rectInPoints, toPdf, trimMarks, turnedForFlip } from './pdf-draw.ts';

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

/** An original embedded once, drawn on any page through a matrix from its own space to the upright content (nanometres). */
type Embedded = (page: PDFPage, pageOfFile: number) => { readonly name: string; readonly upright: Affine };

/**
 * The print file: one page of exactly the sheet's size for every face that carries something, every content placed and
 * turned as its page stands. Where pictures bleed, the pages are larger and carry marks to cut by. Vectors stay vectors,
 * JPEG data is copied unchanged; turns and crops of the originals are in the matrix.
 */
export async function printPdf(
  plan: FoldedBook,
  book: BookDocument,
  assets: readonly AssetInfo[],
  originalPath: (id: string) => string,
  { face, flip, sheets, order = 'outermost-first' }: PrintChoice,
): Promise<Uint8Array> {
  const byId = new Map(assets.map((asset) => [asset.id, asset]));
  const every = printedFaces(plan, book, (id) => byId.get(id));
  const all = every.filter(({ side }) => face === 'both' || side === face);
  const faces = sheets ? sheets.flatMap((wanted) => all.filter((one) => one.sheet === wanted)) : all;
  const { sheet } = plan;
  // Of the whole book, not of this file: the papers of all its files must be alike.
  const over = overhang(
    every.flatMap(({ laid }) => laid),
    sheet,
  );
  const layout = printLayout(plan, book.printing, over);
  if (!layout)
    throw new Refusal(
      'plan-impossible',
      'The paper to print on is smaller than one sheet of the book. Take a larger one, or none; nothing was changed.',
    );
  const document = await newDocument(book.title);
  const letters = faces.flatMap((one) => one.letters);
  const drawn = letters.length > 0 || faces.some(({ marks }) => marks.length > 0);
  const fonts = drawn ? await embedFonts(document, letters.map(({ text }) => text).join('')) : undefined;
  const embed = embedder(document, faces, byId, originalPath);
  if (book.printing.onto) {
    await onParents(document, faces, plan, book.printing, layout, over, { flip, order }, embed, fonts);
    return document.save();
  }
  for (const one of inOrder(faces, order)) {
    const room = layout.corner(0, one.side).x;
    const page = document.addPage([toPoints(layout.paper.width), toPoints(layout.paper.height)]);
    correct(page, one.side, book.printing.printer);
    page.pushOperators(concatTransformationMatrix(...ontoPage(one.side, flip, plan, room)));
    await drawFace(page, one, sheet.height, embed, fonts);
    if (room === 0) continue;
    const trimmed = trimOnSheet(plan, book.printing, one.sheet).map((x) => (one.side === 'A' ? x : sheet.width - x));
    page.pushOperators(...trimMarks(sheet, over, MARK_ROOM - mm(1), trimmed));
    const [left, width, height] = [toPoints(room), toPoints(sheet.width), toPoints(sheet.height)];
    page.setTrimBox(left, left, width, height);
    page.setBleedBox(
      left - toPoints(over),
      left - toPoints(over),
      width + toPoints(2 * over),
      height + toPoints(2 * over),
    );
  }
  return document.save();
}

/** Front and back of a sheet stay in order, the sheets may come the last first. */
const inOrder = (faces: readonly PrintedFace[], order: PrintChoice['order']): readonly PrintedFace[] =>
  order === 'innermost-first'
    ? [...new Set(faces.map(({ sheet }) => sheet))].reverse().flatMap((n) => faces.filter(({ sheet }) => sheet === n))
    : faces;

/**
 * Sheets on larger paper, as many as it holds, fronts on one page and what lies behind them on the next: each in its cell, with marks to cut
 * and fold by and its number outside.
 */
async function onParents(
  document: PDFDocument,
  faces: readonly PrintedFace[],
  plan: FoldedBook,
  printing: BookDocument['printing'],
  { paper, each, corner }: PrintLayout,
  bleed: number,
  { flip, order: papersFirst }: Required<Pick<PrintChoice, 'flip' | 'order'>>,
  embed: (asset: string) => Promise<Embedded>,
  fonts: DrawingFonts | undefined,
): Promise<void> {
  const { sheet } = plan;
  const order = [...new Set(faces.map((face) => face.sheet))];
  const numbers = await embedFonts(document, '0123456789AB sheetof');
  const starts = Array.from({ length: Math.ceil(order.length / each) }, (_, k) => k * each);
  // The papers are turned round, never what lies on them: backs must meet the fronts they were cut with.
  for (const from of papersFirst === 'innermost-first' ? starts.reverse() : starts)
    for (const side of ['A', 'B'] as const) {
      const here = order
        .slice(from, from + each)
        .map((wanted) => faces.find((face) => face.sheet === wanted && face.side === side));
      if (here.every((face) => face === undefined)) continue;
      const page = document.addPage([toPoints(paper.width), toPoints(paper.height)]);
      correct(page, side, printing.printer);
      page.pushOperators(concatTransformationMatrix(...turnedForFlip(side, flip, paper)));
      for (const [k, face] of here.entries()) {
        if (!face) continue;
        const { x, y } = corner(k, side);
        // From the sheet's own lower left corner, y upwards.
        const [dx, dy] = [toPoints(x), toPoints(paper.height - y - sheet.height)];
        page.pushOperators(pushGraphicsState(), concatTransformationMatrix(1, 0, 0, 1, dx, dy));
        await drawFace(page, face, sheet.height, embed, fonts);
        page.pushOperators(...trimMarks(sheet, bleed, mm(4)), popGraphicsState());
        drawDrawing(
          page,
          { width: paper.width, height: paper.height, items: cellMarks(plan, printing, face, x, y, bleed) },
          numbers,
        );
      }
    }
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

/** Ticks where the folio folds, ends and is trimmed, and which sheet and face it is, outside the sheet. */
function cellMarks(
  plan: FoldedBook,
  printing: BookDocument['printing'],
  { sheet: n, side }: PrintedFace,
  x: number,
  y: number,
  bleed: number,
): readonly DrawItem[] {
  const { sheet, run } = plan;
  const folds = [
    ...run.sheet.stack[n]!.verticals.slice(1).map((ticks) => ticks / run.sheet.scale),
    ...trimOnSheet(plan, printing, n),
  ].filter((at) => at < sheet.width - mm(0.1));
  const tick = (at: number, from: number, to: number): DrawItem => ({
    kind: 'line',
    layer: 'mark',
    points: [
      { x: at, y: from },
      { x: at, y: to },
    ],
  });
  const off = bleed + mm(0.5);
  return [
    ...folds.flatMap((fold) => {
      const at = x + (side === 'A' ? fold : sheet.width - fold);
      return [tick(at, y - off, y - off - mm(3)), tick(at, y + sheet.height + off, y + sheet.height + off + mm(3))];
    }),
    {
      kind: 'text',
      text: `sheet ${n + 1}${side}`,
      at: { x: x + mm(6), y: y - off - mm(1.5) },
      size: mm(2.2),
      quarterTurns: 0,
      from: 'start',
    },
  ];
}

/** Faces in the order in which they print, sheet by sheet; those that carry pages always do, the back of others where something hangs there. */
function printedFaces(plan: FoldedBook, book: BookDocument, assets: AssetLookup): readonly PrintedFace[] {
  const placed = impose(plan, book, assets);
  const marks = gatherMarks(plan, book.printing);
  const letters = letterBook(plan, book);
  const poster = layPoster(plan, book, assets);
  const carriesPages = plan.form.printed(plan.parameters);
  return Array.from({ length: plan.run.sheet.sheets }, (_, sheet) => sheet).flatMap((sheet) => {
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
      .filter(({ side, laid, letters: set }) => carriesPages.includes(side) || laid.length > 0 || set.length > 0);
  });
}

/** From a face's own frame (points, as we see it after turning the sheet over from left to right) to its page. */
function ontoPage(side: SheetSide, flip: PrintChoice['flip'], { sheet }: FoldedBook, room: number): Affine {
  return affineAfter(translation(toPoints(room), toPoints(room)), turnedForFlip(side, flip, sheet));
}

async function drawFace(
  page: PDFPage,
  { laid, letters, marks }: PrintedFace,
  height: number,
  embed: (asset: string) => Promise<Embedded>,
  fonts: DrawingFonts | undefined,
): Promise<void> {
  for (const { content, matrix, clip } of laid) {
    const { name, upright } = (await embed(content.asset))(page, content.page);
    page.pushOperators(
      ...clippedObject(name, [matrix, upright].reduce(affineAfter, toPdf(height)), rectInPoints(clip, height)),
    );
  }
  if (fonts) drawDrawing(page, { width: 0, height, items: [...marks, ...letters] }, fonts);
}

/** Embeds each original when it is first drawn. */
function embedder(
  document: PDFDocument,
  faces: readonly PrintedFace[],
  assets: ReadonlyMap<string, AssetInfo>,
  originalPath: (id: string) => string,
): (asset: string) => Promise<Embedded> {
  const known = new Map<string, Promise<Embedded>>();
  const embed = async (id: string): Promise<Embedded> => {
    const asset = assets.get(id)!;
    const uses = faces.flatMap(({ laid }) => laid.filter(({ content }) => content.asset === id));
    const { name } = uses[0]!.content;
    const bytes = await readFile(originalPath(id)).catch(() => {
      throw new Refusal('file-not-found', `The original of ${name} is gone from the data folder. Drop it in again.`);
    });
    const pages = [...new Set(uses.map(({ content }) => content.page))];
    if (asset.kind === 'pdf') return embedPdf(document, bytes, pages, name);
    if (asset.kind === 'svg') return embedPdf(document, await drawnSvg(bytes, asset.pages[0]!), pages, name);
    return embedPicture(document, bytes, asset);
  };
  return (id) => {
    const embedded = known.get(id) ?? embed(id);
    known.set(id, embedded);
    return embedded;
  };
}

async function embedPdf(
  document: PDFDocument,
  bytes: Uint8Array,
  pages: readonly number[],
  nameOfFile: string,
): Promise<Embedded> {
  const opened = await openPdf(bytes, undefined);
  if (!opened.ok) throw new Refusal('file-not-found', `${nameOfFile} can no longer be read. Drop it in again.`);
  const sources = pages.map((n) => opened.value.document.getPage(n));
  // A bare page may have no content at all, which cannot be embedded: an empty one stands in.
  for (const { node, doc } of sources)
    if (!node.Contents()) node.addContentStream(doc.context.register(doc.context.flateStream('')));
  const boxes = sources.map(boxOf);
  const forms = await document.embedPages(
    sources,
    boxes.map((box) => ({
      left: box.left,
      bottom: box.bottom,
      right: box.left + box.width,
      top: box.bottom + box.height,
    })),
  );
  return onEachPage((page, n) => {
    const i = pages.indexOf(n);
    return {
      name: page.node.newXObject('Page', forms[i]!.ref).decodeText(),
      upright: uprightFromPdfPage(boxes[i]!),
    };
  });
}

async function embedPicture(document: PDFDocument, bytes: Uint8Array, asset: AssetInfo): Promise<Embedded> {
  const { orientation } = await sharp(bytes, { limitInputPixels: false }).metadata();
  const image =
    asset.kind === 'jpeg'
      ? await document.embedJpg(bytes)
      : await document.embedPng(asset.kind === 'png' ? bytes : await sharp(bytes).png().toBuffer());
  const [seen] = asset.pages;
  // PDF draws a picture in the unit square with y upwards; stored rasters run downwards.
  const unitDown: Affine = [1, 0, 0, -1, 0, 1];
  const upright = [uprightFromExif(orientation), unitDown].reduce(affineAfter, scaling(seen!.width, seen!.height));
  return onEachPage((page) => ({ name: page.node.newXObject('Picture', image.ref).decodeText(), upright }));
}

/** One name an original (and page of it) on every page that draws it. */
function onEachPage(make: Embedded): Embedded {
  const known = new Map<PDFPage, Map<number, ReturnType<Embedded>>>();
  return (page, n) => {
    const here = known.get(page) ?? new Map<number, ReturnType<Embedded>>();
    known.set(page, here);
    const made = here.get(n) ?? make(page, n);
    here.set(n, made);
    return made;
  };
}
