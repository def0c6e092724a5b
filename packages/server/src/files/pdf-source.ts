import {
  EncryptedPDFError,
  ParseSpeeds,
  PDFArray,
  PDFDict,
  PDFDocument,
  PDFName,
  PDFNumber,
  type PDFObject,
  type PDFPage,
} from '@cantoo/pdf-lib';
import { fail, ok, type Result } from '@eight-up/core/result';
import type { FileNote, FileProblem } from '@eight-up/core/book/file-problem';
import type { PdfPageBox } from '@eight-up/core/pagination/content-space';

export interface OpenedPdf {
  readonly document: PDFDocument;
  readonly wasEncrypted: boolean;
}

/** Opens a PDF from its bytes, or says why not. A file that only restricts printing opens without a password. */
export async function openPdf(
  bytes: Uint8Array,
  password: string | undefined,
): Promise<Result<OpenedPdf, FileProblem>> {
  if (!hasEnd(bytes)) return fail({ code: 'file-truncated' });
  const plain = await load(bytes, undefined);
  if (plain !== 'locked')
    return plain === 'broken' ? fail({ code: 'pdf-broken' }) : ok({ document: plain, wasEncrypted: false });
  for (const key of password === undefined ? [''] : [password, '']) {
    const opened = await load(bytes, key);
    if (typeof opened !== 'string') return ok({ document: opened, wasEncrypted: true });
  }
  return fail({ code: password === undefined ? 'pdf-encrypted' : 'pdf-wrong-password' });
}

/** Readers mend much, but a file without its end has lost pages: it is refused, not taken with what is left. */
const hasEnd = (bytes: Uint8Array): boolean =>
  /%%EOF|startxref/.test(Buffer.from(bytes.subarray(Math.max(0, bytes.length - 8192))).toString('latin1'));

async function load(bytes: Uint8Array, password: string | undefined): Promise<PDFDocument | 'locked' | 'broken'> {
  try {
    const document = await PDFDocument.load(bytes, {
      updateMetadata: false,
      parseSpeed: ParseSpeeds.Fast,
      ...(password === undefined ? {} : { password }),
    });
    // Reading the page tree shows whether there is a document behind the header.
    document.getPages();
    return document;
  } catch (error) {
    return error instanceof EncryptedPDFError || /encrypt|password/i.test(String((error as Error)?.message))
      ? 'locked'
      : 'broken';
  }
}

export interface VisibleBox extends PdfPageBox {
  readonly left: number;
  readonly bottom: number;
}

/**
 * What a reader shows of a page: its crop box within its media box (PDF 32000-1, 14.11.2), its turn and its unit. Where a page says
 * nothing sensible, readers take letter, upright, unit 1; so does this.
 */
export function boxOf(page: PDFPage): VisibleBox {
  const media = boxAt(page, 'MediaBox') ?? { left: 0, bottom: 0, right: 612, top: 792 };
  const crop = boxAt(page, 'CropBox') ?? media;
  const left = Math.max(media.left, crop.left);
  const bottom = Math.max(media.bottom, crop.bottom);
  const right = Math.min(media.right, crop.right);
  const top = Math.min(media.top, crop.top);
  const seen = right > left && top > bottom ? { left, bottom, right, top } : media;
  const unit = numberIn(page.node.lookup(PDFName.of('UserUnit'))) ?? 1;
  const turn = numberIn(inherited(page, 'Rotate')) ?? 0;
  return {
    left: seen.left,
    bottom: seen.bottom,
    width: seen.right - seen.left,
    height: seen.top - seen.bottom,
    rotate: turn % 90 === 0 ? turn : 0,
    userUnit: unit > 0 && unit < 1000 ? unit : 1,
  };
}

/** Readers give up a page beyond this; ten times the largest that PDF 1.x knows (points). */
const MOST_POINTS = 144_000;

function boxAt(
  page: PDFPage,
  name: 'MediaBox' | 'CropBox',
): { left: number; bottom: number; right: number; top: number } | undefined {
  const array = inherited(page, name);
  if (!(array instanceof PDFArray) || array.size() < 4) return undefined;
  const [x1, y1, x2, y2] = [0, 1, 2, 3].map((i) => numberIn(array.lookup(i)));
  if (x1 === undefined || y1 === undefined || x2 === undefined || y2 === undefined) return undefined;
  const found = { left: Math.min(x1, x2), right: Math.max(x1, x2), bottom: Math.min(y1, y2), top: Math.max(y1, y2) };
  const sane = (length: number) => length > 0 && length <= MOST_POINTS;
  return sane(found.right - found.left) && sane(found.top - found.bottom) ? found : undefined;
}

/** What a page, or the part of the tree above it, says; whatever it is. */
const inherited = (page: PDFPage, name: string): PDFObject | undefined =>
  page.doc.context.lookup(page.node.getInheritableAttribute(PDFName.of(name)));

function numberIn(value: PDFObject | undefined): number | undefined {
  const number = value instanceof PDFNumber ? value.asNumber() : undefined;
  return Number.isFinite(number) ? number : undefined;
}

/** What a PDF carries besides its pages (PDF 32000-1, 7.7.4 and 12.6): none of it gets into a print. */
export function notesOf(document: PDFDocument): readonly FileNote[] {
  const told = document.catalog.lookup(PDFName.of('Names'));
  const names = told instanceof PDFDict ? told : undefined;
  const runs = [PDFName.of('OpenAction'), PDFName.of('AA')].some(
    (key) => document.catalog.has(key) && acts(document, key),
  );
  return [
    ...(runs || names?.has(PDFName.of('JavaScript')) ? [{ code: 'pdf-scripts-left-out' } as const] : []),
    ...(names?.has(PDFName.of('EmbeddedFiles')) ? [{ code: 'pdf-attachments-left-out' } as const] : []),
  ];
}

/** An action that opens a page is none; one that runs a script is. */
function acts(document: PDFDocument, key: PDFName): boolean {
  const action = document.catalog.lookup(key);
  return (
    action instanceof PDFDict &&
    (key.decodeText() === 'AA' || action.lookup(PDFName.of('S')) === PDFName.of('JavaScript'))
  );
}
