/*
 * One child process of the booklet's print measurement: argv[2] is `embed` or `booklet`, argv[3] the folder of photographs.
 * Prints milliseconds and the size of the file in MB.
 */
import { readFile, writeFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type * as PdfLib from '@cantoo/pdf-lib';
import { onPage, type AssetInfo } from '../../packages/core/src/book/document.ts';
import { newBook } from '../../packages/core/src/book/new-book.ts';
import { planBook } from '../../packages/core/src/forms/planned-book.ts';
import { mm } from '../../packages/core/src/units/nm.ts';
import { printPdf } from '../../packages/server/src/exports/print-pdf.ts';
import { photographs, TWELVE_MEGAPIXELS } from './photographs.ts';

const require = createRequire(new URL('../../packages/server/package.json', import.meta.url));
const { PDFDocument } = require('@cantoo/pdf-lib') as typeof PdfLib;

const [, , what, folder] = process.argv as [string, string, 'embed' | 'booklet', string];
const files = await photographs(folder);

/** The same pictures with the same library, one a page, as large as they are. */
async function embed(): Promise<Uint8Array> {
  const document = await PDFDocument.create();
  for (const file of files) {
    const image = await document.embedJpg(await readFile(file));
    document.addPage([image.width, image.height]).drawImage(image, { x: 0, y: 0 });
  }
  return document.save();
}

async function booklet(): Promise<Uint8Array> {
  const form = { id: 'nested-booklet', parameters: { pages: 64, sections: 2 } };
  const sheet = { width: mm(420), height: mm(297), fibre: 'along-height' as const };
  const [plan, made] = [planBook(form, sheet), newBook('bench', form, sheet)];
  if (!plan.ok || !made.ok) throw new Error('the bench’s own booklet cannot be made');
  const size = { width: mm(254), height: mm(339), pixels: TWELVE_MEGAPIXELS };
  const assets = files.map((file): AssetInfo => ({ id: file, kind: 'jpeg', bytes: 0, pages: [size] }));
  const pages = assets.map(({ id }) => onPage({ asset: id, page: 0, name: path.basename(id), fit: 'fill' as const }));
  const creep = { model: 'crisp' as const, thickness: mm(0.1), measured: mm(0), keep: 'margin' as const };
  const book = { ...made.value, pages, printing: { ...made.value.printing, creep } };
  return printPdf(plan.value, book, assets, (id) => id, { face: 'both', flip: 'long-edge' });
}

const began = performance.now();
const bytes = await (what === 'embed' ? embed() : booklet());
await writeFile(path.join(tmpdir(), `eight-up-bench-${what}.pdf`), bytes);
console.log(JSON.stringify({ ms: performance.now() - began, mb: bytes.length / 1e6 }));
