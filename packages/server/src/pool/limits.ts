import { totalmem } from 'node:os';

/**
 * How many jobs of a kind run at once. Each lane has processes of its own: a few files that take their readers' whole time hold up
 * what reads files, not what prints, shows, searches or keeps.
 */
export const LANES = { reading: 2, showing: 2, making: 2, searching: 1, answering: 2, keeping: 2 } as const;
export type Lane = keyof typeof LANES;

/** What a job may take before it is ended, and in which lane it runs. */
export interface JobLimits {
  /** from its beginning, not from when it was asked for */
  readonly seconds: number;
  readonly lane: Lane;
}

/** Reading what somebody made is quick or hostile; making a large file takes as long as it takes, while somebody waits. */
export const LIMITS = {
  inspect: { seconds: 45, lane: 'reading' },
  'read-papers': { seconds: 30, lane: 'reading' },
  'read-page-plan': { seconds: 30, lane: 'reading' },
  'read-book-file': { seconds: 3600, lane: 'reading' },
  'read-everything': { seconds: 6 * 3600, lane: 'reading' },
  preview: { seconds: 45, lane: 'showing' },
  // Gigabytes of photographs print in half a minute.
  'paper-to-print': { seconds: 300, lane: 'making' },
  'write-book-file': { seconds: 3600, lane: 'making' },
  'save-everything': { seconds: 6 * 3600, lane: 'making' },
  // A cutting plan is searched for first.
  'cutting-paper': { seconds: 600, lane: 'searching' },
  'cutting-file': { seconds: 600, lane: 'searching' },
  search: { seconds: 600, lane: 'searching' },
  // Arithmetic of seconds at most: it does not wait behind a search of minutes.
  compute: { seconds: 60, lane: 'answering' },
  'back-up': { seconds: 3600, lane: 'keeping' },
  'describe-backups': { seconds: 600, lane: 'keeping' },
  'originals-of-backups': { seconds: 600, lane: 'keeping' },
  'ready-to-restore': { seconds: 3600, lane: 'keeping' },
  'check-folder': { seconds: 6 * 3600, lane: 'keeping' },
} as const satisfies Readonly<Record<string, JobLimits>>;

/** All that a process of the pool may hold, in bytes: libraries, their own memory outside the engine's, everything. */
export const MOST_MEMORY = Math.min(2 * 1024 ** 3, Math.round(totalmem() / 2));
