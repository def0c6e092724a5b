import { useEffect, useState } from 'react';
import type { PageContent } from '@eight-up/core/document/pages';
import type { Affine } from '@eight-up/core/geometry/affine';
import type { AssetInfo } from '@eight-up/core/document/asset';
import { Lending } from './lending.ts';

/** Of which original, and which page of it. */
type ContentOf = Pick<PageContent, 'asset' | 'page'>;
interface KnownAssets {
  readonly assets: readonly Pick<AssetInfo, 'id' | 'kind'>[];
}

/** How large, in pixels of the longer side. */
const SIZES = [240, 480, 1200, 4096] as const;
export type PictureSize = (typeof SIZES)[number];

/** Fine enough for a picture of so many upright nanometres, drawn through a matrix at so many pixels a nanometre. */
export function sizeFor({ width, height, matrix: [a, b, c, d] }: Drawn, pixels: number): PictureSize {
  const longer = Math.max(width * Math.hypot(a, b), height * Math.hypot(c, d)) * pixels;
  return SIZES.find((size) => size * 1.1 >= longer) ?? 4096;
}

interface Drawn {
  readonly width: number;
  readonly height: number;
  readonly matrix: Affine;
}

/** Pages of PDFs as pictures that the browser drew; a few more than one screen shows stay for coming back to. */
const drawn = new Lending<string>(60, (url) => URL.revokeObjectURL(url));

/** Where a content's preview is to be had: the server scales pictures, the browser draws pages of PDFs. */
type Source = { readonly address: string } | { readonly key: string; readonly draw: () => Promise<string> };

function sourceOf({ assets }: KnownAssets, { asset, page }: ContentOf, size: PictureSize): Source | undefined {
  const kind = assets.find(({ id }) => id === asset)?.kind;
  if (!kind) return undefined;
  if (kind !== 'pdf') return { address: `/api/assets/${asset}/preview?size=${size}` };
  return {
    key: `${asset}#${page}@${size}`,
    draw: async () => (await import('./pdf-pages.ts')).drawPdfPage(`/api/assets/${asset}/original`, page, size),
  };
}

/** Does something with the address of a picture, which is good until that is done; undefined where there is none. */
export async function withPicture<R>(
  known: KnownAssets,
  content: ContentOf,
  size: PictureSize,
  act: (url: string | undefined) => Promise<R>,
): Promise<R> {
  const source = sourceOf(known, content, size);
  if (!source || 'address' in source) return act(source?.address);
  return drawn.during(source.key, source.draw, act);
}

/** The address of a picture once it is known, good as long as the part that shows it. */
export function usePicture(
  known: KnownAssets,
  content: ContentOf | null | undefined,
  size: PictureSize = 480,
): string | undefined {
  const source = content ? sourceOf(known, content, size) : undefined;
  const [address, key] = source && 'address' in source ? [source.address, undefined] : [undefined, source?.key];
  const [later, setLater] = useState<{ readonly of: string; readonly url: string }>();
  useEffect(() => {
    if (!source || 'address' in source) return;
    let current = true;
    drawn.borrow(source.key, source.draw).then(
      (url) => current && setLater({ of: source.key, url }),
      () => undefined,
    );
    return () => {
      current = false;
      drawn.giveBack(source.key);
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key says which picture it is
  }, [key]);
  return address ?? (later && later.of === key ? later.url : undefined);
}
