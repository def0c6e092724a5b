import { statfsSync } from 'node:fs';

/** Left free on the disk for everything else, in bytes. */
export const LEFT_FREE = 64 * 1024 * 1024;

/** How much of a disk may be written, in bytes. */
export function roomFor(folder: string): number {
  const { bavail, bsize } = statfsSync(folder);
  return Math.max(0, bavail * bsize - LEFT_FREE);
}

/** Refuses, as a full disk would, before a file is begun that would not fit on it. */
export function mustHaveRoom(folder: string, bytes: number): void {
  if (bytes > roomFor(folder))
    throw Object.assign(new Error('no room left for what is to be written'), { code: 'ENOSPC', syscall: 'write' });
}
