/*
 * One child process of the print measurements: argv[2] is a book below, or `copy-` and the book whose pictures are copied instead; argv[3] the kind of photographs, argv[4]
 * their folder. Prints the median of its rounds in milliseconds, the first one, which is cold, left out, and the size of the file in MB.
 */
import { createReadStream, createWriteStream, mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { onPage } from '../../packages/core/src/document/pages.ts';
import type { AssetInfo } from '../../packages/core/src/document/asset.ts';
import { newBook } from '../../packages/core/src/book/new-book.ts';
import { planBook } from '../../packages/core/src/forms/planned-book.ts';
import { mm } from '../../packages/core/src/units/nm.ts';
import { bookJob } from '../../packages/core/src/print-jobs/book-job.ts';
import { renderJob } from '../../packages/server/src/exports/render-job.ts';
import { writePdf } from '../../packages/server/src/exports/write-pdf.ts';
import { median, sized } from './measuring.ts';
import { photographs, TWELVE_MEGAPIXELS, type PhotographKind } from './photographs.ts';

/** The books that are printed: with a picture on every page. */
const BOOKS = {
  booklet: {
    form: { id: 'nested-booklet', parameters: { pages: sized(64, 4), sections: sized(2, 1) } },
    sheet: { width: mm(420), height: mm(297), fibre: 'along-height' },
  },
  concertina: {
    form: {
      id: 'concertina',
      parameters: {
        panels: sized(24, 2),
        panelWidth: mm(95),
        panelHeight: mm(140),
        sides: 'both',
        covers: 'none',
        side: 'anywhere',
        strips: sized([4, 4, 4, 4, 4, 4], [2]),
      },
    },
    sheet: { width: mm(420), height: mm(594), fibre: 'along-height' },
  },
} as const;

const [, , what, kind, folder] = process.argv as [string, string, string, PhotographKind, string];
const { form, sheet } = BOOKS[what.replace('copy-', '') as keyof typeof BOOKS];
const plan = planBook(form, sheet);
const made = newBook('bench', form, sheet);
if (!plan.ok || !made.ok) throw new Error('the bench’s own book cannot be made');
const { pages: places } = plan.value.reading;
const files = (await photographs(folder, kind)).slice(0, places.length);
const ROUNDS = sized(4, 1);
const scratch = mkdtempSync(path.join(tmpdir(), 'eight-up-bench-'));

/** The bytes of the same pictures, one after the other in one file. */
async function copy(out: string): Promise<void> {
  async function* all() {
    for (const file of files) yield* createReadStream(file, { highWaterMark: 1 << 20 });
  }
  await pipeline(all, createWriteStream(out, { highWaterMark: 1 << 20 }));
}

async function print(out: string): Promise<void> {
  if (!plan.ok || !made.ok) return;
  const size = { width: mm(254), height: mm(339), pixels: TWELVE_MEGAPIXELS };
  const assets = files.map((file): AssetInfo => ({ id: file, kind, bytes: 0, pages: [size] }));
  const pages = assets.map(({ id }) => onPage({ asset: id, page: 0, name: path.basename(id), fit: 'fill' as const }));
  const creep = { model: 'crisp' as const, thickness: mm(0.1), measured: mm(0), keep: 'margin' as const };
  const book = { ...made.value, pages, printing: { ...made.value.printing, creep } };
  const byId = new Map(assets.map((asset) => [asset.id, asset]));
  const job = bookJob(plan.value, book, (id) => byId.get(id), { face: 'both', flip: 'long-edge' });
  if (!job.ok) throw new Error(job.problem.code);
  await writePdf(await renderJob(job.value, { assets, originalPath: (id) => id, scratch }), out);
}

const out = path.join(scratch, 'out');
const times: number[] = [];
for (let round = 0; round < ROUNDS; round++) {
  rmSync(out, { force: true });
  const began = performance.now();
  await (what.startsWith('copy-') ? copy(out) : print(out));
  times.push(performance.now() - began);
}
const mb = statSync(out).size / 1e6;
rmSync(scratch, { recursive: true });
console.log(JSON.stringify({ ms: median(times.slice(sized(1, 0))), mb }));
