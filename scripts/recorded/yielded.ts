import path from 'node:path';
import type { PDFDocument } from '@cantoo/pdf-lib';
import { applyCommand, type Command } from '../../packages/core/src/book/command.ts';
import { FITS, ROLES } from '../../packages/core/src/document/pages.ts';
import type { AssetInfo } from '../../packages/core/src/document/asset.ts';
import type { BookDocument } from '../../packages/core/src/document/document.ts';
import { newBook } from '../../packages/core/src/book/new-book.ts';
import { neededPieces, sheetsForEdition } from '../../packages/core/src/cutting/kit.ts';
import { needsOf } from '../../packages/core/src/forms/needs.ts';
import { planBook, type FoldedBook, type FormChoice } from '../../packages/core/src/forms/planned-book.ts';
import { closedSize } from '../../packages/core/src/output/nest-marks.ts';
import { sheetLines } from '../../packages/core/src/output/sheet-lines.ts';
import { closedThickness, creepPerFolio } from '../../packages/core/src/pagination/creep.ts';
import { foliosPerSection } from '../../packages/core/src/folding/nest.ts';
import { pagePlaces } from '../../packages/core/src/pagination/page-places.ts';
import type { Sheet } from '../../packages/core/src/paper/sheet-size.ts';
import { mm } from '../../packages/core/src/units/nm.ts';
import { bookJob } from '../../packages/core/src/print-jobs/book-job.ts';
import { dummyJob } from '../../packages/core/src/print-jobs/dummy-job.ts';
import { renderJob } from '../../packages/server/src/exports/render-job.ts';
import { dummyWords } from '../../packages/words/src/print-jobs.ts';
import { programmeWords } from '../../packages/words/src/steps.ts';
import { asDrawn } from './as-drawn.ts';

/** What a choice yields, aspect by aspect, as text that says all of it. */
export interface Yielded {
  readonly pages: string;
  readonly marks: string;
  readonly steps: string;
  readonly sizes: string;
  readonly print: string;
  readonly dummy: string;
}

export async function yielded(
  choice: { readonly form: FormChoice; readonly sheet: Sheet },
  n: number,
  assets: readonly AssetInfo[],
  folder: string,
): Promise<Yielded> {
  const plan = planBook(choice.form, choice.sheet);
  if (!plan.ok) {
    const why = JSON.stringify(plan.problem);
    return { pages: why, marks: why, steps: why, sizes: why, print: why, dummy: why };
  }
  const book = filled(choice, n, assets);
  return {
    pages: pagesOf(plan.value),
    marks: marksOf(plan.value),
    steps: JSON.stringify(programmeWords(plan.value)),
    sizes: sizesOf(plan.value, book),
    print: await operators(() => {
      const byId = new Map(assets.map((asset) => [asset.id, asset]));
      const flip = n % 2 ? 'long-edge' : 'short-edge';
      const job = bookJob(plan.value, book, (id) => byId.get(id), { face: 'both', flip });
      if (!job.ok) throw new Error(job.problem.code);
      return renderJob(job.value, { assets, originalPath: (id) => path.join(folder, id), scratch: folder });
    }),
    dummy: await operators(() => {
      const unit = n % 3 ? 'mm' : 'in';
      const choice = {
        unit,
        flip: 'long-edge',
        order: n % 5 ? 'outermost-first' : 'innermost-first',
        size: n % 7 === 0 ? 'reduced' : 'sheet',
        paper: 'a4',
      } as const;
      const job = dummyJob(plan.value, choice, dummyWords(plan.value, book, unit));
      return renderJob(job, { assets: [], originalPath: (id) => id, scratch: folder });
    }),
  };
}

