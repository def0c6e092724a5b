import { rm } from 'node:fs/promises';
import type { EntityManager } from '@mikro-orm/libsql';
import type { AssetKind, PageContent } from '@eight-up/core/book/document';
import type { FileNote, RefusedFile, TakenFile } from '@eight-up/core/book/file-problem';
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
  readonly taken: readonly TakenFile[];
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
  const taken: TakenFile[] = [];
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
    const notes = [...seen.value.notes, ...endingNote(name, seen.value.kind)];
    taken.push({ name, asset: id, pages: seen.value.pages.length, notes });
  }
  await em.flush();
  return { contents, taken, refused };
}

const ENDINGS: Readonly<Record<string, AssetKind>> = {
  jpg: 'jpeg',
  jpeg: 'jpeg',
  png: 'png',
  webp: 'webp',
  tif: 'tiff',
  tiff: 'tiff',
  gif: 'gif',
  svg: 'svg',
  pdf: 'pdf',
};

/** A file is what its bytes say; a name that says otherwise is worth knowing of. */
function endingNote(name: string, kind: AssetKind): readonly FileNote[] {
  const ending = /\.([a-z0-9]{2,5})$/i.exec(name)?.[1]?.toLowerCase();
  const said = ending && ENDINGS[ending];
  return ending && said && said !== kind ? [{ code: 'ending-differs', ending, kind }] : [];
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
