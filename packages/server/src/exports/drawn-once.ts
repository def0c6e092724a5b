import { fail, ok, type Result } from '@eight-up/core/result';
import type { AssetInfo } from '@eight-up/core/document/asset';
import { embedOriginal } from './embedded-original.ts';
import { newDocument } from './pdf-draw.ts';

/**
 * Embeds an original as printing would, and throws the result away: whatever would fail there fails here, before the file is
 * accepted. What the print would lack is told. The problem is the number of the first page that cannot be drawn, from 1.
 */
export async function drawnOnce(
  path: string,
  asset: Pick<AssetInfo, 'kind' | 'pages'>,
  scratch: string,
): Promise<Result<{ readonly missing: readonly string[] }, number>> {
  const missing: string[] = [];
  const draw = async (pages: readonly number[]): Promise<boolean> => {
    try {
      const document = await newDocument('drawn once');
      await embedOriginal(document, path, asset, pages, 'it', { scratch, small: true, missing });
      await document.flush();
      for (const [, object] of document.context.enumerateIndirectObjects()) object.sizeInBytes();
      return true;
    } catch (error) {
      if ((error as NodeJS.ErrnoException).syscall) throw error;
      return false;
    }
  };
  const upTo = (count: number) => asset.pages.slice(0, count).map((_, page) => page);
  if (await draw(upTo(asset.pages.length))) return ok({ missing: [...new Set(missing)].slice(0, 5) });
  // The first pages up to the broken one fail, fewer do not.
  let [fine, broken] = [0, asset.pages.length];
  while (broken - fine > 1) {
    const middle = (fine + broken) >> 1;
    if (await draw(upTo(middle))) fine = middle;
    else broken = middle;
  }
  return fail(broken);
}
