import { open, readFile, stat, writeFile } from 'node:fs/promises';
import sharp from 'sharp';
import { fail, ok, type Result } from '@eight-up/core/result';
import type { AssetKind, AssetPage } from '@eight-up/core/book/document';
import type { FileNote, FileProblem } from '@eight-up/core/book/file-problem';
import { exifLies, uprightPdfSize } from '@eight-up/core/pagination/content-space';
import { GOOD_RESOLUTION } from '@eight-up/core/checks/resolution';
import { inch } from '@eight-up/core/units/nm';

/** More than this is refused: no home printer needs it, and it would not fit in memory. */
export const MOST_MEGAPIXELS = 300;

export interface Inspected {
  readonly kind: AssetKind;
  readonly pages: readonly AssetPage[];
  readonly notes: readonly FileNote[];
}

type Seen = Result<Inspected, FileProblem>;

/** Looks at a received file: its kind by its first bytes (never by its name), and every page or picture in it. */
export async function inspect(file: string, password: string | undefined): Promise<Seen> {
  if ((await stat(file)).size === 0) return fail({ code: 'file-empty' });
  const kind = await sniff(file);
  switch (kind) {
    case undefined:
      return fail({ code: 'file-not-a-picture' });
    case 'pdf':
      return inspectPdf(file, password);
    case 'svg':
      return inspectSvg(file);
    default:
      return inspectPicture(file, kind);
  }
}

async function sniff(file: string): Promise<AssetKind | undefined> {
  const handle = await open(file);
  const { buffer, bytesRead } = await handle.read(Buffer.alloc(4096), 0, 4096, 0);
  await handle.close();
  const head = buffer.subarray(0, bytesRead);
  if (head[0] === 0xff && head[1] === 0xd8 && head[2] === 0xff) return 'jpeg';
  if (head.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]))) return 'png';
  if (head.toString('latin1', 0, 4) === 'GIF8') return 'gif';
  if (['II*\0', 'MM\0*'].includes(head.toString('latin1', 0, 4))) return 'tiff';
  if (head.toString('latin1', 0, 4) === 'RIFF' && head.toString('latin1', 8, 12) === 'WEBP') return 'webp';
  // Readers accept a PDF header anywhere in the first 1024 bytes.
  if (head.subarray(0, 1024).includes('%PDF-')) return 'pdf';
  return /^\s*(?:<\?xml[^>]*\?>|<!--[\s\S]*?-->|<!DOCTYPE[^>[]*(?:\[[\s\S]*?\])?>|\s)*<(?:\w+:)?svg[\s>]/i.test(
    textOf(head),
  )
    ? 'svg'
    : undefined;
}

/** Text with or without a byte-order mark, in UTF-8 or UTF-16. */
function textOf(bytes: Buffer): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return bytes.toString('utf16le').slice(1);
  return bytes.toString('utf8').replace(/^\uFEFF/, '');
}

async function inspectPicture(file: string, kind: AssetKind): Promise<Seen> {
  const meta = await sharp(file, { limitInputPixels: false })
    .metadata()
    .catch(() => undefined);
  if (!meta?.width || !meta.height) return fail({ code: 'file-truncated' });
  const megapixels = Math.round((meta.width * meta.height) / 1e6);
  if (meta.width * meta.height > MOST_MEGAPIXELS * 1e6)
    return fail({ code: 'picture-too-large', megapixels, most: MOST_MEGAPIXELS });
  // Only decoding to the end shows that nothing is missing; at a small size it costs little memory.
  const whole = await sharp(file, { failOn: 'truncated', limitInputPixels: MOST_MEGAPIXELS * 1e6 })
    .resize(64, 64, { fit: 'inside' })
    .raw()
    .toBuffer()
    .then(
      () => true,
      () => false,
    );
  if (!whole) return fail({ code: 'file-truncated' });
  const [width, height] = exifLies(meta.orientation) ? [meta.height, meta.width] : [meta.width, meta.height];
  // Screens stamp 72 or 96 on everything; such a density says nothing about a size on paper.
  const density = meta.density && meta.density > 100 ? meta.density : GOOD_RESOLUTION;
  const frames = meta.pages ?? 1;
  return ok({
    kind,
    pages: [{ width: inch(width / density), height: inch(height / density), pixels: { width, height } }],
    notes: frames > 1 && kind !== 'tiff' ? [{ code: 'first-frame-only', frames }] : [],
  });
}

async function inspectSvg(file: string): Promise<Seen> {
  const { cleanSvg } = await import('./svg-source.ts');
  const cleaned = await cleanSvg(textOf(await readFile(file)));
  if (!cleaned.ok) return cleaned;
  // What is kept is the cleaned drawing: nothing that runs ever lies among the originals.
  await writeFile(file, cleaned.value.bytes);
  return ok({ kind: 'svg', pages: [cleaned.value.page], notes: cleaned.value.notes });
}

async function inspectPdf(file: string, password: string | undefined): Promise<Seen> {
  // Loaded with the first PDF: the library is large.
  const { boxOf, notesOf, openPdf } = await import('./pdf-source.ts');
  const opened = await openPdf(await readFile(file), password);
  if (!opened.ok) return opened;
  const { document } = opened.value;
  const pages = document.getPages().map((page): AssetPage => uprightPdfSize(boxOf(page)));
  if (pages.length === 0) return fail({ code: 'pdf-without-pages' });
  const notes = notesOf(document);
  // The password is used once: what is kept is the opened document.
  if (opened.value.wasEncrypted) await writeFile(file, await document.save());
  return ok({ kind: 'pdf', pages, notes });
}
