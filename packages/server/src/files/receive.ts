import { rm, stat } from 'node:fs/promises';
import type { EntityManager } from '@mikro-orm/libsql';
import type { AssetKind, PageContent } from '@eight-up/core/book/document';
import type { FileNote, FileProblem, RefusedFile, TakenFile } from '@eight-up/core/book/file-problem';
import { fail, type Result } from '@eight-up/core/result';
import { AssetRow } from '../db/entities.ts';
import { JobEnded } from '../pool/job-ended.ts';
import type { WorkPool } from '../pool/work-pool.ts';
import type { Inspected } from './inspect.ts';
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
    const seen = await lookedAt(receiving, path, password);
    if (!seen.ok) {
      refused.push({ name, problem: seen.problem });
      await rm(path, { force: true });
      continue;
    }
    const id = await kept(receiving, path, seen.value);
    seen.value.pages.forEach((_, page) => contents.push({ asset: id, page, name, fit: 'fit' }));
    const notes = [...seen.value.notes, ...endingNote(name, seen.value.kind)];
    taken.push({ name, asset: id, pages: seen.value.pages.length, notes });
  }
  return { contents, taken, refused };
}

/** Keeps an original that claims a name; one that is not what it claims, or cannot be read, is left out and told. */
export async function receiveOriginal(receiving: Receiving, asset: string, path: string): Promise<boolean> {
  if ((await sha256(path)) !== asset) return false;
  const seen = await lookedAt(receiving, path, undefined);
  // What was kept once is kept as it is: a drawing that would be cleaned anew has another name.
  if (!seen.ok || (await sha256(path)) !== asset) return false;
  await kept(receiving, path, seen.value);
  return true;
}

async function lookedAt(
  { store, pool }: Receiving,
  file: string,
  password: string | undefined,
): Promise<Result<Inspected, FileProblem>> {
  try {
    return await store.withScratch((scratch) => pool.run('inspect', { file, password, scratch }));
  } catch (error) {
    if (error instanceof JobEnded && error.why !== 'dropped')
      return fail({ code: 'file-too-demanding', why: error.why });
    throw error;
  }
}

async function kept({ em, store, hold }: Receiving, path: string, { kind, pages }: Inspected): Promise<string> {
  const { size } = await stat(path);
  const id = await store.keep(path, hold);
  await em.upsert(AssetRow, { id, kind, bytes: size, pages, createdAt: new Date() }, { onConflictAction: 'ignore' });
  return id;
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
