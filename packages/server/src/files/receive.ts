import { rm } from 'node:fs/promises';
import type { EntityManager } from '@mikro-orm/core';
import type { PageContent } from '@eight-up/core/book/document';
import type { RefusedFile } from '@eight-up/core/book/file-problem';
import { stat } from 'node:fs/promises';
import { AssetRow } from '../db/entities.ts';
import { inspect } from './inspect.ts';
import { sha256, type FileStore } from './store.ts';

export interface ReceivedFile {
  readonly path: string;
  readonly name: string;
}

export interface Received {
  readonly contents: readonly PageContent[];
  readonly taken: readonly { readonly name: string; readonly asset: string; readonly pages: number }[];
  readonly refused: readonly RefusedFile[];
}

/** People number their files 1, 2, 10: natural order, not that of the alphabet. */
const natural = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

/** Takes received files in the natural order of their names; what cannot be read is refused, one by one, with its reason. */
export async function receiveFiles(
  em: EntityManager,
  store: FileStore,
  files: readonly ReceivedFile[],
  password: string | undefined,
): Promise<Received> {
  const contents: PageContent[] = [];
  const taken: { name: string; asset: string; pages: number }[] = [];
  const refused: RefusedFile[] = [];
  for (const { path, name } of [...files].sort((a, b) => natural.compare(a.name, b.name))) {
    const seen = await inspect(path, password);
    if (!seen.ok) {
      refused.push({ name, problem: seen.problem });
      await rm(path, { force: true });
      continue;
    }
    const { size } = await stat(path);
    const id = await store.keep(path);
    if (!(await em.findOne(AssetRow, { id }))) {
      em.persist(
        em.create(AssetRow, { id, kind: seen.value.kind, bytes: size, pages: seen.value.pages, createdAt: new Date() }),
      );
    }
    seen.value.pages.forEach((_, page) => contents.push({ asset: id, page, name, fit: 'fit' }));
    taken.push({ name, asset: id, pages: seen.value.pages.length });
  }
  await em.flush();
  return { contents, taken, refused };
}

/** Keeps an original that claims a name; one that is not what it claims, or cannot be read, is left out. */
export async function receiveOriginal(em: EntityManager, store: FileStore, asset: string, path: string): Promise<void> {
  if ((await sha256(path)) !== asset) return;
  const seen = await inspect(path, undefined);
  if (!seen.ok) return;
  const { size } = await stat(path);
  await store.keep(path);
  if (await em.findOne(AssetRow, { id: asset })) return;
  em.persist(
    em.create(AssetRow, {
      id: asset,
      kind: seen.value.kind,
      bytes: size,
      pages: seen.value.pages,
      createdAt: new Date(),
    }),
  );
}
