import sharp, { type Sharp } from 'sharp';
import type { AssetKind } from '@eight-up/core/document/asset';

/** More than this is refused: no home printer needs it, and it would not fit in memory. */
export const MOST_MEGAPIXELS = 300;

export interface PreviewAsked {
  readonly file: string;
  readonly kind: AssetKind;
  /** longer side, in pixels */
  readonly size: number;
  readonly out: string;
}

/** A picture or drawing upright and scaled down, as WebP. */
export async function preview({ file, kind, size, out }: PreviewAsked): Promise<void> {
  await (await scaled(file, kind, size)).toFile(out);
}

/** Whatever is shown of a picture or drawing goes this way: what went it once can be shown. */
export async function scaled(file: string, kind: AssetKind, size: number): Promise<Sharp> {
  return sharp(file, {
    failOn: 'truncated',
    limitInputPixels: MOST_MEGAPIXELS * 1e6,
    ...(kind === 'svg' ? { density: await svgDensity(file, size) } : {}),
  })
    .autoOrient()
    .resize(size, size, { fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 82 });
}

/** Drawings are scaled before they become pixels: the density at which the longer side comes out as wanted. */
async function svgDensity(file: string, pixels: number): Promise<number> {
  const { width, height, density = 72 } = await sharp(file).metadata();
  return Math.min(Math.max((density * pixels) / Math.max(width, height), 1), 100_000);
}
