import {
  clip,
  concatTransformationMatrix,
  endPath,
  popGraphicsState,
  pushGraphicsState,
  rectangle,
  type PDFDocument,
  type PDFPage,
} from '@cantoo/pdf-lib';
import type { AssetInfo } from '@eight-up/core/document/asset';
import { affineAfter } from '@eight-up/core/geometry/affine';
import type { Rect } from '@eight-up/core/geometry/rect';
import { originalsOf, textOf, type Printed, type PrintJob, type PrintPage } from '@eight-up/core/print-jobs/print-job';
import { toPoints } from '@eight-up/core/units/nm';
import { exists } from '../files/store.ts';
import { Refusal } from '../errors.ts';
import type { Tell } from '../pool/tell.ts';
import { embedOriginal, type Embedded } from './embedded-original.ts';
import { embedFonts, type DrawingFonts } from './fonts.ts';
import { clippedObject, drawItem, newDocument, rectInPoints, toPdf } from './pdf-draw.ts';

/** What is known of the originals of a job, where they lie, and a folder for what is written on the way. */
export interface Originals {
  readonly assets: readonly AssetInfo[];
  readonly originalPath: (id: string) => string;
  readonly scratch: string;
}

/**
 * Draws a print job, page by page. Vectors stay vectors, JPEG data is copied unchanged; turns and crops of the originals are in their
 * matrix. Refuses with `file-not-found` what has gone.
 */
export async function renderJob(
  job: PrintJob,
  originals: Originals,
  tell: Tell = () => undefined,
): Promise<PDFDocument> {
  const document = await newDocument(job.title);
  const text = textOf(job);
  const fonts = text ? await embedFonts(document, text) : undefined;
  const embed = embedder(document, job, originals);
  for (const [i, page] of job.pages.entries()) {
    const drawn = document.addPage([toPoints(page.width), toPoints(page.height)]);
    correct(drawn, page);
    for (const thing of page.things) await draw(drawn, thing, page.height, embed, fonts);
    setBoxes(drawn, page);
    tell({ done: i + 1, of: job.pages.length });
  }
  return document;
}

async function draw(
  page: PDFPage,
  thing: Printed,
  height: number,
  embed: (asset: string) => Promise<Embedded>,
  fonts: DrawingFonts | undefined,
): Promise<void> {
  switch (thing.kind) {
    case 'original': {
      const { name, upright } = (await embed(thing.asset))(page, thing.page);
      const matrix = [thing.matrix, upright].reduce(affineAfter, toPdf(height));
      page.pushOperators(...clippedObject(name, matrix, rectInPoints(thing.clip, height)));
      return;
    }
    case 'within':
      page.pushOperators(pushGraphicsState(), ...within(rectInPoints(thing.clip, height)));
      for (const item of thing.items) drawItem(page, item, height, fonts);
      page.pushOperators(popGraphicsState());
      return;
    default:
      drawItem(page, thing, height, fonts);
  }
}

const within = ({ left, top, width, height }: Rect) => [rectangle(left, top, width, height), clip(), endPath()];

/** Makes up for the printer, about the page's middle, and for the way in which it turns papers. */
function correct(page: PDFPage, { correction, halfRound }: PrintPage): void {
  const { width, height } = page.getSize();
  if (correction) {
    const { scaleX, scaleY, right, down } = correction;
    const [x, y] = [width / 2 + toPoints(right), height / 2 - toPoints(down)];
    page.pushOperators(
      concatTransformationMatrix(scaleX, 0, 0, scaleY, x - (width / 2) * scaleX, y - (height / 2) * scaleY),
    );
  }
  if (halfRound) page.pushOperators(concatTransformationMatrix(-1, 0, 0, -1, width, height));
}

/** What is left once the marks are cut off, and how far pictures run over it. */
function setBoxes(page: PDFPage, { trimmed }: PrintPage): void {
  if (!trimmed) return;
  const [room, bleed] = [toPoints(trimmed.from), toPoints(trimmed.bleed)];
  const { width, height } = page.getSize();
  page.setTrimBox(room, room, width - 2 * room, height - 2 * room);
  page.setBleedBox(room - bleed, room - bleed, width - 2 * (room - bleed), height - 2 * (room - bleed));
}

/** Embeds each original when it is first drawn. */
function embedder(
  document: PDFDocument,
  job: PrintJob,
  { assets, originalPath, scratch }: Originals,
): (asset: string) => Promise<Embedded> {
  const byId = new Map(assets.map((asset) => [asset.id, asset]));
  const uses = originalsOf(job);
  const known = new Map<string, Promise<Embedded>>();
  const embed = async (id: string): Promise<Embedded> => {
    const { name, pages } = uses.get(id)!;
    const [asset, path] = [byId.get(id), originalPath(id)];
    if (!asset || !(await exists(path)))
      throw new Refusal('file-not-found', `The original of ${name} is gone from the data folder. Drop it in again.`);
    return embedOriginal(document, path, asset, pages, name, { scratch });
  };
  return (id) => {
    const embedded = known.get(id) ?? embed(id);
    known.set(id, embedded);
    return embedded;
  };
}
