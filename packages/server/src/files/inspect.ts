import { open, readFile, stat, writeFile } from 'node:fs/promises';
import sharp from 'sharp';
import { fail, ok, type Result } from '@eight-up/core/result';
import type { AssetKind, AssetPage } from '@eight-up/core/document/asset';
import type { FileNote, FileProblem } from '@eight-up/core/book/file-problem';
import { exifLies, uprightPdfSize } from '@eight-up/core/pagination/content-space';
import { GOOD_RESOLUTION } from '@eight-up/core/checks/resolution';
import { inch } from '@eight-up/core/units/nm';
import { MOST_MEGAPIXELS, scaled } from './preview.ts';
import { DRAWN_ONCE, drawnIn } from './store.ts';

export interface Inspected {
  readonly kind: AssetKind;
  readonly pages: readonly AssetPage[];
  readonly notes: readonly FileNote[];
}

type Seen = Result<Inspected, FileProblem>;

export interface InspectAsked {
  readonly file: string;
  readonly password: string | undefined;
  /** a folder for what is written on the way */
  readonly scratch: string;
}

/**
 * Looks at a received file: its kind by its first bytes (never by its name), and every page or picture in it. What is
 * accepted was drawn once, small (`drawnIn`), the way it will be shown and printed; a reader's own failure is the file's, not ours.
 */
export async function inspect({ file, password, scratch }: InspectAsked): Promise<Seen> {
  if ((await stat(file)).size === 0) return fail({ code: 'file-empty' });
  const kind = await sniff(file);
  if (!kind) return fail({ code: 'file-not-a-picture' });
  try {
    if (kind === 'pdf') return await inspectPdf(file, password, scratch);
    if (kind === 'svg') return await inspectSvg(file, scratch);
    return await inspectPicture(file, kind, scratch);
  } catch (error) {
    // A full disk, an unreadable folder: no fault of the file's.
    if ((error as NodeJS.ErrnoException).syscall) throw error;
    return fail({ code: BROKEN[kind] ?? 'picture-broken' });
  }
}

const BROKEN: Readonly<Partial<Record<AssetKind, 'pdf-broken' | 'svg-broken'>>> = {
  pdf: 'pdf-broken',
  svg: 'svg-broken',
};

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

async function inspectPicture(file: string, kind: AssetKind, scratch: string): Promise<Seen> {
  const meta = await sharp(file, { limitInputPixels: false })
    .metadata()
    .catch(() => undefined);
  if (!meta?.width || !meta.height) return fail({ code: 'file-truncated' });
  const megapixels = Math.round((meta.width * meta.height) / 1e6);
  if (meta.width * meta.height > MOST_MEGAPIXELS * 1e6)
    return fail({ code: 'picture-too-large', megapixels, most: MOST_MEGAPIXELS });
  // Only decoding to the end shows that nothing is missing; drawn small, it costs little memory, and will be shown.
  const whole = await scaled(file, kind, DRAWN_ONCE).then((picture) =>
    picture.toFile(drawnIn(scratch)).then(
      () => true,
      () => false,
    ),
  );
  if (!whole) return fail({ code: 'file-truncated' });
  const [width, height] = exifLies(meta.orientation) ? [meta.height, meta.width] : [meta.width, meta.height];
  // Screens stamp 72 or 96 on everything; such a density says nothing about a size on paper.
  const density = meta.density && meta.density > 100 ? meta.density : GOOD_RESOLUTION;
  const frames = meta.pages ?? 1;
  const pages = [{ width: inch(width / density), height: inch(height / density), pixels: { width, height } }];
  const { drawnOnce } = await import('../exports/drawn-once.ts');
  if (!(await drawnOnce(file, { kind, pages }, scratch)).ok) return fail({ code: 'picture-broken' });
  return ok({
    kind,
    pages,
    notes: frames > 1 && kind !== 'tiff' ? [{ code: 'first-frame-only', frames }] : [],
  });
}

async function inspectSvg(file: string, scratch: string): Promise<Seen> {
  const { cleanSvg } = await import('./svg-source.ts');
  const cleaned = await cleanSvg(textOf(await readFile(file)));
  if (!cleaned.ok) return cleaned;
  // What is kept is the cleaned drawing: nothing that runs ever lies among the originals.
  await writeFile(file, cleaned.value.bytes);
  const pages = [cleaned.value.page];
  const { drawnOnce } = await import('../exports/drawn-once.ts');
  await (await scaled(file, 'svg', DRAWN_ONCE)).toFile(drawnIn(scratch));
  const drawn = await drawnOnce(file, { kind: 'svg', pages }, scratch);
  if (!drawn.ok) return fail({ code: 'svg-broken' });
  const missing: readonly FileNote[] = drawn.value.missing.length
    ? [{ code: 'svg-will-miss', missing: drawn.value.missing }]
    : [];
  return ok({ kind: 'svg', pages, notes: [...cleaned.value.notes, ...missing] });
}

async function inspectPdf(file: string, password: string | undefined, scratch: string): Promise<Seen> {
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
  const { drawnOnce } = await import('../exports/drawn-once.ts');
  const drawn = await drawnOnce(file, { kind: 'pdf', pages }, scratch);
  return drawn.ok ? ok({ kind: 'pdf', pages, notes }) : fail({ code: 'pdf-page-broken', page: drawn.problem });
}
