import type { AssetInfo } from '@eight-up/core/document/asset';
import type { BookDocument } from '@eight-up/core/document/document';
import { impose, overhang } from '@eight-up/core/pagination/imposition';
import { bookJob, type PrintChoice } from '@eight-up/core/print-jobs/book-job';
import { dummyJob, type DummyChoice } from '@eight-up/core/print-jobs/dummy-job';
import { alikeMarks, marksJob, type MarksChoice } from '@eight-up/core/print-jobs/marks-job';
import { marksOfBook } from '@eight-up/core/marks/sheet-marks';
import type { PrintJob } from '@eight-up/core/print-jobs/print-job';
import type { PrinterPage } from '@eight-up/core/print-jobs/printer-pages';
import { rehearsalJob } from '@eight-up/core/print-jobs/rehearsal-job';
import { templateJob, type TemplateChoice } from '@eight-up/core/print-jobs/template-job';
import { blockOf, sewingOfBook } from '@eight-up/core/binding/sewn-book';
import type { Reading } from '@eight-up/core/cutting/marks';
import { printLayout } from '@eight-up/core/printing/print-layout';
import type { LengthUnit } from '@eight-up/core/units/measure';
import { dummyWords, PAPER_TOO_SMALL, REHEARSAL_WORDS, tileWords } from '@eight-up/words/print-jobs';
import { stitchProblemWords } from '@eight-up/words/binding';
import { NO_TEMPLATE, templateWords } from '@eight-up/words/template';
import { marksJobWords, NOTHING_TO_MARK, type MarksAsked } from '@eight-up/words/marks';
import { Refusal } from '../errors.ts';
import { foldedOf } from './folded.ts';
import { sheetsAsked } from './sheets-asked.ts';

/** A book, with what is known of its originals. */
export interface OfBook {
  readonly doc: BookDocument;
  readonly assets: readonly AssetInfo[];
}

/** What marks are asked for. */
type MarksPrintAsked = MarksChoice & MarksAsked;

/** What a print file is asked for. */
interface PrintAsked extends Omit<PrintChoice, 'sheets' | 'tiled'> {
  readonly sheets?: string | undefined;
  readonly tiles?: PrinterPage | undefined;
  readonly unit: LengthUnit;
}

/** Everything of a book that goes through a printer, but its cutting plans: how its job is made from a book, and what is asked of it. */
export const PAPERS_TO_PRINT = {
  print: ({ doc, assets }: OfBook, { tiles, unit, ...asked }: PrintAsked) => {
    const plan = foldedOf(doc);
    const byId = new Map(assets.map((asset) => [asset.id, asset]));
    const sheets = sheetsAsked(plan.run.laid.sheets.length, asked.sheets);
    const job = bookJob(plan, doc, (id) => byId.get(id), {
      ...asked,
      sheets,
      ...(tiles ? { tiled: { paper: tiles, unit, say: tileWords(doc.title, unit) } } : {}),
    });
    if (!job.ok) throw new Refusal('plan-impossible', PAPER_TOO_SMALL);
    return job.value;
  },
  dummy: ({ doc }: OfBook, asked: DummyChoice) => {
    const plan = foldedOf(doc);
    return dummyJob(plan, asked, dummyWords(plan, doc, asked.unit));
  },
  rehearsal: ({ doc, assets }: OfBook, { pass }: { readonly pass: 'fronts' | 'backs' }) => {
    const plan = foldedOf(doc);
    const byId = new Map(assets.map((asset) => [asset.id, asset]));
    const over = overhang(
      plan,
      impose(plan, doc, (id) => byId.get(id)),
    );
    return rehearsalJob(printLayout(plan, doc, over)?.paper ?? doc.sheet, pass, REHEARSAL_WORDS);
  },
  marks: ({ doc }: OfBook, asked: MarksPrintAsked) => {
    const plan = foldedOf(doc);
    const groups = alikeMarks(marksOfBook(plan, asked.takeUp));
    if (groups.length === 0) throw new Refusal('plan-impossible', NOTHING_TO_MARK);
    return marksJob(groups, asked, marksJobWords(plan, doc, groups, asked));
  },
  template: ({ doc }: OfBook, asked: TemplateChoice & { readonly reading: Reading }) => {
    const plan = foldedOf(doc);
    const sewing = sewingOfBook(plan, doc);
    if (sewing && !sewing.ok)
      throw new Refusal('plan-impossible', stitchProblemWords(sewing.problem, asked.unit), sewing.problem);
    if (!sewing || sewing.value.stations.length === 0) throw new Refusal('plan-impossible', NO_TEMPLATE);
    const block = blockOf(plan, doc);
    return templateJob(block, sewing.value, asked, templateWords(doc, block, sewing.value, asked));
  },
} as const satisfies Readonly<Record<string, (book: OfBook, asked: never) => PrintJob>>;

export type PaperToPrint = keyof typeof PAPERS_TO_PRINT;

/** What is asked of a paper, by its name. */
export type PaperAsked = {
  [K in PaperToPrint]: { readonly paper: K; readonly asked: Parameters<(typeof PAPERS_TO_PRINT)[K]>[1] };
}[PaperToPrint];

export const jobFor = (book: OfBook, { paper, asked }: PaperAsked): PrintJob =>
  (PAPERS_TO_PRINT[paper] as (book: OfBook, asked: unknown) => PrintJob)(book, asked);
