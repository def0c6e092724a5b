/*
 * One child process of the print measurement: argv[2] is `idle`, `copy` or `impose`, argv[3] the PDF of photographs.
 * Prints milliseconds and the peak resident memory in MB.
 */
import { readFile, writeFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type * as PdfLib from '@cantoo/pdf-lib';
import { onPage } from '../../packages/core/src/document/pages.ts';
import { newBook } from '../../packages/core/src/book/new-book.ts';
import { planBook } from '../../packages/core/src/forms/planned-book.ts';
import { uprightPdfSize } from '../../packages/core/src/pagination/content-space.ts';
import { mm } from '../../packages/core/src/units/nm.ts';
import { bookJob } from '../../packages/core/src/print-jobs/book-job.ts';
import { renderJob } from '../../packages/server/src/exports/render-job.ts';
import { writePdf } from '../../packages/server/src/exports/write-pdf.ts';
import { sized } from './measuring.ts';
import { PHOTOGRAPHS } from './photograph-pdf.ts';

const require = createRequire(new URL('../../packages/server/package.json', import.meta.url));
const { PDFDocument } = require('@cantoo/pdf-lib') as typeof PdfLib;

const SIDE = sized(8, 2);
const [, , what, file] = process.argv as [string, string, 'idle' | 'copy' | 'impose', string];
const wanted = Array.from({ length: SIDE * SIDE }, (_, i) => i * 3);

async function copy(): Promise<Uint8Array> {
  const source = await PDFDocument.load(await readFile(file), { updateMetadata: false });
  const target = await PDFDocument.create();
  for (const page of await target.copyPages(source, wanted)) target.addPage(page);
  return target.save();
}

async function impose(out: string): Promise<void> {
  const form = { id: 'meander-book', parameters: { rows: SIDE, columns: SIDE } };
  const sheet = { width: mm(841), height: mm(1189), fibre: 'along-height' as const };
  const plan = planBook(form, sheet);
  if (!plan.ok) throw new Error('the bench’s own book does not fold');
  const size = uprightPdfSize({ width: 450, height: 600, rotate: 0, userUnit: 1 });
  const asset = {
    id: 'photographs',
    kind: 'pdf' as const,
    bytes: 0,
    pages: Array.from({ length: PHOTOGRAPHS }, () => size),
  };
  const pages = wanted.map((page) =>
    onPage({ asset: 'photographs', page, name: 'photographs.pdf', fit: 'fit' as const }),
  );
  const made = newBook('bench', form, sheet);
  if (!made.ok) throw new Error('the bench’s own book cannot be made');
  const choice = { face: 'both', flip: 'long-edge' } as const;
  const job = bookJob(plan.value, { ...made.value, pages }, () => asset, choice);
  if (!job.ok) throw new Error(job.problem.code);
  const originals = { assets: [asset], originalPath: () => file, scratch: tmpdir() };
  await writePdf(await renderJob(job.value, originals), out);
}

const began = performance.now();
const out = path.join(tmpdir(), `eight-up-bench-${what}.pdf`);
if (what === 'copy') await writeFile(out, await copy());
if (what === 'impose') await impose(out);
console.log(JSON.stringify({ ms: performance.now() - began, peakMb: process.resourceUsage().maxRSS / 1024 }));
