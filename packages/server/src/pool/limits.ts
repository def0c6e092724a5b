import { totalmem } from 'node:os';

/** What a job may take before it is ended. */
export interface JobLimits {
  /** from its beginning, not from when it was asked for */
  readonly seconds: number;
}

/** Reading what somebody made is quick or hostile; making a large file takes as long as it takes, while somebody waits. */
export const LIMITS = {
  inspect: { seconds: 45 },
  preview: { seconds: 45 },
  'read-papers': { seconds: 30 },
  'read-page-plan': { seconds: 30 },
  print: { seconds: 1800 },
  dummy: { seconds: 300 },
  rehearsal: { seconds: 60 },
  'cutting-file': { seconds: 600 },
  search: { seconds: 600 },
  'write-book-file': { seconds: 3600 },
  'read-book-file': { seconds: 3600 },
  'back-up': { seconds: 3600 },
  'describe-backups': { seconds: 600 },
  'originals-of-backups': { seconds: 600 },
  'ready-to-restore': { seconds: 3600 },
  'check-folder': { seconds: 6 * 3600 },
  'save-everything': { seconds: 6 * 3600 },
  'read-everything': { seconds: 6 * 3600 },
} as const satisfies Readonly<Record<string, JobLimits>>;

/** All that a process of the pool may hold, in bytes: libraries, their own memory outside the engine's, everything. */
export const MOST_MEMORY = Math.min(2 * 1024 ** 3, Math.round(totalmem() / 2));
