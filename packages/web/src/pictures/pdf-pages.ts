import { getDocument, GlobalWorkerOptions, type PDFDocumentProxy } from 'pdfjs-dist';
import { joinedLines, type TextBox } from './text-box.ts';
import workerUrl from 'pdfjs-dist/build/pdf.worker.min.mjs?url';

/** Fonts, character maps and decoders that PDFs may lean on; copied beside the application by the build. */
const DATA = '/pdf-data/';

GlobalWorkerOptions.workerSrc = workerUrl;

const open = new Map<string, Promise<PDFDocumentProxy>>();

function opened(url: string): Promise<PDFDocumentProxy> {
  let document = open.get(url);
  if (!document) {
    document = getDocument({
      url,
      isEvalSupported: false,
      cMapUrl: `${DATA}cmaps/`,
      cMapPacked: true,
      standardFontDataUrl: `${DATA}standard_fonts/`,
      wasmUrl: `${DATA}wasm/`,
    }).promise;
    open.set(url, document);
    document.catch(() => open.delete(url));
  }
  return document;
}

/** One page of a PDF (0-based) as the address of a picture, its longer side `size` pixels. */
export async function drawPdfPage(url: string, page: number, size: number): Promise<string> {
  const seen = await (await opened(url)).getPage(page + 1);
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
export async function linesOfPdfPage(url: string, page: number): Promise<readonly TextBox[]> {
  const seen = await (await opened(url)).getPage(page + 1);
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
