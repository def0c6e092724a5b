import { getDocument, GlobalWorkerOptions, type PDFDocumentProxy } from 'pdfjs-dist';
import workerUrl from 'pdfjs-dist/build/pdf.worker.min.mjs?url';

/** Fonts, character maps and decoders that PDFs may lean on; copied beside the application by the build. */
const DATA = '/pdf-data/';

GlobalWorkerOptions.workerSrc = workerUrl;

const open = new Map<string, Promise<PDFDocumentProxy>>();

/** One page of a PDF (0-based) as the address of a picture, its longer side `size` pixels. */
export async function drawPdfPage(url: string, page: number, size: number): Promise<string> {
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
  const seen = await (await document).getPage(page + 1);
  const natural = seen.getViewport({ scale: 1 });
  const viewport = seen.getViewport({ scale: size / Math.max(natural.width, natural.height) });
  const canvas = globalThis.document.createElement('canvas');
  canvas.width = Math.ceil(viewport.width);
  canvas.height = Math.ceil(viewport.height);
  await seen.render({ canvas, viewport }).promise;
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  seen.cleanup();
  if (!blob) throw new Error('the browser gave no picture');
  return URL.createObjectURL(blob);
}
