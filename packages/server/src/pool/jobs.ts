import { randomUUID } from 'node:crypto';
import type { CuttingJobs, JobKind as SearchKind } from '@eight-up/core/cutting/jobs';
import type { Computed } from '../compute/computed.ts';
import type { Tell } from './tell.ts';
import type * as BackupFiles from '../safekeeping/backup-files.ts';
import type * as FolderCheck from '../safekeeping/folder-check.ts';
import type * as Everything from '../safekeeping/everything.ts';
import type * as MadeFiles from '../exports/made-files.ts';
import type * as Inspect from '../files/inspect.ts';
import type * as Preview from '../files/preview.ts';
import type * as WriteFile from '../book-file/write.ts';
import type * as ReadFile from '../book-file/read.ts';

/**
 * Everything that the pool does. Each job loads what it needs when it is first asked for: the libraries are large, and
 * the server itself never loads them.
 */
export const JOBS = {
  inspect: async (asked: InspectAsked) => (await import('../files/inspect.ts')).inspect(asked),
  preview: async (asked: PreviewAsked) => (await import('../files/preview.ts')).preview(asked),
  'read-papers': async ({ bytes, unit }: { readonly bytes: Uint8Array; readonly unit: 'mm' | 'in' }) =>
    (await import('../papers/paper-files.ts')).readPapersCsv(Buffer.from(bytes), unit, randomUUID),
  'read-page-plan': async ({ bytes }: { readonly bytes: Uint8Array }) =>
    (await import('../exports/page-plan-files.ts')).readPagePlanCsv(Buffer.from(bytes)),
  'paper-to-print': async (asked: PaperToPrintAsked, tell: Tell) =>
    (await import('../exports/made-files.ts')).paperToPrint(asked, tell),
  'cutting-paper': async (asked: CuttingPaperAsked, tell: Tell) =>
    (await import('../exports/made-files.ts')).cuttingPaper(asked, tell),
  'cutting-file': async (asked: CuttingFileAsked) => (await import('../exports/made-files.ts')).cuttingFile(asked),
  compute: async (asked: Computed) => (await import('../compute/computed.ts')).computed(asked),
  search: async (asked: SearchAsked) => (await import('../compute/search.ts')).search(asked.kind, asked.input as never),
  'write-book-file': async (asked: WriteAsked) => (await import('../book-file/write.ts')).writeBookFile(asked),
  'read-book-file': async (asked: ReadAsked) => (await import('../book-file/read.ts')).readBookFile(asked),
  'back-up': async (asked: BackUpAsked) => (await import('../safekeeping/backup-files.ts')).backUp(asked),
  'describe-backups': async (asked: InFolder) =>
    (await import('../safekeeping/backup-files.ts')).describeBackups(asked),
  'originals-of-backups': async (asked: InFolder) =>
    (await import('../safekeeping/backup-files.ts')).originalsOfBackups(asked),
  'ready-to-restore': async (asked: { readonly folder: string }) =>
    (await import('../safekeeping/restore.ts')).readyToRestore(asked),
  'check-folder': async (asked: CheckAsked, tell: Tell) =>
    (await import('../safekeeping/folder-check.ts')).checkFolder(asked, tell),
  'save-everything': async (asked: SaveAsked) => (await import('../safekeeping/everything.ts')).saveEverything(asked),
  'read-everything': async (asked: ReadAllAsked) =>
    (await import('../safekeeping/everything.ts')).readEverything(asked),
} as const;

type InFolder = { readonly dataFolder: string };
type BackUpAsked = Parameters<(typeof BackupFiles)['backUp']>[0];
type CheckAsked = Parameters<(typeof FolderCheck)['checkFolder']>[0];
type SaveAsked = Parameters<(typeof Everything)['saveEverything']>[0];
type ReadAllAsked = Parameters<(typeof Everything)['readEverything']>[0];
type InspectAsked = Parameters<(typeof Inspect)['inspect']>[0];
type PreviewAsked = Parameters<(typeof Preview)['preview']>[0];
type PaperToPrintAsked = Parameters<(typeof MadeFiles)['paperToPrint']>[0];
type CuttingPaperAsked = Parameters<(typeof MadeFiles)['cuttingPaper']>[0];
type CuttingFileAsked = Parameters<(typeof MadeFiles)['cuttingFile']>[0];
type WriteAsked = Parameters<(typeof WriteFile)['writeBookFile']>[0];
type ReadAsked = Parameters<(typeof ReadFile)['readBookFile']>[0];
type SearchAsked = { [K in SearchKind]: { readonly kind: K; readonly input: CuttingJobs[K]['input'] } }[SearchKind];

export type JobKind = keyof typeof JOBS;
export type JobInput<K extends JobKind> = Parameters<(typeof JOBS)[K]>[0];
export type JobAnswer<K extends JobKind> = Awaited<ReturnType<(typeof JOBS)[K]>>;
