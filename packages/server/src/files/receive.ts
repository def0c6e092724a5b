import { rename, rm, stat } from 'node:fs/promises';
import type { EntityManager } from '@mikro-orm/libsql';
import type { AssetKind } from '@eight-up/core/document/asset';
import type { PageContent } from '@eight-up/core/document/pages';
import type { FileNote, FileProblem, RefusedFile, TakenFile } from '@eight-up/core/book/file-problem';
import { fail, ok, type Result } from '@eight-up/core/result';
import { AssetRow } from '../db/entities.ts';
import { JobEnded } from '../pool/job-ended.ts';
import type { WorkPool } from '../pool/work-pool.ts';
import type { Inspected } from './inspect.ts';
import { DRAWN_ONCE, drawnIn, exists, sha256, type FileStore } from './store.ts';

export interface ReceivedFile {
  readonly path: string;
  readonly name: string;
}

export interface Received {
  readonly contents: readonly PageContent[];
  readonly taken: readonly TakenFile[];
  readonly refused: readonly RefusedFile[];
}

/** Where files are received: `hold` keeps a sweep from taking them before a book names them. */
export interface Receiving {
  readonly em: EntityManager;
  readonly store: FileStore;
  readonly pool: WorkPool;
  readonly hold: (id: string) => void;
}

/** People number their files 1, 2, 10: natural order, not that of the alphabet. */
const natural = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

/** Takes received files in the natural order of their names; what cannot be read is refused, one by one, with its reason. */
export async function receiveFiles(
  receiving: Receiving,
  files: readonly ReceivedFile[],
  password: string | undefined,
): Promise<Received> {
  const contents: PageContent[] = [];
  const taken: TakenFile[] = [];
  const refused: RefusedFile[] = [];
  for (const { path, name } of [...files].sort((a, b) => natural.compare(a.name, b.name))) {
    const one = await receiveOne(receiving, path, password);
    if (!one.ok) {
      refused.push({ name, problem: one.problem });
      await rm(path, { force: true });
      continue;
    }
    const { asset, seen } = one.value;
    seen.pages.forEach((_, page) => contents.push({ asset, page, name, fit: 'fit' }));
    const notes = [...seen.notes, ...endingNote(name, seen.kind)];
    taken.push({ name, asset, pages: seen.pages.length, notes });
  }
  return { contents, taken, refused };
}

/** Keeps an original that claims a name; one that is not what it claims, or cannot be read, is left out and told. */
export async function receiveOriginal(receiving: Receiving, asset: string, path: string): Promise<boolean> {
  if ((await sha256(path)) !== asset) return false;
  // A drawing that is cleaned anew has another name: then it is not what was kept.
  const one = await receiveOne(receiving, path, undefined, asset);
  return one.ok;
}

/** Looks at a received file in the pool, and keeps it with the picture that was drawn of it. */
function receiveOne(
  { em, store, pool, hold }: Receiving,
  file: string,
  password: string | undefined,
  claimed?: string,
): Promise<Result<{ readonly asset: string; readonly seen: Inspected }, FileProblem>> {
  return store.withScratch(async (scratch) => {
    try {
      const seen = await pool.run('inspect', { file, password, scratch });
      if (!seen.ok) return seen;
      if (claimed !== undefined && (await sha256(file)) !== claimed) return fail({ code: 'file-not-a-picture' });
      const { kind, pages } = seen.value;
      const { size } = await stat(file);
      const asset = await store.keep(file, hold);
      const shown = store.previewPath(asset, DRAWN_ONCE);
      if (kind !== 'pdf' && !(await exists(shown))) await rename(drawnIn(scratch), shown);
      const row = { id: asset, kind, bytes: size, pages, createdAt: new Date() };
      await em.upsert(AssetRow, row, { onConflictAction: 'ignore' });
      return ok({ asset, seen: seen.value });
    } catch (error) {
      if (error instanceof JobEnded && error.why !== 'dropped')
        return fail({ code: 'file-too-demanding', why: error.why });
      throw error;
    }
  });
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
