import { editionChanges, type EditionChanges } from '@eight-up/core/checks/edition-changes';
import type { AssetInfo } from '@eight-up/core/document/asset';
import type { BookDocument } from '@eight-up/core/document/document';

export interface Asked {
  readonly before: BookDocument;
  readonly now: BookDocument;
  readonly assets: readonly AssetInfo[];
}
export type Said = { readonly changes: EditionChanges | undefined };

/** Every part of a book is tried by itself: of a long one that takes a while. */
self.onmessage = ({ data: { before, now, assets } }: MessageEvent<Asked>) => {
  const known = new Map(assets.map((asset) => [asset.id, asset]));
  self.postMessage({ changes: editionChanges(before, now, (id) => known.get(id)) } satisfies Said);
};
