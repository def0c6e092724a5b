import { writeFile } from 'node:fs/promises';
import path from 'node:path';
import Papa from 'papaparse';
import { marksTable } from '@eight-up/core/cutting/marks';
import { cuttingLines } from '@eight-up/core/output/cutting-drawing';
import type { PrintJob } from '@eight-up/core/print-jobs/print-job';
import { drawingToSvg } from '@eight-up/core/output/svg';
import { csvText } from '../csv.ts';
import { FileStore } from '../files/store.ts';
import type { Tell } from '../pool/tell.ts';
import type { CuttingAsked, CuttingFile } from './cutting-files.ts';
import { CUTTING_JOBS } from './cutting-papers.ts';
import { drawingToDxf } from './line-files.ts';
import { jobFor, type OfBook, type PaperAsked } from './papers-to-print.ts';
import { plannedCut, type ToCut } from './planned-cut.ts';
import { renderJob, type Originals } from './render-job.ts';
import { writePdf } from './write-pdf.ts';

/** Files that are made in the pool: each job writes one file into its scratch folder and gives back its place. */
interface InScratch {
  readonly scratch: string;
}

/** Anything that goes through a printer: its job is built, drawn and written. */
export async function paperToPrint(
  { doc, assets, dataFolder, scratch, ...asked }: OfBook & InScratch & PaperAsked & { readonly dataFolder: string },
  tell: Tell,
): Promise<string> {
  const store = new FileStore(dataFolder);
  const originals = { assets, scratch, originalPath: (id: string) => store.originalPath(id) };
  return printed(jobFor({ doc, assets }, asked), originals, tell);
}

async function printed(job: PrintJob, originals: Originals, tell: Tell): Promise<string> {
  const place = path.join(originals.scratch, 'made.pdf');
  await writePdf(await renderJob(job, originals, tell), place);
  return place;
}

interface OfCut extends InScratch {
  readonly of: ToCut;
  readonly asked: CuttingAsked;
}

/** A cutting plan to be printed: for the bench, or at 1 : 1. */
export async function cuttingPaper(
  { of, scratch, paper, asked }: OfCut & { readonly paper: keyof typeof CUTTING_JOBS },
  tell: Tell,
): Promise<string> {
  const job = CUTTING_JOBS[paper](await plannedCut(of, asked.plan), asked);
  return printed(job, { assets: [], scratch, originalPath: (id) => id }, tell);
}

/** Lines and marks of a cutting plan, for machines and spreadsheets. */
export async function cuttingFile({
  of,
  scratch,
  file,
  asked,
}: OfCut & { readonly file: CuttingFile }): Promise<string> {
  const { plan, sheet, nameOf, title, trims } = await plannedCut(of, asked.plan);
  const lines = () => cuttingLines({ plan, sheet, nameOf, offcutWords: () => '' });
  const content = {
    'cutting.svg': () => drawingToSvg(lines(), `${title}: cutting plan`),
    'cutting.dxf': () => drawingToDxf(lines()),
    'cutting.csv': () => csvText(Papa.unparse(marksTable(plan.cuts, trims) as string[][], { newline: '\r\n' })),
  }[file]();
  const place = path.join(scratch, 'made');
  await writeFile(place, content);
  return place;
}
