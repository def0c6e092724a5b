import type { BackupHolds, BackupReason } from '@eight-up/core/safekeeping/backup';
import type { Finding, FolderReport, OriginalUse } from '@eight-up/core/safekeeping/folder-check';
import { counted } from './counted.ts';

/** Why a backup was made. */
export const REASON_WORDS: Readonly<Record<BackupReason, string>> = {
  start: 'made at a start',
  daily: 'made in the course of a day',
  asked: 'made when you asked for it',
  'before-restoring': 'made before another state was taken up',
};

/** What a backup holds, in one line. */
export function holdsWords({ books, inBin, changes, papers, printers, originals }: BackupHolds): string {
  return [
    counted(books.length - inBin, 'book'),
    ...(inBin ? [`${counted(inBin, 'book')} in the bin`] : []),
    counted(changes, 'change'),
    counted(originals, 'picture'),
    counted(papers, 'paper'),
    ...(printers ? [counted(printers, 'printer')] : []),
  ].join(', ');
}

export const bytesWords = (bytes: number): string =>
  bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1e3))} kB` : `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB`;

const used = (uses: readonly OriginalUse[]): string =>
  uses.length === 0
    ? 'A picture that no page shows'
    : `“${uses[0]!.name}” in “${uses[0]!.title}”${uses.length > 1 ? ` (and in ${counted(uses.length - 1, 'other place')})` : ''}`;

/** What a check found, and what is to be done. */
export function findingWords(finding: Finding): string {
  switch (finding.code) {
    case 'original-damaged':
      return `${used(finding.uses)} is damaged. It was set aside in the folder “damaged”; drop it in again.`;
    case 'original-missing':
      return `${used(finding.uses)} is gone from the data folder. Drop it in again.`;
    case 'original-unlisted':
      return finding.mended
        ? 'A picture that a book uses had fallen out of the list. It is listed again.'
        : 'A picture that a book uses had fallen out of the list and could not be read. Drop it in again.';
    case 'document-damaged': {
      const book = finding.title === null ? 'A book' : `“${finding.title}”`;
      return finding.mended
        ? `${book} was damaged. It was put together again from a backup and every change since.`
        : `${book} is damaged, and no backup leads to it. Keep its rescue file from the shelf.`;
    }
    case 'history-broken':
      return `The history of “${finding.title}” is broken before change ${finding.before}. The book is as it should be; undo and going back reach that far.`;
  }
}

/** What was looked through. */
export const lookedThroughWords = ({ originals, books, changes }: FolderReport): string =>
  `${counted(originals, 'picture')}, ${counted(books, 'book')} and ${counted(changes, 'change')} were looked through`;
