import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { boundBook } from '../../packages/core/src/binding/bound-book.ts';
import { closedMeasure } from '../../packages/core/src/binding/closed-measure.ts';
import { blockOf, sewingOfBook } from '../../packages/core/src/binding/sewn-book.ts';
import { newBook } from '../../packages/core/src/book/new-book.ts';
import type { BookDocument } from '../../packages/core/src/document/document.ts';
import { planBook, type FoldedBook } from '../../packages/core/src/forms/planned-book.ts';
import { templateJob } from '../../packages/core/src/print-jobs/template-job.ts';
import { pathProblems } from '../../packages/core/src/stitches/check-path.ts';
import { STITCHES } from '../../packages/core/src/stitches/registry.ts';
import { mm, type Nm } from '../../packages/core/src/units/nm.ts';
import { renderJob } from '../../packages/server/src/exports/render-job.ts';
import { writePdf } from '../../packages/server/src/exports/write-pdf.ts';
import { templateWords } from '../../packages/words/src/template.ts';
import { median, medianMs, sized, type Figure } from './measuring.ts';

function sewn(pages: number, sections: number, stitch: string, height: Nm) {
  const form = { id: 'nested-booklet', parameters: { pages, sections } };
  const sheet = { width: mm(594), height, fibre: 'any' } as const;
  const [made, plan] = [newBook('bench', form, sheet), planBook(form, sheet)];
  if (!made.ok || !plan.ok) throw new Error('the bench’s own booklet does not fold');
  const choice = { id: stitch, parameters: { stations: 11 } };
  const book: BookDocument = { ...made.value, binding: { ...made.value.binding, stitch: choice } };
  return { book, plan: plan.value };
}

/** The whole template as it is sent: stations, job, page by page, its fonts, the file. */
async function templateMs({ book, plan }: { book: BookDocument; plan: FoldedBook }): Promise<number> {
  const folder = mkdtempSync(path.join(tmpdir(), 'eight-up-bench-'));
  const began = performance.now();
  const sewing = sewingOfBook(plan, book);
  if (!sewing?.ok) throw new Error('the bench’s own booklet is not sewn');
  const block = blockOf(plan, book);
  const words = templateWords(book, block, sewing.value, { unit: 'mm', reading: 'mm' });
  const job = templateJob(block, sewing.value, { unit: 'mm', paper: 'a4' }, words);
  const drawn = await renderJob(job, { assets: [], originalPath: (id) => id, scratch: folder });
  await writePdf(drawn, path.join(folder, 'template.pdf'));
  const took = performance.now() - began;
  rmSync(folder, { recursive: true });
  return took;
}

/** Stitches laid out and checked, closed books measured, a template made. */
export async function* bindingFigures(): AsyncIterable<Figure> {
  const withPath = STITCHES.filter((stitch) => stitch.path);
  const thick = sewn(400, 24, 'link', mm(210));
  const large = sewn(40, 1, 'running', mm(420));
  const template = async () => {
    const times: number[] = [];
    for (let i = 0; i < sized(12, 1); i++) times.push(await templateMs(large));
    return median(times.slice(sized(2, 0)));
  };
  yield* [
    {
      name: 'path of 11 stations laid out and checked, the slowest stitch of one section',
      value: () =>
        Math.max(
          ...withPath
            .filter(({ holds }) => holds === 'one-section')
            .map(({ parameters, path: way, covered }) => {
              const settings = parameters.parse({ stations: 11 });
              return medianMs(() => pathProblems(way!(settings, 1), { stations: 11, sections: 1, covered }));
            }),
        ),
      unit: 'ms',
      limit: 1,
    },
    {
      name: 'the same through 24 sections, linked',
      value: () => medianMs(() => sewingOfBook(thick.plan, thick.book)),
      unit: 'ms',
      limit: 5,
    },
    {
      name: 'closed measure of 24 sections',
      value: () => medianMs(() => closedMeasure(thick.plan, thick.book)),
      unit: 'ms',
      limit: 2,
    },
    {
      name: 'steps and thread of 24 sections',
      value: () => medianMs(() => boundBook(thick.plan, thick.book)),
      unit: 'ms',
      limit: 10,
    },
    {
      name: 'template of an A3 spine, to the file',
      value: template,
      unit: 'ms',
      limit: 100,
    },
  ];
}