/** Pictures on most pages, captions and numbers, one picture over an opening, creep and trim for some. */
function filled(
  { form, sheet }: { readonly form: FormChoice; readonly sheet: Sheet },
  n: number,
  assets: readonly AssetInfo[],
): BookDocument {
  const made = newBook(`Recorded ${n}`, form, sheet);
  if (!made.ok) throw new Error('planned before');
  const { pages, printing } = made.value;
  const content = (i: number) => ({
    asset: assets[i % 2]!.id,
    page: 0,
    name: `picture ${i % 2}.jpg`,
    fit: FITS[(i + n) % 4]!,
  });
  const commands: readonly Command[] = [
    { kind: 'place', contents: pages.slice(1).map((_, i) => content(i)), from: 0 },
    { kind: 'set-lettering', lettering: { numbers: n % 2 ? 'foot-outside' : 'foot-middle', size: mm(3) } },
    ...pages.slice(0, 6).map((_, page): Command => ({
      kind: 'say',
      page,
      words: { caption: page % 2 ? `Page ${page}` : '', role: ROLES[page % ROLES.length]! },
    })),
    { kind: 'spread', page: 1, over: { kind: n % 2 ? 'opening' : 'sheet', view: 1 } as never, how: 'in-the-book' },
    { kind: 'hang-poster', poster: n % 3 ? null : content(n) },
    {
      kind: 'set-printing',
      printing: {
        ...printing,
        trim: n % 4 === 0 ? mm(2) : mm(0),
        margin: n % 5 === 0 ? 'shrink' : 'warn',
        creep: { ...printing.creep, model: n % 3 === 0 ? 'crisp' : 'none' },
      },
    },
  ];
  return commands.reduce((book, command) => {
    const done = applyCommand(book, command);
    // Not every form takes every command; what it refuses is left out, now and later.
    return done.ok ? done.value.book : book;
  }, made.value);
}

function pagesOf(plan: FoldedBook): string {
  const { reading, run } = plan;
  const label = (panel: number) => run.laid.panels[panel]!.label;
  return JSON.stringify({
    places: pagePlaces(plan),
    numbers: reading.pages.map(({ number, letter, side }) => [number, letter, side]),
    views: reading.views.map(({ left, right, gap, hinge, row, opened }) => [
      left,
      right,
      gap,
      hinge,
      row,
      opened?.map(label),
    ]),
    gaps: reading.gaps.map(({ kind, edges, glue, faces }) => [
      kind,
      edges,
      glue,
      faces.map(({ panel, side }) => label(panel) + side),
    ]),
    hidden: reading.hidden.map(({ face: { panel, side } }) => label(panel) + side),
    layers: reading.layers.map(label),
    leaves: reading.leaves,
    back: reading.backPage,
    bolts: reading.bolts,
    spine: [reading.spineAt, reading.spineAxis],
  });
}

const marksOf = (plan: FoldedBook): string =>
  JSON.stringify(
    Array.from({ length: plan.run.laid.sheets.length }, (_, sheet) =>
      (['A', 'B'] as const).map((side) => sheetLines(plan, side, sheet)),
    ),
  );

function sizesOf(plan: FoldedBook, { printing, kit }: BookDocument): string {
  return JSON.stringify([
    closedSize(plan, printing),
    plan.reading.width,
    plan.reading.height,
    closedThickness(plan, mm(0.1)),
    creepPerFolio(printing.creep),
    foliosPerSection(plan),
    sheetsForEdition(plan, { ...kit, copies: 7 }),
    neededPieces(plan, { ...kit, copies: 7 }, 'text'),
    needsOf(plan),
  ]);
}

/** Sizes, boxes and drawing operators of every page; a refusal is told as it is. */
async function operators(make: () => Promise<PDFDocument>): Promise<string> {
  const made = await make().catch((error: unknown) => String(error));
  if (typeof made === 'string') return made;
  await made.flush();
  return made
    .getPages()
    .map((page) => {
      const { x, y, width, height } = page.getTrimBox();
      const sizes = [page.getWidth(), page.getHeight(), x, y, width, height].map((size) => size.toFixed(3));
      return [...sizes, ...asDrawn(made, page)].join('\n');
    })
    .join('\n\n');
}
