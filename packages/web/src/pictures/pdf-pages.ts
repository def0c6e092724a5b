import { getDocument, GlobalWorkerOptions, type PDFDocumentProxy } from 'pdfjs-dist';
import { Lending } from './lending.ts';
import { joinedLines, type TextBox } from './text-box.ts';
import workerUrl from 'pdfjs-dist/build/pdf.worker.min.mjs?url';

/** Fonts, character maps and decoders that PDFs may lean on; copied beside the application by the build. */
const DATA = '/pdf-data/';

GlobalWorkerOptions.workerSrc = workerUrl;

/** Opened PDFs; a few stay open, since the next page is asked for soon. */
const open = new Lending<PDFDocumentProxy>(3, (document) => void document.loadingTask.destroy());

/** Does something with a PDF, which stays open until that is done. */
const withPdf = <R>(url: string, act: (document: PDFDocumentProxy) => Promise<R>): Promise<R> =>
  open.during(
    url,
    () =>
      getDocument({
        url,
        isEvalSupported: false,
        cMapUrl: `${DATA}cmaps/`,
        cMapPacked: true,
        standardFontDataUrl: `${DATA}standard_fonts/`,
        wasmUrl: `${DATA}wasm/`,
      }).promise,
    act,
  );

/** One page of a PDF (0-based) as the address of a picture, its longer side `size` pixels. */
export const drawPdfPage = (url: string, page: number, size: number): Promise<string> =>
  withPdf(url, (document) => drawn(document, page, size));

async function drawn(document: PDFDocumentProxy, page: number, size: number): Promise<string> {
  const seen = await document.getPage(page + 1);
  const natural = seen.getViewport({ scale: 1 });
  const viewport = seen.getViewport({ scale: size / Math.max(natural.width, natural.height) });
  const canvas = globalThis.document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(viewport.width));
  canvas.height = Math.max(1, Math.round(viewport.height));
  // The page fills its whole pixels: else a narrow one keeps a bare strip at its edge.
  const transform = [canvas.width / viewport.width, 0, 0, canvas.height / viewport.height, 0, 0];
  await seen.render({ canvas, viewport, transform }).promise;
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  seen.cleanup();
  if (!blob) throw new Error('the browser gave no picture');
  return URL.createObjectURL(blob);
}

/** The lines of text on a page of a PDF (0-based), from the top, each as one box. */
export const linesOfPdfPage = (url: string, page: number): Promise<readonly TextBox[]> =>
  withPdf(url, (document) => linesOf(document, page));

async function linesOf(document: PDFDocumentProxy, page: number): Promise<readonly TextBox[]> {
  const seen = await document.getPage(page + 1);
  const viewport = seen.getViewport({ scale: 1 });
  const { items } = await seen.getTextContent();
  const boxes = items.flatMap((item): TextBox[] => {
    if (!('str' in item) || item.str.trim() === '') return [];
    const [, , c, d, x, y] = item.transform as [number, number, number, number, number, number];
    const [from, to] = [
      viewport.convertToViewportPoint(x, y),
      viewport.convertToViewportPoint(x + item.width, y + Math.hypot(c, d)),
    ];
    const [x0, y0, x1, y1] = [from[0]!, from[1]!, to[0]!, to[1]!];
    return [
      {
        left: Math.min(x0, x1) / viewport.width,
        top: Math.min(y0, y1) / viewport.height,
        width: Math.abs(x1 - x0) / viewport.width,
        height: Math.abs(y1 - y0) / viewport.height,
      },
    ];
  });
  return joinedLines(boxes);
}
