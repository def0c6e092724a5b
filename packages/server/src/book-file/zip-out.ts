import { createWriteStream, statSync } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';
import { mustHaveRoom } from '../data-folder/room.ts';
import type { FileStore } from '../files/store.ts';

/** The originals among these that are there, and their places; refused where a zip of them would not fit on the disk. */
export function originalsToPack(store: FileStore, assets: readonly string[], scratch: string) {
  const packed = assets.flatMap((asset) => {
    const place = store.originalPath(asset);
    const size = statSync(place, { throwIfNoEntry: false })?.size;
    return size === undefined ? [] : [{ asset, place, size }];
  });
  mustHaveRoom(
    scratch,
    packed.reduce((sum, { size }) => sum + size, 0),
  );
  return packed;
}

/** Writes a zip to a file, entry by entry: none is held whole, and beyond 4 GB it goes on as ZIP64. */
export async function zipTo(out: string, fill: (zip: ZipFile) => void | Promise<void>): Promise<void> {
  const zip = new ZipFile();
  const failed = new Promise<never>((_, reject) => zip.once('error', reject));
  const written = pipeline(zip.outputStream, createWriteStream(out));
  await Promise.race([
    failed,
    (async () => {
      await fill(zip);
      zip.end();
      await written;
    })(),
  ]);
}
