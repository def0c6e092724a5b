import { writeFile } from 'node:fs/promises';
import path from 'node:path';
import Papa from 'papaparse';
import { marksTable } from '@eight-up/core/cutting/marks';
import { cuttingLines } from '@eight-up/core/output/cutting-drawing';
import { drawingToSvg } from '@eight-up/core/output/svg';
import { csvText } from '../csv.ts';
import { FileStore } from '../files/store.ts';
import type { Tell } from '../pool/tell.ts';
import type { CuttingAsked, CuttingFile } from './cutting-files.ts';
import { foldedOf } from './folded.ts';
import { drawingToDxf } from './line-files.ts';
import { jobFor, type OfBook, type PaperAsked } from './papers-to-print.ts';
import { plannedCut } from './planned-cut.ts';
import { renderJob } from './render-job.ts';
import { writePdf } from './write-pdf.ts';

/** Files of a book that are made in the pool: each job writes one file into its scratch folder and gives back its place. */
interface InScratch {
  readonly scratch: string;
}

/** Anything that goes through a printer: its job is built, drawn and written. */
export async function paperToPrint(
  { doc, assets, dataFolder, scratch, ...asked }: OfBook & InScratch & PaperAsked & { readonly dataFolder: string },
  tell: Tell,
): Promise<string> {
  const store = new FileStore(dataFolder);
  const job = await jobFor({ doc, assets }, asked);
  const originals = { assets, scratch, originalPath: (id: string) => store.originalPath(id) };
  const place = path.join(scratch, 'made.pdf');
  await writePdf(await renderJob(job, originals, tell), place);
  return place;
}

/** Lines and marks of a cutting plan, for machines and spreadsheets. */
export async function cuttingFile({
  doc,
  scratch,
  file,
  asked,
}: Pick<OfBook, 'doc'> & InScratch & { readonly file: CuttingFile; readonly asked: CuttingAsked }): Promise<string> {
  const { plan, sheet, nameOf, title, trims } = await plannedCut(doc, foldedOf(doc), asked.on, asked.plan);
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
