import { writeFile } from 'node:fs/promises';
import path from 'node:path';
import type { PDFDocument } from '@cantoo/pdf-lib';
import Papa from 'papaparse';
import type { AssetInfo } from '@eight-up/core/document/asset';
import type { BookDocument } from '@eight-up/core/document/document';
import { marksTable, type Reading } from '@eight-up/core/cutting/marks';
import { cuttingLines } from '@eight-up/core/output/cutting-drawing';
import { drawingToSvg } from '@eight-up/core/output/svg';
import { impose, overhang } from '@eight-up/core/pagination/imposition';
import type { PaperSlot } from '@eight-up/core/document/kit';
import { printLayout } from '@eight-up/core/printing/print-layout';
import { csvText } from '../csv.ts';
import { FileStore } from '../files/store.ts';
import { benchSheetPdf } from './bench-sheet.ts';
import type { CuttingFile } from './cutting-files.ts';
import { cuttingTilesPdf } from './cutting-tiles.ts';
import { dummyPdf, type DummyChoice } from './dummy-pdf.ts';
import { foldedOf } from './folded.ts';
import { drawingToDxf } from './line-files.ts';
import { plannedCut } from './planned-cut.ts';
import { printPdf, type PrintChoice } from './print-pdf.ts';
import { rehearsalPdf } from './rehearsal-pdf.ts';
import { sheetsAsked } from './sheets-asked.ts';
import type { PrinterPage } from './tiles.ts';
import { writePdf } from './write-pdf.ts';

/** Files of a book that are made in the pool: each job writes one file into its scratch folder and gives back its place. */
interface OfBook {
  readonly doc: BookDocument;
  readonly scratch: string;
}
interface WithPictures extends OfBook {
  readonly dataFolder: string;
  readonly assets: readonly AssetInfo[];
}

async function written(document: PDFDocument, scratch: string): Promise<string> {
  const place = path.join(scratch, 'made.pdf');
  await writePdf(document, place);
  return place;
}

export type PrintAsked = Omit<PrintChoice, 'sheets'> & { readonly sheets: string | undefined };

export async function print({
  doc,
  assets,
  dataFolder,
  scratch,
  choice,
}: WithPictures & { readonly choice: PrintAsked }): Promise<string> {
  const plan = foldedOf(doc);
  const store = new FileStore(dataFolder);
  const places = { originalPath: (id: string) => store.originalPath(id), scratch };
  const sheets = sheetsAsked(plan.run.laid.sheets.length, choice.sheets);
  return written(await printPdf(plan, doc, assets, places, { ...choice, sheets }), scratch);
}

export const dummy = async ({ doc, scratch, choice }: OfBook & { readonly choice: DummyChoice }): Promise<string> =>
  written(await dummyPdf(foldedOf(doc), doc, choice), scratch);

export async function rehearsal({
  doc,
  assets,
  scratch,
  pass,
}: WithPictures & { readonly pass: 'fronts' | 'backs' }): Promise<string> {
  const plan = foldedOf(doc);
  const byId = new Map(assets.map((asset) => [asset.id, asset]));
  const over = overhang(
    plan,
    impose(plan, doc, (id) => byId.get(id)),
  );
  return written(await rehearsalPdf(printLayout(plan, doc, over)?.paper ?? doc.sheet, pass), scratch);
}

export interface CuttingAsked {
  readonly on: PaperSlot;
  /** which of the plans, counted from 1 */
  readonly plan: number;
  readonly unit: 'mm' | 'in';
  readonly fine: Exclude<Reading, 'mm'>;
  readonly paper: PrinterPage;
}

export async function cuttingFile({
  doc,
  scratch,
  file,
  asked,
}: OfBook & { readonly file: CuttingFile; readonly asked: CuttingAsked }): Promise<string> {
  const cut = await plannedCut(doc, foldedOf(doc), asked.on, asked.plan);
  const { plan, sheet, nameOf, title, trims } = cut;
  const lines = () => cuttingLines({ plan, sheet, nameOf, offcutWords: () => '' });
  const text = async (content: string): Promise<string> => {
    const place = path.join(scratch, 'made');
    await writeFile(place, content);
    return place;
  };
  switch (file) {
    case 'cutting.pdf':
      return written(await benchSheetPdf(cut, asked.unit, asked.unit === 'mm' ? 'mm' : asked.fine), scratch);
    case 'cutting-tiles.pdf':
      return written(await cuttingTilesPdf(cut, asked.paper, asked.unit), scratch);
    case 'cutting.svg':
      return text(drawingToSvg(lines(), `${title}: cutting plan`));
    case 'cutting.dxf':
      return text(drawingToDxf(lines()));
    case 'marks.csv':
      return text(csvText(Papa.unparse(marksTable(plan.cuts, trims) as string[][], { newline: '\r\n' })));
  }
}
