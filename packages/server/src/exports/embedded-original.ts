import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { PDFName, type PDFDocument, type PDFPage, type PDFRef } from '@cantoo/pdf-lib';
import sharp, { type Sharp } from 'sharp';
import type { AssetInfo } from '@eight-up/core/document/asset';
import { scaling, affineAfter, type Affine } from '@eight-up/core/geometry/affine';
import { uprightFromExif, uprightFromPdfPage } from '@eight-up/core/pagination/content-space';
import { boxOf, openPdf } from '../files/pdf-source.ts';
import { drawnSvg } from '../files/svg-source.ts';
import { Refusal } from '../errors.ts';
import { jpegAsItIs } from './jpeg-as-it-is.ts';
import { pngAsItIs } from './png-as-it-is.ts';
import { StreamOfFile } from './stream-of-file.ts';

/** An original embedded once, drawn on any page through a matrix from its own space to the upright content (nanometres). */
export type Embedded = (page: PDFPage, pageOfFile: number) => { readonly name: string; readonly upright: Affine };

export interface Way {
  /** a folder for what must be written anew, kept until the PDF is written */
  readonly scratch: string;
  /** only to see whether it can be done: what must be written anew is made small */
  readonly small?: boolean;
  /** takes up what the PDF will lack of the original */
  readonly missing?: string[];
}

/**
 * Embeds an original, or these pages of it. Vectors stay vectors; JPEG data, and PNG data where PDF can read it, are copied
 * from the file as they are.
 * Refuses with `file-not-found` what cannot be read any more.
 */
export async function embedOriginal(
  document: PDFDocument,
  path: string,
  asset: Pick<AssetInfo, 'kind' | 'pages'>,
  pages: readonly number[],
  name: string,
  way: Way,
): Promise<Embedded> {
  if (asset.kind === 'pdf') return embedPdf(document, await readFile(path), pages, name);
  if (asset.kind === 'svg') {
    const { bytes, missing } = await drawnSvg(await readFile(path), asset.pages[0]!);
    way.missing?.push(...missing);
    return embedPdf(document, bytes, pages, name);
  }
  return embedPicture(document, path, asset, way);
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

async function embedPicture(
  document: PDFDocument,
  path: string,
  { kind, pages: [seen] }: Pick<AssetInfo, 'kind' | 'pages'>,
  way: Way,
): Promise<Embedded> {
  const { context } = document;
  const jpeg = kind === 'jpeg' ? jpegAsItIs(context, path) : undefined;
  const orientation = jpeg?.orientation ?? (await sharp(path, { limitInputPixels: false }).metadata()).orientation;
  const ref =
    jpeg?.ref ?? (kind === 'png' ? pngAsItIs(context, path) : undefined) ?? (await drawnPicture(document, path, way));
  // PDF draws a picture in the unit square with y upwards; stored rasters run downwards.
  const unitDown: Affine = [1, 0, 0, -1, 0, 1];
  const upright = [uprightFromExif(orientation), unitDown].reduce(affineAfter, scaling(seen!.width, seen!.height));
  return onEachPage((page) => ({ name: page.node.newXObject('Picture', ref).decodeText(), upright }));
}

/**
 * A picture read and written anew in a file beside the PDF: its colours, and its alpha as a mask (ISO 32000-1, 11.6.5.3).
 * Read and written row by row: however large it is, little of it is held.
 */
async function drawnPicture({ context }: PDFDocument, path: string, { scratch, small }: Way): Promise<PDFRef> {
  const whole = () => sharp(path, { limitInputPixels: false, failOn: 'truncated' });
  const picture = () => (small ? whole().resize(64, 64, { fit: 'inside' }) : whole());
  const part = async (one: Sharp): Promise<PDFRef> => {
    const file = join(scratch, `${randomUUID()}.png`);
    await one.png({ compressionLevel: 5, adaptiveFiltering: true, progressive: false }).toFile(file);
    const ref = pngAsItIs(context, file);
    if (!ref) throw new Error('a picture written anew cannot be read');
    return ref;
  };
  const { hasAlpha } = await whole().metadata();
  const colours = await part(picture().removeAlpha().toColourspace('srgb'));
  if (hasAlpha) {
    const mask = await part(picture().ensureAlpha().extractChannel('alpha').toColourspace('b-w'));
    const stored = context.lookup(colours);
    if (stored instanceof StreamOfFile) stored.dict.set(PDFName.of('SMask'), mask);
  }
  return colours;
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
