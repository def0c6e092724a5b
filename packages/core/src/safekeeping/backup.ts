/** Why a backup was made. */
export const BACKUP_REASONS = ['start', 'daily', 'asked', 'before-restoring'] as const;
export type BackupReason = (typeof BACKUP_REASONS)[number];

/** What a backup holds, as people look for it. */
export interface BackupHolds {
  /** titles of the books on the shelf, oldest first */
  readonly books: readonly string[];
  readonly inBin: number;
  readonly changes: number;
  readonly papers: number;
  readonly printers: number;
  readonly originals: number;
}

export interface Backup {
  /** the name of its file, by which it is restored */
  readonly name: string;
  /** when it was made, ISO 8601 */
  readonly at: string;
  readonly why: BackupReason | null;
  readonly bytes: number;
  /** null: it cannot be read */
  readonly holds: BackupHolds | null;
}

const DAY = 24 * 60 * 60 * 1000;
const NEWEST = 6;
const DAYS = 14;
const WEEKS = 8;

/**
 * Which backups stay: the newest six, the last of each of the latest 14 days that have one, and the last of each of the latest 8
 * weeks that have one (days and weeks of UTC; times in milliseconds). So much is never lost by starting often, and the folder does not grow for ever.
 */
export function keptBackups(times: readonly number[]): ReadonlySet<number> {
  const newestFirst = [...times].sort((a, b) => b - a);
  const lastOfEach = (span: number, most: number): readonly number[] => {
    const last = new Map<number, number>();
    for (const time of newestFirst) if (!last.has(Math.floor(time / span))) last.set(Math.floor(time / span), time);
    return [...last.values()].slice(0, most);
  };
  return new Set([...newestFirst.slice(0, NEWEST), ...lastOfEach(DAY, DAYS), ...lastOfEach(7 * DAY, WEEKS)]);
}
