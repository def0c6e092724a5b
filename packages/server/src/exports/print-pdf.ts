import { readFile } from 'node:fs/promises';
import type { PDFDocument, PDFPage } from '@cantoo/pdf-lib';
import sharp from 'sharp';
import { affineAfter, scaling, type Affine } from '@eight-up/core/geometry/affine';
import { toPoints } from '@eight-up/core/units/nm';
import { impose, type PlacedContent } from '@eight-up/core/pagination/imposition';
import { uprightFromExif, uprightFromPdfPage } from '@eight-up/core/pagination/content-space';
import type { AssetInfo, BookDocument } from '@eight-up/core/book/document';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { boxOf, openPdf } from '../files/pdf-source.ts';
import { Refusal } from '../errors.ts';
import { clippedObject, newDocument, rectInPoints, toPdf } from './pdf-draw.ts';

/** Something embedded once and drawn through a matrix from its own space to the upright content (nanometres). */
interface Embedded {
  readonly name: string;
  readonly upright: Affine;
}

/**
 * The print file: one page of exactly the sheet's size, every content placed and turned as its page stands.
 * Vectors stay vectors, JPEG data is copied unchanged; turns and crops of the originals are in the matrix.
 */
export async function printPdf(
  plan: FoldedBook,
  book: BookDocument,
  assets: readonly AssetInfo[],
  originalPath: (id: string) => string,
): Promise<Uint8Array> {
  const byId = new Map(assets.map((asset) => [asset.id, asset]));
  const placed = impose(plan, book.pages, (id) => byId.get(id), book.printing);
  const document = await newDocument(book.title);
  const { width, height } = plan.sheet;
  const page = document.addPage([toPoints(width), toPoints(height)]);
  for (const id of new Set(placed.map(({ content }) => content.asset))) {
    const uses = placed.filter(({ content }) => content.asset === id);
    const bytes = await readFile(originalPath(id)).catch(() => {
      throw new Refusal(
        'file-not-found',
        `The original of ${uses[0]!.content.name} is gone from the data folder. Drop it in again.`,
      );
    });
    const embedded =
      byId.get(id)!.kind === 'pdf'
        ? await embedPdf(document, page, bytes, uses)
        : await embedPicture(document, page, bytes, byId.get(id)!);
    for (const use of uses) {
      const { name, upright } = embedded(use.content.page);
      const matrix = [use.matrix, upright].reduce(affineAfter, toPdf(height));
      page.pushOperators(...clippedObject(name, matrix, rectInPoints(use.clip, height)));
    }
  }
  return document.save();
}

async function embedPdf(
  document: PDFDocument,
  page: PDFPage,
  bytes: Uint8Array,
  uses: readonly PlacedContent[],
): Promise<(n: number) => Embedded> {
  const opened = await openPdf(bytes, undefined);
  if (!opened.ok)
    throw new Refusal('file-not-found', `${uses[0]!.content.name} can no longer be read. Drop it in again.`);
  const wanted = [...new Set(uses.map(({ content }) => content.page))];
  const boxes = wanted.map((n) => boxOf(opened.value.document.getPage(n)));
  const forms = await document.embedPages(
    wanted.map((n) => opened.value.document.getPage(n)),
    boxes.map((box) => ({
      left: box.left,
      bottom: box.bottom,
      right: box.left + box.width,
      top: box.bottom + box.height,
    })),
  );
  const names = new Map(
    wanted.map((n, i) => [
      n,
      {
        name: page.node.newXObject('Page', forms[i]!.ref).decodeText(),
        upright: uprightFromPdfPage(boxes[i]!),
      },
    ]),
  );
  return (n) => names.get(n)!;
}

async function embedPicture(
  document: PDFDocument,
  page: PDFPage,
  bytes: Uint8Array,
  asset: AssetInfo,
): Promise<() => Embedded> {
  const { orientation } = await sharp(bytes, { limitInputPixels: false }).metadata();
  const image =
    asset.kind === 'jpeg'
      ? await document.embedJpg(bytes)
      : await document.embedPng(asset.kind === 'png' ? bytes : await sharp(bytes).png().toBuffer());
  const [seen] = asset.pages;
  // PDF draws a picture in the unit square with y upwards; stored rasters run downwards.
  const unitDown: Affine = [1, 0, 0, -1, 0, 1];
  const upright = [uprightFromExif(orientation), unitDown].reduce(affineAfter, scaling(seen!.width, seen!.height));
  const embedded: Embedded = { name: page.node.newXObject('Picture', image.ref).decodeText(), upright };
  return () => embedded;
}
